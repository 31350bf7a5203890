import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quillmoor } from '../../tests/support/quillmoor';
import { hasShape, type ShapePiece } from './index';

const postcode = (quillmoor.fields.get('apiary-postcode')!.of as { shape: { pieces: ShapePiece[] } }).shape.pieces;

describe('a shape', () => {
  it.each([
    ['QM4 7TB', true],
    ['QM47TB', true],
    ['Q1 2LD', true],
    ['QM1A 2LD', true],
    ['QM12 2LD', true],
    ['QM 7TB', false],
    ['QM4 7T', false],
    ['QM4 7TBX', false],
    ['QM4  7TB', false],
    ['', false],
  ])('a postcode: %s', (text, fits) => expect(hasShape(text, postcode)).toBe(fits));

  it('says what a regular expression of the same pieces says', () => {
    const often = fc
      .tuple(fc.integer({ min: 0, max: 3 }), fc.integer({ min: 1, max: 3 }))
      .map(([least, more]) => ({ least, most: Math.max(1, least + more - 1) }));
    const piece: fc.Arbitrary<ShapePiece> = fc.oneof(
      fc
        .tuple(fc.constantFrom('letters', 'digits', 'lettersOrDigits'), often)
        .map(([of, counts]) => ({ of, ...counts }) as ShapePiece),
      fc.record({
        of: fc.constant('text' as const),
        text: fc.constantFrom('-', 'a1', 'A'),
        optional: fc.boolean(),
      }),
    );
    const classes = { letters: '[a-zA-Z]', digits: '[0-9]', lettersOrDigits: '[a-zA-Z0-9]' };
    const text = fc.string({ unit: fc.constantFrom('a', 'A', '1', '-'), maxLength: 8 });
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 4 }), text, (pieces, typed) => {
        const expression = pieces
          .map((one) =>
            one.of === 'text'
              ? `(?:${one.text})${one.optional ? '?' : ''}`
              : `${classes[one.of]}{${one.least},${one.most}}`,
          )
          .join('');
        expect(hasShape(typed, pieces)).toBe(new RegExp(`^${expression}$`).test(typed));
      }),
      { numRuns: 2000 },
    );
  });

  it('takes no more steps for a text that almost fits than one for each letter and place', () => {
    // With backtracking, such a text takes two to the power of its length.
    const pieces = Array.from({ length: 20 }, (): ShapePiece => ({ of: 'letters', least: 0, most: 40 }));
    expect(hasShape(`${'a'.repeat(400)}!`, pieces)).toBe(false);
    expect(hasShape('a'.repeat(400), pieces)).toBe(true);
  });
});
