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
  /** Not asked here: a letter brings a link by which it is chosen. */
  later: z.boolean().optional(),
  when: AnswerRule.optional(),
});
export const password: PartKind<z.infer<typeof passwordOf>> & { schema: typeof passwordOf } = {
  ...asksNothing,
  schema: passwordOf,
  name: () => 'password',
  title: ({ label }) => label,
  asked: ({ later }) => (later ? null : 'must'),
  question: ({ label, help, half, when, later }) =>
    later
      ? null
      : plainQuestion({
          name: 'password',
          label,
          help: help ?? null,
          required: true,
          half,
          when: when ?? null,
          input: { kind: 'password', least: PASSWORD_LEAST },
        }),
  read({ label, later }, raw, into, { doc }) {
    if (later) return null;
    into.password = typeof raw['password'] === 'string' ? raw['password'] : '';
    const fault = passwordFault(into.password, doc.site);
    if (fault) into.faults.push({ at: 'password', label, says: fault });
    return null;
  },
};
