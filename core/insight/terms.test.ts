import { describe, expect, it } from 'vitest';
import { DAY, type LevelId, type MemberId, type TermId } from '../kernel';
import { beginTerm, type Term } from '../money';
import type { Setup } from '../setup';
import { NOW, quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { comingDays, pricesChanged } from './index';

/** Somebody's term at a price of Quillmoor, begun so many days ago. */
const held = (level: string, price: string, daysAgo: number, about: Partial<Term> = {}): Term => ({
  ...beginTerm(
    {
      id: 't'.repeat(20) as TermId,
      member: 'm'.repeat(20) as MemberId,
      level: level as LevelId,
      price: quillmoor.levels.get(level)!.prices.find(({ id }) => id === price)!,
      chosen: null,
      by: 'card',
      code: null,
      credit: 0,
      tax: 0,
      paid: 0,
    },
    NOW - daysAgo * DAY,
    quillmoor.doc.site.zone,
  ),
  ...about,
});
/** Quillmoor with a price of its Keepers or Patrons changed. */
function priced(level: string, price: string, change: object): Setup {
  const doc = quillmoorDocument();
  const found = doc.levels.find(({ id }) => id === level)!.prices.find(({ id }) => id === price)!;
  Object.assign(found, change);
  return setupOf(doc);
}

describe('what comes in', () => {
  it('is added up by day and level, days beginning as in the site’s zone', () => {
    // The 14th of each month at ten: three months of two Patrons, and a Keeper’s year that ends in the meantime.
    const terms = [held('patron', 'own', 0), held('patron', 'own', 0), held('keeper', 'yearly', 364)];
    const days = comingDays(terms, NOW, NOW + 90 * DAY, quillmoor);
    expect(days.map(({ day, level, count, amount }) => [new Date(day).toISOString(), level, count, amount])).toEqual([
      // Clocks go back on 25 October.
      ['2026-10-14T23:00:00.000Z', 'keeper', 1, 4800],
      ['2026-11-14T00:00:00.000Z', 'patron', 2, 4000],
      ['2026-12-14T00:00:00.000Z', 'patron', 2, 4000],
    ]);
  });
});

describe('a change of prices', () => {
  const keepers = [held('keeper', 'yearly', 100), held('keeper', 'yearly', 300)];

  it('tells who pays more, from when, and who keeps what was agreed', () => {
    const forAll = priced('keeper', 'yearly', { amount: 6000, forAll: '2027-01-01' });
    expect(pricesChanged(keepers, quillmoor, forAll)).toEqual([
      { level: 'keeper', count: 2, was: 4800, becomes: 6000, first: Date.UTC(2027, 6, 6, 9, 0) },
    ]);
    const forNew = priced('keeper', 'yearly', { amount: 6000 });
    expect(pricesChanged(keepers, quillmoor, forNew)).toEqual([
      { level: 'keeper', count: 2, was: 4800, becomes: null, first: null },
    ]);
  });

  it('is told once: what was live before is no change, nor is a change that meets nobody', () => {
    const live = priced('keeper', 'yearly', { amount: 6000, forAll: '2027-01-01' });
    expect(pricesChanged(keepers, live, live)).toEqual([]);
    const retired = priced('keeper', 'yearly', { amount: 6000, forAll: '2027-01-01', retired: true });
    expect(pricesChanged(keepers, live, retired)).toEqual([]);
    const cancelled = keepers.map((term) => ({ ...term, renews: false }));
    expect(pricesChanged(cancelled, quillmoor, live)).toEqual([]);
  });

  it('raises who gives less than the new least, and nobody else', () => {
    const patrons = [held('patron', 'own', 3, { chosen: 1000 }), held('patron', 'own', 3, { chosen: 5000 })];
    const after = priced('patron', 'own', { least: 1500, forAll: '2026-01-01' });
    expect(pricesChanged(patrons, quillmoor, after).map(({ count, was, becomes }) => [count, was, becomes])).toEqual([
      [1, 1000, 1500],
    ]);
  });
});
