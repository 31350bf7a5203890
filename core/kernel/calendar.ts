/**
 * Purpose: calendar arithmetic in the site's time zone.
 * Invariant: days, weeks, months and years are calendar steps (a day is not always 24 hours); month ends clamp
 * (31 January plus one month is 28 or 29 February); a local time that a clock change skips moves later by the gap
 * (`disambiguation: 'compatible'`, as in RFC 5545 section 3.3.5).
 */
import { Temporal } from 'temporal-polyfill';
import { DAY, HOUR, MINUTE, type Instant, type Span } from './time';

/** The instant one span after `at`. Minutes and hours are exact; longer units are calendar steps in `zone`. */
export function addSpan(at: Instant, span: Span, zone: string): Instant {
  if (span.unit === 'minutes') return at + span.count * MINUTE;
  if (span.unit === 'hours') return at + span.count * HOUR;
  const known = offsetsOf(zone);
  const local = later(at + offsetAt(at, known), span);
  return Number.isNaN(local) || !isKnown(at) || !isKnown(local) ? byLibrary(at, span, zone) : fromLocal(local, known);
}

const byLibrary = (at: Instant, { unit, count }: Span, zone: string): Instant =>
  Temporal.Instant.fromEpochMilliseconds(at)
    .toZonedDateTimeISO(zone)
    .add({ [unit]: count }).epochMilliseconds;

/** A local time, as if it were UTC, so many calendar steps later; the last day of a month where it has no such day. */
function later(local: number, { unit, count }: Span): number {
  if (unit === 'days' || unit === 'weeks') return local + count * (unit === 'weeks' ? 7 : 1) * DAY;
  const today = Math.floor(local / DAY);
  const { month, day } = civilOf(today);
  const then = month + count * (unit === 'years' ? 12 : 1);
  const first = dayOfMonth(then);
  const last = dayOfMonth(then + 1) - 1;
  return Math.min(first + day - 1, last) * DAY + (local - today * DAY);
}

/**
 * The months since the year 0 and the day of the month (1 the first) of a day number. In whole numbers: hundreds of
 * thousands of payments are foretold by it, for which the platform's dates are several times too slow.
 * Source: H. Hinnant, "chrono-Compatible Low-Level Date Algorithms", civil_from_days and days_from_civil: years begin in
 * March, so that the leap day is the last; an era is the 400 years after which the calendar repeats.
 */
function civilOf(number: number): { month: number; day: number } {
  const sinceMarch0 = number + MARCH_0;
  const era = Math.floor(sinceMarch0 / ERA);
  const ofEra = sinceMarch0 - era * ERA;
  const year = Math.floor(
    (ofEra - Math.floor(ofEra / 1460) + Math.floor(ofEra / 36_524) - Math.floor(ofEra / 146_096)) / 365,
  );
  const ofYear = ofEra - (365 * year + Math.floor(year / 4) - Math.floor(year / 100));
  const sinceMarch = Math.floor((5 * ofYear + 2) / 153);
  return {
    month: (era * 400 + year) * 12 + sinceMarch + 2,
    day: ofYear - Math.floor((153 * sinceMarch + 2) / 5) + 1,
  };
}

/** The day number of the first of a month, by months since the year 0. */
function dayOfMonth(month: number): number {
  const years = Math.floor((month - 2) / 12);
  const sinceMarch = month - 2 - years * 12;
  const era = Math.floor(years / 400);
  const year = years - era * 400;
  const ofYear = Math.floor((153 * sinceMarch + 2) / 5);
  return era * ERA + year * 365 + Math.floor(year / 4) - Math.floor(year / 100) + ofYear - MARCH_0;
}

/** The days of 400 years, and those from 1 March of the year 0 to 1970-01-01. */
const ERA = 146_097;
const MARCH_0 = 719_468;

/**
 * The instant of a local time. Where a clock change makes it twice the first counts; where it skips it, the time is
 * read by the offset from before.
 */
function fromLocal(local: number, known: Offsets): Instant {
  const before = offsetAt(local - DAY, known);
  const after = offsetAt(local + DAY, known);
  const first = local - before;
  if (before === after || offsetAt(first, known) === before) return first;
  return offsetAt(local - after, known) === after ? local - after : first;
}

/** Whole calendar days from `from` to `to` in `zone`; negative when `to` is earlier. */
export const daysBetween = (from: Instant, to: Instant, zone: string): number =>
  dayNumber(to, zone) - dayNumber(from, zone);

/** The first instant of the calendar day `YYYY-MM-DD` in `zone`; null when the text is no such day. */
export function startOfDay(day: string, zone: string): Instant | null {
  try {
    return Temporal.PlainDate.from(day).toZonedDateTime(zone).epochMilliseconds;
  } catch {
    return null;
  }
}

/** From which instant on which offset from UTC holds in a zone, in order; and which was asked for last. */
type Offsets = { readonly from: readonly Instant[]; readonly offset: readonly number[]; last: number };
const offsets = new Map<string, Offsets>();
const FIRST = Date.UTC(1970, 0, 1);
const LAST = Date.UTC(2120, 0, 1);

function offsetsOf(zone: string): Offsets {
  let found = offsets.get(zone);
  if (!found) {
    let at = Temporal.Instant.fromEpochMilliseconds(FIRST).toZonedDateTimeISO(zone);
    const from = [-Infinity];
    const offset = [at.offsetNanoseconds / 1e6];
    for (;;) {
      const next = at.getTimeZoneTransition('next');
      if (!next || next.epochMilliseconds > LAST) break;
      from.push(next.epochMilliseconds);
      offset.push(next.offsetNanoseconds / 1e6);
      at = next;
    }
    found = { from, offset, last: 0 };
    offsets.set(zone, found);
  }
  return found;
}

/**
 * The number of the calendar day in `zone`, days since 1970-01-01: so quick that a rule may ask it of everybody. Clock
 * changes are known from 1970 to 2120.
 */
export function dayNumber(at: Instant, zone: string): number {
  return Math.floor((at + offsetAt(at, offsetsOf(zone))) / DAY);
}

/** How far a zone is ahead of UTC at an instant. */
function offsetAt(at: Instant, known: Offsets): number {
  const { from, offset, last } = known;
  // What is asked lies near what was asked before, most of the time.
  if (at >= from[last]! && !(at >= from[last + 1]!)) return offset[last]!;
  let [low, high] = [0, from.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (from[middle]! <= at) low = middle;
    else high = middle - 1;
  }
  known.last = low;
  return offset[low]!;
}

/** Whether the clock changes around it are known. */
const isKnown = (at: Instant): boolean => at > FIRST + DAY && at < LAST - DAY;

/** The first instant of the day with that number in `zone`. */
export const dayBegins = (day: number, zone: string): Instant =>
  Temporal.PlainDate.from('1970-01-01').add({ days: day }).toZonedDateTime(zone).epochMilliseconds;

/** The last instant of the day that begins at `start`. */
export const endOfDay = (start: Instant, zone: string): Instant => addSpan(start, { count: 1, unit: 'days' }, zone) - 1;
