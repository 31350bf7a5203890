/** Purpose: words of the set-up as they are read where it is told what was changed. */
import type { Words } from '../kernel';
import { sayings } from '../lines';
import { chipNames } from './chipNames';

/** Words with each chip as its name, in braces, and what stands there where it is not known. */
export function plainWords(
  words: Words | undefined,
  setup: Parameters<typeof chipNames>[0] & Parameters<typeof sayings>[0],
): string {
  if (words === undefined) return '';
  const names = chipNames(setup);
  if (typeof words === 'string') return words;
  const chip = ({ chip: id, or }: Exclude<Words[number], string>): string => {
    const name = names.get(id) ?? id;
    return `{${or ? sayings(setup).chipOr({ chip: name, or }) : name}}`;
  };
  return words.map((piece) => (typeof piece === 'string' ? piece : chip(piece))).join('');
}
