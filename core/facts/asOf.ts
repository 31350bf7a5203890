/**
 * Purpose: what was known of a person on an earlier day, from what is dated: changes of standing, answers, terms, groups.
 * Invariant: nothing that came later shows; a day before the person came tells that nobody was here yet.
 */
import type { Instant } from '../kernel';
import type { GroupId } from '../kernel';
import type { Facts, FieldValue, Standing } from './facts';

/** The dated past of a person. `standings` in any order; a group's `since` is when it was joined. */
export type Past = {
  readonly standings: readonly { readonly at: Instant; readonly standing: Standing }[];
  readonly groups: readonly { readonly group: GroupId; readonly since: Instant }[];
  /**
   * What was answered before it was changed at `until`, in any order; null where nothing was. Under '' the name. Of a
   * field without such a row the answer has always been what it is.
   */
  readonly answers: readonly { readonly field: string; readonly until: Instant; readonly value: FieldValue | null }[];
};

/** The facts at the instant `at`, which is not later than now; null where the person was not here yet. */
export function factsAsOf(facts: Facts, past: Past, at: Instant): Facts | null {
  if (facts.joinedAt === null || facts.joinedAt > at) return null;
  const changes = [...past.standings].sort((a, b) => a.at - b.at).filter((change) => change.at <= at);
  const last = changes[changes.length - 1] ?? { at: facts.joinedAt, standing: 'applicant' as const };
  const fields: Record<string, FieldValue> = { ...facts.fields };
  let { name } = facts;
  // The latest change first, so that what stood at the instant is left at the end.
  for (const { field, until, value } of [...past.answers].sort((a, b) => b.until - a.until)) {
    if (until <= at) break;
    if (field === '') name = typeof value === 'string' ? value : name;
    else if (value === null) delete fields[field];
    else fields[field] = value;
  }
  return {
    ...facts,
    name,
    fields: fields as Facts['fields'],
    standing: last.standing,
    standingSince: last.at,
    admittedAt: facts.admittedAt !== null && facts.admittedAt <= at ? facts.admittedAt : null,
    terms: facts.terms.filter((term) => term.from <= at),
    paid: facts.paid.filter((payment) => payment.at <= at),
    groups: past.groups.filter(({ since }) => since <= at).map(({ group }) => group),
  };
}
