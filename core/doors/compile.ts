/**
 * Purpose: a rule as a quick predicate over prepared facts. Yes/no facts of one word are decided together by
 * one mask: `all` is `(word & mask) === mask`, `any` is `(word & mask) !== 0`, `none` is `(word & mask) === 0`.
 * Invariant: `compile(rule)(prepare(facts))` equals `explain(rule, facts).met`. An unknown reference is shut.
 */
import { never } from '../kernel';
import { meetsValue, windowOf } from './condition';
import { BITS, type Layout, type Prepared } from './prepare';
import { childrenOf, isCondition, type Condition, type Rule } from './rule';

export type Predicate = (person: Prepared) => boolean;

const shut: Predicate = () => false;
const open: Predicate = () => true;

/** Compiles a rule for one layout. The predicate allocates nothing. */
export function compile(rule: Rule, layout: Layout): Predicate {
  if (isCondition(rule)) return condition(rule, layout);
  const join = 'all' in rule ? all : any;
  const masks = new Map<number, number>();
  const rest: Predicate[] = [];
  for (const child of childrenOf(rule)) {
    const bits = isCondition(child) ? bitsOf(child, layout) : null;
    // Several bits of one condition mean "one of these", which only `any` and `none` may merge.
    if (bits && bits.length > 0 && ('all' in rule ? bits.length === 1 : true)) {
      for (const bit of bits) {
        const word = Math.floor(bit / BITS);
        masks.set(word, (masks.get(word) ?? 0) | (1 << (bit % BITS)));
      }
    } else rest.push(compile(child, layout));
  }
  const masked = [...masks].map(([word, mask]) => ('all' in rule ? hasAll(word, mask) : hasAny(word, mask)));
  const parts = [...masked, ...rest];
  if ('none' in rule) {
    const some = any(parts);
    return (person) => !some(person);
  }
  return join(parts);
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

/** The bits of which one must be set, or null when the condition is not a matter of bits. */
function bitsOf(item: Condition, layout: Layout): number[] | null {
  const known = (map: ReadonlyMap<string, number>, ids: readonly string[]) =>
    ids.flatMap((id) => (map.has(id) ? [map.get(id)!] : []));
  switch (item.fact) {
    case 'signedIn':
      return [layout.signedIn];
    case 'standing':
      return known(layout.standing, item.is);
    case 'group':
      return known(layout.group, item.is);
    case 'level':
      if (item.heldDays) return null;
      return known(item.when === 'now' ? layout.levelNow : layout.levelEver, item.is);
    case 'field':
    case 'mailDomain':
    case 'admittedFor':
    case 'date':
      return null;
    default:
      return never(item);
  }
}

function condition(item: Condition, layout: Layout): Predicate {
  const bits = bitsOf(item, layout);
  if (bits) {
    const masks = new Map<number, number>();
    for (const bit of bits)
      masks.set(Math.floor(bit / BITS), (masks.get(Math.floor(bit / BITS)) ?? 0) | (1 << (bit % BITS)));
    return any([...masks].map(([word, mask]) => hasAny(word, mask)));
  }
  if (item.fact === 'date') {
    const { from, until } = windowOf(item, layout.zone);
    return (person) => person.now >= from && person.now < until;
  }
  if (item.fact === 'signedIn' || item.fact === 'standing' || item.fact === 'group') return shut;
  return (person) => meetsValue(item, person.facts, person.now, layout.zone);
}
