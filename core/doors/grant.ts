/** Purpose: what passing a path, a form or a payment gives: a level, for a span or for good, or a group. */
import { z } from 'zod';
import { GroupId, LevelId, Span } from '../kernel';
import { Rule } from './rule';

export const Grant = z.union([
  z.strictObject({ level: LevelId, lasts: Span.optional(), when: Rule.optional() }),
  z.strictObject({ group: GroupId, when: Rule.optional() }),
]);
export type Grant = z.infer<typeof Grant>;
