/**
 * Purpose: words as they are found by: small letters without accents, and letters that others write in two as those
 * two, so that Strauß is found by strauss and Ødegård by odegard.
 */
const written: Record<string, string> = {
  ß: 'ss',
  æ: 'ae',
  œ: 'oe',
  ø: 'o',
  đ: 'd',
  ð: 'd',
  þ: 'th',
  ł: 'l',
  ħ: 'h',
  ı: 'i',
};

export const foldWord = (word: string): string =>
  word
    .normalize('NFKD')
    .replace(/[\p{M}\p{Cf}]/gu, '')
    .toLowerCase()
    .replace(/[ßæœøđðþłħı]/g, (letter) => written[letter]!);

/** A word within a text. */
export const WORD = /[\p{L}\p{N}]+/gu;

/** A text with what was searched for marked in it. */
export type Marked = readonly { readonly text: string; readonly hit: boolean }[];
/** Whether a word of a text is one that was asked for. */
export type Hit = (word: string) => boolean;

/** A text with its words that were asked for marked. */
export function marked(text: string, isHit: Hit): Marked {
  const pieces: { text: string; hit: boolean }[] = [];
  const add = (piece: string, hit: boolean) => {
    if (piece === '') return;
    const last = pieces.at(-1);
    if (last?.hit === hit) last.text += piece;
    else pieces.push({ text: piece, hit });
  };
  let at = 0;
  for (const match of text.matchAll(WORD)) {
    add(text.slice(at, match.index), false);
    add(match[0], isHit(match[0]));
    at = match.index + match[0].length;
  }
  add(text.slice(at), false);
  return pieces;
}
