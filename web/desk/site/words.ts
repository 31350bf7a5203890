/** Purpose: a block as one reads it in a list: its first words, and who sees it. */
import { say, type Words } from '../../../core/kernel';
import { chipNames } from '../../../core/messages';
import { plainRich, type Block, type PageItem } from '../../../core/pages';
import type { Setup } from '../../../core/setup';
import { reader } from '../reader';
import { deskSiteSays } from './site.sentences';

const says = deskSiteSays(reader);

/** The first words of a block, personal ones by their names. */
export function wordsOfBlock(block: Block, setup: Setup): string {
  const names = chipNames(setup);
  const chip = (name: string) => names.get(name as never) ?? name;
  const plain = (words: Words) => say(words, chip);
  switch (block.kind) {
    case 'greeting':
      return `${plain(block.title)}\n${plain(block.text)}`;
    case 'heading':
      return plain(block.text);
    case 'text':
      return plainRich(block.text, chip);
    case 'picture':
      return block.alt;
    case 'file':
      return `${block.title}\n${block.name}`;
    case 'columns':
      return block.columns.map(({ text }) => plainRich(text, chip)).join('\n');
    case 'cards':
      return [block.title ?? '', ...block.cards.map(({ title }) => title)].filter(Boolean).join('\n');
    case 'callToAction':
      return `${plain(block.title)}\n${plain(block.text)}`;
    case 'questions':
      return [block.title ?? '', ...block.questions.map(({ question }) => question)].filter(Boolean).join('\n');
    case 'calendar':
      return [block.title, ...block.rows.map(({ label }) => label)].join('\n');
    case 'video':
      return block.title;
    case 'card':
      return says.cardSays;
    case 'levels':
      return [block.title, ...block.levels.map((id) => setup.levels.get(id)?.title ?? id)].join('\n');
  }
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
