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

/** The name to greet by: everything before the last word of the full name's first part. */
export function firstNameOf(fullName: string): string {
  return fullName.trim().split(/\s+/)[0] ?? '';
}

/** A word that fits on a button: the longest names are cut, with a mark that they are. */
export const clipped = (word: string, most = 18): string => {
  const letters = [...word];
  return letters.length <= most ? word : `${letters.slice(0, most - 1).join('')}…`;
};
