/**
 * Purpose: what the site's forms ask of the server, with plain fetch: part of the entry, so that a form that is shown
 * can be sent without anything having to be fetched first.
 */
import type { Problem, account, boards, forms, joining, pay } from '../../contract';
import { newKey } from '../kit/key';
import { pageReader } from '../kit/reader';
import { siteSays } from '../../contract/site.sentences';

type Contract = typeof account & typeof joining & typeof forms & typeof pay & typeof boards;
type Input<K extends keyof Contract> = Contract[K] extends { '~orpc': { inputSchema?: infer S } }
  ? S extends { _zod: { input: infer I } }
    ? I
    : Record<string, never>
  : never;

type Output<K extends keyof Contract> = Contract[K] extends { '~orpc': { outputSchema?: infer S } }
  ? S extends { _zod: { output: infer O } }
    ? O
    : never
  : never;

/** Where each is sent to: the same as the contract says (held by a test). */
export const paths = {
  join: '/site/join/{form}',
  enterCode: '/site/joining/code',
  resend: '/site/joining/resend',
  answer: '/site/joining/answer',
  complete: '/site/joining/form',
  applyAgain: '/site/joining/again',
  withdraw: '/site/joining/withdraw',
  sendForm: '/site/forms/{form}',
  putOff: '/site/forms/{form}/later',
  confirm: '/site/confirm',
  discard: '/site/confirm/discard',
  signIn: '/site/sign-in',
  signOut: '/site/sign-out',
  forgotten: '/site/forgotten',
  reset: '/site/reset',
  changePassword: '/site/password',
  changeProfile: '/site/profile',
  endSession: '/site/sessions/end',
  reckon: '/site/pay/reckon',
  pay: '/site/pay',
  cancel: '/site/terms/cancel',
  resume: '/site/terms/resume',
  pause: '/site/terms/pause',
  unpause: '/site/terms/unpause',
  stay: '/site/terms/stay',
  card: '/site/terms/card',
  writeEntry: '/site/boards/{board}/entries',
  actOnEntry: '/site/entries/{entry}/act',
  saveEntry: '/site/entries/{entry}/saved',
  replyToEntry: '/site/entries/{entry}/replies',
} as const satisfies Partial<Record<keyof Contract, string>>;

/** A refusal or a failure as something to show. */
export type Trouble = Pick<Problem, 'code' | 'detail' | 'faults' | 'wait'> & { readonly says: string };
export class Refused extends Error {
  constructor(readonly trouble: Trouble) {
    super(trouble.says);
  }
}

const says = () => siteSays(pageReader());

/** Keys of what was sent and not answered: sent again as it is, it is known as the same and carried out once. */
const unanswered = new Map<string, string>();

/** @throws Refused with what to show; nothing has happened then, or it can be sent again without harm */
export async function call<K extends keyof typeof paths>(name: K, input: Input<K>): Promise<Output<K>> {
  const given = { ...(input as Record<string, unknown>) };
  const path = paths[name].replace(/\{(\w+)\}/, (_, part: string) => {
    const value = String(given[part]);
    delete given[part];
    return encodeURIComponent(value);
  });
  const sent = JSON.stringify([name, input]);
  const once = unanswered.get(sent) ?? newKey();
  unanswered.set(sent, once);
  let response: Response;
  let body: unknown;
  try {
    response = await fetch(`/api${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', accept: 'application/json', 'idempotency-key': once },
      body: JSON.stringify(given),
    });
    body = await response.json();
  } catch {
    throw new Refused({ code: 'offline', says: says().away });
  }
  unanswered.delete(sent);
  if (response.ok) return body as Output<K>;
  const problem = body as Partial<Problem>;
  throw new Refused({
    code: problem.code ?? 'internal',
    says: problem.detail ?? `${problem.title ?? says().failed}.`,
    ...(problem.faults ? { faults: problem.faults } : {}),
    ...(problem.wait ? { wait: problem.wait } : {}),
  });
}
