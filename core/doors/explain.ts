/**
 * Purpose: why a door is open or shut for one person: each condition, met or not, with the value found.
 * Invariant: the trace mirrors the rule, and `met` at the root equals the compiled predicate.
 */
import { lastTerm, standingLabel, type Facts } from '../facts';
import { DAY, countOf, listed, never, sayShortDate, type Instant } from '../kernel';
import { showValue } from '../fields/show';
import type { Setup } from '../setup';
import { domainOf, meetsValue } from './condition';
import { describeCondition } from './describe';
import { heldSince } from './prepare';
import { childrenOf, isCondition, type Condition, type Rule } from './rule';

export type Trace =
  | { readonly of: 'all' | 'any' | 'none'; readonly met: boolean; readonly parts: readonly Trace[] }
  | { readonly of: 'condition'; readonly met: boolean; readonly says: string; readonly found: string };

export type Verdict =
  { readonly open: true; readonly because: Trace } | { readonly open: false; readonly because: Trace };

export function explain(rule: Rule, facts: Facts, now: Instant, setup: Setup): Verdict {
  const because = trace(rule, facts, now, setup);
  return because.met ? { open: true, because } : { open: false, because };
}

function trace(rule: Rule, facts: Facts, now: Instant, setup: Setup): Trace {
  if (isCondition(rule)) {
    return {
      of: 'condition',
      met: meets(rule, facts, now, setup),
      says: describeCondition(rule, setup),
      found: found(rule, facts, now, setup),
    };
  }
  const parts = childrenOf(rule).map((part) => trace(part, facts, now, setup));
  if ('all' in rule) return { of: 'all', met: parts.every((part) => part.met), parts };
  if ('any' in rule) return { of: 'any', met: parts.some((part) => part.met), parts };
  return { of: 'none', met: !parts.some((part) => part.met), parts };
}

function meets(item: Condition, facts: Facts, now: Instant, setup: Setup): boolean {
  switch (item.fact) {
    case 'signedIn':
      return facts.member !== null;
    case 'standing':
      return facts.standing !== null && item.is.includes(facts.standing);
    case 'group':
      return item.is.some((group) => setup.groups.has(group) && facts.groups.includes(group));
    case 'level': {
      const is = item.is.filter((level) => setup.levels.has(level));
      return is.length > 0 && meetsValue({ ...item, is }, facts, now, setup.doc.site.zone);
    }
    case 'field':
    case 'mailDomain':
    case 'admittedFor':
    case 'date':
      return meetsValue(item, facts, now, setup.doc.site.zone);
    default:
      return never(item);
  }
}

/** What was found, as a person would say it: `Lapsed, since 30 Sep 2026`. */
function found(item: Condition, facts: Facts, now: Instant, setup: Setup): string {
  const place = setup.doc.site;
  const date = (at: Instant) => sayShortDate(at, place);
  switch (item.fact) {
    case 'signedIn':
      return facts.member ? 'signed in' : 'not signed in';
    case 'standing':
      if (!facts.standing) return 'a visitor';
      return `${standingLabel[facts.standing]}${facts.standingSince ? `, since ${date(facts.standingSince)}` : ''}`;
    case 'level': {
      const title = (id: string) => setup.levels.get(id)?.title ?? id;
      const held = facts.terms.filter((term) => term.from <= now && (term.until === null || term.until > now));
      if (held.length > 0) {
        const since = item.heldDays ? heldSince(facts, item.is, now) : null;
        const span = since === null ? '' : `, for ${countOf(Math.floor((now - since) / DAY), 'day')}`;
        return listed(held.map((term) => title(term.level) + (term.until ? ` until ${date(term.until)}` : ''))) + span;
      }
      const last = lastTerm(facts);
      return last?.until && last.until <= now ? `${title(last.level)}, ended ${date(last.until)}` : 'no level';
    }
    case 'group':
      return facts.groups.length
        ? listed(facts.groups.map((group) => setup.groups.get(group)?.title ?? group))
        : 'in no group';
    case 'field': {
      const value = facts.fields[item.field];
      const field = setup.fields.get(item.field);
      return value === undefined || !field ? 'not answered' : showValue(field.of, value);
    }
    case 'mailDomain':
      return facts.mail ? `@${domainOf(facts.mail)}` : 'no address';
    case 'admittedFor':
      return facts.admittedAt === null
        ? 'not admitted'
        : `admitted ${countOf(Math.floor((now - facts.admittedAt) / DAY), 'day')} ago`;
    case 'date':
      return date(now);
    default:
      return never(item);
  }
}
