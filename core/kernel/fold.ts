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
