/** Purpose: parts of a form that ask nothing: a heading, words, and where a new page begins. */
import { z } from 'zod';
import { Title } from '../../kernel/texts';
import { Words, chipsIn, say } from '../../kernel/words';
import { AnswerRule } from '../answerRule';
import { asksNothing, plainQuestion, type PartKind } from './kind';

const when = AnswerRule.optional();

const headingOf = z.strictObject({ part: z.literal('heading'), text: Title, when });
export const heading: PartKind<z.infer<typeof headingOf>> & { schema: typeof headingOf } = {
  ...asksNothing,
  schema: headingOf,
  title: ({ text }) => text,
  question: ({ text, when }, at) =>
    plainQuestion({ name: `heading-${at}`, label: text, when: when ?? null, input: { kind: 'heading' } }),
};

const wordsOf = z.strictObject({ part: z.literal('words'), text: Words, when });
export const words: PartKind<z.infer<typeof wordsOf>> & { schema: typeof wordsOf } = {
  ...asksNothing,
  schema: wordsOf,
  chips: ({ text }) => chipsIn(text),
  title: ({ text }) => {
    const plain = say(text, () => null);
    return plain.length > 48 ? `${plain.slice(0, 47)}…` : plain;
  },
  question: ({ text, when }, at, _known, from) =>
    plainQuestion({
      name: `words-${at}`,
      label: '',
      when: when ?? null,
      input: { kind: 'words', text: say(text, from.words) },
    }),
};

/** Everything after it stands on a page of its own. */
const pageOf = z.strictObject({ part: z.literal('page'), title: Title, when });
export const page: PartKind<z.infer<typeof pageOf>> & { schema: typeof pageOf } = {
  ...asksNothing,
  schema: pageOf,
  title: ({ title }) => title,
  question: ({ title, when }, at) =>
    plainQuestion({ name: `page-${at}`, label: title, when: when ?? null, input: { kind: 'page' } }),
};
