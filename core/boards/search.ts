/**
 * Purpose: by which words entries are found. An entry is found where each word asked for begins a word of it.
 * Invariant: `wordsOfEntry` and `termsOf` fold in the same way, so that what is kept and what is asked meet.
 */
import { showValue } from '../fields';
import type { Reader } from '../kernel';
import { WORD, foldWord, marked, type Marked } from '../kernel/fold';
import type { Content } from './entry';
import { categoryTitle } from './form';
import type { BoardItem } from './items';

/** Words of one question, letters of one word: more is no question. */
const [TERMS, LETTERS] = [8, 40];
/** So many words of one entry are found by. */
const KEPT = 400;

const foldedIn = (text: string): string[] => (text.match(WORD) ?? []).map((word) => foldWord(word).slice(0, LETTERS));

export type EntryWord = { readonly word: string; readonly times: number };

/** What an entry is found by: the answers that the board lets be searched, and its category. What it is called counts thrice. */
export function wordsOfEntry({ answers, category }: Content, board: BoardItem, reader: Reader): EntryWord[] {
  const times = new Map<string, number>();
  const add = (text: string, weight: number) => {
    for (const word of foldedIn(text)) times.set(word, (times.get(word) ?? 0) + weight);
  };
  for (const { id, of, search } of board.fields) {
    const value = answers[id];
    if (value === undefined || !(search || id === board.named)) continue;
    add(showValue(of, value, reader), id === board.named ? 3 : 1);
  }
  add(categoryTitle(category, board), 1);
  return [...times].slice(0, KEPT).map(([word, count]) => ({ word, times: count }));
}

/** The words that are asked for. */
export const entryTerms = (question: string): string[] =>
  [...new Set(foldedIn(question.slice(0, 400)))].slice(0, TERMS);

/** A text with the words marked that were asked for. */
export const markedBy = (text: string, terms: readonly string[]): Marked =>
  marked(text, (word) => terms.length > 0 && terms.some((term) => foldWord(word).startsWith(term)));
