/**
 * Purpose: what each kind of block is written in, field by field, and how a new one begins. The compiler asks for each
 * kind; the editor draws what stands here.
 */
import { blockNamesIn, type Block } from '../../../../core/pages';
import type { FileView } from '../../../../contract';
import { asTitle, type FieldId, type LevelId } from '../../../../core/kernel';
import { reader } from '../../base/reader';
import { deskSiteSays } from '../site.sentences';

const says = deskSiteSays(reader);

type Named<At extends string> = { readonly at: At; readonly label: string; readonly optional?: boolean };
/** `list`: several of a few fields each, such as the cards of a block. */
export type BlockField<At extends string = string> =
  | (Named<At> & {
      readonly as:
        | 'line'
        | 'longLine'
        | 'words'
        | 'longWords'
        | 'rich'
        | 'target'
        | 'levels'
        | 'tick'
        | 'agreed'
        | 'told'
        | 'placed';
    })
  | {
      readonly at: At;
      readonly as: 'list';
      readonly what: string;
      readonly of: readonly BlockField[];
      readonly least: number;
      readonly most: number;
      readonly fresh: () => Readonly<Record<string, unknown>>;
    }
  | { readonly at: At; readonly as: 'calendar' | 'picture' | 'file' };

type Fields = { readonly [K in Block['kind']]: readonly BlockField<keyof Extract<Block, { kind: K }> & string>[] };

const paragraph = (text: string) => [{ is: 'paragraph' as const, runs: [text] }];

export const blockFields: Fields = {
  greeting: [
    { at: 'title', as: 'words', label: says.greetingTitle },
    { at: 'text', as: 'longWords', label: says.theText },
  ],
  heading: [{ at: 'text', as: 'words', label: says.theHeading }],
  text: [{ at: 'text', as: 'rich', label: says.theText }],
  picture: [
    { at: 'picture', as: 'picture' },
    { at: 'alt', as: 'line', label: says.altText },
    { at: 'decorates', as: 'tick', label: says.decorates },
    { at: 'caption', as: 'words', label: says.caption, optional: true },
  ],
  file: [
    { at: 'file', as: 'file' },
    { at: 'title', as: 'line', label: says.fileTitle },
    { at: 'note', as: 'longLine', label: says.filmNote, optional: true },
  ],
  columns: [
    {
      at: 'columns',
      as: 'list',
      what: says.columnName,
      of: [{ at: 'text', as: 'rich', label: says.theText }],
      least: 2,
      most: 3,
      fresh: () => ({ text: paragraph(says.newText) }),
    },
  ],
  cards: [
    { at: 'title', as: 'line', label: says.theHeading, optional: true },
    {
      at: 'cards',
      as: 'list',
      what: says.cardName,
      of: [
        { at: 'title', as: 'line', label: says.cardTitle },
        { at: 'text', as: 'longWords', label: says.theText },
        { at: 'to', as: 'target', label: says.leadsTo({ title: '' }).trim(), optional: true },
      ],
      least: 1,
      most: 24,
      fresh: () => ({ title: says.newCard, text: says.newText }),
    },
  ],
  callToAction: [
    { at: 'forWhom', as: 'line', label: says.forWhom, optional: true },
    { at: 'title', as: 'words', label: says.theHeading },
    { at: 'text', as: 'longWords', label: says.theText },
    { at: 'button', as: 'line', label: says.button },
    { at: 'to', as: 'target', label: says.leadsTo({ title: '' }).trim() },
  ],
  questions: [
    { at: 'title', as: 'line', label: says.theHeading, optional: true },
    {
      at: 'questions',
      as: 'list',
      what: says.questionName,
      of: [
        { at: 'question', as: 'line', label: says.question },
        { at: 'answer', as: 'rich', label: says.answer },
      ],
      least: 1,
      most: 60,
      fresh: () => ({ question: says.newQuestion, answer: paragraph(says.newAnswer) }),
    },
  ],
  calendar: [
    { at: 'title', as: 'line', label: says.theHeading },
    { at: 'rows', as: 'calendar' },
  ],
  video: [
    { at: 'title', as: 'line', label: says.theHeading },
    { at: 'address', as: 'line', label: says.filmAddress },
    { at: 'note', as: 'longLine', label: says.filmNote, optional: true },
  ],
  directory: [
    { at: 'title', as: 'line', label: says.theHeading },
    { at: 'agreed', as: 'agreed', label: says.agreedBy },
    { at: 'fields', as: 'told', label: says.toldOf },
  ],
  placed: [
    { at: 'shows', as: 'placed', label: says.placedShows },
    { at: 'title', as: 'words', label: says.placedTitle, optional: true },
    { at: 'otherwise', as: 'longWords', label: says.placedOtherwise },
  ],
  card: [],
  levels: [
    { at: 'title', as: 'line', label: says.theHeading },
    { at: 'levels', as: 'levels', label: says.levelsShown },
  ],
};

type Own<B extends Block> = B extends Block ? Omit<B, 'id' | 'door' | 'outsideToo' | 'aside'> : never;

/** What is brought in first, before there is a block that shows it. */
export type BroughtKind = 'picture' | 'file';
export const isBrought = (kind: Block['kind']): kind is BroughtKind => kind === 'picture' || kind === 'file';

/** A block that shows what was brought in; null for a picture that is none. */
export function broughtBlock(kind: BroughtKind, { id, name, bytes, picture }: FileView): Own<Block> | null {
  if (kind === 'file') return { kind, file: id, title: asTitle(name.replace(/\.\w+$/, '')) || name, name, bytes };
  return picture && { kind, picture: { file: id, ...picture }, alt: '' };
}

/** How a new block begins: whole, so that it can be saved and seen at once. */
export function freshBlock(
  kind: Exclude<Block['kind'], BroughtKind>,
  home: string,
  levels: readonly LevelId[],
  agreed: string,
): Own<Block> {
  switch (kind) {
    case 'greeting':
      return { kind, title: says.newGreeting, text: says.newText };
    case 'heading':
      return { kind, text: says.newHeading };
    case 'text':
      return { kind, text: paragraph(says.newText) };
    case 'columns':
      return { kind, columns: [{ text: paragraph(says.newText) }, { text: paragraph(says.newText) }] };
    case 'cards':
      return { kind, cards: [{ title: says.newCard, text: says.newText }] };
    case 'callToAction':
      return { kind, title: says.newCall, text: says.newText, button: says.newButton, to: { page: home as never } };
    case 'questions':
      return { kind, questions: [{ question: says.newQuestion, answer: paragraph(says.newAnswer) }] };
    case 'calendar':
      return {
        kind,
        title: says.newCalendar,
        months: says.theMonths.split(', '),
        rows: [{ label: says.newRow, marked: [0] }],
      };
    case 'video':
      return { kind, title: says.newFilm, address: 'https://' };
    case 'directory':
      return { kind, title: says.directoryTitle, agreed: agreed as FieldId, fields: [] };
    case 'placed':
      return { kind, shows: { place: 'signIn' }, otherwise: says.placedAlready };
    case 'card':
      return { kind };
    case 'levels':
      return { kind, title: says.prices, levels: [...levels] };
  }
}

/** What blocks are called, in the order in which they are offered. */
export const blockNames = blockNamesIn(reader);
