/**
 * Purpose: what a level costs, in words and for comparing.
 */
import { never, sayMoney, saySpan } from '../kernel';
import { levelsSays } from './levels.sentences';
import type { LevelItem } from './level';

/** `£48.00 a year`, `from £10.00 a month`, `£30.00 for 6 months`, `free`. */
export function sayPrice(level: LevelItem, site: { readonly currency: string; readonly locale: string }): string {
  const price = level.price;
  const says = levelsSays(site);
  const money = (amount: Parameters<typeof sayMoney>[0]) => sayMoney(amount, site.currency, site.locale);
  switch (price.kind) {
    case 'free':
      return says.free;
    case 'once':
      return says.once({ amount: money(price.amount), span: saySpan(price.lasts, site) });
    case 'every':
      return says[price.unit]({ amount: money(price.amount) });
    case 'ownAmount':
      return says.from({ price: says[price.unit]({ amount: money(price.least) }) });
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
