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
  const local = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone);
  return local.add({ [span.unit]: span.count }).epochMilliseconds;
}

/** Whole calendar days from `from` to `to` in `zone`; negative when `to` is earlier. */
export function daysBetween(from: Instant, to: Instant, zone: string): number {
  const day = (at: Instant) => Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone).toPlainDate();
  return day(from).until(day(to), { largestUnit: 'days' }).days;
}

/** The first instant of the calendar day `YYYY-MM-DD` in `zone`; null when the text is no such day. */
export function startOfDay(day: string, zone: string): Instant | null {
  try {
    return Temporal.PlainDate.from(day).toZonedDateTime(zone).epochMilliseconds;
  } catch {
    return null;
  }
}

/** A span as exact days where it is made of days or weeks, else the nearest whole days counted from `at`. */
export function spanInDays(span: Span, at: Instant, zone: string): number {
  return Math.round((addSpan(at, span, zone) - at) / DAY);
}
