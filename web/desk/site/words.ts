/** Purpose: a block as one reads it in a list: its first words, and who sees it. */
import { chipNames } from '../../../core/messages';
import { blockKindOf, type Block, type PageItem } from '../../../core/pages';
import type { Setup } from '../../../core/setup';
import { reader } from '../base/reader';
import { nameOfPlaced } from './blocks/placed';
import { deskSiteSays } from './site.sentences';

const says = deskSiteSays(reader);

/** What is read of a block, personal words by their names. */
export function wordsOfBlock(block: Block, setup: Setup): string {
  if (block.kind === 'card') return says.cardSays;
  const names = chipNames(setup);
  const lines = blockKindOf(block).plain(block, (chip) => names.get(chip) ?? chip);
  const placed = block.kind === 'placed' ? [nameOfPlaced(block.shows, setup)] : [];
  const levels = block.kind === 'levels' ? block.levels.map((id) => setup.levels.get(id)?.title ?? id) : [];
  return [...placed, ...lines, ...levels].filter(Boolean).join('\n');
}

/** Who sees a block, in a word or two, and how far its door opens. */
export function seenBy(block: Block, page: PageItem, setup: Setup): { readonly says: string; readonly own: boolean } {
  const outside = block.outsideToo && page.outside.view === 'openBlocks';
  if (block.door) {
    if ('named' in block.door)
      return {
        own: true,
        says: says.sharedDoor({ door: setup.doors.get(block.door.named)?.title ?? block.door.named }),
      };
    return { own: true, says: says.ownDoor };
  }
  return { own: false, says: outside ? says.shownOutside : says.sameDoor };
}
