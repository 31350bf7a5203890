import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import { addSpan } from './calendar';
import type { Span } from './time';

describe('a span added', () => {
  const zones = [
    'Europe/London',
    'America/New_York',
    'Australia/Lord_Howe',
    'Africa/Casablanca',
    'Asia/Kathmandu',
    'UTC',
  ];
  const library = (at: number, { unit, count }: Span, zone: string) =>
    Temporal.Instant.fromEpochMilliseconds(at)
      .toZonedDateTimeISO(zone)
      .add({ [unit]: count }).epochMilliseconds;

  it('is what the calendar library says, whatever clock changes lie between', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(1960, 0, 1), max: Date.UTC(2130, 0, 1) }),
        fc.constantFrom<Span['unit']>('days', 'weeks', 'months', 'years'),
        fc.integer({ min: -40, max: 800 }),
        fc.constantFrom(...zones),
        (at, unit, count, zone) => {
          const span = { unit, count: unit === 'years' ? count % 60 : count } as Span;
          expect(addSpan(at, span, zone)).toBe(library(at, span, zone));
        },
      ),
      { numRuns: 3_000 },
    );
  });

  it.each([
    // Clocks go forward at 01:00 on 29 March 2026 and back at 02:00 on 25 October 2026.
    ['into the hour that is skipped', Date.UTC(2026, 2, 28, 1, 30)],
    ['into the hour that comes twice', Date.UTC(2026, 9, 24, 0, 30)],
    ['from within the hour that comes twice', Date.UTC(2026, 9, 25, 1, 30)],
  ])('%s', (_, at) => {
    for (const count of [1, 2, -1]) {
      const span = { unit: 'days', count } as Span;
      expect(addSpan(at, span, 'Europe/London')).toBe(library(at, span, 'Europe/London'));
    }
  });
});
