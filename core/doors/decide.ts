/**
 * Purpose: whether a rule lets everybody in or nobody at all, and whether one door never opens to whom another is shut.
 * How: of all people there could be, only so many differ in what the rule asks: each standing, each named level never
 * held, held once or held for just so long, each named group, each answer on either side of what is asked. All of them
 * are made up and tried (a small model suffices, since conditions look at each fact apart). Where they are too many
 * nothing is claimed.
 * Invariant: *never* and *always* are right for everybody who can be, on any day; *may* claims nothing.
 */
import { standings, visitorFacts, type Facts, type HeldTerm } from '../facts';
import type { FieldTest } from '../fields/answerRule';
import { samplesOf } from '../fields/facets';
import { facetOf } from '../fields/kinds';
import { DAY, type FieldId, type GroupId, type Instant, type LessonId, type LevelId, type MemberId } from '../kernel';
import { dayBegins, dayNumber } from '../kernel/calendar';
import type { Setup } from '../setup';
import { windowOf } from './conditions/days';
import { doorsOf } from './doors';
import { conditionsOf, type Condition, type Rule } from './rule';

export type Decided = 'never' | 'always' | 'may';

/** So many people are tried at most. */
const MOST = 20_000;
const somebody = 'aaaaaaaaaaaaaaaaaaaa' as MemberId;

/** What a rule comes out as for everybody, on any day. */
export function alwaysOrNever(rule: Rule, setup: Setup, now: Instant): Decided {
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
export const covers = (wide: Rule, narrow: Rule, setup: Setup, now: Instant): boolean =>
  alwaysOrNever({ all: [narrow, { none: [wide] }] }, setup, now) === 'never';

/** One fact of somebody, made up for a day. */
type Make = (facts: Facts, at: Instant) => Facts;

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

/** The instants on either side of every window. */
function instantsOf(conditions: readonly Condition[], { doc }: Setup, now: Instant): Instant[] {
  const ends = conditions.flatMap((one) => {
    if (one.fact !== 'date') return [];
    const { from, until } = windowOf(one, doc.site.zone);
    return [from - 1, from, until - 1, until].filter(Number.isFinite);
  });
  return [...new Set([now, ...ends])];
}

/** Of each matter that is asked about, how it can be. */
function choicesOf(conditions: readonly Condition[], setup: Setup): Make[][] {
  const choices: Make[][] = [standings.map((standing) => (facts) => ({ ...facts, standing }))];
  const { zone } = setup.doc.site;
  const levels = new Map<string, Set<number>>();
  const groups = new Set<string>();
  const fields = new Map<string, FieldTest[]>();
  const domains = new Set<string>();
  const admitted = new Set<number>();
  const paid = new Map<string, Set<number>>();
  const lessons = new Set<string>();
  let owns = false;
  for (const one of conditions) {
    if (one.fact === 'level')
      for (const id of one.is) {
        const spans = levels.get(id) ?? new Set<number>();
        if (one.heldDays && one.when === 'now') spans.add(one.heldDays);
        levels.set(id, spans);
      }
    else if (one.fact === 'group') for (const id of one.is) groups.add(id);
    else if (one.fact === 'field') fields.set(one.field, [...(fields.get(one.field) ?? []), one.test]);
    else if (one.fact === 'mailDomain') for (const domain of one.is) domains.add(domain.toLowerCase());
    else if (one.fact === 'admittedFor') admitted.add(one.days);
    else if (one.fact === 'paidFor')
      for (const id of one.is) {
        const spans = paid.get(id) ?? new Set<number>();
        if (one.within) spans.add(one.within);
        paid.set(id, spans);
      }
    else if (one.fact === 'lessonDone') for (const id of one.is) lessons.add(id);
    else if (one.fact === 'ownsThis') owns = true;
  }
  /** So many days before that day, at its beginning. */
  const begun = new Map<number, Instant>();
  const before = (at: Instant, days: number): Instant => {
    if (days === 0) return at;
    const day = dayNumber(at, zone) - days;
    let first = begun.get(day);
    if (first === undefined) begun.set(day, (first = dayBegins(day, zone)));
    return first;
  };
  for (const [level, spans] of levels) {
    const held = (from: Instant, until: Instant | null): HeldTerm => ({ level: level as LevelId, from, until });
    const having =
      (term: (at: Instant) => HeldTerm | null): Make =>
      (facts, at) => {
        const made = term(at);
        return made ? { ...facts, terms: [...facts.terms, made] } : facts;
      };
    choices.push([
      having(() => null),
      having((at) => held(at - 9 * DAY, at - 5 * DAY)),
      ...[0, ...[...spans].flatMap((days) => [days - 1, days])].map((days) =>
        having((at) => held(before(at, days), null)),
      ),
      // Ended this very instant: another level that is held may go on from it without a gap.
      ...[...spans].map((days) => having((at) => held(before(at, days), at))),
    ]);
  }
  for (const group of groups)
    choices.push([(facts) => facts, (facts) => ({ ...facts, groups: [...facts.groups, group as GroupId] })]);
  if (domains.size)
    choices.push(
      [null, 'a@somewhere.else', ...[...domains].map((domain) => `a@${domain}`)].map((mail) => (facts) => ({
        ...facts,
        mail,
      })),
    );
  if (admitted.size)
    choices.push([
      (facts) => facts,
      ...[0, ...[...admitted].flatMap((days) => [Math.max(0, days - 1), days])].map((days): Make => (facts, at) => ({
        ...facts,
        admittedAt: before(at, days),
      })),
    ]);
  for (const [level, spans] of paid)
    choices.push([
      (facts) => facts,
      ...[0, ...[...spans].flatMap((days) => [days - 1, days])].map((days): Make => (facts, at) => ({
        ...facts,
        paid: [...facts.paid, { level: level as LevelId, at: before(at, days) }],
      })),
    ]);
  for (const lesson of lessons)
    choices.push([(facts) => facts, (facts) => ({ ...facts, lessons: [...facts.lessons, lesson as LessonId] })]);
  if (owns) choices.push([(facts) => facts, (facts) => ({ ...facts, owns: true })]);
  for (const [id, asked] of fields) {
    const field = setup.fields.get(id);
    if (!field) continue;
    choices.push([
      (facts) => facts,
      ...samplesOf(asked, facetOf(field.of)).map((value): Make => (facts) => ({
        ...facts,
        fields: { ...facts.fields, [id as FieldId]: value },
      })),
    ]);
  }
  return choices;
}
