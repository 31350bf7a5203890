/**
 * Purpose: personal words in text. A text is a list of plain pieces and chips; a chip names a fact of the
 * reader and carries the fallback used when that fact is unknown.
 */
import { z } from 'zod';
import { ChipName } from './chips';

export const Chip = z.strictObject({ chip: ChipName, or: z.string().max(200) });
export const Words = z.union([z.string().max(4000), z.array(z.union([z.string().max(4000), Chip])).max(60)]);
export type Words = z.infer<typeof Words>;

/** Gives the value of a chip for one reader, or null when it is not known. */
export type WordSource = (chip: ChipName) => string | null;

/** The text for one reader. */
export function say(words: Words, source: WordSource): string {
  if (typeof words === 'string') return words;
  return words.map((piece) => (typeof piece === 'string' ? piece : (source(piece.chip) ?? piece.or))).join('');
}

/** The chips a text uses, in order. */
export function chipsIn(words: Words): ChipName[] {
  return typeof words === 'string' ? [] : words.flatMap((piece) => (typeof piece === 'string' ? [] : [piece.chip]));
}

/** Titles that stand before a name in the languages sites are written in, without their full stop. */
const TITLES: ReadonlySet<string> = new Set(
  'dr prof professor mr mrs ms miss mx sir rev revd reverend herr frau dipl-ing mme mlle sra srta dott'.split(' '),
);

/** The name to greet by: the first word of a full name that is no title; a name of titles alone keeps its last word. */
export function firstNameOf(fullName: string): string {
  const words = fullName.trim().split(/\s+/);
  const isTitle = (word: string) => TITLES.has(word.toLowerCase().replace(/\.$/, ''));
  return words.find((word, at) => at === words.length - 1 || !isTitle(word)) ?? '';
}

/** A word that fits on a button: the longest names are cut, with a mark that they are. */
export const clipped = (word: string, most = 18): string => {
  const letters = [...word];
  return letters.length <= most ? word : `${letters.slice(0, most - 1).join('')}…`;
};
