/** Purpose: how a new price begins, and what stays of one that becomes another kind. */
import type { PriceId, Span } from '../../../core/kernel';
import { amountOf, type Price, type PriceKind } from '../../../core/levels';
import { idFrom } from '../../../core/setup';

const A_MONTH: Span = { count: 1, unit: 'months' };
const A_YEAR: Span = { count: 1, unit: 'years' };
/** A tenth of the most that a field shows at once: something to be changed. */
const SOME = 1_000;

/** The same price, paid in another way: its amount and spans stay as far as they mean something there. */
export function priceAs(kind: PriceKind, { id, retired, ...price }: Price): Price {
  const amount = (amountOf({ id, ...price } as Price) || SOME) as never;
  const kept = { id, ...(retired ? { retired } : {}) };
  const fee = 'fee' in price && price.fee ? { fee: price.fee } : {};
  const each = 'each' in price ? price.each : kind === 'own' ? A_MONTH : A_YEAR;
  const trial = 'trial' in price && price.trial ? { trial: price.trial } : {};
  const lasts = 'lasts' in price && price.lasts ? { lasts: price.lasts } : {};
  switch (kind) {
    case 'free':
      return { ...kept, kind, ...lasts };
    case 'once':
      return { ...kept, kind, amount, ...lasts, ...fee };
    case 'every':
      return { ...kept, kind, amount, each, ...trial, ...fee };
    case 'own':
      return { ...kept, kind, least: amount, suggested: amount, each, ...trial, ...fee };
  }
}

export const freshPrice = (others: readonly Price[]): Price => ({
  id: idFrom(
    'price',
    others.map(({ id }) => id),
    'price',
  ) as PriceId,
  kind: 'every',
  amount: SOME as never,
  each: A_YEAR,
});

/** `20`, `5.5`: per cent as it is typed; what is none stays as it is, and is marked. */
export const rateOf = (typed: string): number => {
  const read = Number(typed.replace(',', '.'));
  return typed.trim() !== '' && Number.isFinite(read) ? Math.round(read * 100) : (typed as unknown as number);
};
/** The same, as it is shown. */
export const rateText = (rate: unknown) => (typeof rate === 'number' ? String(rate / 100) : String(rate));
