/**
 * Purpose: what a level costs, in words and for comparing.
 */
import { never, sayMoney, saySpan } from '../kernel';
import type { LevelItem } from './level';

/** `£48.00 a year`, `from £10.00 a month`, `£30.00 for 6 months`, `free`. */
export function sayPrice(level: LevelItem, site: { readonly currency: string; readonly locale: string }): string {
  const price = level.price;
  const money = (amount: Parameters<typeof sayMoney>[0]) => sayMoney(amount, site.currency, site.locale);
  switch (price.kind) {
    case 'free':
      return 'free';
    case 'once':
      return `${money(price.amount)} for ${saySpan(price.lasts)}`;
    case 'every':
      return `${money(price.amount)} a ${price.unit.slice(0, -1)}`;
    case 'ownAmount':
      return `from ${money(price.least)} a ${price.unit.slice(0, -1)}`;
    default:
      return never(price);
  }
}

/** What must be paid first, in minor units: the measure by which ways in are called cheaper. */
export function firstPayment(level: LevelItem): number {
  const price = level.price;
  switch (price.kind) {
    case 'free':
      return 0;
    case 'once':
    case 'every':
      return price.amount;
    case 'ownAmount':
      return price.least;
    default:
      return never(price);
  }
}
