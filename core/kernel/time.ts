/**
 * Purpose: instants, spans and how both are written for people. No calendar arithmetic here
 * (see `calendar.ts`), so that a page can format a date without carrying a calendar library.
 */
import { z } from 'zod';

/** Milliseconds since 1970-01-01T00:00Z, by the site clock. */
export type Instant = number;

/** Where and how the association writes dates. `zone` is an IANA zone, `locale` a BCP 47 tag. */
export type Place = { readonly zone: string; readonly locale: string };

export const MINUTE = 60_000;
export const HOUR = 60 * MINUTE;
export const DAY = 24 * HOUR;

export const SpanUnit = z.enum(['minutes', 'hours', 'days', 'weeks', 'months', 'years']);
export const Span = z.strictObject({ count: z.int().min(1).max(1000), unit: SpanUnit });
export type Span = z.infer<typeof Span>;

/** `14 days`, `1 hour`. */
export function saySpan(span: Span): string {
  return `${span.count} ${span.count === 1 ? span.unit.slice(0, -1) : span.unit}`;
}

const formats = new Map<string, Intl.DateTimeFormat>();
function format(place: Place, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${place.zone}|${place.locale}|${JSON.stringify(options)}`;
  let made = formats.get(key);
  if (!made) {
    made = new Intl.DateTimeFormat(place.locale, { timeZone: place.zone, ...options });
    formats.set(key, made);
  }
  return made;
}

/** `2 March 2027`. */
export const sayDate = (at: Instant, place: Place): string =>
  format(place, { day: 'numeric', month: 'long', year: 'numeric' }).format(at);

/** `2 Mar 2027`. */
export const sayShortDate = (at: Instant, place: Place): string =>
  format(place, { day: 'numeric', month: 'short', year: 'numeric' }).format(at).replace('Sept', 'Sep');

/** `2 Mar`. */
export const sayDayMonth = (at: Instant, place: Place): string =>
  format(place, { day: 'numeric', month: 'short' }).format(at).replace('Sept', 'Sep');

/** `2 Mar` of days within 300, which no other year's can be taken for; else `2 Mar 2025`. */
export const sayNearDate = (at: Instant, now: Instant, place: Place): string =>
  Math.abs(now - at) > 300 * DAY ? sayShortDate(at, place) : sayDayMonth(at, place);

/** `Wednesday 14 October`. */
export const sayWeekday = (at: Instant, place: Place): string =>
  format(place, { weekday: 'long', day: 'numeric', month: 'long' }).format(at).replace(',', '');

/** `18:42`. */
export const sayTime = (at: Instant, place: Place): string =>
  format(place, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' }).format(at);

/** `2027-03-02`, the calendar day in the site's zone. */
export const dayOf = (at: Instant, place: Place): string =>
  format({ zone: place.zone, locale: 'en-CA' }, { year: 'numeric', month: '2-digit', day: '2-digit' }).format(at);

/** `today at 18:42`, `tomorrow at 09:10`, else `on 2 March 2027 at 18:42`. */
export function sayMoment(at: Instant, now: Instant, place: Place): string {
  // By the calendar: a day has 23 or 25 hours where the clocks change.
  const days = Math.round((Date.parse(dayOf(at, place)) - Date.parse(dayOf(now, place))) / DAY);
  const when = days === 0 ? 'today' : days === -1 ? 'yesterday' : days === 1 ? 'tomorrow' : `on ${sayDate(at, place)}`;
  return `${when} at ${sayTime(at, place)}`;
}

/** `a moment ago`, `a minute ago`, `3 hours ago`; longer ago as the moment itself. */
export function sayAgo(at: Instant, now: Instant, place: Place): string {
  const minutes = Math.floor((now - at) / MINUTE);
  if (minutes < 1) return 'a moment ago';
  if (minutes < 60) return minutes === 1 ? 'a minute ago' : `${minutes} minutes ago`;
  const hours = Math.floor(minutes / 60);
  if (hours < 12) return hours === 1 ? 'an hour ago' : `${hours} hours ago`;
  return sayMoment(at, now, place);
}

/** What goes after `until`: `18:42`, `tomorrow at 09:10`, else `2 March 2027 at 18:42`. */
export const sayUntil = (at: Instant, now: Instant, place: Place): string =>
  sayMoment(at, now, place).replace(/^(today at|on) /, '');

/** `Fri`. */
export const sayShortWeekday = (at: Instant, place: Place): string => format(place, { weekday: 'short' }).format(at);

/** The part of the day in the site's zone, for a greeting. */
export function partOfDay(at: Instant, place: Place): 'morning' | 'afternoon' | 'evening' {
  const hour = Number(sayTime(at, place).slice(0, 2));
  return hour >= 4 && hour < 12 ? 'morning' : hour >= 12 && hour < 18 ? 'afternoon' : 'evening';
}
