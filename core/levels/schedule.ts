/**
 * Purpose: when a price is due and for how long each payment lasts: terms, trials, month ends.
 * Invariant: each term is reckoned from the anchor and not from the one before, so that who began on the 31st pays on the
 * last day of a short month and on the 31st again after it. Terms leave no gap and do not overlap: one ends at the
 * instant at which the next begins.
 */
import { type Instant, type Span } from '../kernel';
import { addSpan } from '../kernel/calendar';
import { amountOf, isRepeated, type Price, type Repeated } from './price';

export type Part = { readonly of: 'fee' | 'trial' | 'term'; readonly amount: number };
/** One payment: when it is due, until when what it pays for lasts (null for good), and what it is made of. */
export type Due = {
  readonly at: Instant;
  readonly until: Instant | null;
  readonly parts: readonly Part[];
  readonly total: number;
};

const inMonths = ({ unit, count }: Span): number | null =>
  unit === 'months' ? count : unit === 'years' ? count * 12 : null;
const inDays = ({ unit, count }: Span): number | null =>
  unit === 'days' ? count : unit === 'weeks' ? count * 7 : null;

/**
 * The instant at which the n-th term of a price begins (0 the first) for who took it at `anchor`. A trial by the same
 * measure moves the terms on along the calendar of the anchor; one by another measure is where the terms begin anew.
 * Source: months clamp to their last day, and local times that are skipped move on (RFC 5545, 3.3.5), both in `addSpan`.
 */
export function termBegins(
  { each, trial }: Pick<Repeated, 'each' | 'trial'>,
  anchor: Instant,
  n: number,
  zone: string,
): Instant {
  for (const [measure, unit] of [
    [inMonths, 'months'],
    [inDays, 'days'],
  ] as const) {
    const step = measure(each);
    if (step === null) continue;
    const first = trial ? measure(trial.lasts) : 0;
    const steps = (first ?? 0) + n * step;
    const from = first === null ? addSpan(anchor, trial!.lasts, zone) : anchor;
    return steps === 0 ? from : addSpan(from, { count: steps, unit }, zone);
  }
  return anchor;
}

/** What is due of a price as payment `n` (0 the first); null where so many are not asked for. */
export function dueAt(price: Price, anchor: Instant, n: number, zone: string, chosen?: number | null): Due | null {
  const fee = n === 0 ? ('fee' in price && price.fee) || 0 : 0;
  const amount = amountOf(price, chosen ?? undefined);
  if (!isRepeated(price)) {
    if (n > 0) return null;
    return due(anchor, price.lasts ? addSpan(anchor, price.lasts, zone) : null, fee, { of: 'term', amount });
  }
  const begins = (term: number) => termBegins(price, anchor, term, zone);
  const term = price.trial ? n - 1 : n;
  if (term < 0) return due(anchor, begins(0), fee, { of: 'trial', amount: price.trial!.amount });
  if (price.times !== undefined && term >= price.times) return null;
  return due(begins(term), begins(term + 1), fee, { of: 'term', amount });
}

function due(at: Instant, until: Instant | null, fee: number, part: Part): Due {
  const parts = [{ of: 'fee' as const, amount: fee }, part].filter(({ amount }) => amount > 0);
  return { at, until, parts, total: fee + part.amount };
}

/**
 * What is due of a price, in order, for who takes it at `anchor`.
 * @param chosen the amount of one that the member chooses, in minor units
 * @returns without end where the price goes on until it is cancelled
 */
export function* dues(price: Price, anchor: Instant, zone: string, chosen?: number): Generator<Due, void, undefined> {
  for (let n = 0; ; n++) {
    const next = dueAt(price, anchor, n, zone, chosen);
    if (!next) return;
    yield next;
  }
}

/** What is due from `anchor` until `end`, the end not among it. */
export function duesUntil(price: Price, anchor: Instant, end: Instant, zone: string, chosen?: number): Due[] {
  const found: Due[] = [];
  for (const due of dues(price, anchor, zone, chosen)) {
    if (due.at >= end) break;
    found.push(due);
  }
  return found;
}
