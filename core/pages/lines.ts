/** Purpose: pages and their blocks in words. */
import { doorWords, outsideWords } from '../doors';
import type { Words } from '../kernel';
import { line, order, sayings, type Line } from '../lines';
import { plainWords } from '../messages';
import type { Block } from './blocks';
import { menuLines } from './menuLines';
import type { PageItem } from './page';
import type { PagesSetup } from './setup';

type Loose = Readonly<Record<string, unknown>>;
const isObject = (value: unknown): value is Loose => typeof value === 'object' && value !== null;
/** A piece of a line: plain, a personal word, or formatted. */
const isPiece = (value: unknown): boolean =>
  typeof value === 'string' ||
  (isObject(value) &&
    ('chip' in value || ('text' in value && typeof value['text'] === 'string' && !('title' in value))));

/** What stands out is marked as people mark it in plain text. */
const strong = ({ bold }: Loose, text: string): string => (bold === true ? `*${text}*` : text);

/** The words that stand in a block, whatever its kind: what is written in one line together. */
function wordsIn(value: unknown, setup: PagesSetup): string[] {
  if (typeof value === 'string') return [value];
  if (Array.isArray(value)) {
    const line = value.length > 0 && value.every(isPiece) && value.some(isObject);
    const pieces = (value as unknown[]).flatMap((one) => wordsIn(one, setup));
    return line ? [pieces.join('')] : pieces;
  }
  if (!isObject(value)) return [];
  if ('chip' in value) return [strong(value, plainWords([value as Exclude<Words[number], string>], setup))];
  if (typeof value['text'] === 'string' && 'bold' in value) {
    const { text, bold: _, ...others } = value;
    return [strong(value, text), ...wordsIn(others, setup)];
  }
  return Object.entries(value).flatMap(([key, one]) => (key === 'is' ? [] : wordsIn(one, setup)));
}

function blockLines(block: Block, setup: PagesSetup): Line[] {
  const says = sayings(setup);
  const { kind: _kind, id, door, outsideToo, aside, ...rest } = block;
  const months = block.kind === 'calendar' ? block.rows : [];
  return [
    ...line(`block ${id}`, says.block, wordsIn(rest, setup).join(' ')),
    ...line(
      `months ${id}`,
      says.months,
      months
        .map(({ label, marked }) => says.monthsOf({ label, months: marked.map((at) => String(at + 1)) }))
        .join('; '),
    ),
    ...line(`aside ${id}`, says.block, aside ? says.standsBeside : ''),
    ...line(`outside ${id}`, says.block, outsideToo ? says.seenOutside : ''),
    ...line(`door ${id}`, says.door, door && doorWords(door, setup)),
  ];
}

function pageLines(page: PageItem, setup: PagesSetup): Line[] {
  const says = sayings(setup);
  return [
    ...line('title', says.title, page.title),
    ...line('address', says.address, `/${page.address}`),
    ...line('formerly', says.formerly, page.formerly?.map((one) => `/${one}`).join(', ')),
    ...line('heading', says.heading, plainWords(page.heading, setup)),
    ...line('description', says.description, page.description),
    ...line(
      'picture',
      says.sharedPicture,
      page.picture && says.pictured({ width: page.picture.width, height: page.picture.height }),
    ),
    ...line('door', says.door, doorWords(page.door, setup)),
    ...line('outside', says.outside, outsideWords(page.outside, setup)),
    ...page.blocks.flatMap((block) => blockLines(block, setup)),
    ...order(
      'blocks',
      page.blocks.map(({ id }) => [id, id]),
      setup,
    ),
  ];
}

export const pageKindLines = { page: pageLines, menu: menuLines };
