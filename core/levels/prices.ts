/**
 * Purpose: what a level costs, in words and for comparing.
 */
import { never, sayDate, sayMoney, saySpan, type Span, type Reader } from '../kernel';
import { startOfDay } from '../kernel/calendar';
import { levelsSays } from './levels.sentences';
import { pricesOf, type LevelItem } from './level';
import { amountOf, isRepeated, type Price } from './price';

type Site = Reader & { readonly currency: string };

/** `£48.00 a year`, `£12.00 every 3 months`. */
function sayEach(amount: string, { count, unit }: Span, site: Site): string {
  const says = levelsSays(site);
  return count === 1 ? says[unit]({ amount }) : says.everySpan({ amount, span: saySpan({ count, unit }, site) });
}

/** `£48.00 a year`, `from £10.00 a month`, `£30.00 for 6 months`, `free`. */
export function sayPrice(price: Price, site: Site): string {
  const says = levelsSays(site);
  const money = (amount: number) => sayMoney(amount, site.currency, site.locale);
  switch (price.kind) {
    case 'free':
      return price.lasts ? says.freeFor({ span: saySpan(price.lasts, site) }) : says.free;
    case 'once':
      return price.lasts
        ? says.once({ amount: money(price.amount), span: saySpan(price.lasts, site) })
        : says.forGood({ amount: money(price.amount) });
    case 'every':
      return sayEach(money(price.amount), price.each, site);
    case 'own':
      return says.from({ price: sayEach(money(price.least), price.each, site) });
    default:
      return never(price);
  }
}

/** What comes beside the terms: `first month free, £5.00 to join`; '' for nothing. */
export function sayBeside(price: Price, site: Site): string {
  const says = levelsSays(site);
  const money = (amount: number) => sayMoney(amount, site.currency, site.locale);
  const trial = isRepeated(price) ? price.trial : undefined;
  const parts = [
    trial &&
      (trial.amount === 0
        ? says.trialFree({ span: saySpan(trial.lasts, site) })
        : says.trialFor({ span: saySpan(trial.lasts, site), amount: money(trial.amount) })),
    'fee' in price && price.fee ? says.toJoin({ amount: money(price.fee) }) : undefined,
    isRepeated(price) && price.times ? says.timesOnly({ count: price.times }) : undefined,
  ];
  return parts.filter(Boolean).join(', ');
}

/** From when those pay it too who agreed to another amount before: `for everybody from 1 March 2027`; '' where they do not. */
export function sayForAll(price: Price, site: Site & { readonly zone: string }): string {
  const begins = isRepeated(price) && price.forAll ? startOfDay(price.forAll, site.zone) : null;
  return begins === null ? '' : levelsSays(site).forAllFrom({ date: sayDate(begins, site) });
}

/** All the prices a level can be taken at: `from £10.00 a month or £120.00 a year`. */
export const sayPrices = (level: Pick<LevelItem, 'prices'>, site: Site): string =>
  levelsSays(site).either({ prices: { either: pricesOf(level).map((price) => sayPrice(price, site)) } });

/** What must be paid first at the cheapest of its prices, in minor units: the measure by which ways in are called cheaper. */
export const firstPayment = (level: Pick<LevelItem, 'prices'>): number =>
  Math.min(
    ...pricesOf(level).map((price) => {
      const fee = ('fee' in price && price.fee) || 0;
      if (isRepeated(price) && price.trial) return fee + price.trial.amount;
      return fee + amountOf(price, price.kind === 'own' ? price.least : undefined);
    }),
  );
