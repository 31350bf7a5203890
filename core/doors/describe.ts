/**
 * Purpose: a rule in words, with the set-up's own names for levels, groups and fields.
 */
import { begins } from '../kernel';
import { conditionKindOf } from './conditions';
import { doorsSays } from './doors.sentences';
import { childrenOf, isCondition, type Known, type Rule } from './rule';

/** A whole rule as one sentence without its full stop. */
export function describe(rule: Rule, known: Known, nested = false): string {
  if (isCondition(rule)) {
    const clause = conditionKindOf(rule).says(rule, known);
    return nested ? clause : begins(clause, known.doc.site);
  }
  const parts = childrenOf(rule);
  const words = doorsSays(known.doc.site);
  if (parts.length === 0) return 'all' in rule || 'none' in rule ? words.everyone : words.nobody;
  const said = parts.map((part, at) => describe(part, known, nested || at > 0 || 'none' in rule));
  const join = 'all' in rule ? words.both : words.either;
  const joined = said.reduce((one, other) => join({ one, other }));
  if ('none' in rule) return (nested ? words.notTheseWithin : words.notThese)({ these: joined });
  return nested && parts.length > 1 ? `(${joined})` : joined;
}
