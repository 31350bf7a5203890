/**
 * Purpose: what was known of a person on an earlier day, from what is dated: changes of standing, terms, groups.
 * Invariant: nothing that came later shows; a day before the person came tells that nobody was here yet.
 */
import type { Instant } from '../kernel';
import type { GroupId } from '../kernel';
import type { Facts, Standing } from './facts';

/** The dated past of a person. `standings` in any order; a group's `since` is when it was joined. */
export type Past = {
  readonly standings: readonly { readonly at: Instant; readonly standing: Standing }[];
  readonly groups: readonly { readonly group: GroupId; readonly since: Instant }[];
};

/** The facts at the instant `at`, which is not later than now; null where the person was not here yet. */
export function factsAsOf(facts: Facts, past: Past, at: Instant): Facts | null {
  if (facts.joinedAt === null || facts.joinedAt > at) return null;
  const changes = [...past.standings].sort((a, b) => a.at - b.at).filter((change) => change.at <= at);
  const last = changes[changes.length - 1] ?? { at: facts.joinedAt, standing: 'applicant' as const };
  return {
    ...facts,
    standing: last.standing,
    standingSince: last.at,
    admittedAt: facts.admittedAt !== null && facts.admittedAt <= at ? facts.admittedAt : null,
    terms: facts.terms.filter((term) => term.from <= at),
    paid: facts.paid.filter((payment) => payment.at <= at),
    groups: past.groups.filter(({ since }) => since <= at).map(({ group }) => group),
  };
}
