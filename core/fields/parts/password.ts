/** Purpose: the part of a form that lets somebody choose the password they sign in with. */
import { z } from 'zod';
import { Text, Title } from '../../kernel/texts';
import { AnswerRule } from '../answerRule';
import { PASSWORD_LEAST, passwordFault } from '../faults';
import { asksNothing, plainQuestion, type PartKind } from './kind';

const passwordOf = z.strictObject({
  part: z.literal('password'),
  label: Title,
  help: Text.optional(),
  half: z.boolean().default(false),
  when: AnswerRule.optional(),
});
export const password: PartKind<z.infer<typeof passwordOf>> & { schema: typeof passwordOf } = {
  ...asksNothing,
  schema: passwordOf,
  name: () => 'password',
  title: ({ label }) => label,
  asked: () => 'must',
  question: ({ label, help, half, when }) =>
    plainQuestion({
      name: 'password',
      label,
      help: help ?? null,
      required: true,
      half,
      when: when ?? null,
      input: { kind: 'password', least: PASSWORD_LEAST },
    }),
  read({ label }, raw, into, { doc }) {
    into.password = typeof raw['password'] === 'string' ? raw['password'] : '';
    const fault = passwordFault(into.password, doc.site);
    if (fault) into.faults.push({ at: 'password', label, says: fault });
    return null;
  },
};
