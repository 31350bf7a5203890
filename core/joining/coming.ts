/**
 * Purpose: what the clock will do with an application if nobody acts.
 * Invariant: found by `advance` itself on a copy, so that what is foretold is what happens.
 */
import type { Instant } from '../kernel';
import type { JoiningSetup } from './setup';
import { advance } from './advance';
import type { Application } from './application';
import type { Happening } from './events';
import type { WalkedPath } from './path';

export type Foretold =
  | 'applicantReminded'
  | 'askedToPayAgain'
  | 'reviewersReminded'
  | 'limitExtended'
  | 'letThrough'
  | 'closed'
  | 'sweptAway';
export type Coming = { readonly at: Instant; readonly what: Foretold };

/** Which happenings the clock can bring about; null for those that need somebody. */
const foretold: Record<Happening['what'], Foretold | null> = {
  submitted: null,
  codeSent: null,
  wrongCode: null,
  codeVoided: null,
  emailConfirmed: null,
  reviewersReminded: 'reviewersReminded',
  limitExtended: 'limitExtended',
  questionAsked: null,
  questionAnswered: null,
  approved: 'letThrough',
  declined: null,
  admitted: null,
  outOfTime: 'closed',
  withdrawn: null,
  approvalUndone: null,
  reopened: null,
  appliedAgain: null,
  gateRemoved: null,
  pathRemoved: 'closed',
  oneYes: null,
  passedByRule: null,
  declinedByRule: null,
  wentAnotherWay: null,
  profileCompleted: null,
  applicantReminded: 'applicantReminded',
  waitsForPlace: null,
  placeGiven: null,
  paid: null,
  paymentRefused: null,
  askedToPayAgain: 'askedToPayAgain',
};

/** What comes by itself until the instant `until`, in order. */
export function comingOf(
  path: WalkedPath | undefined,
  application: Application,
  until: Instant,
  setup: JoiningSetup,
): Coming[] {
  const coming: Coming[] = [];
  let state = application;
  while (state.state === 'open' && state.dueAt !== null && state.dueAt <= until) {
    const at = state.dueAt;
    const step = advance(path, state, { it: 'timePassed' }, at, setup);
    if (!step.ok) break;
    const purged = step.value.effects.some((effect) => effect.do === 'purge');
    for (const { what } of step.value.application.history.slice(state.history.length)) {
      const says = foretold[what];
      if (says) coming.push({ at, what: purged ? 'sweptAway' : says });
    }
    // Never so, but a foretelling must not hang on it.
    if ((step.value.application.dueAt ?? Infinity) <= at) break;
    state = step.value.application;
  }
  return coming;
}
