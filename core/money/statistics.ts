/**
 * Purpose: what terms say of the months: income to come, what returns every month, who stayed.
 * Invariant: each is reckoned from terms and their prices, in minor units, by the calendar of the site's zone.
 */
import type { Instant, LevelId, Span } from '../kernel';
import { addSpan } from '../kernel/calendar';
import { amountOf, isRepeated, termBegins, type Price } from '../levels';
import { nextBill, type Term, type TermRules } from './term';

export type Coming = { readonly at: Instant; readonly level: LevelId; readonly amount: number };

/**
 * What running terms will ask for from `now` until `end`: each renewal in its turn, the code and credit heeded.
 * @param each is handed every one, in the order of terms, not of days
 */
export function comingIn(
  terms: Iterable<Term>,
  now: Instant,
  end: Instant,
  rulesFor: (level: LevelId) => TermRules,
  each: (coming: Coming) => void,
): void {
  for (let term of terms) {
    if (term.state !== 'running' || !term.renews || term.next || term.until === null || term.until >= end) continue;
    const rules = rulesFor(term.level);
    if (isPlain(term, rules)) {
      comingPlainly(term, now, end, rules.zone, each);
      continue;
    }
    // A copy that pays on time, as most do.
    while (term.until !== null && term.until < end) {
      const bill = nextBill(term, rules);
      if (!bill) break;
      if (term.until >= now && bill.total > 0) each({ at: term.until, level: term.level, amount: bill.total });
      term = { ...term, n: term.n + 1, until: bill.until, credit: term.credit - bill.credit };
    }
  }
}

/** Whether each payment of it is the price and nothing else. */
const isPlain = ({ code, credit, price, n }: Term, { money, prices }: TermRules): boolean =>
  code === null &&
  credit === 0 &&
  money.tax?.mode !== 'added' &&
  isRepeated(price) &&
  n > (price.trial ? 1 : 0) &&
  !prices.some((now) => now.id === price.id && isRepeated(now) && now.forAll);

/** The same for such a term: only dates are reckoned, since there are many of them. */
function comingPlainly(term: Term, now: Instant, end: Instant, zone: string, each: (coming: Coming) => void): void {
  const { price, anchor, level, chosen } = term;
  if (!isRepeated(price)) return;
  const amount = amountOf(price, chosen ?? undefined);
  let at = term.until!;
  for (let n = price.trial ? term.n - 1 : term.n; at < end && (price.times === undefined || n < price.times); n++) {
    if (at >= now) each({ at, level, amount });
    at = termBegins(price, anchor, n + 1, zone);
  }
}

const DAYS: Readonly<Record<Span['unit'], number>> = {
  minutes: 1 / 1440,
  hours: 1 / 24,
  days: 1,
  weeks: 7,
  months: 365.2425 / 12,
  years: 365.2425,
};

/**
 * What a price brings in a month, in minor units, rounded: a twelfth of a year's.
 * Source: months and years by their count; days and weeks by the mean length of a Gregorian month (365.2425 / 12 days).
 */
export function monthly(price: Price, chosen: number | null): number {
  if (!isRepeated(price)) return 0;
  const { unit, count } = price.each;
  const amount = amountOf(price, chosen ?? undefined);
  if (unit === 'months') return Math.round(amount / count);
  if (unit === 'years') return Math.round(amount / (12 * count));
  return Math.round((amount * DAYS.months) / (DAYS[unit] * count));
}

export type Stretch = {
  readonly member: string;
  readonly from: Instant;
  /** When it ended or ends without renewing; null while it goes on. */
  readonly until: Instant | null;
  readonly monthly: number;
};
export type Month = {
  readonly from: Instant;
  /** Recurring revenue at the month's end, and what came, went and changed within it. */
  readonly recurring: number;
  readonly won: number;
  readonly lost: number;
  readonly changed: number;
};

/**
 * Recurring revenue month by month. Somebody who brings something at both ends of a month has changed by the difference;
 * who brought nothing before was won, who brings nothing after was lost. The parts sum to the difference of the ends.
 * @param months the first instants of months in order, and the end of the last
 */
export function recurringBy(stretches: readonly Stretch[], months: readonly Instant[]): Month[] {
  const at = (instant: Instant): Map<string, number> => {
    const sums = new Map<string, number>();
    for (const { member, from, until, monthly: brings } of stretches)
      if (brings > 0 && from < instant && (until === null || until >= instant))
        sums.set(member, (sums.get(member) ?? 0) + brings);
    return sums;
  };
  let before = at(months[0]!);
  return months.slice(1).map((end, n) => {
    const after = at(end);
    const month = { from: months[n]!, recurring: 0, won: 0, lost: 0, changed: 0 };
    for (const [member, brings] of after) {
      month.recurring += brings;
      const had = before.get(member);
      if (had === undefined) month.won += brings;
      else month.changed += brings - had;
    }
    for (const [member, brought] of before) if (!after.has(member)) month.lost += brought;
    before = after;
    return month;
  });
}

export type Cohort = { readonly from: Instant; readonly began: number; readonly kept: readonly number[] };

/**
 * Of those who first paid in a month, how many hold a level again so many months later.
 * @param months the first instants of months in order, and the end of the last
 */
export function keptBy(stretches: readonly Stretch[], months: readonly Instant[]): Cohort[] {
  const first = new Map<string, Instant>();
  const of = new Map<string, Stretch[]>();
  for (const stretch of stretches) {
    first.set(stretch.member, Math.min(first.get(stretch.member) ?? Infinity, stretch.from));
    of.set(stretch.member, [...(of.get(stretch.member) ?? []), stretch]);
  }
  return months.slice(0, -1).map((from, n) => {
    const began = [...first].filter(([, at]) => at >= from && at < months[n + 1]!).map(([member]) => member);
    const kept = months
      .slice(n + 1)
      .map(
        (end) =>
          began.filter((member) =>
            of.get(member)!.some(({ from: since, until }) => since < end && (until === null || until >= end)),
          ).length,
      );
    return { from, began: began.length, kept };
  });
}

/** The first instants of the `count` months before the one of `at`, that month, and the end of it. */
export function monthsUntil(
  at: Instant,
  count: number,
  monthBegins: (at: Instant) => Instant,
  zone: string,
): Instant[] {
  const present = monthBegins(at);
  return Array.from({ length: count + 2 }, (_, n) =>
    n === count ? present : addSpan(present, { count: n - count, unit: 'months' }, zone),
  );
}
