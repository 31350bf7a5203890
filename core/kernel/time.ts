/**
 * Purpose: instants, spans and how both are written for people. No calendar arithmetic here
 * (see `calendar.ts`), so that a page can format a date without carrying a calendar library.
 */
import { z } from 'zod';
import { dateFormat } from './formats';
import { kernelSays } from './kernel.sentences';
import type { Reader } from './sentences';

/** Milliseconds since 1970-01-01T00:00Z, by the site clock. */
export type Instant = number;

/** Where and how the association writes dates. `zone` is an IANA zone, `locale` a BCP 47 tag. */
export type Place = Reader & { readonly zone: string };

export const MINUTE = 60_000;
export const HOUR = 60 * MINUTE;
export const DAY = 24 * HOUR;

export const SpanUnit = z.enum(['minutes', 'hours', 'days', 'weeks', 'months', 'years']);
/** Days that are counted: a hundred years at most, which every calendar can still reckon with. */
export const MOST_DAYS = 36_600;
export const Span = z.strictObject({ count: z.int().min(1).max(1000), unit: SpanUnit });
export type Span = z.infer<typeof Span>;

/** `14 days`, `1 hour`. */
export const saySpan = ({ count, unit }: Span, reader: Reader): string => kernelSays(reader)[unit]({ count });

const format = ({ locale, zone }: Place, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat =>
  dateFormat(locale, { timeZone: zone, ...options });

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

/** By the calendar: a day has 23 or 25 hours where the clocks change. */
const daysApart = (at: Instant, now: Instant, place: Place): number =>
  Math.round((Date.parse(dayOf(at, place)) - Date.parse(dayOf(now, place))) / DAY);

/** `today at 18:42`, `tomorrow at 09:10`, else `on 2 March 2027 at 18:42`. */
export function sayMoment(at: Instant, now: Instant, place: Place): string {
  const days = daysApart(at, now, place);
  const says = kernelSays(place);
  const time = sayTime(at, place);
  if (days === 0) return says.today({ time });
  if (days === -1) return says.yesterday({ time });
  return days === 1 ? says.tomorrow({ time }) : says.onDay({ date: sayDate(at, place), time });
}

/** `a moment ago`, `a minute ago`, `3 hours ago`; longer ago as the moment itself. */
export function sayAgo(at: Instant, now: Instant, place: Place): string {
  const minutes = Math.floor((now - at) / MINUTE);
  const says = kernelSays(place);
  if (minutes < 1) return says.justNow;
  if (minutes < 60) return says.minutesAgo({ count: minutes });
  const hours = Math.floor(minutes / 60);
  if (hours < 12) return says.hoursAgo({ count: hours });
  return sayMoment(at, now, place);
}

/** What goes after `until`: `18:42`, `tomorrow at 09:10`, else `2 March 2027 at 18:42`. */
export function sayUntil(at: Instant, now: Instant, place: Place): string {
  const days = daysApart(at, now, place);
  const time = sayTime(at, place);
  if (days === 0) return time;
  return days === 1 || days === -1
    ? sayMoment(at, now, place)
    : kernelSays(place).untilDay({ date: sayDate(at, place), time });
}

/** `Fri`. */
export const sayShortWeekday = (at: Instant, place: Place): string => format(place, { weekday: 'short' }).format(at);

/** `Good morning`, by the part of the day in the site's zone. */
export function sayGreeting(at: Instant, place: Place): string {
  const hour = Number(format({ zone: place.zone, locale: 'en-GB' }, { hour: '2-digit', hourCycle: 'h23' }).format(at));
  const says = kernelSays(place);
  return hour < 12 ? says.goodMorning : hour < 18 ? says.goodAfternoon : says.goodEvening;
}
