/** Dates and parts of money against plain integer sums, and what 100,000 terms will bring in 90 days. */
import { dueAt, Price } from '../../core/levels';
import { comingIn, noMoneyYet, splitByDays, beginTerm, type Term } from '../../core/money';
import type { LevelId, MemberId, TermId } from '../../core/kernel';
import { NOW } from '../support/quillmoor';
import { median, report, reportRate, round } from './measure';

const ZONE = 'Europe/London';
const CALLS = 200_000;
const ROUNDS = 7;
const DAY = 86_400_000;
const price = Price.parse({ id: 'p', kind: 'every', amount: 1500, each: { count: 1, unit: 'months' } });

const seconds = (work: () => number): number => {
  const times: number[] = [];
  let kept = 0;
  for (let n = 0; n < ROUNDS; n++) {
    const began = performance.now();
    kept += work();
    times.push((performance.now() - began) / 1000);
  }
  // What was reckoned is used, so that none of it can be left out.
  if (Number.isNaN(kept)) throw new Error('no number');
  return median(times);
};

export function moneyReckoned(): void {
  const dates = seconds(() => {
    let sum = 0;
    for (let n = 0; n < CALLS; n++) sum += dueAt(price, NOW + n * 60_000, n % 36, ZONE)!.at;
    return sum;
  });
  const sums = seconds(() => {
    let sum = 0;
    for (let n = 0; n < CALLS; n++) sum += Math.floor((NOW + n * 60_000 + (n % 36) * 30 * DAY) / DAY) * DAY;
    return sum;
  });
  reportRate('next-date', 'dates/s', CALLS / dates, CALLS / sums, 0);
  const parts = seconds(() => {
    let sum = 0;
    for (let n = 0; n < CALLS; n++) sum += splitByDays(4800, NOW, NOW + 365 * DAY, NOW + (n % 365) * DAY, ZONE).left;
    return sum;
  });
  const plain = seconds(() => {
    let sum = 0;
    for (let n = 0; n < CALLS; n++) sum += Math.floor((2 * 4800 * (365 - (n % 365)) + 365) / 730);
    return sum;
  });
  reportRate('proration', 'splits/s', CALLS / parts, CALLS / plain, 0);
  const rules = { zone: ZONE, money: noMoneyYet, rate: null, prices: [] };
  const terms = Array.from({ length: 100_000 }, (_, n): Term =>
    beginTerm(
      {
        id: `t${n}` as TermId,
        member: `m${n}` as MemberId,
        level: 'keeper' as LevelId,
        price: n % 3 ? price : Price.parse({ id: 'y', kind: 'every', amount: 4800, each: { count: 1, unit: 'years' } }),
        chosen: null,
        by: 'card',
        code: null,
        credit: 0,
        paid: 0,
      },
      NOW - (n % 365) * DAY,
      ZONE,
    ),
  );
  let found = 0;
  const forecast = seconds(() => {
    let sum = 0;
    comingIn(
      terms,
      NOW,
      NOW + 90 * DAY,
      () => rules,
      ({ amount }) => (sum += amount),
    );
    found = sum;
    return sum;
  });
  report({
    name: 'forecast',
    value: round(forecast, 3),
    unit: 's for 100,000 terms',
    against: 1,
    ratio: round(forecast, 3),
    goal: '< 1',
    met: forecast < 1 && found > 0,
  });
}
