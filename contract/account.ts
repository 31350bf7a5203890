/** Members' accounts: signing in, passwords, sessions. */
import { z } from 'zod';
import { FieldQuestion } from '../core/fields';
import { SessionId } from '../core/kernel';
import { endpoint } from './access';
import { AnswerLine, RawAnswerInput } from './form.view';
import { OwnMoneyView } from './money';
import type { ProblemList } from './problems';

export const SessionView = z.object({ id: z.string(), device: z.string(), seen: z.string(), here: z.boolean() });
export type SessionView = z.infer<typeof SessionView>;

/** The places of a member's account. */
export const accountPlaces = [
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
    /** Whether the site has boards to post on. */
    boards: z.boolean(),
    money: OwnMoneyView.nullable(),
    sessions: z.array(SessionView),
    /** What the member may change of their profile, each starting with what stands there. */
    questions: z.array(FieldQuestion),
    /** What they see and may not change. */
    shown: z.array(AnswerLine),
  }),
] as const;

/** Refusals of both accounts, the members' and the staff's. */
export const accountProblems = {
  'wrong-sign-in': { status: 401, title: 'That address and password do not go together' },
  'weak-password': { status: 422, title: 'That password is easy to guess' },
  'wrong-password': { status: 422, title: 'That is not your present password' },
  'token-used': { status: 410, title: 'This link no longer works' },
} as const satisfies ProblemList;

const Going = z.object({ next: z.string() });
const done = z.object({ done: z.literal(true) });

/** A member’s own account. */
export const account = {
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
  changeProfile: endpoint('member', 'POST', '/site/profile', 'Changes what a member may change of their own profile')
    .input(z.object({ answers: z.record(z.string().max(48), RawAnswerInput) }))
    .output(done),
  endSession: endpoint('member', 'POST', '/site/sessions/end', 'Ends one session of the member, or all others')
    .input(z.object({ id: z.union([z.literal('others'), SessionId]) }))
    .output(done),
};
