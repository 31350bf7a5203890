/** Purpose: admission paths as the owner sets them up. */
import { z } from 'zod';
import { Grant } from '../doors/grant';
import { AnswerRule } from '../fields/answerRule';
import { MessageId, PageId, PathId, Span, Text, Title } from '../kernel';
import { OwnGate, type GateItem } from './gates';

export { Grant, OwnGate, type GateItem };

/** Where answers lead elsewhere: to another path, or to an end at once. The first that holds counts. */
export const TurnOff = z.union([
  z.strictObject({ when: AnswerRule, to: PathId }),
  z.strictObject({ when: AnswerRule, decline: Text.min(1) }),
]);
export type TurnOff = z.infer<typeof TurnOff>;

export const PathItem = z.strictObject({
  id: PathId,
  title: Title,
  /** Without a gate whoever sends the form is in at once. */
  gates: z.array(OwnGate).max(8),
  turns: z.array(TurnOff).max(20).optional(),
  grants: z.array(Grant).max(20),
  admitted: MessageId,
  declined: MessageId,
  outOfTime: MessageId,
  asked: MessageId,
  landing: PageId,
  /** How long after an end without admission its applicant may apply again; never, where it is not said. */
  again: Span.optional(),
  /** Nobody new sets out on it; whoever is on it goes on. */
  retired: z.boolean().optional(),
});
export type PathItem = z.infer<typeof PathItem>;

/** A path as somebody walks it, with what stands on it for them alone. */
export type WalkedPath = Omit<PathItem, 'gates'> & { readonly gates: readonly GateItem[] };
