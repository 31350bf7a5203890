/**
 * Purpose: the ways in: which change would open a shut door for this person, cheapest first.
 * How: each change a person can make is tried on a copy of their facts, and those that open the door are kept.
 * Nothing is promised that the rule would not grant.
 */
import { currentTerm, lastTerm, visitorFacts, type Facts } from '../facts';
import { addSpan } from '../kernel/calendar';
import type { SignupFormId, Instant, LevelId, MemberId } from '../kernel';
import { firstPayment, type SignupForm, type Grant, type PathItem, type Setup } from '../setup';
import { compile } from './compile';
import { layoutOf, prepare } from './prepare';
import type { Rule } from './rule';

export type WayIn =
  | { readonly by: 'signIn' }
  | { readonly by: 'join'; readonly form: SignupFormId; readonly level: LevelId | null }
  | { readonly by: 'finish' }
  | { readonly by: 'renew'; readonly level: LevelId }
  | { readonly by: 'changeLevel'; readonly level: LevelId };

const someone = 'aaaaaaaaaaaaaaaaaaaa' as MemberId;

/** The ways in for one person, cheapest first. Empty when nothing a person can do opens the door. */
export function waysIn(rule: Rule, facts: Facts, now: Instant, setup: Setup): WayIn[] {
  const opens = compile(rule, layoutOf(setup));
  const layout = layoutOf(setup);
  const would = (changed: Facts) => opens(prepare(layout, changed, now));
  if (would(facts)) return [];
  const found: { way: WayIn; cost: number }[] = [];
  const add = (cost: number, way: WayIn) => void found.push({ way, cost });

  if (facts.member === null) {
    const joins = setup.doc.forms.flatMap((form) =>
      afterJoining(form, facts, now, setup).filter((c) => would(c.facts)),
    );
    for (const { form, level, cost } of joins) add(cost, { by: 'join', form: form.id, level });
    // Whoever is a member already needs only to sign in; offered when any kind of membership would open it.
    if (joins.length > 0 || setup.doc.levels.some((level) => would(withLevel(admitted(facts, now), level.id, now)))) {
      add(-1, { by: 'signIn' });
    }
  } else if (facts.standing === 'applicant') {
    const paths = setup.doc.paths.filter((path) => would(granted(admitted(facts, now), path.grants, now, setup)));
    if (paths.length > 0) add(0, { by: 'finish' });
  } else {
    const last = lastTerm(facts);
    const running = currentTerm(facts, now);
    if (!running && last && would(withLevel(admitted(facts, now), last.level, now)))
      // First whatever it costs: it is the way back that the person knows.
      add(-1, { by: 'renew', level: last.level });
    for (const level of setup.doc.levels) {
      if (level.id === running?.level || (!running && level.id === last?.level)) continue;
      if (would(withLevel(admitted(facts, now), level.id, now)))
        add(price(setup, level.id), { by: 'changeLevel', level: level.id });
    }
  }
  return found.sort((a, b) => a.cost - b.cost).map(({ way }) => way);
}

const price = (setup: Setup, level: string) => {
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
export function granted(facts: Facts, grants: readonly Grant[], now: Instant, setup: Setup): Facts {
  const layout = layoutOf(setup);
  return grants.reduce((next, grant) => {
    if (grant.when && !compile(grant.when, layout)(prepare(layout, facts, now))) return next;
    if ('group' in grant)
      return next.groups.includes(grant.group) ? next : { ...next, groups: [...next.groups, grant.group] };
    const until = grant.lasts ? addSpan(now, grant.lasts, setup.doc.site.zone) : null;
    return { ...next, terms: [...next.terms, { level: grant.level, from: now, until }] };
  }, facts);
}

function afterJoining(form: SignupForm, facts: Facts, now: Instant, setup: Setup) {
  const path: PathItem | undefined = setup.paths.get(form.path);
  if (!path) return [];
  const after = granted(admitted(facts === visitorFacts ? { ...visitorFacts } : facts, now), path.grants, now, setup);
  const level = after.terms[0]?.level ?? null;
  return [{ form, facts: after, level, cost: level ? price(setup, level) : 0 }];
}
