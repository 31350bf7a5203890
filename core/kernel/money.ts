/**
 * Purpose: money as whole minor units, so that no sum is ever a fraction of a penny.
 */
import { z } from 'zod';

/** Whole minor units of the site's currency (pence for GBP). */
export const Minor = z.int().min(0).max(1_000_000_00).brand<'minor'>();
export type Minor = z.infer<typeof Minor>;

/** Writes an amount as the site's people write it: `£48.00`. */
export function sayMoney(amount: Minor, currency: string, locale: string): string {
  const format = new Intl.NumberFormat(locale, { style: 'currency', currency });
  const digits = format.resolvedOptions().maximumFractionDigits ?? 2;
  return format.format(amount / 10 ** digits);
}
