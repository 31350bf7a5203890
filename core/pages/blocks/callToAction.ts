/** Purpose: the block that leads on: a page or a form, and whom it is for. */
import { z } from 'zod';
import { Title, Words, chipsIn, say } from '../../kernel';
import { Target, referencesOfTarget } from '../target';
import { blocksSay } from './blocks.sentences';
import { blockBase, type BlockKind } from './kind';

const schema = z.strictObject({
  kind: z.literal('callToAction'),
  ...blockBase,
  title: Words,
  text: Words,
  button: Title,
  to: Target,
  forWhom: Title.optional(),
});
const line = z.string();
const view = z.object({
  kind: z.literal('callToAction'),
  id: line,
  title: line,
  text: line,
  button: line,
  href: line,
  forWhom: line.nullable(),
  /** Why its form takes nobody today; the button is not shown then. */
  shut: line.nullable(),
});

export const callToAction: BlockKind<z.infer<typeof schema>, z.infer<typeof view>> & {
  schema: typeof schema;
  view: typeof view;
} = {
  called: (reader) => blocksSay(reader).callToAction,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_callToAction,
  heads: () => 'part',
  schema,
  view,
  byDay: true,
  references: ({ to }) => referencesOfTarget(to),
  chips: ({ title, text }) => [...chipsIn(title), ...chipsIn(text)],
  plain: ({ title, text }, chip) => [say(title, chip), say(text, chip)],
  show({ id, title, text, button, to, forWhom }, words, shelf) {
    const href = shelf.hrefOf(to);
    if (href === null) return null;
    return {
      kind: 'callToAction',
      id,
      title: say(title, words),
      text: say(text, words),
      button,
      href,
      forWhom: forWhom ?? null,
      shut: shelf.shutToday(to),
    };
  },
};
