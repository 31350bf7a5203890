/** Dates and parts of money against plain integer sums, and what 100,000 terms will bring in 90 days. */
import { dueAt, Price } from '../../core/levels';
import { comingIn, noMoneyYet, splitByDays, beginTerm, type Term } from '../../core/money';
import type { LevelId, MemberId, TermId } from '../../core/kernel';
import type { Services } from '../../server/compose';
import { NOW } from '../support/quillmoor';
import { median, report, reportRate, round } from './measure';

const ZONE = 'Europe/London';
const CALLS = 200_000;
const ROUNDS = 7;
const DAY = 86_400_000;
const TERMS = 100_000;
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
}

/** So many terms, a third of them yearly, begun over the last year. */
function manyTerms(): Term[] {
  const yearly = Price.parse({ id: 'y', kind: 'every', amount: 4800, each: { count: 1, unit: 'years' } });
  return Array.from({ length: TERMS }, (_, n): Term => {
    const about = { level: 'keeper' as LevelId, price: n % 3 ? price : yearly, chosen: null };
    const id = `t${String(n).padStart(19, '0')}` as TermId;
    const member = `m${String(n).padStart(19, '0')}` as MemberId;
    return beginTerm(
      { ...about, id, member, by: 'card', code: null, credit: 0, tax: 0, paid: 0 },
      NOW - (n % 365) * DAY,
      ZONE,
    );
  });
}

/** What they bring in ninety days, as the desk asks for it: read from the database and reckoned in the thread. */
export async function forecast({ insight, database: { pool }, live }: Services): Promise<void> {
  const terms = manyTerms();
  const BATCH = 2_000;
  for (let from = 0; from < terms.length; from += BATCH)
    await pool.query('INSERT INTO term (id, member, level, state, from_at, until_at, monthly, data) VALUES ?', [
      terms
        .slice(from, from + BATCH)
        .map((term) => [
          term.id,
          term.member,
          term.level,
          term.state,
          new Date(term.from),
          new Date(term.until!),
          0,
          JSON.stringify(term),
        ]),
    ]);
  const times: number[] = [];
  let sum = 0;
  for (let n = 0; n < ROUNDS; n++) {
    const began = performance.now();
    const days = await insight.coming(live.must.setup, NOW, NOW + 90 * DAY);
    times.push((performance.now() - began) / 1000);
    sum = days.reduce((all, { amount }) => all + amount, 0);
  }
  await pool.query(`DELETE FROM term WHERE id LIKE 't0000%'`);
  const value = round(median(times), 2);
  report({
    name: 'forecast: read and reckoned in the thread',
    value,
    unit: `s for ${TERMS.toLocaleString('en-GB')} terms`,
    against: 1,
    ratio: value,
    goal: '< 1',
    met: value < 1 && sum > 0,
  });
}

/** The same, reckoned alone. */
export function forecastReckoned(): void {
  const terms = manyTerms();
  const rules = { zone: ZONE, money: noMoneyYet, rate: null, prices: [] };
  let found = 0;
  const took = seconds(() => {
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
    name: 'forecast: reckoned alone',
    value: round(took, 3),
    unit: 's for 100,000 terms',
    against: 1,
    ratio: round(took, 3),
    goal: '< 1',
    met: took < 1 && found > 0,
  });
}
