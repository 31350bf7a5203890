/** Purpose: the kinds of block there are. To add one, write it and name it here; the compiler asks for the rest. */
import { z } from 'zod';
import { calendar } from './calendar';
import { callToAction } from './callToAction';
import type { BlockKind } from './kind';
import { card, levels } from './membership';
import { greeting, heading, points, text } from './words';

export { Target, referencesOfTarget, type Shelf } from './kind';

export const blockKinds = { greeting, heading, text, points, callToAction, calendar, card, levels } as const;

export const Block = z.discriminatedUnion('kind', [
  greeting.schema,
  heading.schema,
  text.schema,
  points.schema,
  callToAction.schema,
  calendar.schema,
  card.schema,
  levels.schema,
]);
export type Block = z.infer<typeof Block>;

export const BlockView = z.discriminatedUnion('kind', [
  greeting.view,
  heading.view,
  text.view,
  points.view,
  callToAction.view,
  calendar.view,
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
export const blockKindOf = (block: Block): BlockKind<Block, BlockView> =>
  blockKinds[block.kind] as unknown as BlockKind<Block, BlockView>;
