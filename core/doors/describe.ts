/**
 * Purpose: a rule in words, with the set-up's own names for levels, groups and fields.
 * Invariant: the sentence can be read one way only: what belongs together within it stands in brackets (a test reads
 * sentences back and compares).
 */
import { begins } from '../kernel';
import { conditionKindOf } from './conditions';
import { doorsSays } from './doors.sentences';
import { childrenOf, isCondition, type Known, type Rule } from './rule';

/** A whole rule as one sentence without its full stop. */
export const describe = (rule: Rule, known: Known): string => begins(clauseOf(rule, known, false), known.doc.site);

/** The same as a clause within another sentence. */
export const describeWithin = (rule: Rule, known: Known): string => clauseOf(rule, known, true);

function clauseOf(rule: Rule, known: Known, within: boolean): string {
  if (isCondition(rule)) return conditionKindOf(rule).says(rule, known);
  const parts = childrenOf(rule);
  const words = doorsSays(known.doc.site);
  if (parts.length === 0) return 'all' in rule || 'none' in rule ? words.everyone : words.nobody;
  // One part alone is said as it is.
  if (parts.length === 1 && !('none' in rule)) return clauseOf(parts[0]!, known, within);
  const said = parts.map((part) => clauseOf(part, known, parts.length > 1));
  const join = 'all' in rule ? words.both : words.either;
  const joined = said.reduce((one, other) => join({ one, other }));
  if ('none' in rule) return words.notThese({ these: joined });
  return within ? words.within({ these: joined }) : joined;
}
