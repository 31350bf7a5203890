/** Purpose: how the association takes money, as its owner sets it up. */
import { z } from 'zod';
import { MessageId, Span, Title, owners } from '../kernel';
import { moneySays } from './money.sentences';

/** Parts of ten thousand: 2000 is 20 per cent. */
export const Rate = z.int().min(0).max(10_000);

/** By the day at the shortest: nothing is asked for again within one. */
const Days = Span.refine(({ unit }) => unit !== 'minutes' && unit !== 'hours', {
  error: moneySays(owners).byTheDay,
});

/** Letters about money; one that is not named is not written. */
const letters = z.strictObject({
  paid: MessageId.optional(),
  /** Bank details and the reference, to whoever pays by transfer. */
  asked: MessageId.optional(),
  failed: MessageId.optional(),
  renews: MessageId.optional(),
  cardExpires: MessageId.optional(),
  ended: MessageId.optional(),
  winBack: MessageId.optional(),
  refunded: MessageId.optional(),
});
export type MoneyLetter = keyof z.infer<typeof letters>;
export const moneyLetters = letters.keyof().options;

export const MoneyItem = z.strictObject({
  /** Whether cards are taken, through the card house. */
  card: z.boolean(),
  /** To whom and where it is paid by transfer, a line each: name, sort code, account. Without it, none is taken. */
  transfer: z
    .strictObject({
      lines: z
        .array(z.strictObject({ label: Title, text: Title }))
        .min(1)
        .max(6),
    })
    .optional(),
  /** How long after the day it was due a refused card is tried again, each counted from that day. */
  retries: z.array(Days).max(8),
  /** How long somebody stays whose renewal is not paid yet. */
  grace: Days,
  /** How long before a renewal it is told. */
  notice: Days,
  /** How long after the end somebody is asked to come back. */
  winBack: Days.optional(),
  /** Prices hold the tax, or it comes on top; by a rate that a level may have another of. */
  tax: z
    .strictObject({ name: Title, mode: z.enum(['included', 'added']), rate: Rate, number: Title.optional() })
    .optional(),
  letters,
});
export type MoneyItem = z.infer<typeof MoneyItem>;
export type Tax = NonNullable<MoneyItem['tax']>;

/** How a site takes money that has not said so yet. */
export const noMoneyYet: MoneyItem = {
  card: false,
  retries: [
    { count: 3, unit: 'days' },
    { count: 6, unit: 'days' },
  ],
  grace: { count: 14, unit: 'days' },
  notice: { count: 14, unit: 'days' },
  letters: {},
};
