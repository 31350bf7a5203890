/**
 * Purpose: a rule in plain English, with the set-up's own names for levels, groups and fields.
 */
import { conditionKindOf } from './conditions';
import { childrenOf, isCondition, type Known, type Rule } from './rule';

/** A whole rule as one sentence without its full stop. */
export function describe(rule: Rule, known: Known, nested = false): string {
  if (isCondition(rule)) {
    const says = conditionKindOf(rule).says(rule, known);
    return nested ? says.charAt(0).toLowerCase() + says.slice(1) : says;
  }
  const parts = childrenOf(rule);
  if (parts.length === 0) return 'all' in rule || 'none' in rule ? 'Everyone' : 'Nobody';
  const said = parts.map((part, at) => describe(part, known, nested || at > 0 || 'none' in rule));
  const joined = 'all' in rule ? said.join(' and ') : said.join(' or ');
  if ('none' in rule) return `${nested ? 'not' : 'Not'} (${joined})`;
  return nested && parts.length > 1 ? `(${joined})` : joined;
}
