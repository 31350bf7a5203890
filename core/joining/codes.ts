/**
 * Purpose: the code people type: its alphabet and how typed text becomes a code.
 * Source: 31 letters and digits without 0, O, 1, I and L; six of them hold 29.7 bits, above the 20 bits that
 * NIST SP 800-63B section 3.2.10 asks of a code whose tries are limited.
 */
export const CODE_ALPHABET = '23456789ABCDEFGHJKMNPQRSTUVWXYZ';
export const CODE_LENGTH = 6;

/** Makes a code from random bytes; bytes that would favour some letters are passed over. */
export function codeFrom(bytes: Iterable<number>): string {
  const most = 256 - (256 % CODE_ALPHABET.length);
  let code = '';
  for (const byte of bytes) {
    if (byte < most) code += CODE_ALPHABET[byte % CODE_ALPHABET.length];
    if (code.length === CODE_LENGTH) return code;
  }
  throw new RangeError('Too few random bytes for a code.');
}

/** What was typed, as a code: capitals, without spaces and hyphens. */
export const readCode = (typed: string): string => typed.toUpperCase().replace(/[\s–—-]/g, '');

/** `Q7H-4KD`, the way a code is written for people. */
export const sayCode = (code: string): string => `${code.slice(0, 3)}-${code.slice(3)}`;
