import { randomBytes } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { CODE_ALPHABET, CODE_LENGTH, codeFrom, readCode, sayCode } from './codes';

describe('codes', () => {
  it('use letters and digits that cannot be mistaken', () => {
    expect(CODE_ALPHABET).not.toMatch(/[01OIL]/);
    expect(new Set(CODE_ALPHABET).size).toBe(31);
  });

  it('favour no letter: bytes beyond the last whole round are passed over', () => {
    expect(codeFrom([255, 254, 248, 0, 1, 2, 3, 4, 5])).toBe('234567');
    expect(() => codeFrom([255, 255])).toThrow(RangeError);
    const seen = new Map<string, number>();
    for (let n = 0; n < 3000; n++)
      for (const letter of codeFrom(randomBytes(64))) seen.set(letter, (seen.get(letter) ?? 0) + 1);
    const expected = (3000 * CODE_LENGTH) / 31;
    for (const letter of CODE_ALPHABET)
      expect(Math.abs((seen.get(letter) ?? 0) - expected)).toBeLessThan(6 * Math.sqrt(expected));
  });

  it.each(['q7h4kd', 'Q7H-4KD', ' q7h 4kd ', 'Q7H–4KD'])('reads “%s”', (typed) =>
    expect(readCode(typed)).toBe('Q7H4KD'),
  );
  it('writes a code in two halves', () => expect(sayCode('Q7H4KD')).toBe('Q7H-4KD'));
});
