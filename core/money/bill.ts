/**
 * Purpose: what one payment is made of: parts, discount, credit, tax, total.
 * Invariant: whole minor units; the parts always sum to the total, and of tax that is shared out no penny is lost.
 */
import { z } from 'zod';
import type { Instant } from '../kernel';
import { dayNumber } from '../kernel/calendar';
import type { Due } from '../levels';
import { takenOff, type TakenCode } from './codes';
import type { Tax } from './settings';

export const BillPart = z.object({
  of: z.enum(['fee', 'trial', 'term', 'discount', 'tax', 'credit']),
  /** Signed: what is taken off is below nothing. */
  amount: z.number(),
});
export type BillPart = z.infer<typeof BillPart>;

export const Bill = z.object({
  parts: z.array(BillPart),
  /** What is earned by it, tax within, before credit: this is what the ledger books as income and tax. */
  worth: z.number(),
  /** The tax within `worth`. */
  tax: z.number(),
  /** The rate of the tax, in parts of ten thousand. */
  rate: z.number(),
  /** What of a credit is used up. */
  credit: z.number(),
  /** What is to be paid. */
  total: z.number(),
  from: z.number(),
  until: z.number().nullable(),
});
export type Bill = z.infer<typeof Bill>;

/** Half up, in whole numbers. */
const share = (amount: number, part: number, whole: number): number =>
  whole === 0 ? 0 : Math.floor((2 * amount * part + whole) / (2 * whole));

/** The tax within a sum that holds it. */
export const taxWithin = (sum: number, rate: number): number => share(sum, rate, 10_000 + rate);
/** The tax that comes on top of a sum. */
export const taxOnTop = (sum: number, rate: number): number => share(sum, rate, 10_000);

/**
 * What of `whole` has gone once `done` of `all` has: cumulative, so that however it is cut up the parts sum to the whole.
 * `shareOf(tax, refundedSoFar + now, total) − shareOf(tax, refundedSoFar, total)` is the tax of one part refund.
 */
export const shareOf = (whole: number, done: number, all: number): number => share(whole, done, all);

export type BillTerms = {
  readonly code: TakenCode | null;
  readonly credit: number;
  readonly tax: Tax | null;
  /** The level's own rate; null for the usual one. */
  readonly rate: number | null;
};

/** The bill of a due payment. @param n its number: a code may be for the first alone */
export function billOf(due: Due, n: number, { code, credit, tax, rate: own }: BillTerms): Bill {
  const parts: BillPart[] = due.parts.map(({ of, amount }) => ({ of, amount }));
  const lasting = due.parts.reduce((sum, { of, amount }) => (of === 'fee' ? sum : sum + amount), 0);
  const off = code && (code.on === 'every' || n === 0) ? takenOff(code.off, lasting) : 0;
  if (off > 0) parts.push({ of: 'discount', amount: -off });
  const sum = due.total - off;
  const rate = tax ? (own ?? tax.rate) : 0;
  const added = tax?.mode === 'added' ? taxOnTop(sum, rate) : 0;
  if (added > 0) parts.push({ of: 'tax', amount: added });
  const worth = sum + added;
  const used = Math.min(credit, worth);
  if (used > 0) parts.push({ of: 'credit', amount: -used });
  return {
    parts,
    worth,
    tax: tax?.mode === 'included' ? taxWithin(sum, rate) : added,
    rate,
    credit: used,
    total: worth - used,
    from: due.at,
    until: due.until,
  };
}

/**
 * What of a bill pays for days, and the tax within: a fee to join is used up at once, and is no part of what is left of a
 * span later.
 */
export function lasting({ parts, worth, tax }: Pick<Bill, 'parts' | 'worth' | 'tax'>): { paid: number; tax: number } {
  const sumOf = (which: BillPart['of']) =>
    parts.reduce((sum, { of, amount }) => (of === which ? sum + amount : sum), 0);
  const [fee, added] = [sumOf('fee'), sumOf('tax')];
  const ofFee = share(tax, fee, worth - added);
  return { paid: worth - fee - (added > 0 ? ofFee : 0), tax: tax - ofFee };
}

/**
 * What of an amount for `from` until `until` is left at `at`, by calendar days in `zone`: the day itself is among what is
 * left, since what comes instead begins on it. `used` and `left` always sum to the amount.
 */
export function splitByDays(
  amount: number,
  from: Instant,
  until: Instant,
  at: Instant,
  zone: string,
): { used: number; left: number; days: number; of: number } {
  const [first, last] = [dayNumber(from, zone), dayNumber(until, zone)];
  const of = Math.max(1, last - first);
  // A span within one day is left while it has not ended.
  const days = last > first ? Math.min(of, Math.max(0, last - dayNumber(at, zone))) : at < until ? 1 : 0;
  const left = share(amount, days, of);
  return { used: amount - left, left, days, of };
}
