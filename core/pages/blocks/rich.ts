/** Purpose: the blocks of formatted text: one text, several beside each other, questions with their answers. */
import { z } from 'zod';
import { Title } from '../../kernel';
import { Rich, RichView, chipsOfRich, hasHeading, plainRich, referencesOfRich, sayRich } from '../rich';
import { blocksSay } from './blocks.sentences';
import { blockBase, type BlockKind } from './kind';

const line = z.string();

const textOf = z.strictObject({ kind: z.literal('text'), ...blockBase, text: Rich });
const textView = z.object({ kind: z.literal('text'), id: line, text: RichView });
export const text: BlockKind<z.infer<typeof textOf>, z.infer<typeof textView>> & {
  schema: typeof textOf;
  view: typeof textView;
} = {
  called: (reader) => blocksSay(reader).text,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_text,
  heads: ({ text }) => (hasHeading(text) ? 'below' : null),
  schema: textOf,
  view: textView,
  references: (block) => referencesOfRich(block.text),
  chips: (block) => chipsOfRich(block.text),
  plain: (block, chip) => plainRich(block.text, chip),
  show: (block, words, shelf) => ({
    kind: 'text',
    id: block.id,
    text: sayRich(block.text, words, (to) => shelf.hrefOf(to)),
  }),
};

const columnsOf = z.strictObject({
  kind: z.literal('columns'),
  ...blockBase,
  columns: z
    .array(z.strictObject({ text: Rich }))
    .min(2)
    .max(3),
});
const columnsView = z.object({ kind: z.literal('columns'), id: line, columns: z.array(RichView) });
export const columns: BlockKind<z.infer<typeof columnsOf>, z.infer<typeof columnsView>> & {
  schema: typeof columnsOf;
  view: typeof columnsView;
} = {
  called: (reader) => blocksSay(reader).columns,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_columns,
  heads: ({ columns }) => (columns.some(({ text }) => hasHeading(text)) ? 'below' : null),
  schema: columnsOf,
  view: columnsView,
  references: (block) => block.columns.flatMap((one) => referencesOfRich(one.text)),
  chips: (block) => block.columns.flatMap((one) => chipsOfRich(one.text)),
  plain: (block, chip) => block.columns.flatMap((one) => plainRich(one.text, chip)),
  show: (block, words, shelf) => ({
    kind: 'columns',
    id: block.id,
    columns: block.columns.map((one) => sayRich(one.text, words, (to) => shelf.hrefOf(to))),
  }),
};

const questionsOf = z.strictObject({
  kind: z.literal('questions'),
  ...blockBase,
  title: Title.optional(),
  questions: z
    .array(z.strictObject({ question: Title, answer: Rich }))
    .min(1)
    .max(60),
});
const questionsView = z.object({
  kind: z.literal('questions'),
  id: line,
  title: line.nullable(),
  questions: z.array(z.object({ question: line, answer: RichView })),
});
export const questions: BlockKind<z.infer<typeof questionsOf>, z.infer<typeof questionsView>> & {
  schema: typeof questionsOf;
  view: typeof questionsView;
} = {
  called: (reader) => blocksSay(reader).questions,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_questions,
  heads: ({ title }) => (title ? 'part' : null),
  schema: questionsOf,
  view: questionsView,
  references: (block) => block.questions.flatMap((one) => referencesOfRich(one.answer)),
  chips: (block) => block.questions.flatMap((one) => chipsOfRich(one.answer)),
  plain: (block, chip) => [
    ...(block.title ? [block.title] : []),
    ...block.questions.flatMap(({ question, answer }) => [question, ...plainRich(answer, chip)]),
  ],
  show: (block, words, shelf) => ({
    kind: 'questions',
    id: block.id,
    title: block.title ?? null,
    questions: block.questions.map(({ question, answer }) => ({
      question,
      answer: sayRich(answer, words, (to) => shelf.hrefOf(to)),
    })),
  }),
};
