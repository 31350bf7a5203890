/**
 * Purpose: a rule as a quick predicate over prepared facts. Yes/no facts of one word are decided together by
 * one mask: `all` is `(word & mask) === mask`, `any` is `(word & mask) !== 0`, `none` is `(word & mask) === 0`.
 * Invariant: `compile(rule)(prepare(facts))` equals `explain(rule, facts).open`. What names something that does not
 * exist is known neither to be met nor unmet (the three values of Kleene's strong logic), and only what is known to
 * be met opens: an unknown group shuts inside *none* as well.
 */
import { conditionKindOf } from './conditions';
import { BITS, type Layout, type Prepared } from './prepare';
import { childrenOf, conditionsOf, isCondition, unknownIn, type Condition, type Known, type Rule } from './rule';

export type Predicate = (person: Prepared) => boolean;

const shut: Predicate = () => false;
const open: Predicate = () => true;

/** Compiles a rule for one set-up. The predicate allocates nothing. */
export function compile(rule: Rule, layout: Layout, known: Known): Predicate {
  const sound = conditionsOf(rule).every((condition) => unknownIn(condition, known).length === 0);
  return sound ? quick(rule, layout, known) : surely(rule, true, layout, known);
}

/** A rule in which every name exists: two values are enough. */
function quick(rule: Rule, layout: Layout, known: Known): Predicate {
  if (isCondition(rule)) return condition(rule, layout, known);
  const join = 'all' in rule ? all : any;
  const masks = new Map<number, number>();
  const rest: Predicate[] = [];
  for (const child of childrenOf(rule)) {
    const bits = isCondition(child) ? conditionKindOf(child).bits(child, layout) : null;
    // Several bits of one condition mean "one of these", which only `any` and `none` may merge.
    if (bits && bits.length > 0 && ('all' in rule ? bits.length === 1 : true)) {
      for (const bit of bits) {
        const word = Math.floor(bit / BITS);
        masks.set(word, (masks.get(word) ?? 0) | (1 << (bit % BITS)));
      }
    } else rest.push(quick(child, layout, known));
  }
  const masked = [...masks].map(([word, mask]) => ('all' in rule ? hasAll(word, mask) : hasAny(word, mask)));
  const parts = [...masked, ...rest];
  if ('none' in rule) {
    const some = any(parts);
    return (person) => !some(person);
  }
  return join(parts);
}

/** Whether a rule is known to be met (or, with `met` false, known to be unmet), where some names do not exist. */
function surely(rule: Rule, met: boolean, layout: Layout, known: Known): Predicate {
  if (isCondition(rule)) {
    const meets = condition(rule, layout, known);
    if (met) return meets;
    return unknownIn(rule, known).length > 0 ? shut : (person) => !meets(person);
  }
  const of = (value: boolean) => childrenOf(rule).map((child) => surely(child, value, layout, known));
  if ('none' in rule) return met ? all(of(false)) : any(of(true));
  return 'all' in rule === met ? all(of(met)) : any(of(met));
}

function hasAll(word: number, mask: number): Predicate {
  if (word === 0) return (person) => (person.first & mask) === mask;
  return (person) => (person.bits[word]! & mask) === mask;
}

function hasAny(word: number, mask: number): Predicate {
  if (word === 0) return (person) => (person.first & mask) !== 0;
  return (person) => (person.bits[word]! & mask) !== 0;
}

function all(parts: Predicate[]): Predicate {
  const [a, b, c] = parts;
  if (!a) return open;
  if (!b) return a;
  if (!c) return (person) => a(person) && b(person);
  if (parts.length === 3) return (person) => a(person) && b(person) && c(person);
  return (person) => {
    for (const part of parts) if (!part(person)) return false;
    return true;
  };
}

function any(parts: Predicate[]): Predicate {
  const [a, b, c] = parts;
  if (!a) return shut;
  if (!b) return a;
  if (!c) return (person) => a(person) || b(person);
  if (parts.length === 3) return (person) => a(person) || b(person) || c(person);
  return (person) => {
    for (const part of parts) if (part(person)) return true;
    return false;
  };
}

function condition(item: Condition, layout: Layout, known: Known): Predicate {
  const kind = conditionKindOf(item);
  const bits = kind.bits(item, layout);
  if (bits) {
    const masks = new Map<number, number>();
    for (const bit of bits)
      masks.set(Math.floor(bit / BITS), (masks.get(Math.floor(bit / BITS)) ?? 0) | (1 << (bit % BITS)));
    return any([...masks].map(([word, mask]) => hasAny(word, mask)));
  }
  const ready = kind.ready?.(item, known);
  if (ready) return ready;
  return (person) => kind.meets(item, person.facts, person.now, known);
}
