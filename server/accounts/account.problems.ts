/** Purpose: the refusals of passwords and links as listed problems, each with the sentence that helps on. */
import { readMail } from '../../core/fields';
import { problem } from '../platform/problem';
import type { PasswordRefusal } from './account.service';

const problems: {
  readonly [C in PasswordRefusal['code']]: (
    refusal: Extract<PasswordRefusal, { code: C }>,
  ) => ReturnType<typeof problem>;
} = {
  'weak-password': ({ says }) => problem('weak-password', { detail: says }),
  'wrong-password': () =>
    problem('wrong-password', { detail: 'That is not your present password. Look whether capitals are locked.' }),
  'token-used': () => problem('token-used', { detail: 'This link has been used or is too old. Ask for a new one.' }),
};

export const passwordProblem = (refusal: PasswordRefusal) =>
  (problems[refusal.code] as (refusal: PasswordRefusal) => ReturnType<typeof problem>)(refusal);

/** A typed address as it is kept. @throws the problem `form-faults` */
export function mailOrProblem(typed: string): string {
  const mail = readMail(typed);
  if (mail.ok) return mail.value;
  throw problem('form-faults', { faults: [{ at: 'mail', label: 'Email', says: mail.refusal }] });
}
