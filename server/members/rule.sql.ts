/**
 * Purpose: a rule as SQL, for lists of members: whom a door lets in can be searched, sorted and paged by the database.
 * Invariant: whom it finds is whom `compile` lets pass and `explain` calls open (tested against both over generated rules),
 * also where a rule names what does not exist (the three values of Kleene's strong logic). Each part comes out true or
 * false, never as NULL, since *none* turns it round.
 */
import { childrenOf, isCondition, unknownIn, windowOf, type Condition, type Rule } from '../../core/doors';
import { never, type Instant } from '../../core/kernel';
import { dayBegins, dayNumber } from '../../core/kernel/calendar';
import type { Setup } from '../../core/setup';
import { answerSql, nobody, type Sql } from './answers.sql';

const everybody: Sql = { sql: '1 = 1', params: [] };
const marks = (list: readonly unknown[]): string => list.map(() => '?').join(', ');

/** For members `m` at an instant. */
export const ruleSql = (rule: Rule, setup: Setup, now: Instant): Sql => surely(rule, true, setup, now);

/** Who is known to meet it (or, with `met` false, known not to). */
function surely(rule: Rule, met: boolean, setup: Setup, now: Instant): Sql {
  if (isCondition(rule)) {
    if (met) return conditionSql(rule, setup, now);
    return unknownIn(rule, setup).length > 0 ? nobody : not(conditionSql(rule, setup, now));
  }
  const of = (value: boolean) => childrenOf(rule).map((child) => surely(child, value, setup, now));
  if ('none' in rule) return met ? join(of(false), 'AND') : join(of(true), 'OR');
  return 'all' in rule === met ? join(of(met), 'AND') : join(of(met), 'OR');
}

const not = ({ sql, params }: Sql): Sql => ({ sql: `NOT (${sql})`, params });
function join(parts: readonly Sql[], by: 'AND' | 'OR'): Sql {
  if (parts.length === 0) return by === 'AND' ? everybody : nobody;
  return {
    sql: parts.map(({ sql }) => `(${sql})`).join(` ${by} `),
    params: parts.flatMap(({ params }) => params),
  };
}

function conditionSql(condition: Condition, setup: Setup, now: Instant): Sql {
  const { zone } = setup.doc.site;
  const day = dayNumber(now, zone);
  const at = (instant: Instant) => new Date(instant);
  switch (condition.fact) {
    case 'signedIn':
      return everybody;
    case 'standing':
      return { sql: `m.standing IN (${marks(condition.is)})`, params: condition.is };
    case 'group': {
      const is = condition.is.filter((id) => setup.groups.has(id));
      if (is.length === 0) return nobody;
      return { sql: `m.id IN (SELECT g.member FROM member_group g WHERE g.group_id IN (${marks(is)}))`, params: is };
    }
    case 'level': {
      const is = condition.is.filter((id) => setup.levels.has(id));
      if (is.length === 0) return nobody;
      const [list, level] = [marks(is), `m.id IN (SELECT t.member FROM member_term t WHERE t.level IN`];
      if (condition.when === 'ever') return { sql: `${level} (${list}) AND t.from_at <= ?)`, params: [...is, at(now)] };
      if (condition.heldDays) return heldSql(is, at(dayBegins(day - condition.heldDays + 1, zone)), at(now));
      return {
        sql: `${level} (${list}) AND t.from_at <= ? AND (t.until_at IS NULL OR t.until_at > ?))`,
        params: [...is, at(now), at(now)],
      };
    }
    case 'field':
      return answerSql(condition, setup);
    case 'mailDomain': {
      const is = condition.is.map((domain) => domain.toLowerCase());
      return {
        sql: `SUBSTRING_INDEX(LOWER(m.mail), '@', -1) COLLATE utf8mb4_bin IN (${marks(is)})`,
        params: is,
      };
    }
    case 'admittedFor':
      return {
        sql: 'm.admitted_at IS NOT NULL AND m.admitted_at <= ? AND m.admitted_at < ?',
        params: [at(now), at(dayBegins(day - condition.days + 1, zone))],
      };
    case 'date': {
      const { from, until } = windowOf(condition, zone);
      return now >= from && now < until ? everybody : nobody;
    }
    case 'paidFor': {
      const is = condition.is.filter((id) => setup.levels.has(id));
      if (is.length === 0) return nobody;
      const since = condition.within === undefined ? null : at(dayBegins(day - condition.within + 1, zone));
      return {
        sql: `m.id IN (SELECT p.member FROM member_paid p WHERE p.level IN (${marks(is)}) AND p.at <= ?${since ? ' AND p.at >= ?' : ''})`,
        params: [...is, at(now), ...(since ? [since] : [])],
      };
    }
    case 'lessonDone':
    case 'ownsThis':
      // Nobody has done or made anything that is kept yet; see `Facts`.
      return nobody;
    default:
      return never(condition);
  }
}

/**
 * Held without a gap since before an instant: a term that began before it reaches it, and each term that ends between it
 * and now is gone on from by another that was running by then.
 */
function heldSql(is: readonly string[], before: Date, now: Date): Sql {
  const list = marks(is);
  return {
    sql: `EXISTS (SELECT 1 FROM member_term t WHERE t.member = m.id AND t.level IN (${list}) AND t.from_at < ?
            AND (t.until_at IS NULL OR t.until_at >= ?))
          AND NOT EXISTS (SELECT 1 FROM member_term e WHERE e.member = m.id AND e.level IN (${list})
            AND e.until_at >= ? AND e.until_at <= ?
            AND NOT EXISTS (SELECT 1 FROM member_term c WHERE c.member = m.id AND c.level IN (${list})
              AND c.from_at <= e.until_at AND (c.until_at IS NULL OR c.until_at > e.until_at)))`,
    params: [...is, before, before, ...is, before, now, ...is],
  };
}
