/**
 * Purpose: a rule in plain English, with the set-up's own names for levels, groups and fields.
 */
import { listed, never } from '../kernel';
import { standingLabel } from '../facts';
import { showValue } from '../fields/show';
import type { Setup } from '../setup';
import { childrenOf, isCondition, type Condition, type FieldTest, type Rule } from './rule';

const named = (map: ReadonlyMap<string, { title: string }>, ids: readonly string[]) =>
  listed(
    ids.map((id) => map.get(id)?.title ?? `“${id}” (which does not exist)`),
    'or',
  );

/** One condition as a clause: `Standing is Admitted`. */
export function describeCondition(item: Condition, setup: Setup): string {
  switch (item.fact) {
    case 'signedIn':
      return 'Signed in';
    case 'standing':
      return `Standing is ${listed(
        item.is.map((standing) => standingLabel[standing]),
        'or',
      )}`;
    case 'level': {
      const levels = named(setup.levels, item.is);
      if (item.when === 'ever') return `Has ever held the level ${levels}`;
      return item.heldDays ? `Level has been ${levels} for ${item.heldDays} days` : `Level is ${levels}`;
    }
    case 'group':
      return `In the group ${named(setup.groups, item.is)}`;
    case 'field': {
      const field = setup.fields.get(item.field);
      return `${field?.label ?? `“${item.field}” (which does not exist)`} ${describeTest(item.test, setup, item.field)}`;
    }
    case 'mailDomain':
      return `Mail address ends in ${listed(
        item.is.map((domain) => `@${domain}`),
        'or',
      )}`;
    case 'admittedFor':
      return `Admitted for ${item.days} days or more`;
    case 'date':
      if (item.from && item.until) return `Date is from ${item.from} to ${item.until}`;
      return item.from ? `Date is ${item.from} or later` : item.until ? `Date is ${item.until} or earlier` : 'Any date';
    default:
      return never(item);
  }
}

function describeTest(test: FieldTest, setup: Setup, field: string): string {
  const of = setup.fields.get(field)?.of;
  const value = (raw: string | number | boolean) => (of ? showValue(of, raw) : String(raw));
  switch (test.op) {
    case 'answered':
      return 'is answered';
    case 'is':
      return `is ${value(test.value)}`;
    case 'atLeast':
      return `is ${test.value} or more`;
    case 'atMost':
      return `is ${test.value} or fewer`;
    case 'startsWith':
      return `starts with ${test.value}`;
    case 'includes':
      return `includes ${value(test.value)}`;
    default:
      return never(test);
  }
}

/** A whole rule as one sentence without its full stop. */
export function describe(rule: Rule, setup: Setup, nested = false): string {
  if (isCondition(rule)) {
    const says = describeCondition(rule, setup);
    return nested ? says.charAt(0).toLowerCase() + says.slice(1) : says;
  }
  const parts = childrenOf(rule);
  if (parts.length === 0) return 'all' in rule || 'none' in rule ? 'Everyone' : 'Nobody';
  const said = parts.map((part, at) => describe(part, setup, nested || at > 0 || 'none' in rule));
  const joined = 'all' in rule ? said.join(' and ') : said.join(' or ');
  if ('none' in rule) return `${nested ? 'not' : 'Not'} (${joined})`;
  return nested && parts.length > 1 ? `(${joined})` : joined;
}
