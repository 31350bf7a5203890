/**
 * Purpose: money as whole minor units, so that no sum is ever a fraction of a penny.
 */
import { z } from 'zod';
import { numberFormat } from './formats';
import type { Reader } from './sentences';

/** The most that one payment can be, in minor units: what a column of them holds, with room for tax. */
export const MOST_MINOR = 1_000_000_00;
/** Whole minor units of the site's currency (pence for GBP). */
export const Minor = z.int().min(0).max(MOST_MINOR).brand<'minor'>();
export type Minor = z.infer<typeof Minor>;

/** Writes an amount as the site's people write it: `£48.00`. */
export function sayMoney(amount: number, currency: string, locale: string): string {
  const format = numberFormat(locale, { style: 'currency', currency });
  return format.format(amount / 10 ** digitsOf(currency));
}

const digits = new Map<string, number>();
/** How many digits an amount has behind the mark: 2 of the pound, none of the yen (ISO 4217). */
export function digitsOf(currency: string): number {
  const known = digits.get(currency);
  if (known !== undefined) return known;
  const found = numberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;
  digits.set(currency, found);
  return found;
}

/** How a currency is marked: `£`. */
export const markOf = (currency: string, locale: string): string =>
  partOf(numberFormat(locale, { style: 'currency', currency }), 'currency') ?? currency;

const partOf = (format: Intl.NumberFormat, part: Intl.NumberFormatPartTypes): string | undefined =>
  format.formatToParts(0.5).find(({ type }) => type === part)?.value;

/** The bare amount, as one would type it: `48.00`, `48,00`. */
export function writeAmount(amount: number, currency: string, locale: string): string {
  const digits = digitsOf(currency);
  const format = numberFormat(locale, {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
    useGrouping: false,
  });
  return format.format(amount / 10 ** digits);
}

/**
 * An amount as somebody typed it, in minor units: `48`, `48.5`, `£1,248.00`, `1.248,00 €`. Point and comma are both read:
 * the last of them that no more digits follow than the currency has is the mark of the fraction, all others group.
 * @returns null for what is no amount, or says more of a penny than there is
 */
export function readAmount(typed: string, currency: string, locale: string): number | null {
  const digits = digitsOf(currency);
  const bare = typed.replace(/[\s\p{Sc}'’]/gu, '').replace(new RegExp(currency, 'i'), '');
  const mark = partOf(numberFormat(locale, {}), 'decimal') ?? '.';
  // Three digits behind what groups in the reader's language are thousands, also of a currency that has three behind the mark.
  const groups = new RegExp(`^\\d{1,3}([.,]\\d{3})+$`).test(bare) && !bare.includes(mark);
  const [, whole = '', fraction = ''] = groups
    ? ['', bare]
    : (new RegExp(`^(\\d[\\d.,]*?)(?:[.,](\\d{1,${Math.max(1, digits)}}))?$`).exec(bare) ?? []);
  if (whole === '' || (digits === 0 && fraction !== '')) return null;
  // What groups stands before three digits each time.
  if (/[.,]/.test(whole) && !/^\d{1,3}([.,]\d{3})+$/.test(whole)) return null;
  // What the reader's own language takes for the mark of a fraction groups nothing where it stands alone.
  if (fraction === '' && digits > 0 && whole.includes(mark)) return null;
  const amount = Number(whole.replace(/[.,]/g, '') + fraction.padEnd(digits, '0'));
  return Number.isSafeInteger(amount) ? amount : null;
}

/** `20%`, `5.5%`, as the site's people write it. @param rate in hundredths of a percent */
export const sayRate = (rate: number, { locale }: Reader): string =>
  numberFormat(locale, { style: 'percent', maximumFractionDigits: 2 }).format(rate / 10_000);
