/**
 * Purpose: conditions on days: how long somebody has been admitted, and what day it is. Days are calendar days of the
 * site's zone: who was admitted on a Monday evening has been so for one day from Tuesday's first minute on.
 */
import { z } from 'zod';
import { NO_DAY, andInto, bitsWithin } from '../../facts';
import { MOST_DAYS, owners, sayShortDate, type Instant } from '../../kernel';
import { addSpan, dayBegins, dayNumber, startOfDay } from '../../kernel/calendar';
import { doorsSays } from '../doors.sentences';
import { admittedDayOf, todayIn } from '../prepare';
import { asIs, type ConditionKind, type Make } from './kind';

const admittedForOf = z.strictObject({ fact: z.literal('admittedFor'), days: z.int().min(0).max(MOST_DAYS) });
export const admittedFor: ConditionKind<z.infer<typeof admittedForOf>> & { schema: typeof admittedForOf } = {
  schema: admittedForOf,
  names: () => [],
  bits: () => null,
  meets({ days }, { admittedAt }, now, { doc }) {
    if (admittedAt === null || admittedAt > now) return false;
    return dayNumber(now, doc.site.zone) - dayNumber(admittedAt, doc.site.zone) >= days;
  },
  ready({ days }, { doc }) {
    const { zone } = doc.site;
    const today = todayIn(zone);
    return (person) => today(person.now) - admittedDayOf(person, zone) >= days;
  },
  column({ days }, people, now, { doc }) {
    const admission = people.admission;
    const long = bitsWithin(admission.days, NO_DAY + 1, dayNumber(now, doc.site.zone) - days);
    if (days > 0) return long;
    // On the day itself the hour counts.
    andInto(long, bitsWithin(admission.at, -Infinity, now));
    return long;
  },
  says: ({ days }, { doc }) => doorsSays(doc.site).admittedFor({ count: days }),
  found(_, { admittedAt }, now, { doc }) {
    const says = doorsSays(doc.site);
    if (admittedAt === null) return says.notAdmitted;
    const days = dayNumber(now, doc.site.zone) - dayNumber(admittedAt, doc.site.zone);
    return days === 0 ? says.admittedToday : says.admittedAgo({ count: days });
  },
  marks: ({ days }, { admittedAt }, _now, { doc }) =>
    admittedAt === null ? [] : [dayBegins(dayNumber(admittedAt, doc.site.zone) + days, doc.site.zone)],
  mixes: (all, _known, daysBefore) => [
    [
      asIs,
      ...[...new Set([0, ...all.flatMap(({ days }) => [Math.max(0, days - 1), days])])].map(
        (days): Make =>
          (facts, at) => ({ ...facts, admittedAt: daysBefore(at, days) }),
      ),
    ],
  ],
};

const isoDay = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, doorsSays(owners).writeDay);

/** Both days belong to the window. */
const dateOf = z.strictObject({ fact: z.literal('date'), from: isoDay.optional(), until: isoDay.optional() });
type Of = z.infer<typeof dateOf>;

/** The window as instants: from inclusive, until exclusive. A day that does not exist makes it empty. */
export function windowOf({ from, until }: Of, zone: string): { from: Instant; until: Instant } {
  const first = from ? (startOfDay(from, zone) ?? Infinity) : -Infinity;
  if (!until) return { from: first, until: Infinity };
  const last = startOfDay(until, zone);
  return { from: first, until: last === null ? -Infinity : addSpan(last, { count: 1, unit: 'days' }, zone) };
}

export const date: ConditionKind<Of> & { schema: typeof dateOf } = {
  schema: dateOf,
  names: () => [],
  bits: () => null,
  meets(condition, _facts, now, { doc }) {
    const { from, until } = windowOf(condition, doc.site.zone);
    return now >= from && now < until;
  },
  column(condition, people, now, { doc }) {
    const { from, until } = windowOf(condition, doc.site.zone);
    return now >= from && now < until ? people.alive.bits : people.none();
  },
  ready(condition, { doc }) {
    const { from, until } = windowOf(condition, doc.site.zone);
    return ({ now }) => now >= from && now < until;
  },
  says: ({ from, until }, { doc }) => {
    const day = (text: string) => {
      const at = startOfDay(text, doc.site.zone);
      return at === null ? text : sayShortDate(at, doc.site);
    };
    const says = doorsSays(doc.site);
    if (from && from === until) return says.dateOnly({ day: day(from) });
    if (from && until) return says.dateWithin({ from: day(from), until: day(until) });
    if (from) return says.dateFrom({ from: day(from) });
    return until ? says.dateUntil({ until: day(until) }) : says.anyDate;
  },
  found: (_, _facts, now, { doc }) => sayShortDate(now, doc.site),
  marks(condition, _facts, _now, { doc }) {
    const { from, until } = windowOf(condition, doc.site.zone);
    return [from, until];
  },
  // What day it is, is the same for everybody: the days on either side of each window are tried apart.
  mixes: () => [],
};
