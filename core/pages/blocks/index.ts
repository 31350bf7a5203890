/** Purpose: the kinds of block there are. To add one, write it and name it here; the compiler asks for the rest. */
import { lineFor } from '../../kernel/table';
import { z } from 'zod';
import type { Reader } from '../../kernel';
import { calendar } from './calendar';
import { callToAction } from './callToAction';
import { directory } from './directory';
import { file, picture } from './files';
import type { BlockKind } from './kind';
import { cards, video } from './links';
import { card, levels } from './membership';
import { placed } from './placed';
import { columns, questions, text } from './rich';
import { greeting, heading } from './words';

export { PictureUse, addressOfFile, addressOfPicture, showPicture } from './files';
export type { DirectoryBlock } from './directory';
export { ownPlaces, samePlaced, type PlacedBlock } from './placed';
export type { ListedView, LookedUp, Shelf } from './kind';

export const blockKinds = {
  greeting,
  heading,
  text,
  picture,
  columns,
  cards,
  callToAction,
  questions,
  calendar,
  video,
  file,
  directory,
  placed,
  card,
  levels,
} as const;

export const Block = z.discriminatedUnion('kind', [
  greeting.schema,
  heading.schema,
  text.schema,
  picture.schema,
  columns.schema,
  cards.schema,
  callToAction.schema,
  questions.schema,
  calendar.schema,
  video.schema,
  file.schema,
  directory.schema,
  placed.schema,
  card.schema,
  levels.schema,
]);
export type Block = z.infer<typeof Block>;

export const BlockView = z.discriminatedUnion('kind', [
  greeting.view,
  heading.view,
  text.view,
  picture.view,
  columns.view,
  cards.view,
  callToAction.view,
  questions.view,
  calendar.view,
  video.view,
  file.view,
  directory.view,
  placed.view,
  card.view,
  levels.view,
]);
export type BlockView = z.infer<typeof BlockView>;

blockKinds satisfies {
  readonly [K in Block['kind'] | BlockView['kind'] | keyof typeof blockKinds]: BlockKind<
    Extract<Block, { kind: K }>,
    Extract<BlockView, { kind: K }>
  >;
};

/** The kind of a block, to be asked about that very block. */
export const blockKindOf = (block: Block): BlockKind<Block, BlockView> => lineFor(blockKinds, block.kind);

/** What blocks are called, in the order in which they are offered. */
export const blockNamesIn = (reader: Reader): Readonly<Record<Block['kind'], string>> =>
  Object.fromEntries(Object.entries(blockKinds).map(([kind, { called }]) => [kind, called(reader)])) as Record<
    Block['kind'],
    string
  >;
