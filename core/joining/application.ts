/**
 * Purpose: one person's way along an admission path, as a value.
 * Invariant: `state` is `open` exactly while `gate` points at a gate of the path and `detail` is that gate's own.
 */
import { z } from 'zod';
import { FieldValue, HeldTerm } from '../facts';
import type { LevelId, MessageId } from '../kernel';
import { ApplicationId, FieldId, GroupId, SignupFormId, MemberId, PathId, TopicId } from '../kernel';

export const ApplicationState = z.enum(['open', 'admitted', 'declined', 'outOfTime', 'withdrawn']);
export type ApplicationState = z.infer<typeof ApplicationState>;

/** The gate *Confirm email*: which code is live. Codes are numbered; the secret itself is never known here. */
const ConfirmDetail = z.object({
  kind: z.literal('confirmEmail'),
  serial: z.number(),
  sentAt: z.number(),
  expiresAt: z.number(),
  wrong: z.number(),
  void: z.boolean(),
  /** When codes were sent, to count those of one day. */
  sends: z.array(z.number()),
});
export type ConfirmDetail = z.infer<typeof ConfirmDetail>;

const ReviewDetail = z.object({
  kind: z.literal('review'),
  reminded: z.boolean(),
  /** How often the limit was put off by `askAgain`. */
  extended: z.number(),
  question: z.object({ text: z.string(), by: z.string(), at: z.number(), answer: z.string().nullable() }).nullable(),
});
export type ReviewDetail = z.infer<typeof ReviewDetail>;

export const GateDetail = z.discriminatedUnion('kind', [ConfirmDetail, ReviewDetail]);
export type GateDetail = z.infer<typeof GateDetail>;

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
  ]),
  by: z.string().optional(),
  note: z.string().optional(),
});
export type Happening = z.infer<typeof Happening>;

export const Answers = z.object({
  name: z.string(),
  mail: z.string(),
  fields: z.record(FieldId, FieldValue),
  agreed: z.array(z.object({ id: FieldId, version: z.number() })),
  topics: z.array(TopicId),
});
export type Answers = z.infer<typeof Answers>;

/** What a yes has changed, kept until its letter leaves, so that it can be taken back exactly. */
const Undo = z.object({
  until: z.number(),
  gate: z.number(),
  gateSince: z.number(),
  dueAt: z.number().nullable(),
  limitAt: z.number().nullable(),
  detail: GateDetail.nullable(),
  terms: z.array(HeldTerm),
  groups: z.array(GroupId),
});

export const Application = z.object({
  id: ApplicationId,
  member: MemberId,
  form: SignupFormId,
  /** The set-up revision whose form was answered. */
  revision: z.number(),
  path: PathId,
  answers: Answers,
  submittedAt: z.number(),
  state: ApplicationState,
  gate: z.number(),
  gateSince: z.number(),
  /** When the clock next has something to do with this application; null when never. */
  dueAt: z.number().nullable(),
  /** When the current gate runs out of time. */
  limitAt: z.number().nullable(),
  detail: GateDetail.nullable(),
  history: z.array(Happening),
  endedAt: z.number().nullable(),
  undo: Undo.nullable().default(null),
});
export type Application = z.infer<typeof Application>;

/** Everything that can happen to an application. */
export type JoiningEvent =
  | { readonly it: 'submitted' }
  /** `serial`: the number of the code that was typed, or null when it is no code of this application. */
  | { readonly it: 'codeEntered'; readonly serial: number | null }
  | { readonly it: 'linkOpened'; readonly serial: number }
  | { readonly it: 'resendAsked' }
  | { readonly it: 'approved'; readonly by: string }
  | { readonly it: 'declined'; readonly by: string; readonly reason: string }
  | { readonly it: 'questionAsked'; readonly by: string; readonly text: string }
  | { readonly it: 'answerGiven'; readonly text: string }
  | { readonly it: 'approvalUndone'; readonly by: string }
  /** A declined or closed application is taken up again. */
  | { readonly it: 'reopened'; readonly by: string }
  | { readonly it: 'withdrawn' }
  | { readonly it: 'timePassed' };

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
  | { readonly do: 'giveLevel'; readonly level: LevelId; readonly from: number; readonly until: number | null }
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
  | { readonly code: 'not-ended' };

/**
 * One step. `told` is a refusal that has to be told although the state moved on (a wrong code is counted).
 */
export type Step = {
  readonly application: Application;
  readonly effects: readonly Effect[];
  readonly told: JoiningRefusal | null;
};
