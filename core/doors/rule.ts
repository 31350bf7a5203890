/**
 * Purpose: the rule language of doors, as data.
 * Invariant: a rule is closed (every condition is listed) and shallow enough to read aloud.
 */
import { z } from 'zod';
import { DoorId, Title, type Reference } from '../kernel';
import { Condition, FieldTest, conditionKindOf, type Known, type Named } from './conditions';

export { Condition, FieldTest };
export type { Known, Named };

export type Rule = Condition | { all: Rule[] } | { any: Rule[] } | { none: Rule[] };

const parts = z.array(z.lazy(() => Rule)).max(40);
export const Rule: z.ZodType<Rule> = z.union([
  Condition,
  z.strictObject({ all: parts }),
  z.strictObject({ any: parts }),
  z.strictObject({ none: parts }),
]);

/** Where a door is hung: everyone may pass, a named door that is shared, or a rule of its own. */
export const DoorUse = z.union([
  z.strictObject({ everyone: z.literal(true) }),
  z.strictObject({ named: DoorId }),
  z.strictObject({ rule: Rule }),
]);
export type DoorUse = z.infer<typeof DoorUse>;

/** A named door, shared by many places. */
export const DoorItem = z.strictObject({ id: DoorId, title: Title, rule: Rule, retired: z.boolean().optional() });
export type DoorItem = z.infer<typeof DoorItem>;

export const isCondition = (rule: Rule): rule is Condition => 'fact' in rule;

/** Every condition of a rule, in reading order. */
export function conditionsOf(rule: Rule): Condition[] {
  if (isCondition(rule)) return [rule];
  return childrenOf(rule).flatMap(conditionsOf);
}

/** How deep groups stand in groups; 1 for a condition alone. */
export const depthOfRule = (rule: Rule): number =>
  isCondition(rule) ? 1 : 1 + Math.max(0, ...childrenOf(rule).map(depthOfRule));

export function childrenOf(rule: Exclude<Rule, Condition>): Rule[] {
  if ('all' in rule) return rule.all;
  if ('any' in rule) return rule.any;
  return rule.none;
}

/** What a condition names and the set-up does not have. */
export const unknownIn = (condition: Condition, known: Known): readonly Named[] =>
  conditionKindOf(condition)
    .names(condition)
    .filter(({ kind, id }) => !known[kind].has(id));

/** What a rule refers to. */
export const referencesOfRule = (rule: Rule | undefined): Reference[] =>
  (rule ? conditionsOf(rule) : []).flatMap((condition) =>
    conditionKindOf(condition)
      .names(condition)
      .map(({ kind, id }) => ({ at: '', kind, id })),
  );

export function referencesOfDoor(use: DoorUse | undefined): Reference[] {
  if (!use || 'everyone' in use) return [];
  return 'named' in use ? [{ at: '', kind: 'doors', id: use.named }] : referencesOfRule(use.rule);
}
