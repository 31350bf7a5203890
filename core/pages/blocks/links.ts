/** Purpose: the blocks that lead on beside a call to action: cards beside each other, and a film that is shown elsewhere. */
import { z } from 'zod';
import { Text, Title, Words, chipsIn, say } from '../../kernel';
import { OutsideAddress, Target, referencesOfTarget } from '../target';
import { blocksSay } from './blocks.sentences';
import { blockBase, type BlockKind } from './kind';

const line = z.string();

const cardsOf = z.strictObject({
  kind: z.literal('cards'),
  ...blockBase,
  title: Title.optional(),
  cards: z
    .array(z.strictObject({ title: Title, text: Words, to: Target.optional() }))
    .min(1)
    .max(24),
});
const cardsView = z.object({
  kind: z.literal('cards'),
  id: line,
  title: line.nullable(),
  cards: z.array(z.object({ title: line, text: line, href: line.nullable() })),
});
export const cards: BlockKind<z.infer<typeof cardsOf>, z.infer<typeof cardsView>> & {
  schema: typeof cardsOf;
  view: typeof cardsView;
} = {
  schema: cardsOf,
  view: cardsView,
  called: (reader) => blocksSay(reader).cards,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_cards,
  heads: ({ title }) => (title ? 'part' : 'below'),
  references: (block) => block.cards.flatMap(({ to }) => (to ? referencesOfTarget(to) : [])),
  chips: (block) => block.cards.flatMap((card) => chipsIn(card.text)),
  plain: ({ title, cards: all }, chip) => [
    ...(title ? [title] : []),
    ...all.flatMap((card) => [card.title, say(card.text, chip)]),
  ],
  show: (block, words, shelf) => ({
    kind: 'cards',
    id: block.id,
    title: block.title ?? null,
    cards: block.cards.map((card) => ({
      title: card.title,
      text: say(card.text, words),
      href: card.to ? shelf.hrefOf(card.to) : null,
    })),
  }),
};

/** Shown where it is kept: nothing of another's site runs within ours. */
const videoOf = z.strictObject({
  kind: z.literal('video'),
  ...blockBase,
  title: Title,
  note: Text.optional(),
  address: OutsideAddress,
});
const videoView = z.object({
  kind: z.literal('video'),
  id: line,
  title: line,
  note: line.nullable(),
  href: line,
  at: line,
});
export const video: BlockKind<z.infer<typeof videoOf>, z.infer<typeof videoView>> & {
  schema: typeof videoOf;
  view: typeof videoView;
} = {
  schema: videoOf,
  view: videoView,
  called: (reader) => blocksSay(reader).video,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_video,
  heads: () => 'below',
  references: () => [],
  chips: () => [],
  plain: ({ title, note }) => [title, ...(note ? [note] : [])],
  show: ({ id, title, note, address }) => ({
    kind: 'video',
    id,
    title,
    note: note ?? null,
    href: address,
    at: new URL(address).hostname.replace(/^www\./, ''),
  }),
};
