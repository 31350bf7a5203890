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
  ])('%s in %s', (typed, currency, amount) => {
    expect(readAmount(typed, currency, 'en-GB')).toBe(amount);
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
