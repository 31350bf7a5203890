import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addSpan, dayBegins, dayNumber, daysBetween, startOfDay } from './calendar';
import type { Span } from './index';
import {
  chipsIn,
  dayOf,
  firstNameOf,
  kernelSays,
  listed,
  say,
  sayDate,
  sayMoment,
  sayNearDate,
  sayGreeting,
  sayUntil,
  sayMoney,
  saySpan,
  sentences,
  shippedLines,
  strayName,
  sayTime,
  sayWeekday,
  type Minor,
} from './index';

const place = { zone: 'Europe/London', locale: 'en-GB' };
const { zone } = place;
const iso = (at: number) => new Date(at).toISOString();

describe('calendar steps', () => {
  it.each<[string, Span, string]>([
    ['2027-01-31T12:00:00.000Z', { count: 1, unit: 'months' }, '2027-02-28T12:00:00.000Z'],
    ['2028-01-31T12:00:00.000Z', { count: 1, unit: 'months' }, '2028-02-29T12:00:00.000Z'],
    ['2028-02-29T12:00:00.000Z', { count: 1, unit: 'years' }, '2029-02-28T12:00:00.000Z'],
    // A day over the change of the clocks is 23 or 25 hours long, and ends at the same time of day.
    ['2027-03-27T12:00:00.000Z', { count: 1, unit: 'days' }, '2027-03-28T11:00:00.000Z'],
    ['2026-10-24T11:00:00.000Z', { count: 1, unit: 'days' }, '2026-10-25T12:00:00.000Z'],
    // 01:30 does not exist on 28 March 2027; it moves on by the gap.
    ['2027-03-27T01:30:00.000Z', { count: 1, unit: 'days' }, '2027-03-28T01:30:00.000Z'],
    ['2026-10-24T11:00:00.000Z', { count: 24, unit: 'hours' }, '2026-10-25T11:00:00.000Z'],
    ['2026-10-14T09:00:00.000Z', { count: 2, unit: 'weeks' }, '2026-10-28T10:00:00.000Z'],
  ])('%s plus %j', (from, span, to) => {
    expect(iso(addSpan(Date.parse(from), span, zone))).toBe(to);
  });

  it('longer spans never end earlier', () => {
    const span = fc.record({
      count: fc.integer({ min: 1, max: 40 }),
      unit: fc.constantFrom('days' as const, 'weeks' as const, 'months' as const, 'years' as const),
    });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2e12 }), span, (at, s) => {
        expect(addSpan(at, { ...s, count: s.count + 1 }, zone)).toBeGreaterThan(addSpan(at, s, zone));
        expect(addSpan(at, s, zone)).toBeGreaterThan(at);
      }),
    );
  });

  it('counts days by the calendar', () => {
    expect(daysBetween(Date.parse('2026-10-24T22:59Z'), Date.parse('2026-10-24T23:00Z'), zone)).toBe(1);
    expect(daysBetween(Date.parse('2026-10-25T12:00Z'), Date.parse('2026-10-20T12:00Z'), zone)).toBe(-5);
  });

  it('knows where a day begins, and what is no day', () => {
    expect(iso(startOfDay('2026-07-01', zone)!)).toBe('2026-06-30T23:00:00.000Z');
    expect(startOfDay('2026-02-30', zone)).toBeNull();
    expect(startOfDay('soon', zone)).toBeNull();
  });
});

