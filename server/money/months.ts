/** Purpose: months by the calendar of the site. */
import { dayOf, type Instant } from '../../core/kernel';
import { addSpan, startOfDay } from '../../core/kernel/calendar';
import type { Setup } from '../../core/setup';

type Site = Setup['doc']['site'];

/** The first instant of the month of `at`. */
export const monthOf = (at: Instant, site: Site): Instant => startOfDay(`${monthName(at, site)}-01`, site.zone)!;

/** `2026-10` */
export const monthName = (at: Instant, site: Site): string => dayOf(at, site).slice(0, 7);

/** The month that is asked for as `2026-10`, else the present one; its end is the beginning of the next. */
export function monthAsked(asked: string | undefined, now: Instant, site: Site): { from: Instant; until: Instant } {
  const from = (asked ? startOfDay(`${asked}-01`, site.zone) : null) ?? monthOf(now, site);
  return { from, until: addSpan(from, { count: 1, unit: 'months' }, site.zone) };
}
