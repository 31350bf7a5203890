/**
 * Purpose: the ways in: which change would open a shut door for this person, cheapest first.
 * How: each change a person can make is tried on a copy of their facts, and those that open the door are kept.
 * Nothing is promised that the rule would not grant on the day that is looked at, nor a form that cannot be sent then or a
 * level that is not sold: the form and the payment are asked by the functions that decide about them. Nobody is left
 * without a word: a visitor may always be somebody whom it lets in, and whom nothing helps may ask.
 */
import { kindOf } from './gates';
import { currentTerm, lastTerm, visitorFacts, type Facts } from '../facts';
import { addSpan } from '../kernel/calendar';
import { type Instant, type LevelId, type MemberId, type PathId, type AnyFormId } from '../kernel';
import { conditionKindOf } from '../doors/conditions';
import { conditionsOf, type Rule } from '../doors/rule';
import { pathOfForm, type AnyForm } from '../forms';
import { shutBecause } from '../forms';
import { offeredBy } from './offers';
import type { Grant, PathItem, WalkedPath } from './path';
import { firstPayment } from '../levels';
import type { JoiningSetup } from './setup';
import { doorsOf } from '../doors/doors';

export type WayIn =
  | { readonly by: 'signIn' }
  | { readonly by: 'join'; readonly form: AnyFormId; readonly level: LevelId | null }
  | { readonly by: 'finish' }
  /** It opens by itself at that instant. */
  | { readonly by: 'wait'; readonly at: Instant }
  /** Nothing that a person can do by themselves opens it. */
  | { readonly by: 'ask' }
  /** Their own pause ends as soon as they say so. */
  | { readonly by: 'comeBack' }
  | { readonly by: 'renew'; readonly level: LevelId }
  | { readonly by: 'changeLevel'; readonly level: LevelId };

const someone = 'aaaaaaaaaaaaaaaaaaaa' as MemberId;

const none: ReadonlySet<string> = new Set();

/**
 * The ways in for one person, cheapest first. Empty only where the door is open.
 * @param path the path an applicant is on; null where it is not known, and then nothing is promised of it
 * @param full the forms whose places are all taken
 */
export function waysIn(
  rule: Rule,
  facts: Facts,
  now: Instant,
  setup: JoiningSetup,
  path: PathId | null = null,
  full: ReadonlySet<string> = none,
): WayIn[] {
  const doors = doorsOf(setup);
  const opens = doors.meets(rule);
  const would = (changed: Facts, at = now) => opens(doors.prepare(changed, at));
  if (would(facts)) return [];
  const found: { way: WayIn; cost: number }[] = [];
  const add = (cost: number, way: WayIn) => void found.push({ way, cost });

  if (facts.member === null) {
    const joins = setup.doc.forms.flatMap((form) =>
      form.retired || full.has(form.id) ? [] : afterJoining(form, facts, now, setup).filter((c) => would(c.facts)),
    );
    for (const { form, level, cost } of joins) add(cost, { by: 'join', form: form.id, level });
    // Whoever is a member already may be one whom it lets in, by level, group or whatever else is known of them.
    add(-1, { by: 'signIn' });
  } else if (facts.standing === 'applicant') {
    const own = path === null ? undefined : setup.paths.get(path);
    if (own && afterPath(own, facts, now, setup).some((c) => would(c.facts))) add(0, { by: 'finish' });
  } else if (facts.standing === 'paused') {
    if (would({ ...facts, standing: 'admitted' }) || heldAgain(facts, now).some((again) => would(again)))
      add(0, { by: 'comeBack' });
  } else if (facts.standing === 'admitted' || facts.standing === 'lapsed') {
    const last = lastTerm(facts);
    const running = currentTerm(facts, now);
    if (!running && last && isSold(last.level, setup) && would(withLevel(admitted(facts, now), last.level, now)))
      // First whatever it costs: it is the way back that the person knows.
      add(-1, { by: 'renew', level: last.level });
    for (const level of setup.doc.levels) {
      if (!isSold(level.id, setup) || level.id === running?.level || (!running && level.id === last?.level)) continue;
      // What a path alone leads to is taken by nobody of themselves, unless they have held it before.
      if (level.byPath && !facts.terms.some((term) => term.level === level.id)) continue;
      if (would(withLevel(admitted(facts, now), level.id, now)))
        add(price(setup, level.id), { by: 'changeLevel', level: level.id });
    }
  }
  const at = facts.member === null ? null : opensAt(rule, facts, now, setup, would);
  if (at !== null) add(-2, { by: 'wait', at });
  if (found.length === 0) add(0, { by: 'ask' });
  return found.sort((a, b) => a.cost - b.cost).map(({ way }) => way);
}

