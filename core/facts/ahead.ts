/**
 * Purpose: what will be known of a person on a day to come, if nobody does anything: whose membership ends by then has
 * lapsed. One that renews is held until its grace is over, since nobody has paid by then; so terms end on the day that is
 * looked at, for a single person and for everybody alike.
 */
import type { Instant } from '../kernel';
import { currentTerm, type Facts } from './facts';

/** The facts at the instant `at`, which is not earlier than `now`. */
export function factsAhead(facts: Facts, now: Instant, at: Instant): Facts {
  if (facts.standing !== 'admitted' || !currentTerm(facts, now) || currentTerm(facts, at)) return facts;
  const ends = facts.terms.map(({ until }) => until ?? at).filter((until) => until > now && until <= at);
  return { ...facts, standing: 'lapsed', standingSince: Math.max(now, ...ends) };
}
