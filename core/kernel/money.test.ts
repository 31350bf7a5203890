import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readAmount, writeAmount } from './index';

describe('an amount as it is typed', () => {
  it.each<[string, string, number | null]>([
    ['48', 'GBP', 4800],
    ['48.00', 'GBP', 4800],
    ['48,5', 'GBP', 4850],
    [' £1,248.00 ', 'GBP', 124800],
    ['1.248,00 €', 'EUR', 124800],
    ['GBP 10', 'GBP', 1000],
    ['0', 'GBP', 0],
    ['1’200', 'CHF', 120000],
    ['1,200', 'GBP', 120000],
    ['1200', 'JPY', 1200],
    ['12.5', 'JPY', null],
    ['1,200', 'JPY', 1200],
    ['48.005', 'GBP', null],
    ['48.0055', 'GBP', null],
    ['-3', 'GBP', null],
    ['4 8', 'GBP', 4800],
    ['1,20,0', 'GBP', null],
    ['.50', 'GBP', null],
    ['ten', 'GBP', null],
    ['', 'GBP', null],
    ['1e3', 'GBP', null],
    ['2,000', 'KWD', 2_000_000],
    ['2.000', 'KWD', 2_000],
    ['1,234,567.890', 'KWD', 1_234_567_890],
    ['2,00', 'KWD', 2_000],
    ['12,34.5', 'GBP', null],
    ['12345,678', 'GBP', null],
    ['1,2345', 'GBP', null],
    ['1,234,56', 'GBP', 123_456],
    ['1,234.5,6', 'GBP', null],
    ['9007199254740993', 'JPY', null],
    ['90071992547409.93', 'GBP', null],
    ['90071992547409.91', 'GBP', 9_007_199_254_740_991],
    ['gbp 7', 'GBP', 700],
    ['1.2', 'JPY', null],
  ])('%s in %s', (typed, currency, amount) => {
    expect(readAmount(typed, currency, 'en-GB')).toBe(amount);
  });

  it('is read by what its writer’s own language takes for the mark of a fraction', () => {
    expect(readAmount('1,234', 'EUR', 'en-GB')).toBe(123_400);
    expect(readAmount('1,234', 'EUR', 'de-DE')).toBeNull();
    expect(readAmount('1.234', 'EUR', 'de-DE')).toBe(123_400);
    expect(readAmount('1.234', 'EUR', 'en-GB')).toBeNull();
    expect(readAmount('1.234', 'KWD', 'en-GB')).toBe(1_234);
    expect(readAmount('1.234', 'KWD', 'de-DE')).toBe(1_234_000);
  });

  it('is read back as it was written, in every language and currency', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 100_000_000 }),
        fc.constantFrom('GBP', 'EUR', 'JPY', 'CHF'),
        fc.constantFrom('en-GB', 'de-DE', 'fr-FR', 'de-CH'),
        (amount, currency, locale) => {
          expect(readAmount(writeAmount(amount, currency, locale), currency, locale)).toBe(amount);
        },
      ),
    );
  });
});
