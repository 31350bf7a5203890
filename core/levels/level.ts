/** Purpose: levels, as the owner sets them up. */
import { z } from 'zod';
import { LevelId, Title, kernelSays, owners } from '../kernel';
import { Price } from './price';

export const LevelItem = z
  .strictObject({
    id: LevelId,
    title: Title,
    plural: Title,
    /** One line about it, read where it is offered. */
    about: z.string().trim().min(1).max(200).optional(),
    /** Taken only on an admission path that offers or gives it; who has held it before may take it again. */
    byPath: z.boolean().optional(),
    /** Its own rate of tax in parts of ten thousand, where it is another than the usual. */
    tax: z.int().min(0).max(10_000).optional(),
    prices: z.array(Price).min(1).max(12),
    retired: z.boolean().optional(),
  })
  .superRefine(({ prices }, context) => {
    prices.forEach(({ id }, at) => {
      if (prices.findIndex((price) => price.id === id) < at)
        context.addIssue({ code: 'custom', path: ['prices', at, 'id'], message: kernelSays(owners).usedTwice({ id }) });
    });
  });
export type LevelItem = z.infer<typeof LevelItem>;

/** The prices it can be taken at. */
export const pricesOf = ({ prices }: Pick<LevelItem, 'prices'>): readonly Price[] =>
  prices.filter(({ retired }) => !retired);
