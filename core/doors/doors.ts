/**
 * Purpose: all doors of one set-up, compiled once.
 * Invariant: no rule found means shut.
 */
import type { Facts } from '../facts';
import type { Instant } from '../kernel';
import type { DoorsSetup } from './setup';
import { compile, type Predicate } from './compile';
import { layoutOf, prepare, type Layout, type Prepared } from './prepare';
import type { DoorUse, Rule } from './rule';

export type Doors<S extends DoorsSetup = DoorsSetup> = {
  readonly layout: Layout;
  readonly setup: S;
  /** The predicate of a door in use. The same use gives the same predicate. */
  predicate(use: DoorUse): Predicate;
  /** The predicate of a rule that hangs on no door. The same rule gives the same predicate. */
  meets(rule: Rule): Predicate;
  prepare(facts: Facts, now: Instant): Prepared;
};

/** Whom it lets in is said by their shape. */
export const nobody: Rule = { any: [] };
export const everyone: Rule = { all: [] };

/** The rule behind a door in use. */
export function ruleOf(use: DoorUse, setup: DoorsSetup): Rule {
  if ('everyone' in use) return everyone;
  if ('named' in use) return setup.doors.get(use.named)?.rule ?? nobody;
  return use.rule;
}

const known = new WeakMap<DoorsSetup, Doors>();

/** The doors of a set-up. The same set-up gives the same doors, so that what is compiled once is kept with it. */
export function doorsOf<S extends DoorsSetup>(setup: S): Doors<S> {
  let doors = known.get(setup);
  if (!doors) known.set(setup, (doors = made(setup)));
  // What is kept under a set-up was made of that very one.
  return doors as Doors<S>;
}

function made(setup: DoorsSetup): Doors {
  const layout = layoutOf(setup);
  const predicates = new WeakMap<object, Predicate>();
  function kept(of: object, rule: () => Rule): Predicate {
    let predicate = predicates.get(of);
    if (!predicate) {
      predicate = compile(rule(), layout, setup);
      predicates.set(of, predicate);
    }
    return predicate;
  }
  return {
    layout,
    setup,
    predicate: (use) => kept(use, () => ruleOf(use, setup)),
    meets: (rule) => kept(rule, () => rule),
    prepare: (facts, now) => prepare(layout, facts, now),
  };
}
