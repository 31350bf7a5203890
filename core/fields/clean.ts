/** Purpose: typed text without what cannot be seen. */

/**
 * Text without what cannot be seen: marks that turn the direction of writing and characters of no width. Joiners stay
 * between letters of scripts that are written with them (Unicode Standard Annex 31, section 2.3.2).
 */
export const visible = (text: string): string =>
  text
    .replace(/(?![\u200C\u200D])\p{Cf}/gu, '')
    .replace(
      /(?<![\p{Script=Arabic}\p{Script=Devanagari}\p{Script=Bengali}\p{Script=Sinhala}\p{M}])[\u200C\u200D]+/gu,
      '',
    );

/** Letters, digits and signs of ASCII, parted by single spaces: most of what is typed, and clean as it stands. */
const PLAIN = /^[!-~]+(?: [!-~]+)*$/;

/** One line: nothing unseen, no control characters, no doubled spaces, no private-use marks, no halves of characters. */
export function oneLine(raw: unknown): string {
  const text = String(raw);
  if (PLAIN.test(text)) return text;
  return visible(text.normalize('NFC'))
    .replace(/[\p{Cc}\p{Co}\p{Cs}]+/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}
