/**
 * Purpose: the rule language of doors, as data.
 * Invariant: a rule is closed (every condition is listed here) and shallow enough to read aloud.
 */
import { z } from 'zod';
import { DoorId, FieldId, GroupId, LevelId } from '../kernel';
import { Standing } from '../facts';

export const FieldTest = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('answered') }),
  z.strictObject({ op: z.literal('is'), value: z.union([z.string(), z.number(), z.boolean()]) }),
  z.strictObject({ op: z.literal('atLeast'), value: z.number() }),
  z.strictObject({ op: z.literal('atMost'), value: z.number() }),
  z.strictObject({ op: z.literal('startsWith'), value: z.string().min(1) }),
  z.strictObject({ op: z.literal('includes'), value: z.string() }),
]);
export type FieldTest = z.infer<typeof FieldTest>;

const isoDay = z.string().regex(/^\d{4}-\d{2}-\d{2}$/, 'Write a day as year-month-day, such as 2027-03-02.');

export const Condition = z.discriminatedUnion('fact', [
  z.strictObject({ fact: z.literal('signedIn') }),
  z.strictObject({ fact: z.literal('standing'), is: z.array(Standing).min(1) }),
  /** `heldDays`: the level has been held without a gap for at least so many days. Only with `when: 'now'`. */
  z.strictObject({
    fact: z.literal('level'),
    is: z.array(LevelId).min(1),
    when: z.enum(['now', 'ever']),
    heldDays: z.int().min(1).optional(),
  }),
  z.strictObject({ fact: z.literal('group'), is: z.array(GroupId).min(1) }),
  z.strictObject({ fact: z.literal('field'), field: FieldId, test: FieldTest }),
  z.strictObject({ fact: z.literal('mailDomain'), is: z.array(z.string().min(3)).min(1) }),
  z.strictObject({ fact: z.literal('admittedFor'), days: z.int().min(0) }),
  /** Both days belong to the window; days are read in the site's zone. */
  z.strictObject({ fact: z.literal('date'), from: isoDay.optional(), until: isoDay.optional() }),
]);
export type Condition = z.infer<typeof Condition>;

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

export const isCondition = (rule: Rule): rule is Condition => 'fact' in rule;

/** Every condition of a rule, in reading order. */
export function conditionsOf(rule: Rule): Condition[] {
  if (isCondition(rule)) return [rule];
  return childrenOf(rule).flatMap(conditionsOf);
}

export function childrenOf(rule: Exclude<Rule, Condition>): Rule[] {
  if ('all' in rule) return rule.all;
  if ('any' in rule) return rule.any;
  return rule.none;
}
