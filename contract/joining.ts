/** Joining, as the one who joins sees it: the form, the code, the way through the gates. */
import { z } from 'zod';
import { GateSight } from '../core/joining/gates';
import { endpoint } from './access';
import { AnswerLine, ShownForm, RawAnswerInput } from './form.view';
import { PayView } from './money';
import type { ProblemList } from './problems';

export const GateView = z.object({
  number: z.number(),
  title: z.string(),
  says: z.string(),
  state: z.enum(['done', 'now', 'toCome']),
});

export const JoiningView = z.object({
  kind: z.literal('joining'),
  title: z.string(),
  heading: z.string(),
  sent: z.string(),
  state: z.enum(['open', 'admitted', 'declined', 'outOfTime', 'withdrawn']),
  answers: z.array(AnswerLine),
  gates: z.array(GateView),
  /** What is to be done at the gate that is open now. */
  act: GateSight.nullable(),
  /** The further form that the gate asks for. */
  further: ShownForm.nullable(),
  /** What is to be paid at the gate, and how. */
  pay: PayView.nullable(),
  outcome: z.object({ says: z.string(), href: z.string(), label: z.string() }).nullable(),
  /** Applying again: what is said of it, and whether it can be done by now; null where it cannot be. */
  again: z.object({ says: z.string(), now: z.boolean() }).nullable(),
});
export type JoiningView = z.infer<typeof JoiningView>;

/** The places of joining. */
export const joiningPlaces = [
  ShownForm.extend({
    kind: z.literal('join'),
    /** The secret of the invitation it was opened by, to be sent along; '' without. */
    invitation: z.string(),
    /** What is to be known before it is filled in; null for nothing. */
    before: z.string().nullable(),
    /** What has to be paid on the way, a price a line; null for nothing. */
    costs: z.object({ says: z.string(), prices: z.array(z.string()) }).nullable(),
    /** The key of this one sending, and when it was made (milliseconds of real time). */
    once: z.string(),
    opened: z.number(),
    gates: z.array(GateView),
  }),
  JoiningView,
  z.object({
    kind: z.literal('confirm'),
    title: z.string(),
    token: z.string(),
    state: z.enum(['ready', 'done', 'gone']),
    says: z.string(),
    answers: z.array(AnswerLine),
    /** Whether this browser did not send the form, so that its reader chooses the password. */
    choosesPassword: z.boolean(),
  }),
  z.object({ kind: z.literal('withdrawn'), title: z.string() }),
] as const;

export const joiningProblems = {
  'code-wrong': { status: 422, title: 'That is not the code we sent' },
  'code-void': { status: 410, title: 'This code no longer works' },
  'code-expired': { status: 410, title: 'This code is too old' },
  'code-replaced': { status: 410, title: 'There is a newer code' },
  'resend-too-soon': { status: 429, title: 'A new code was sent just now' },
  'resend-limit': { status: 429, title: 'That was the last code for today' },
  'not-at-this-gate': { status: 409, title: 'The application is at another gate' },
  'form-shut': { status: 409, title: 'This form cannot be sent now' },
  'again-too-soon': { status: 409, title: 'You cannot apply again yet' },
  'text-needed': { status: 422, title: 'Write something first' },
} as const satisfies ProblemList;

const Going = z.object({ next: z.string() });
const done = z.object({ done: z.literal(true) });
/** From a signup form to the last gate. */
export const joining = {
  join: endpoint('anyone', 'POST', '/site/join/{form}', 'Sends a signup form')
    .input(
      z.object({
        form: z.string().max(60),
        /** Idempotency key: the same key sends the form once. */
        once: z.uuid(),
        answers: z.record(z.string().max(60), RawAnswerInput),
        /** Sent from within another site, where no cookie is left behind. */
        embedded: z.boolean().default(false),
        /** The secret of an invitation. */
        invitation: z.string().max(100).default(''),
        /** Left empty by people; filled in by programs that fill in everything. */
        website: z.string().max(500).default(''),
        /** Milliseconds the form was open. */
        took: z.number().min(0).default(0),
      }),
    )
    .output(Going),
  enterCode: endpoint('member', 'POST', '/site/joining/code', 'Enters the code from the mail')
    .input(z.object({ code: z.string().max(40) }))
    .output(Going),
  resend: endpoint('member', 'POST', '/site/joining/resend', 'Asks for a new code').output(done),
  answer: endpoint('member', 'POST', '/site/joining/answer', 'Answers the reviewer’s question')
    .input(z.object({ text: z.string().max(4000) }))
    .output(done),
  complete: endpoint('member', 'POST', '/site/joining/form', 'Sends the further form that a gate asks for')
    .input(z.object({ answers: z.record(z.string().max(60), RawAnswerInput) }))
    .output(Going),
  applyAgain: endpoint('member', 'POST', '/site/joining/again', 'Applies again with the same answers').output(Going),
  withdraw: endpoint('member', 'POST', '/site/joining/withdraw', 'Withdraws the application and erases it').output(
    Going,
  ),
  confirm: endpoint('anyone', 'POST', '/site/confirm', 'Confirms an address by its link and signs its reader in')
    .input(
      z.object({
        token: z.string().max(100),
        /** The sign-up's password from now on; not asked of the browser that sent the form. */
        password: z.string().max(400).default(''),
      }),
    )
    .output(Going),
  discard: endpoint('anyone', 'POST', '/site/confirm/discard', 'Throws a sign-up away, by the link in its letter')
    .input(z.object({ token: z.string().max(100) }))
    .output(Going),
};
