/**
 * Purpose: a rule over everybody at once, as sets of rows: each condition is a column, looked up once however many rules
 * ask for it, and rules are put together a word of 32 people at a time.
 * Invariant: whom it finds is whom `compile` lets pass and `explain` calls open, also where a rule names what does not
 * exist (the three values of Kleene's strong logic): only what is known to be met opens.
 */
import { andInto, not, orInto, type Bits, type Population } from '../facts';
import type { Instant } from '../kernel';
import { conditionKindOf } from './conditions';
import { childrenOf, conditionsOf, isCondition, unknownIn, type Condition, type Known, type Rule } from './rule';

export type Columns = {
  /** Who meets a rule. The set is the caller's own. */
  who(rule: Rule): Bits;
};

/** Everybody, asked at one instant by the names of one set-up. What was looked up is kept as long as this is. */
export function doorColumnsOf(people: Population, now: Instant, known: Known): Columns {
  const found = new Map<string, Bits>();
  const named = new WeakMap<Condition, Bits>();
  function column(condition: Condition): Bits {
    let bits = named.get(condition);
    if (bits) return bits;
    const key = JSON.stringify(condition);
    bits = found.get(key);
    if (!bits) found.set(key, (bits = conditionKindOf(condition).column(condition, people, now, known)));
    named.set(condition, bits);
    return bits;
  }
  const all = () => people.alive.bits.slice();

  /** Where every name exists two values are enough. What is handed out may be a column itself. */
  function quick(rule: Rule): Bits {
    if (isCondition(rule)) return column(rule);
    const parts = childrenOf(rule).map(quick);
    if ('all' in rule) return parts.length === 1 ? parts[0]! : joined(parts, andInto, all);
    const some = parts.length === 1 && 'any' in rule ? parts[0]! : joined(parts, orInto, people.none);
    return 'any' in rule ? some : not(some);
  }
  /** Who is known to meet it (or, with `met` false, known not to). */
  function surely(rule: Rule, met: boolean): Bits {
    if (isCondition(rule)) {
      if (met) return column(rule);
      return unknownIn(rule, known).length > 0 ? people.none() : not(column(rule));
    }
    const of = (value: boolean) => childrenOf(rule).map((child) => surely(child, value));
    if ('none' in rule) return met ? joined(of(false), andInto, all) : joined(of(true), orInto, people.none);
    return 'all' in rule === met ? joined(of(met), andInto, all) : joined(of(met), orInto, people.none);
  }
  return {
    who(rule) {
      const sound = conditionsOf(rule).every((condition) => unknownIn(condition, known).length === 0);
      const open = (sound ? quick(rule) : surely(rule, true)).slice();
      andInto(open, people.alive.bits);
      return open;
    },
  };
}

function joined(parts: readonly Bits[], join: (into: Bits, other: Bits) => void, empty: () => Bits): Bits {
  const [first, ...others] = parts;
  if (!first) return empty();
  const into = first.slice();
  for (const part of others) join(into, part);
  return into;
}