describe('words for time', () => {
  const now = Date.parse('2026-10-14T17:42:00Z');
  it('writes dates and times as the site’s people do', () => {
    expect(sayDate(now, place)).toBe('14 October 2026');
    expect(sayTime(now, place)).toBe('18:42');
    expect(sayWeekday(now, place)).toBe('Wednesday 14 October');
    expect(dayOf(Date.parse('2026-10-14T23:30:00Z'), place)).toBe('2026-10-15');
  });
  it.each([
    ['2026-10-14T18:12:00Z', 'today at 19:12', '19:12'],
    ['2026-10-13T18:12:00Z', 'yesterday at 19:12', 'yesterday at 19:12'],
    ['2026-10-15T08:00:00Z', 'tomorrow at 09:00', 'tomorrow at 09:00'],
    ['2026-11-02T08:00:00Z', 'on 2 November 2026 at 08:00', '2 November 2026 at 08:00'],
  ])('says when, and until when, of %s', (at, says, until) => {
    expect(sayMoment(Date.parse(at), now, place)).toBe(says);
    expect(sayUntil(Date.parse(at), now, place)).toBe(until);
  });
  it.each([
    // The clocks go back at 02:00 on 25 October 2026: the day has 25 hours, and forward on 29 March 2026: it has 23.
    ['2026-10-24T23:30+01:00', '2026-10-26T00:10Z', 'on 26 October 2026 at 00:10'],
    ['2026-10-25T00:10+01:00', '2026-10-26T00:05Z', 'tomorrow at 00:05'],
    ['2026-10-26T00:05Z', '2026-10-25T00:10+01:00', 'yesterday at 00:10'],
    ['2026-03-28T23:50Z', '2026-03-30T00:20+01:00', 'on 30 March 2026 at 00:20'],
    ['2026-03-28T23:50Z', '2026-03-29T23:50+01:00', 'tomorrow at 23:50'],
    ['2026-03-30T00:20+01:00', '2026-03-29T00:10Z', 'yesterday at 00:10'],
  ])('goes by the calendar where the clocks change: at %s, of %s', (now_, at, says) => {
    expect(sayMoment(Date.parse(at), Date.parse(now_), place)).toBe(says);
  });
  it('leaves out the year of a day that no other year’s can be taken for', () => {
    expect(sayNearDate(Date.parse('2026-02-02T12:00:00Z'), now, place)).toBe('2 Feb');
    expect(sayNearDate(Date.parse('2025-11-02T12:00:00Z'), now, place)).toBe('2 Nov 2025');
    expect(sayNearDate(Date.parse('2027-11-02T12:00:00Z'), now, place)).toBe('2 Nov 2027');
  });
  it.each([
    ['00:15', 'morning'],
    ['11:59', 'morning'],
    ['12:00', 'afternoon'],
    ['18:00', 'evening'],
  ])('greets at %s', (time, part) =>
    expect(sayGreeting(Date.parse(`2026-12-01T${time}:00Z`), place)).toBe(`Good ${part}`),
  );
});

