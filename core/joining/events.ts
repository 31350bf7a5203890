/**
 * Purpose: the words of joining: states, what can happen, what the shell must do, and why a move is not made.
 */
import { z } from 'zod';
import type { HeldTerm } from '../facts';
import type { GroupId, LevelId, MessageId } from '../kernel';

export const ApplicationState = z.enum(['open', 'admitted', 'declined', 'outOfTime', 'withdrawn']);
export type ApplicationState = z.infer<typeof ApplicationState>;

/** What happened, newest last. `by` is a staff member's name where one acted. */
export const Happening = z.object({
  at: z.number(),
  what: z.enum([
    'submitted',
    'codeSent',
    'wrongCode',
    'codeVoided',
    'emailConfirmed',
    'reviewersReminded',
    'limitExtended',
    'questionAsked',
    'questionAnswered',
    'approved',
    'declined',
    'admitted',
    'outOfTime',
    'withdrawn',
    'approvalUndone',
    'reopened',
    'appliedAgain',
    'gateRemoved',
    'pathRemoved',
    'oneYes',
    'passedByRule',
    'declinedByRule',
    'wentAnotherWay',
    'profileCompleted',
    'applicantReminded',
    'waitsForPlace',
    'placeGiven',
    'paid',
    'paymentRefused',
    'askedToPayAgain',
  ]),
  by: z.string().optional(),
  note: z.string().optional(),
});
export type Happening = z.infer<typeof Happening>;

/** Everything that can happen to an application. */
export type JoiningEvent =
  | { readonly it: 'submitted' }
  /** `serial`: the number of the code that was typed, or null when it is no code of this application. */
  | { readonly it: 'codeEntered'; readonly serial: number | null }
  | { readonly it: 'linkOpened'; readonly serial: number }
  | { readonly it: 'resendAsked' }
  /** `who`: the member of staff, where several have to say yes. */
  | { readonly it: 'approved'; readonly by: string; readonly who?: string }
  | { readonly it: 'declined'; readonly by: string; readonly reason: string }
  | { readonly it: 'questionAsked'; readonly by: string; readonly text: string }
  | { readonly it: 'answerGiven'; readonly text: string }
  /** The further form that a gate asks for was sent. */
  | { readonly it: 'formCompleted' }
  /** The first payment has come: what was paid, in words, and the term it is for. */
  | { readonly it: 'paid'; readonly says: string; readonly term: HeldTerm }
  | { readonly it: 'paymentRefused'; readonly reason: string }
  /** Whether there is a place on its form. */
  | { readonly it: 'placeGiven' }
  | { readonly it: 'noPlace' }
  | { readonly it: 'approvalUndone'; readonly by: string }
  /** A declined or closed application is taken up again. */
  | { readonly it: 'reopened'; readonly by: string }
  /** Its applicant asks anew, with the same answers. */
  | { readonly it: 'appliedAgain' }
  | { readonly it: 'withdrawn' }
  | { readonly it: 'timePassed' };

/** The events that a gate decides; the others are decided whatever the gate. */
export type GateEvent = Exclude<
  JoiningEvent,
  { it: 'submitted' | 'withdrawn' | 'approvalUndone' | 'reopened' | 'appliedAgain' }
>;

/** What the shell must do, as data, in order. */
export type Effect =
  | { readonly do: 'signIn' }
  | { readonly do: 'sendCode'; readonly message: MessageId; readonly serial: number; readonly expiresAt: number }
  /** `at`: when the letter may leave, where that is later than now. */
  | {
      readonly do: 'send';
      readonly message: MessageId;
      readonly reason?: string;
      readonly question?: string;
      readonly at?: number;
    }
  /** Takes back the letters that have not left yet. */
  | { readonly do: 'unsend' }
  /** The address has been shown to be this person's: it belongs to this member alone from now on. */
  | { readonly do: 'claimAddress' }
  | { readonly do: 'tellReviewers'; readonly message: MessageId }
  | { readonly do: 'startTimer'; readonly at: number }
  | { readonly do: 'cancelTimer' }
  | { readonly do: 'setStanding'; readonly standing: 'applicant' | 'admitted' | 'declined' | 'closed' }
  | {
      readonly do: 'giveLevel';
      readonly level: LevelId;
      readonly from: number;
      readonly until: number | null;
      readonly paidUntil?: number | null;
    }
  | { readonly do: 'takeLevel'; readonly level: LevelId; readonly from: number }
  | { readonly do: 'giveGroup'; readonly group: GroupId }
  | { readonly do: 'takeGroup'; readonly group: GroupId }
  | { readonly do: 'purge' };

/** Why a move is not made. Each carries what a person needs to go on. */
export type JoiningRefusal =
  | { readonly code: 'application-ended'; readonly state: ApplicationState }
  | { readonly code: 'already-submitted' }
  | { readonly code: 'not-at-this-gate' }
  | { readonly code: 'email-already-confirmed' }
  | { readonly code: 'code-wrong'; readonly left: number }
  | { readonly code: 'code-void' }
  | { readonly code: 'code-expired' }
  | { readonly code: 'code-replaced' }
  | { readonly code: 'resend-too-soon'; readonly at: number }
  | { readonly code: 'resend-limit'; readonly at: number }
  | { readonly code: 'reason-needed' }
  | { readonly code: 'question-needed' }
  | { readonly code: 'question-open' }
  | { readonly code: 'no-question' }
  | { readonly code: 'answer-needed' }
  | { readonly code: 'too-late-to-undo' }
  | { readonly code: 'not-ended' }
  /** `at`: from when on; null where the path takes nobody a second time. */
  | { readonly code: 'again-too-soon'; readonly at: number | null }
  | { readonly code: 'said-yes-already' };
