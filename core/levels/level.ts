/** Purpose: levels and what they cost, as the owner sets them up. */
import { z } from 'zod';
import { LevelId, Minor, Span, SpanUnit, Title } from '../kernel';

export const Price = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('free') }),
  z.strictObject({ kind: z.literal('once'), amount: Minor, lasts: Span }),
  z.strictObject({ kind: z.literal('every'), amount: Minor, unit: SpanUnit }),
  z.strictObject({ kind: z.literal('ownAmount'), least: Minor, unit: SpanUnit }),
]);
export type Price = z.infer<typeof Price>;

export const LevelItem = z.strictObject({
  id: LevelId,
  title: Title,
  plural: Title,
  price: Price,
  retired: z.boolean().optional(),
});
export type LevelItem = z.infer<typeof LevelItem>;
