/** Purpose: the part of a form that offers topics of mail. */
import { z } from 'zod';
import { TopicId } from '../../kernel/ids';
import { Title } from '../../kernel/texts';
import { listed } from '../../kernel/sentences';
import { AnswerRule } from '../answerRule';
import { fieldsSays } from '../fields.sentences';
import { asksNothing, plainQuestion, type PartKind } from './kind';

const topicsOf = z.strictObject({
  part: z.literal('topics'),
  label: Title,
  topics: z.array(TopicId).min(1),
  when: AnswerRule.optional(),
});
export const topics: PartKind<z.infer<typeof topicsOf>> & { schema: typeof topicsOf } = {
  ...asksNothing,
  schema: topicsOf,
  references: ({ topics }) => topics.map((id) => ({ at: '', kind: 'topics', id })),
  facet: () => 'choices',
  name: () => 'topics',
  title: ({ label }) => label,
  asked: () => 'may',
  question: ({ label, topics, when }, _at, known) =>
    plainQuestion({
      name: 'topics',
      label,
      when: when ?? null,
      input: {
        kind: 'severalChoices',
        choices: topics.map((id) => ({ id, label: known.topics.get(id)?.title ?? id })),
      },
    }),
  read({ topics }, raw, into) {
    const chosen = Array.isArray(raw['topics']) ? raw['topics'] : [];
    into.topics.push(...topics.filter((topic) => chosen.includes(topic)));
    return null;
  },
  says(_part, given, { topics, doc }) {
    const says = fieldsSays(doc.site);
    const chosen = given.topics.map((id) => topics.get(id)?.title ?? id);
    return { label: says.newsByMail, value: chosen.length ? listed(chosen, doc.site) : says.noneWanted };
  },
};
