/**
 * Purpose: sets of numbered rows as bits, 32 rows to a word.
 * Invariant: bits behind the last row are never set by what is made here, but for `not`, whose result is cut by whoever
 * knows which rows there are.
 */
export type Bits = Uint32Array;

export const wordsFor = (rows: number): number => (rows + 31) >>> 5;

export const add = (bits: Bits, row: number): void => void (bits[row >>> 5]! |= 1 << (row & 31));
export const drop = (bits: Bits, row: number): void => void (bits[row >>> 5]! &= ~(1 << (row & 31)));

export function andInto(into: Bits, other: Bits): void {
  for (let at = 0; at < into.length; at++) into[at]! &= other[at]!;
}
export function orInto(into: Bits, other: Bits): void {
  for (let at = 0; at < into.length; at++) into[at]! |= other[at]!;
}
/** What is in the first and not in the second. */
export function minus(one: Bits, other: Bits): Bits {
  const out = new Uint32Array(one.length);
  for (let at = 0; at < one.length; at++) out[at] = one[at]! & ~other[at]!;
  return out;
}
export function not(bits: Bits): Bits {
  const out = new Uint32Array(bits.length);
  for (let at = 0; at < bits.length; at++) out[at] = ~bits[at]!;
  return out;
}

/** How many rows are in it (Warren, Hacker's Delight, 2nd edition, figure 5-2). */
export function count(bits: Bits): number {
  let sum = 0;
  for (let at = 0; at < bits.length; at++) {
    let word = bits[at]!;
    word -= (word >>> 1) & 0x55555555;
    word = (word & 0x33333333) + ((word >>> 2) & 0x33333333);
    sum += Math.imul((word + (word >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
  }
  return sum;
}

/** The rows in it, in order. */
export function* rowsIn(bits: Bits): Generator<number> {
  for (let at = 0; at < bits.length; at++)
    for (let word = bits[at]!; word !== 0; word &= word - 1) yield (at << 5) + (31 - Math.clz32(word & -word));
}

/**
 * The rows whose number is within the ends, both included. What is no number is in none. Eight rows a step and no branch
 * on a row: packing the bits is what costs.
 */
export function bitsWithin(numbers: ArrayLike<number>, least: number, most: number): Bits {
  const words = wordsFor(numbers.length);
  const out = new Uint32Array(words);
  for (let at = 0; at < words; at++) {
    let word = 0;
    const base = at << 5;
    for (let bit = 0; bit < 32; bit += 8) {
      const row = base + bit;
      word |=
        ((+(numbers[row]! >= least) & +(numbers[row]! <= most)) |
          ((+(numbers[row + 1]! >= least) & +(numbers[row + 1]! <= most)) << 1) |
          ((+(numbers[row + 2]! >= least) & +(numbers[row + 2]! <= most)) << 2) |
          ((+(numbers[row + 3]! >= least) & +(numbers[row + 3]! <= most)) << 3) |
          ((+(numbers[row + 4]! >= least) & +(numbers[row + 4]! <= most)) << 4) |
          ((+(numbers[row + 5]! >= least) & +(numbers[row + 5]! <= most)) << 5) |
          ((+(numbers[row + 6]! >= least) & +(numbers[row + 6]! <= most)) << 6) |
          ((+(numbers[row + 7]! >= least) & +(numbers[row + 7]! <= most)) << 7)) <<
        bit;
    }
    out[at] = word;
  }
  return out;
}

/** The rows whose code is one of those marked with 1. */
export function coded(codes: Uint32Array, marked: Uint8Array): Bits {
  const words = wordsFor(codes.length);
  const out = new Uint32Array(words);
  for (let at = 0; at < words; at++) {
    let word = 0;
    const base = at << 5;
    for (let bit = 0; bit < 32; bit += 4) {
      const row = base + bit;
      word |=
        (marked[codes[row]!]! |
          (marked[codes[row + 1]!]! << 1) |
          (marked[codes[row + 2]!]! << 2) |
          (marked[codes[row + 3]!]! << 3)) <<
        bit;
    }
    out[at] = word;
  }
  return out;
}
