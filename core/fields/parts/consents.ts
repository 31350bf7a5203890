/** Purpose: parts of a form that ask for a yes: an agreement to a text, and topics of mail. */
import { z } from 'zod';
import { FieldId, TopicId } from '../../kernel/ids';
import { Text, Title } from '../../kernel/texts';
import { listed } from '../../kernel/sentences';
import { AnswerRule } from '../answerRule';
import { fieldsSays } from '../fields.sentences';
import { asksNothing, plainQuestion, type PartKind } from './kind';

const when = AnswerRule.optional();

const agreementOf = z.strictObject({
  part: z.literal('agreement'),
  id: FieldId,
  /** What stands above the text, where it is more than the words to be ticked. */
  title: Title.optional(),
  label: Title,
  text: z.array(Text).min(1),
  version: z.int().min(1),
  when,
});
export const agreement: PartKind<z.infer<typeof agreementOf>> & { schema: typeof agreementOf } = {
  ...asksNothing,
  schema: agreementOf,
  name: ({ id }) => id,
  title: ({ title, label }) => title ?? label,
  asked: () => 'must',
  question: ({ id, title, label, text, when }) =>
    plainQuestion({
      name: id,
      label: title ?? label,
      required: true,
      when: when ?? null,
      input: { kind: 'agreement', text: [...text], agree: label },
    }),
  read({ id, title, label, version }, raw, into, { doc }) {
    if (raw[id] === true) into.agreed.push({ id, version });
    else into.faults.push({ at: id, label: title ?? label, says: fieldsSays(doc.site).tickToAgree });
    return null;
  },
  says: ({ id, title, label }, { agreed }, { doc }) =>
    agreed.some((one) => one.id === id) ? { label: title ?? label, value: fieldsSays(doc.site).agreed } : null,
};

const topicsOf = z.strictObject({
  part: z.literal('topics'),
  label: Title,
  topics: z.array(TopicId).min(1),
  when,
});
export const topics: PartKind<z.infer<typeof topicsOf>> & { schema: typeof topicsOf } = {
  ...asksNothing,
  schema: topicsOf,
  references: ({ topics }) => topics.map((id) => ({ at: '', kind: 'topics', id })),
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
