import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quillmoor } from '../../tests/support/quillmoor';
import { DAY, type Instant } from '../kernel';
import { Price, amountOf, dues, duesUntil, firstPayment, sayBeside, sayPrice, sayPrices, LevelItem } from './index';

const LONDON = 'Europe/London';
const { site } = quillmoor.doc;
const price = (about: object): Price => Price.parse({ id: 'p', ...about });
const months = (count = 1) => ({ count, unit: 'months' });
/** Midnight of a day in London, by its offset: summer time ends on the last Sunday of October. */
const london = (year: number, month: number, day: number): Instant => {
  const lastSunday = (of: number) => 31 - new Date(Date.UTC(year, of, 31)).getUTCDay();
  const summer =
    (month > 3 || (month === 3 && day > lastSunday(2))) && (month < 10 || (month === 10 && day <= lastSunday(9)));
  return Date.UTC(year, month - 1, day) - (summer ? 3_600_000 : 0);
};
const days = (of: Price, anchor: Instant, end: Instant, chosen?: number) =>
  duesUntil(of, anchor, end, LONDON, chosen).map(({ at, total }) => {
    const there = new Date(
      at +
        (london(new Date(at).getUTCFullYear(), new Date(at).getUTCMonth() + 1, new Date(at).getUTCDate()) % DAY
          ? 3_600_000
          : 0),
    );
    return [there.toISOString().slice(0, 10), total];
  });

describe('in words', () => {
  it.each([
    ['friend', 'free', 0],
    ['keeper', '£48.00 a year', 4800],
    ['patron', 'from £10.00 a month or £120.00 a year', 1000],
    ['apprentice', '£30.00 for 6 months', 3000],
  ])('%s', (id, says, first) => {
    const level = quillmoor.levels.get(id)!;
    expect(sayPrices(level, site)).toBe(says);
    expect(firstPayment(level)).toBe(first);
  });

  it.each<[object, string, string]>([
    [{ kind: 'free', lasts: months(3) }, 'free for 3 months', ''],
    [{ kind: 'once', amount: 25_000 }, '£250.00 once', ''],
    [{ kind: 'every', amount: 1200, each: months(3) }, '£12.00 every 3 months', ''],
    [
      { kind: 'every', amount: 1200, each: months(), trial: { lasts: months(), amount: 0 }, fee: 500, times: 12 },
      '£12.00 a month',
      '1 month free to begin with, £5.00 to join, ends after 12 payments',
    ],
    [
      { kind: 'every', amount: 1200, each: months(), trial: { lasts: { count: 14, unit: 'days' }, amount: 100 } },
      '£12.00 a month',
      '14 days for £1.00 to begin with',
    ],
  ])('%j', (about, says, beside) => {
    expect(sayPrice(price(about), site)).toBe(says);
    expect(sayBeside(price(about), site)).toBe(beside);
  });
});

