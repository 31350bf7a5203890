/** Purpose: pages, their blocks, and messages in words. */
import { never, type Words } from '../kernel';
import type { MessageItem } from '../messages/message';
import type { Block } from '../pages/blocks';
import { outsideParts, type PageItem } from '../pages/page';
import type { Setup } from '../setup';
import { doorWords, line, order, plainWords, sayings, titleIn, type Line } from './line';

/** The words that stand in a block, whatever its kind. */
function wordsIn(value: unknown, setup: Setup): string[] {
  if (typeof value === 'string') return [value];
  if (Array.isArray(value)) {
    const isWords = value.some((piece) => typeof piece === 'object' && piece !== null && 'chip' in piece);
    return isWords ? [plainWords(value as Words, setup)] : value.flatMap((one) => wordsIn(one, setup));
  }
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap((one) => wordsIn(one, setup)) : [];
}

function blockLines(block: Block, setup: Setup): Line[] {
  const says = sayings(setup);
  const { kind: _kind, id, door, outsideToo: _outside, aside: _aside, ...rest } = block;
  return [
    ...line(`block ${id}`, says.block, wordsIn(rest, setup).join(' ')),
    ...line(`door ${id}`, says.door, door && doorWords(door, setup)),
  ];
}

function outsideWords({ outside }: PageItem, setup: Setup): string {
  const says = sayings(setup);
  const { page, note } = outsideParts(outside);
  const words = plainWords(note, setup);
  switch (outside.view) {
    case 'nothing':
      return says.outsideNothing;
    case 'note':
      return says.outsideNote({ note: words });
    case 'openBlocks':
      return says.outsideBlocks({ note: words });
    case 'otherPage':
      return says.outsidePage({ page: titleIn('pages', page!, setup) });
    default:
      return never(outside);
  }
}

export function pageLines(page: PageItem, setup: Setup): Line[] {
  const says = sayings(setup);
  return [
    ...line('title', says.title, page.title),
    ...line('address', says.address, `/${page.address}`),
    ...line('heading', says.heading, plainWords(page.heading, setup)),
    ...line('description', says.description, page.description),
    ...line('door', says.door, doorWords(page.door, setup)),
    ...line('outside', says.outside, outsideWords(page, setup)),
    ...page.blocks.flatMap((block) => blockLines(block, setup)),
    ...order(
      'blocks',
      page.blocks.map(({ id }) => [id, id]),
      setup,
    ),
  ];
}

export function messageLines({ title, subject, parts }: MessageItem, setup: Setup): Line[] {
  const says = sayings(setup);
  const body = parts.map((part) => {
    switch (part.part) {
      case 'text':
        return plainWords(part.words, setup);
      case 'code':
        return says.codeHere;
      case 'button':
        return `[${part.label}]`;
      default:
        return never(part);
    }
  });
  return [
    ...line('title', says.title, title),
    ...line('subject', says.subject, plainWords(subject, setup)),
    ...line('body', says.body, body.join(' ')),
  ];
}
