/**
 * Purpose: text with personal words, as it is typed: `Hello {first name|there},`. Before the bar stands what a word is
 * called, after it what is said where there is none.
 * Invariant: what is printed is read back as the same words.
 */
import { ok, refuse, type ChipName, type Result, type Words } from '../kernel';

/** What each chip is called. */
export type ChipNames = ReadonlyMap<ChipName, string>;

/** `name`: no word is called so; `open`: a brace that is not closed. */
export type ChipFault = { readonly is: 'name'; readonly name: string } | { readonly is: 'open' };

/** Braces and bars that are meant as such stand behind a backslash. */
const quoted = (text: string): string => text.replace(/[{}\\]/g, (sign) => `\\${sign}`);
const within = (text: string): string => text.replace(/[{}|\\]/g, (sign) => `\\${sign}`);

export function printWords(words: Words, names: ChipNames): string {
  if (typeof words === 'string') return quoted(words);
  return words
    .map((piece) => {
      if (typeof piece === 'string') return quoted(piece);
      const name = within(names.get(piece.chip) ?? piece.chip);
      return piece.or === '' ? `{${name}}` : `{${name}|${within(piece.or)}}`;
    })
    .join('');
}

export function readWords(text: string, names: ChipNames): Result<Words, ChipFault> {
  const chips = new Map([...names].map(([chip, name]) => [name.toLowerCase(), chip]));
  const pieces: Exclude<Words, string> = [];
  let plain = '';
  let at = 0;
  /** The sign here, and whether it is meant as a sign of ours; moves on behind it. */
  const next = (): { sign: string; ours: boolean } => {
    const sign = text[at++]!;
    if (sign !== '\\' || !/[{}|\\]/.test(text[at] ?? '')) return { sign, ours: /[{}|]/.test(sign) };
    return { sign: text[at++]!, ours: false };
  };
  while (at < text.length) {
    const { sign, ours } = next();
    if (!ours || sign !== '{') {
      plain += sign;
      continue;
    }
    const parts = [''];
    for (let closed = false; !closed;) {
      if (at >= text.length) return refuse({ is: 'open' });
      const inner = next();
      if (inner.ours && inner.sign === '}') closed = true;
      else if (inner.ours && inner.sign === '|' && parts.length === 1) parts.push('');
      else parts[parts.length - 1] += inner.sign;
    }
    const [name = '', or = ''] = parts;
    const chip = chips.get(name.trim().toLowerCase());
    if (!chip) return refuse({ is: 'name', name: name.trim() });
    if (plain) pieces.push(plain);
    plain = '';
    pieces.push({ chip, or });
  }
  if (pieces.length === 0) return ok(plain);
  return ok(plain ? [...pieces, plain] : pieces);
}
