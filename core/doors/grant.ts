/** Purpose: what passing a path, a form or a payment gives: a level, for a span or for good, or a group. */
import { z } from 'zod';
import { GroupId, LevelId, Span, type Reference } from '../kernel';
import { Rule } from './rule';

export const Grant = z.union([
  z.strictObject({ level: LevelId, lasts: Span.optional(), when: Rule.optional() }),
  z.strictObject({ group: GroupId, when: Rule.optional() }),
]);
export type Grant = z.infer<typeof Grant>;

/** A rule with the place that holds it, such as `grants.2.when`. */
export type PlacedRule = { readonly at: string; readonly rule: Rule };

export const placedRule = (at: string, rule: Rule | undefined): PlacedRule[] => (rule ? [{ at, rule }] : []);

/** The rules by which something is given. */
export const rulesOfGrants = (grants: readonly Grant[]): PlacedRule[] =>
  grants.flatMap(({ when }, at) => placedRule(`grants.${at}.when`, when));

/** What is given; the rules by which it is are told with the others. */
export const referencesOfGrants = (grants: readonly Grant[]): Reference[] =>
  grants.map((grant, at): Reference =>
    'level' in grant
      ? { at: `grants.${at}`, kind: 'levels', id: grant.level }
      : { at: `grants.${at}`, kind: 'groups', id: grant.group },
  );
