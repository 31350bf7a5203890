/**
 * Purpose: whether one condition that is not a plain bit is met. Shared by `compile` and `explain`, so the two
 * cannot drift apart.
 */
import type { Facts, FieldValue } from '../facts';
import { DAY, never, type Instant } from '../kernel';
import { addSpan, startOfDay } from '../kernel/calendar';
import { heldSince } from './prepare';
import type { Condition, FieldTest } from './rule';

/** Conditions that need more than a bit. */
export type ValueCondition = Exclude<Condition, { fact: 'signedIn' | 'standing' | 'group' }>;

export function meetsField(test: FieldTest, value: FieldValue | undefined): boolean {
  if (value === undefined || value === '' || (Array.isArray(value) && value.length === 0)) return false;
  switch (test.op) {
    case 'answered':
      return true;
    case 'is':
      return value === test.value;
    case 'atLeast':
      return typeof value === 'number' && value >= test.value;
    case 'atMost':
      return typeof value === 'number' && value <= test.value;
    case 'startsWith':
      return typeof value === 'string' && value.toLowerCase().startsWith(test.value.toLowerCase());
    case 'includes':
      return Array.isArray(value) && value.includes(test.value);
    default:
      return never(test);
  }
}

export const domainOf = (mail: string | null): string | null =>
  mail === null ? null : mail.slice(mail.lastIndexOf('@') + 1).toLowerCase();

/** The window of a date condition as instants: from inclusive, until exclusive. */
export function windowOf(
  condition: Extract<Condition, { fact: 'date' }>,
  zone: string,
): { from: Instant; until: Instant } {
  const from = condition.from ? (startOfDay(condition.from, zone) ?? Infinity) : -Infinity;
  const last = condition.until ? startOfDay(condition.until, zone) : null;
  const until = condition.until
    ? last === null
      ? -Infinity
      : addSpan(last, { count: 1, unit: 'days' }, zone)
    : Infinity;
  return { from, until };
}

export function meetsValue(condition: ValueCondition, facts: Facts, now: Instant, zone: string): boolean {
  switch (condition.fact) {
    case 'level': {
      if (condition.when === 'ever') return facts.terms.some((t) => condition.is.includes(t.level) && t.from <= now);
      const since = heldSince(facts, condition.is, now);
      return since !== null && now - since >= (condition.heldDays ?? 0) * DAY;
    }
    case 'field':
      return meetsField(condition.test, facts.fields[condition.field]);
    case 'mailDomain': {
      const domain = domainOf(facts.mail);
      return domain !== null && condition.is.some((wanted) => wanted.toLowerCase() === domain);
    }
    case 'admittedFor':
      return facts.admittedAt !== null && now - facts.admittedAt >= condition.days * DAY;
    case 'date': {
      const { from, until } = windowOf(condition, zone);
      return now >= from && now < until;
    }
    default:
      return never(condition);
  }
}
