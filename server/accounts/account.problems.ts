/** Purpose: the refusals of passwords and links as listed problems, each with the sentence that helps on. */
import { readMail } from '../../core/fields';
import type { Reader } from '../../core/kernel';
import { problem } from '../platform/problem';
import type { PasswordRefusal } from './account.service';
import { accountsSays } from './accounts.sentences';

const problems: {
  readonly [C in PasswordRefusal['code']]: (
    refusal: Extract<PasswordRefusal, { code: C }>,
    reader: Reader,
  ) => ReturnType<typeof problem>;
} = {
  'weak-password': ({ says }) => problem('weak-password', { detail: says }),
  'wrong-password': (_, reader) => problem('wrong-password', { detail: accountsSays(reader).wrongPassword }),
  'already-sent': () => problem('already-sent'),
  'token-used': (_, reader) => problem('token-used', { detail: accountsSays(reader).linkUsed }),
};

export const passwordProblem = (refusal: PasswordRefusal, reader: Reader) =>
  (problems[refusal.code] as (refusal: PasswordRefusal, reader: Reader) => ReturnType<typeof problem>)(refusal, reader);

/** A typed address as it is kept. @throws the problem `form-faults` */
export function mailOrProblem(typed: string, reader: Reader): string {
  const mail = readMail(typed, reader);
  if (mail.ok) return mail.value;
  throw problem('form-faults', { faults: [{ at: 'mail', label: accountsSays(reader).mail, says: mail.refusal }] });
}
