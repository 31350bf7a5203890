/** What the public site asks of the server. */
import { z } from 'zod';
import { SessionId } from '../core/kernel';

import { BlockView, MenuLink, PageView } from '../core/pages/view';
import { endpoint } from './access';
import { FieldInput, FieldKind } from '../core/fields';
import { GateSight } from '../core/joining/gates';

export { BlockView, MenuLink, PageView };

const GateView = z.object({
  number: z.number(),
  title: z.string(),
  says: z.string(),
  state: z.enum(['done', 'now', 'toCome']),
});

/** One question of a form as the browser needs it. Limits are checked again by the server, which alone decides. */
export const QuestionView = z.object({
  name: z.string(),
  label: z.string(),
  help: z.string().nullable(),
  required: z.boolean(),
  half: z.boolean(),
  /** The definition its answers are read by, for a browser to see when one is right; null for what is no field. */
  of: FieldKind.nullable(),
  role: z.enum(['name', 'mail']).nullable(),
  input: FieldInput,
});
export type QuestionView = z.infer<typeof QuestionView>;

export const ShellView = z.object({
  siteName: z.string(),
  mark: z.object({ size: z.number(), stroke: z.number(), paths: z.array(z.string()) }).nullable(),
  menu: z.array(MenuLink),
  /** Who is signed in, or null. */
  viewer: z.object({ name: z.string(), note: z.string(), application: z.boolean() }).nullable(),
  canJoin: MenuLink.nullable(),
});
export type ShellView = z.infer<typeof ShellView>;

export const SessionView = z.object({ id: z.string(), device: z.string(), seen: z.string(), here: z.boolean() });
export type SessionView = z.infer<typeof SessionView>;

export const JoiningView = z.object({
  kind: z.literal('joining'),
  title: z.string(),
  heading: z.string(),
  sent: z.string(),
  state: z.enum(['open', 'admitted', 'declined', 'outOfTime', 'withdrawn']),
  answers: z.array(z.object({ label: z.string(), value: z.string() })),
  gates: z.array(GateView),
  /** What is to be done at the gate that is open now. */
  act: GateSight.nullable(),
  outcome: z.object({ says: z.string(), href: z.string(), label: z.string() }).nullable(),
});
export type JoiningView = z.infer<typeof JoiningView>;

/** What one address shows to one viewer. */
export const PlaceView = z.discriminatedUnion('kind', [
  PageView.extend({ kind: z.literal('page') }),
  z.object({
    kind: z.literal('join'),
    title: z.string(),
    form: z.string(),
    intro: z.string(),
    questions: z.array(QuestionView),
    /** The key of this one sending, and when it was made (milliseconds of real time). */
    once: z.string(),
    opened: z.number(),
    sendLabel: z.string(),
    sendNote: z.string().nullable(),
    gates: z.array(GateView),
  }),
  JoiningView,
  z.object({
    kind: z.literal('confirm'),
    title: z.string(),
    token: z.string(),
    state: z.enum(['ready', 'done', 'gone']),
    says: z.string(),
    answers: z.array(z.object({ label: z.string(), value: z.string() })),
    /** Whether this browser did not send the form, so that its reader chooses the password. */
    choosesPassword: z.boolean(),
  }),
  z.object({ kind: z.literal('signIn'), title: z.string(), next: z.string() }),
  z.object({ kind: z.literal('alreadyIn'), title: z.string(), name: z.string(), next: z.string() }),
  z.object({ kind: z.literal('forgotten'), title: z.string() }),
  z.object({ kind: z.literal('reset'), title: z.string(), token: z.string(), usable: z.boolean() }),
  z.object({
    kind: z.literal('account'),
    title: z.string(),
    name: z.string(),
    mail: z.string(),
    standing: z.string(),
    level: z.string().nullable(),
    groups: z.string().nullable(),
    sessions: z.array(SessionView),
  }),
  z.object({ kind: z.literal('withdrawn'), title: z.string() }),
  z.object({ kind: z.literal('missing'), title: z.string() }),
]);
export type PlaceView = z.infer<typeof PlaceView>;

/** What became of a form that was sent without script: the place is shown again with it. Null where none was sent. */
export const Attempt = z.object({
  form: z.string(),
  through: z.boolean(),
  faults: z.array(z.object({ at: z.string(), label: z.string(), says: z.string() })),
  trouble: z.string().nullable(),
  /** What was typed, without passwords and codes. */
  typed: z.record(z.string(), z.union([z.string(), z.boolean(), z.array(z.string())])),
});
export type Attempt = z.infer<typeof Attempt>;

export const SiteView = z.object({
  shell: ShellView,
  place: PlaceView,
  path: z.string(),
  attempt: Attempt.nullable(),
});
export type SiteView = z.infer<typeof SiteView>;

const Going = z.object({ next: z.string() });
const done = z.object({ done: z.literal(true) });
const raw = z.union([z.string().max(20_000), z.number(), z.boolean(), z.array(z.string().max(200)).max(100), z.null()]);

export const site = {
  view: endpoint('anyone', 'GET', '/site/view', 'What an address shows to the caller')
    .input(z.object({ path: z.string().min(1).max(300).startsWith('/') }))
    .output(z.union([SiteView, z.object({ elsewhere: z.string() })])),
  join: endpoint('anyone', 'POST', '/site/join/{form}', 'Sends a signup form')
    .input(
      z.object({
        form: z.string().max(60),
        /** Idempotency key: the same key sends the form once. */
        once: z.uuid(),
        answers: z.record(z.string().max(60), raw),
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
  signIn: endpoint('anyone', 'POST', '/site/sign-in', 'Signs a member in')
    .input(
      z.object({
        mail: z.string().max(200),
        password: z.string().max(400),
        remember: z.boolean().default(false),
        next: z.string().max(300).default('/'),
      }),
    )
    .output(Going),
  signOut: endpoint('anyone', 'POST', '/site/sign-out', 'Signs the member out').output(Going),
  forgotten: endpoint('anyone', 'POST', '/site/forgotten', 'Asks for a link to choose a new password')
    .input(z.object({ mail: z.string().max(200) }))
    .output(done),
  reset: endpoint('anyone', 'POST', '/site/reset', 'Chooses a new password by a link')
    .input(z.object({ token: z.string().max(100), password: z.string().max(400) }))
    .output(Going),
  changePassword: endpoint('member', 'POST', '/site/password', 'Changes the password and ends all other sessions')
    .input(z.object({ current: z.string().max(400), password: z.string().max(400) }))
    .output(done),
  endSession: endpoint('member', 'POST', '/site/sessions/end', 'Ends one session of the member, or all others')
    .input(z.object({ id: z.union([z.literal('others'), SessionId]) }))
    .output(done),
};
