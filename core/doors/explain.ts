/**
 * Purpose: why a door is open or shut for one person: each condition, met or not, with the value found.
 * Invariant: the trace mirrors the rule, and the verdict equals the compiled predicate.
 */
import type { Facts } from '../facts';
import { begins, type Instant } from '../kernel';
import { conditionKindOf } from './conditions';
import { childrenOf, isCondition, unknownIn, type Known, type Rule } from './rule';

export type Trace =
  | { readonly of: 'all' | 'any' | 'none'; readonly met: boolean; readonly parts: readonly Trace[] }
  | { readonly of: 'condition'; readonly met: boolean; readonly says: string; readonly found: string };

export type Verdict = { readonly open: boolean; readonly because: Trace };

export function explain(rule: Rule, facts: Facts, now: Instant, known: Known): Verdict {
  const { trace } = judge(rule, facts, now, known);
  return { open: trace.met, because: trace };
}

/** `unmet`: known not to be met, which is more than not known to be. */
type Judged = { readonly trace: Trace; readonly unmet: boolean };

function judge(rule: Rule, facts: Facts, now: Instant, known: Known): Judged {
  if (isCondition(rule)) {
    const kind = conditionKindOf(rule);
    const met = kind.meets(rule, facts, now, known);
    const trace: Trace = {
      of: 'condition',
      met,
      says: begins(kind.says(rule, known), known.doc.site),
      found: kind.found(rule, facts, now, known),
    };
    return { trace, unmet: !met && unknownIn(rule, known).length === 0 };
  }
  const judged = childrenOf(rule).map((part) => judge(part, facts, now, known));
  const parts = judged.map(({ trace }) => trace);
  const someMet = parts.some(({ met }) => met);
  const allUnmet = judged.every(({ unmet }) => unmet);
  if ('all' in rule)
    return {
      trace: { of: 'all', met: parts.every(({ met }) => met), parts },
      unmet: judged.some(({ unmet }) => unmet),
    };
  if ('any' in rule) return { trace: { of: 'any', met: someMet, parts }, unmet: allUnmet };
  return { trace: { of: 'none', met: allUnmet, parts }, unmet: someMet };
}
