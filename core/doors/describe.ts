/**
 * Purpose: a rule in words, with the set-up's own names for levels, groups and fields.
 * Invariant: the sentence can be read one way only: what belongs together within it stands in brackets (a test reads
 * sentences back and compares).
 */
import { visitorFacts } from '../facts';
import { begins } from '../kernel';
import { conditionKindOf } from './conditions';
import { doorsSays } from './doors.sentences';
import { childrenOf, isCondition, unknownIn, type Known, type Rule } from './rule';

/** A whole rule as one sentence without its full stop. */
export const describe = (rule: Rule, known: Known): string => begins(clauseOf(rule, known, false), known.doc.site);

/**
 * The same of a door. *Not* these people is also whoever is nobody yet, which owners do not expect; so a door in which
 * somebody is left out says whether visitors come in.
 */
export function describeDoor(rule: Rule, known: Known): string {
  const said = describe(rule, known);
  const all = leavesOut(rule) && letsVisitorsIn(rule, known) !== false;
  return all ? doorsSays(known.doc.site).visitorsToo({ rule: said }) : said;
}

const leavesOut = (rule: Rule): boolean =>
  !isCondition(rule) && (('none' in rule && rule.none.length > 0) || childrenOf(rule).some(leavesOut));

/** Whether a rule lets visitors in; null where that depends on the day. */
function letsVisitorsIn(rule: Rule, known: Known): boolean | null {
  if (isCondition(rule)) {
    if (unknownIn(rule, known).length > 0 || rule.fact === 'date') return null;
    return conditionKindOf(rule).meets(rule, visitorFacts, 0, known);
  }
  const parts = childrenOf(rule).map((part) => letsVisitorsIn(part, known));
  // One part of this outcome decides.
  const deciding = !('all' in rule);
  const met = parts.includes(deciding) ? deciding : parts.includes(null) ? null : !deciding;
  return 'none' in rule && met !== null ? !met : met;
}

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