/** The first instant at which time alone opens a door: a window begins, or something has been held for long enough. */
function opensAt(
  rule: Rule,
  facts: Facts,
  now: Instant,
  setup: JoiningSetup,
  would: (facts: Facts, at: Instant) => boolean,
): Instant | null {
  const marks = conditionsOf(rule).flatMap((one) => conditionKindOf(one).marks(one, facts, now, setup));
  const coming = marks.filter((mark) => Number.isFinite(mark) && mark > now);
  return coming.sort((a, b) => a - b).find((mark) => would(facts, mark)) ?? null;
}

/** Whether a level can be taken at some price: what is offered where it is paid for. */
const isSold = (level: LevelId, setup: JoiningSetup): boolean => offeredBy([{ level }], setup.levels).length > 0;

/** Whoever pauses, with each level that waits for them held again. */
const heldAgain = (facts: Facts, now: Instant): Facts[] =>
  [...new Set(facts.terms.map(({ level }) => level))].map((level) => withLevel(admitted(facts, now), level, now));

const price = (setup: JoiningSetup, level: string) => {
  const item = setup.levels.get(level);
  return item ? firstPayment(item) : Infinity;
};

const admitted = (facts: Facts, now: Instant): Facts => ({
  ...facts,
  member: facts.member ?? someone,
  standing: 'admitted',
  standingSince: now,
  admittedAt: facts.admittedAt ?? now,
});

const withLevel = (facts: Facts, level: LevelId, now: Instant): Facts => ({
  ...facts,
  terms: [...facts.terms, { level, from: now, until: null }],
});

/** The facts after a path's grants. A grant that hangs on an answer is given only where the answer is known. */
export function granted(facts: Facts, grants: readonly Grant[], now: Instant, setup: JoiningSetup): Facts {
  const doors = doorsOf(setup);
  let ready: ReturnType<typeof doors.prepare> | undefined;
  const terms = [...facts.terms];
  const groups = [...facts.groups];
  for (const grant of grants) {
    if (grant.when && !doors.meets(grant.when)((ready ??= doors.prepare(facts, now)))) continue;
    if (!('group' in grant)) {
      const until = grant.lasts ? addSpan(now, grant.lasts, setup.doc.site.zone) : null;
      terms.push({ level: grant.level, from: now, until });
    } else if (!groups.includes(grant.group)) groups.push(grant.group);
  }
  return { ...facts, terms, groups };
}

function afterJoining(form: AnyForm, facts: Facts, now: Instant, setup: JoiningSetup) {
  const path: PathItem | undefined = setup.paths.get(pathOfForm(form) ?? '');
  // Who cannot come by it of themselves is not sent there.
  if (!path || form.invited || shutBecause(form, now, setup.doc.site) !== null) return [];
  return afterPath(path, facts, now, setup).map((after) => {
    const level = after.facts.terms[0]?.level ?? null;
    return { form, facts: after.facts, level, cost: level ? price(setup, level) : 0 };
  });
}

/** The levels that are paid for on a path, by everybody who walks it. */
export const paidOn = ({ gates }: Pick<WalkedPath, 'gates'>): LevelId[] => [
  ...new Set(
    gates.flatMap((gate) =>
      'when' in gate && gate.when
        ? []
        : kindOf(gate)
            .offers(gate)
            .map(({ level }) => level),
    ),
  ),
];

/** The facts at the end of a path: one set for each level that may be paid for on the way. */
function afterPath(path: PathItem, facts: Facts, now: Instant, setup: JoiningSetup): { facts: Facts }[] {
  const after = granted(admitted(facts === visitorFacts ? { ...visitorFacts } : facts, now), path.grants, now, setup);
  const paid = paidOn(path).filter((id) => setup.levels.has(id));
  if (paid.length === 0) return [{ facts: after }];
  return paid.map((level) => ({
    facts: {
      ...after,
      terms: [{ level, from: now, until: null }, ...after.terms],
      paid: [...after.paid, { level, at: now }],
    },
  }));
}
