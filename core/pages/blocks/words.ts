/** Purpose: the blocks that are words: greeting and heading. */
import { z } from 'zod';
import { Words, chipsIn, say } from '../../kernel';
import { blocksSay } from './blocks.sentences';
import { blockBase, type BlockKind } from './kind';

const line = z.string();
const none = () => [];

const greetingOf = z.strictObject({ kind: z.literal('greeting'), ...blockBase, title: Words, text: Words });
const greetingView = z.object({ kind: z.literal('greeting'), id: line, title: line, text: line });
export const greeting: BlockKind<z.infer<typeof greetingOf>, z.infer<typeof greetingView>> & {
  schema: typeof greetingOf;
  view: typeof greetingView;
} = {
  schema: greetingOf,
  view: greetingView,
  called: (reader) => blocksSay(reader).greeting,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_greeting,
  heads: () => null,
  references: none,
  chips: ({ title, text }) => [...chipsIn(title), ...chipsIn(text)],
  plain: ({ title, text }, chip) => [say(title, chip), say(text, chip)],
  show: ({ id, title, text }, words) => ({ kind: 'greeting', id, title: say(title, words), text: say(text, words) }),
};

const headingOf = z.strictObject({ kind: z.literal('heading'), ...blockBase, text: Words });
const headingView = z.object({ kind: z.literal('heading'), id: line, text: line });
export const heading: BlockKind<z.infer<typeof headingOf>, z.infer<typeof headingView>> & {
  schema: typeof headingOf;
  view: typeof headingView;
} = {
  schema: headingOf,
  view: headingView,
  called: (reader) => blocksSay(reader).heading,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_heading,
  heads: () => 'part',
  references: none,
  chips: ({ text }) => chipsIn(text),
  plain: ({ text }, chip) => [say(text, chip)],
  show: ({ id, text }, words) => ({ kind: 'heading', id, text: say(text, words) }),
};
