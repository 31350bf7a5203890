/** Sets of rows as bits, beside a reckoning of each row alone. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { add, andInto, coded, count, drop, minus, not, orInto, rowsIn, bitsWithin, wordsFor, type Bits } from './bits';

const rows = fc.integer({ min: 1, max: 200 });
const setOf = (size: number) => fc.uniqueArray(fc.integer({ min: 0, max: size - 1 }));
const bitsOf = (size: number, of: readonly number[]): Bits => {
  const bits = new Uint32Array(wordsFor(size));
  for (const row of of) add(bits, row);
  return bits;
};
const sorted = (of: Iterable<number>): number[] => [...of].sort((a, b) => a - b);

describe('a set of rows', () => {
  const two = rows.chain((size) => fc.tuple(fc.constant(size), setOf(size), setOf(size)));

  it('holds what was put in and not taken out, in order, and knows how many', () => {
    fc.assert(
      fc.property(two, ([size, put, taken]) => {
        const bits = bitsOf(size, put);
        for (const row of taken) drop(bits, row);
        const left = sorted(put.filter((row) => !taken.includes(row)));
        expect([...rowsIn(bits)]).toEqual(left);
        expect(count(bits)).toBe(left.length);
      }),
    );
  });

  it('is met with another, joined with it, taken from it, turned over', () => {
    fc.assert(
      fc.property(two, ([size, one, other]) => {
        const both = bitsOf(size, one);
        andInto(both, bitsOf(size, other));
        expect([...rowsIn(both)]).toEqual(sorted(one.filter((row) => other.includes(row))));
        const either = bitsOf(size, one);
        orInto(either, bitsOf(size, other));
        expect([...rowsIn(either)]).toEqual(sorted(new Set([...one, ...other])));
        expect([...rowsIn(minus(bitsOf(size, one), bitsOf(size, other)))]).toEqual(
          sorted(one.filter((row) => !other.includes(row))),
        );
        const turned = [...rowsIn(not(bitsOf(size, one)))].filter((row) => row < size);
        expect(turned).toEqual(Array.from({ length: size }, (_, row) => row).filter((row) => !one.includes(row)));
      }),
    );
  });
});

describe('rows by what stands in a column', () => {
  it('within two ends, both included; what is no number is in none', () => {
    const number = fc.oneof(fc.integer({ min: -3, max: 3 }), fc.constant(NaN));
    fc.assert(
      fc.property(
        fc.array(number, { minLength: 1, maxLength: 100 }),
        fc.integer({ min: -4, max: 4 }),
        fc.nat(4),
        (all, least, more) => {
          const numbers = Float64Array.from(all);
          const most = least + more;
          const bits = bitsWithin(numbers, least, most);
          expect([...rowsIn(bits)]).toEqual(
            all.flatMap((value, row) => (value >= least && value <= most ? [row] : [])),
          );
          expect(bits).toHaveLength(wordsFor(all.length));
        },
      ),
    );
  });

  it('of the codes that are marked', () => {
    const of = fc.tuple(fc.array(fc.nat(5), { minLength: 1, maxLength: 100 }), fc.uniqueArray(fc.nat(5)));
    fc.assert(
      fc.property(of, ([all, chosen]) => {
        const marked = new Uint8Array(6);
        for (const code of chosen) marked[code] = 1;
        const bits = coded(Uint32Array.from(all), marked);
        expect([...rowsIn(bits)]).toEqual(all.flatMap((code, row) => (chosen.includes(code) ? [row] : [])));
      }),
    );
  });
});