describe('words for counts, money and lists', () => {
  it('counts', () => {
    const says = kernelSays(place);
    expect([says.days({ count: 0 }), says.days({ count: 1 }), says.days({ count: 2000 })]).toEqual([
      'no days',
      '1 day',
      '2,000 days',
    ]);
    const things = sentences({ wait: { one: '{Count} thing waits', other: '{Count} things wait' } })(place);
    expect([9, 1, 13].map((count) => things.wait({ count }))).toEqual([
      'Nine things wait',
      'One thing waits',
      '13 things wait',
    ]);
    expect(saySpan({ count: 1, unit: 'hours' }, place)).toBe('1 hour');
    expect(saySpan({ count: 14, unit: 'days' }, place)).toBe('14 days');
  });
  it('in any language: its categories, its lists, its digits', () => {
    const catalogue = sentences({
      codes: { one: '{count} kod', few: '{count} kody', many: '{count} kodów', other: '{count} kodu' },
      opens: '{pages} / {level}',
      plain: 'tak',
    });
    const polish = catalogue({ locale: 'pl' });
    expect([1, 3, 5, 1.5].map((count) => polish.codes({ count }))).toEqual(['1 kod', '3 kody', '5 kodów', '1,5 kodu']);
    expect(polish.opens({ pages: ['a', 'b', 'c'], level: { either: ['d', 'e'] } })).toBe('a, b i c / d lub e');
    expect(catalogue({ locale: 'de-DE' }).opens({ pages: ['a', 'b'], level: 1200 })).toBe('a und b / 1.200');
    expect(polish.plain).toBe('tak');
    expect(() => polish.opens({ pages: ['a'] } as never)).toThrow('was given no level');
  });
  it('in the owner’s own words, where they say nothing that is not known there', () => {
    const catalogue = sentences(
      { sign: 'Sign in', hello: 'Hello, {name}', found: { one: '{count} page', other: '{count} pages' } },
      'tested',
    );
    const wording = {
      'tested.sign': 'Come in',
      'tested.hello': 'Good day to {name}',
      'tested.found.other': '{count} leaves',
      'tested.found.one': '{number} leaf',
      'other.sign': 'Not this',
    };
    const own = catalogue({ locale: 'en-GB', wording });
    expect(own.sign).toBe('Come in');
    expect(own.hello({ name: 'Ida' })).toBe('Good day to Ida');
    expect([1, 2].map((count) => own.found({ count }))).toEqual(['1 page', '2 leaves']);
    expect(catalogue({ locale: 'en-GB' }).sign).toBe('Sign in');
    expect(catalogue({ locale: 'en-GB', wording: { 'tested.sign': ' ', 'tested.hello': 'Hello' } }).sign).toBe(
      'Sign in',
    );
    expect(catalogue({ locale: 'en-GB', wording: { 'tested.hello': 'Hello' } }).hello({ name: 'Ida' })).toBe('Hello');
    expect(strayName('Hello, {name}', 'Hello, {nme}')).toBe('nme');
    expect(shippedLines().filter(({ key }) => key.startsWith('tested.'))).toHaveLength(4);
    // What has no name stays the product's own.
    expect(sentences({ sign: 'Sign in' })({ locale: 'en-GB', wording }).sign).toBe('Sign in');
  });
  it('money in whole minor units', () => {
    expect(sayMoney(4800 as Minor, 'GBP', 'en-GB')).toBe('£48.00');
    expect(sayMoney(5 as Minor, 'GBP', 'en-GB')).toBe('£0.05');
    expect(sayMoney(4800 as Minor, 'JPY', 'en-GB')).toBe('JP¥4,800');
  });
  it('lists', () => {
    expect([listed([], place), listed(['a'], place), listed(['a', 'b', 'c'], place)]).toEqual(['', 'a', 'a, b and c']);
  });
  it('chips with fallbacks', () => {
    const words = ['Hello ', { chip: 'firstName' as const, or: 'there' }, '.'];
    expect(say(words, () => 'Ida')).toBe('Hello Ida.');
    expect(say(words, () => null)).toBe('Hello there.');
    expect(chipsIn(words)).toEqual(['firstName']);
    expect([say('plain', () => 'x'), chipsIn('plain')]).toEqual(['plain', []]);
    expect(firstNameOf('  Ida Marrowby')).toBe('Ida');
    expect(firstNameOf('Dr. Ingrid Strauß')).toBe('Ingrid');
    expect(firstNameOf('Prof. Dr. Strauß')).toBe('Strauß');
    expect(firstNameOf('Drusilla Oake')).toBe('Drusilla');
    expect(firstNameOf('Dr.')).toBe('Dr.');
    expect(firstNameOf('')).toBe('');
  });
});

describe('the number of a day', () => {
  const zones = ['Europe/London', 'Pacific/Apia', 'America/St_Johns', 'Australia/Lord_Howe', 'Asia/Kathmandu'];
  // Apia had no 30 December 2011 at all: the calendar is what is asked, not the clock.
  const anyDay = fc.integer({ min: Date.UTC(1975, 0, 1), max: Date.UTC(2090, 0, 1) });

  it('counts the calendar’s days in every zone, through every change of the clocks', () => {
    fc.assert(
      fc.property(fc.constantFrom(...zones), anyDay, anyDay, (of, a, b) => {
        expect(dayNumber(b, of) - dayNumber(a, of)).toBe(daysBetween(a, b, of));
      }),
    );
  });

  it('begins at the first instant of that day', () => {
    fc.assert(
      fc.property(fc.constantFrom('Europe/London', 'America/Sao_Paulo', 'Asia/Kathmandu'), anyDay, (of, at) => {
        const begins = dayBegins(dayNumber(at, of), of);
        expect(begins).toBeLessThanOrEqual(at);
        expect(dayNumber(begins, of)).toBe(dayNumber(at, of));
        expect(dayNumber(begins - 1, of)).toBe(dayNumber(at, of) - 1);
      }),
    );
  });
});