describe('when it is due', () => {
  it('charges who began on the 31st on the last day of a short month, and on the 31st again', () => {
    // 31 October 2026, one month free: as the price table of Patron shows it. February 2027 has 28 days.
    const patron = price({
      kind: 'own',
      least: 1000,
      suggested: 2000,
      each: months(),
      trial: { lasts: months(), amount: 0 },
      fee: 500,
    });
    expect(days(patron, london(2026, 10, 31), london(2027, 8, 1))).toEqual([
      ['2026-10-31', 500],
      ['2026-11-30', 2000],
      ['2026-12-31', 2000],
      ['2027-01-31', 2000],
      ['2027-02-28', 2000],
      ['2027-03-31', 2000],
      ['2027-04-30', 2000],
      ['2027-05-31', 2000],
      ['2027-06-30', 2000],
      ['2027-07-31', 2000],
    ]);
  });

  it('keeps the leap day for the years that have one', () => {
    const yearly = price({ kind: 'every', amount: 4800, each: { count: 1, unit: 'years' } });
    // 29 February 2028; 2029 to 2031 have none; 2032 has.
    expect(days(yearly, london(2028, 2, 29), london(2032, 3, 1)).map(([day]) => day)).toEqual([
      '2028-02-29',
      '2029-02-28',
      '2030-02-28',
      '2031-02-28',
      '2032-02-29',
    ]);
  });

  it('is due at the same hour of the day on either side of a clock change', () => {
    const weekly = price({ kind: 'every', amount: 300, each: { count: 1, unit: 'weeks' } });
    // Summer time ends on 25 October 2026: 168 hours become 169.
    const [first, second] = duesUntil(weekly, london(2026, 10, 20), london(2026, 11, 1), LONDON);
    expect(second!.at - first!.at).toBe(7 * DAY + 3_600_000);
  });

  it('counts 52 weeks on, whatever the year has', () => {
    const each = price({ kind: 'every', amount: 300, each: { count: 52, unit: 'weeks' } });
    // 2026 has 53 ISO weeks: 364 days from 1 January 2026 is 31 December 2026.
    expect(days(each, london(2026, 1, 1), london(2027, 1, 1)).map(([day]) => day)).toEqual([
      '2026-01-01',
      '2026-12-31',
    ]);
  });

  it('ends a fixed number of terms, and begins anew behind a trial by another measure', () => {
    const course = price({
      kind: 'every',
      amount: 500,
      each: months(),
      times: 3,
      trial: { lasts: { count: 10, unit: 'days' }, amount: 100 },
    });
    // 25 January plus 10 days is 4 February.
    expect(days(course, london(2027, 1, 25), london(2030, 1, 1))).toEqual([
      ['2027-01-25', 100],
      ['2027-02-04', 500],
      ['2027-03-04', 500],
      ['2027-04-04', 500],
    ]);
    const last = [...dues(course, london(2027, 1, 25), LONDON)].at(-1)!;
    expect(last.until).toBe(london(2027, 5, 4));
  });

  it('lasts for good where nothing ends it, and takes the amount that was chosen', () => {
    const [only, ...others] = [...dues(price({ kind: 'once', amount: 25_000, fee: 100 }), 0, LONDON)];
    expect([only!.until, only!.total, only!.parts.map(({ of }) => of), others]).toEqual([
      null,
      25_100,
      ['fee', 'term'],
      [],
    ]);
    const own = price({ kind: 'own', least: 1000, suggested: 2000, each: months() });
    expect([amountOf(own), amountOf(own, 3300)]).toEqual([2000, 3300]);
    expect(dues(own, 0, LONDON, 3300).next().value?.total).toBe(3300);
  });

  it('leaves no gap and no overlap, and never comes earlier than the term before', () => {
    const unit = fc.constantFrom('days', 'weeks', 'months', 'years');
    const span = fc.record({ count: fc.integer({ min: 1, max: 18 }), unit });
    fc.assert(
      fc.property(
        span,
        fc.option(span, { nil: undefined }),
        fc.integer({ min: Date.UTC(2024, 0, 1), max: Date.UTC(2032, 0, 1) }),
        fc.constantFrom(LONDON, 'America/New_York', 'Pacific/Auckland', 'UTC'),
        (each, trial, anchor, zone) => {
          const all = price({
            kind: 'every',
            amount: 700,
            each,
            times: 14,
            ...(trial ? { trial: { lasts: trial, amount: 50 } } : {}),
          });
          const due = [...dues(all, anchor, zone)];
          expect(due).toHaveLength(trial ? 15 : 14);
          expect(due[0]!.at).toBe(anchor);
          for (let n = 1; n < due.length; n++) {
            expect(due[n]!.at).toBe(due[n - 1]!.until);
            expect(due[n]!.at).toBeGreaterThan(due[n - 1]!.at);
          }
          for (const { parts, total } of due) expect(parts.reduce((sum, { amount }) => sum + amount, 0)).toBe(total);
        },
      ),
      { numRuns: 400, seed: 1911 },
    );
  });
});

describe('what can be no price', () => {
  const wrong = (about: object) => {
    const read = Price.safeParse({ id: 'p', ...about });
    return read.success ? [] : read.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`);
  };
  const own = { kind: 'own', least: 1000, suggested: 2000, each: months() };
  it.each<[object, string]>([
    [{ kind: 'every', amount: 0, each: months() }, 'amount: Write an amount of more than nothing, or choose “free”.'],
    [{ kind: 'every', amount: 100, each: { count: 1, unit: 'hours' } }, 'each: Choose days, weeks, months or years.'],
    [{ ...own, most: 900 }, 'most: Write at most what is not less than at least.'],
    [{ ...own, suggested: 500 }, 'suggested: Suggest an amount between the least and the most.'],
    [{ ...own, most: 1500 }, 'suggested: Suggest an amount between the least and the most.'],
  ])('%j', (about, says) => {
    expect(wrong(about)).toEqual([says]);
  });

  it('is two of one id on a level', () => {
    const friend = quillmoor.levels.get('friend')!;
    expect(LevelItem.safeParse({ ...friend, prices: [friend.prices[0], friend.prices[0]] }).success).toBe(false);
  });
});
