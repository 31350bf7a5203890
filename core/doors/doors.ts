/**
 * Purpose: all doors of one set-up, compiled once.
 * Invariant: no rule found means shut.
 */
import type { Facts } from '../facts';
import type { Instant } from '../kernel';
import type { Setup } from '../setup';
import { compile, type Predicate } from './compile';
import { layoutOf, prepare, type Layout, type Prepared } from './prepare';
import type { DoorUse, Rule } from './rule';

export type Doors = {
  readonly layout: Layout;
  readonly setup: Setup;
  /** The predicate of a door in use. The same use gives the same predicate. */
  predicate(use: DoorUse): Predicate;
  prepare(facts: Facts, now: Instant): Prepared;
};

const nobody: Rule = { any: [] };
const everyone: Rule = { all: [] };

/** The rule behind a door in use. */
export function ruleOf(use: DoorUse, setup: Setup): Rule {
  if ('everyone' in use) return everyone;
  if ('named' in use) return setup.doors.get(use.named)?.rule ?? nobody;
  return use.rule;
}

export function doorsOf(setup: Setup): Doors {
  const layout = layoutOf(setup);
  const made = new WeakMap<DoorUse, Predicate>();
  return {
    layout,
    setup,
    predicate(use) {
      let predicate = made.get(use);
      if (!predicate) {
        predicate = compile(ruleOf(use, setup), layout, setup);
        made.set(use, predicate);
      }
      return predicate;
    },
    prepare: (facts, now) => prepare(layout, facts, now),
  };
}
