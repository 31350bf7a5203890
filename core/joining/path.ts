/** Purpose: admission paths as the owner sets them up. */
import { z } from 'zod';
import { Rule } from '../doors/rule';
import { GroupId, LevelId, MessageId, PageId, PathId, Span, Title } from '../kernel';
import { GateItem } from './gates';

export { GateItem };

export const Grant = z.union([
  z.strictObject({ level: LevelId, lasts: Span.optional(), when: Rule.optional() }),
  z.strictObject({ group: GroupId, when: Rule.optional() }),
]);
export type Grant = z.infer<typeof Grant>;

export const PathItem = z.strictObject({
  id: PathId,
  title: Title,
  /** Without a gate whoever sends the form is in at once. */
  gates: z.array(GateItem).max(8),
  grants: z.array(Grant).max(20),
  admitted: MessageId,
  declined: MessageId,
  outOfTime: MessageId,
  asked: MessageId,
  landing: PageId,
  /** Nobody new sets out on it; whoever is on it goes on. */
  retired: z.boolean().optional(),
});
export type PathItem = z.infer<typeof PathItem>;
