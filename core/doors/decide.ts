/**
 * Purpose: whether a rule lets everybody in or nobody at all, and whether one door never opens to whom another is shut.
 * How: of all people there could be, only so many differ in what the rule asks: each standing, each named level never
 * held, held once or held for just so long, each named group, each answer on either side of what is asked. All of them
 * are made up and tried (a small model suffices, since conditions look at each fact apart). Where they are too many
 * nothing is claimed.
 * Invariant: *never* and *always* are right for everybody who can be, on any day; *may* claims nothing.
 */
import { standings, visitorFacts, type Facts } from '../facts';
import type { Instant, MemberId } from '../kernel';
import { dayBegins, dayNumber } from '../kernel/calendar';
import type { DoorsSetup } from './setup';
import { conditionKindOf, type Make } from './conditions';
import { doorsOf } from './doors';
import { conditionsOf, type Condition, type Rule } from './rule';

export type Decided = 'never' | 'always' | 'may';

/** So many people are tried at most. */
const MOST = 20_000;
const somebody = 'aaaaaaaaaaaaaaaaaaaa' as MemberId;

/** What a rule comes out as for everybody, on any day. */
export function alwaysOrNever(rule: Rule, setup: DoorsSetup, now: Instant): Decided {
  const conditions = conditionsOf(rule);
  const choices = choicesOf(conditions, setup);
  const days = instantsOf(conditions, setup, now);
  const size = choices.reduce((product, { length }) => product * length, days.length);
  if (size > MOST) return 'may';
  const doors = doorsOf(setup);
  const opens = doors.meets(rule);
  let [some, all] = [false, true];
  for (const at of days)
    for (const make of everyMix(choices)) {
      const open = opens(doors.prepare(make(at), at));
      some ||= open;
      all &&= open;
      if (some && !all) return 'may';
    }
  return some ? 'always' : 'never';
}

/** Whether whoever passes one rule passes the other too. */
export const covers = (wide: Rule, narrow: Rule, setup: DoorsSetup, now: Instant): boolean =>
  alwaysOrNever({ all: [narrow, { none: [wide] }] }, setup, now) === 'never';

/** Everybody who can be: a visitor, of whom nothing is known, and each mix of the facts asked about. */
function* everyMix(choices: readonly (readonly Make[])[]): Generator<(at: Instant) => Facts> {
  yield () => visitorFacts;
  const at = choices.map(() => 0);
  for (;;) {
    const chosen = choices.map((list, n) => list[at[n]!]!);
    yield (now) => chosen.reduce((facts, make) => make(facts, now), member);
    let n = 0;
    while (n < at.length && ++at[n]! === choices[n]!.length) at[n++] = 0;
    if (n === at.length) return;
  }
}
const member: Facts = { ...visitorFacts, member: somebody };

/** The instants on either side of those at which it differs for everybody alike. */
function instantsOf(conditions: readonly Condition[], setup: DoorsSetup, now: Instant): Instant[] {
  const turns = conditions.flatMap((one) => conditionKindOf(one).marks(one, visitorFacts, now, setup));
  return [...new Set([now, ...turns.filter(Number.isFinite).flatMap((at) => [at - 1, at])])];
}

/** Of each matter that is asked about, how it can be; and every standing, which everybody has one of. */
function choicesOf(conditions: readonly Condition[], setup: DoorsSetup): (readonly Make[])[] {
  const { zone } = setup.doc.site;
  const begun = new Map<number, Instant>();
  const daysBefore = (at: Instant, days: number): Instant => {
    if (days === 0) return at;
    const day = dayNumber(at, zone) - days;
    let first = begun.get(day);
    if (first === undefined) begun.set(day, (first = dayBegins(day, zone)));
    return first;
  };
  const asked = new Map<Condition['fact'], Condition[]>();
  for (const one of conditions) asked.set(one.fact, [...(asked.get(one.fact) ?? []), one]);
  return [
    standings.map((standing): Make => (facts) => ({ ...facts, standing })),
    ...[...asked.values()].flatMap((all) => conditionKindOf(all[0]!).mixes(all, setup, daysBefore)),
  ];
}
