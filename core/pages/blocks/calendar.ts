/** Purpose: the block that shows a year's work: rows of months that are marked. */
import { z } from 'zod';
import { Title } from '../../kernel';
import { blocksSay } from './blocks.sentences';
import { blockBase, type BlockKind } from './kind';

const schema = z.strictObject({
  kind: z.literal('calendar'),
  ...blockBase,
  title: Title,
  months: z.array(Title).min(2).max(12),
  rows: z.array(z.strictObject({ label: Title, marked: z.array(z.int().min(0).max(11)) })).min(1),
});
const line = z.string();
const view = z.object({
  kind: z.literal('calendar'),
  id: line,
  title: line,
  months: z.array(line),
  rows: z.array(z.object({ label: line, marked: z.array(z.number()) })),
});

export const calendar: BlockKind<z.infer<typeof schema>, z.infer<typeof view>> & {
  schema: typeof schema;
  view: typeof view;
} = {
  called: (reader) => blocksSay(reader).calendar,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_calendar,
  heads: () => null,
  schema,
  view,
  references: () => [],
  chips: () => [],
  plain: ({ title, rows }) => [title, ...rows.map(({ label }) => label)],
  show: ({ id, title, months, rows }) => ({
    kind: 'calendar',
    id,
    title,
    months: [...months],
    rows: rows.map((row) => ({ ...row, marked: [...row.marked] })),
  }),
};
