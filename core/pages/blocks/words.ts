/** Purpose: the blocks that are words: greeting, heading, text, points. */
import { z } from 'zod';
import { Words, chipsIn, say } from '../../kernel';
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
  references: none,
  chips: ({ title, text }) => [...chipsIn(title), ...chipsIn(text)],
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
  references: none,
  chips: ({ text }) => chipsIn(text),
  show: ({ id, text }, words) => ({ kind: 'heading', id, text: say(text, words) }),
};

const textOf = z.strictObject({ kind: z.literal('text'), ...blockBase, paragraphs: z.array(Words).min(1) });
const textView = z.object({ kind: z.literal('text'), id: line, paragraphs: z.array(line) });
export const text: BlockKind<z.infer<typeof textOf>, z.infer<typeof textView>> & {
  schema: typeof textOf;
  view: typeof textView;
} = {
  schema: textOf,
  view: textView,
  references: none,
  chips: ({ paragraphs }) => paragraphs.flatMap(chipsIn),
  show: ({ id, paragraphs }, words) => ({ kind: 'text', id, paragraphs: paragraphs.map((one) => say(one, words)) }),
};

const pointsOf = z.strictObject({ kind: z.literal('points'), ...blockBase, points: z.array(Words).min(1) });
const pointsView = z.object({ kind: z.literal('points'), id: line, points: z.array(line) });
export const points: BlockKind<z.infer<typeof pointsOf>, z.infer<typeof pointsView>> & {
  schema: typeof pointsOf;
  view: typeof pointsView;
} = {
  schema: pointsOf,
  view: pointsView,
  references: none,
  chips: (block) => block.points.flatMap(chipsIn),
  show: (block, words) => ({ kind: 'points', id: block.id, points: block.points.map((one) => say(one, words)) }),
};
