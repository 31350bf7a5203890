/**
 * Purpose: what a level costs, as the owner sets it up: one price, or several to choose from.
 * Invariant: money in whole minor units of the site's one currency; a price says by itself when and how much is due.
 */
import { z } from 'zod';
import { Minor, PriceId, Span, never, owners } from '../kernel';
import { levelsSays } from './levels.sentences';

/** Nothing is charged oftener than once a day. */
const Step = Span.refine(({ unit }) => unit !== 'minutes' && unit !== 'hours', { error: levelsSays(owners).byTheDay });
const Charged = Minor.refine((amount) => amount > 0, { error: levelsSays(owners).moreThanNothing });

const base = { id: PriceId, retired: z.boolean().optional() };
/** What comes beside the terms: at the beginning, once. */
const beginning = {
  /** A first span at a price of its own; 0 is free. */
  trial: z.strictObject({ lasts: Step, amount: Minor }).optional(),
  fee: Charged.optional(),
};
/**
 * From this day on, `YYYY-MM-DD` in the site's zone, those pay it too who agreed to another amount before; without it,
 * they keep what they agreed to.
 */
const forAll = z.iso.date().optional();
/** So many terms, after which it ends; without, it goes on until it is cancelled. */
const times = z.int().min(1).max(600).optional();

export const Price = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('free'), ...base, lasts: Span.optional() }),
    /** One payment, for a span or for good. */
    z.strictObject({ kind: z.literal('once'), ...base, amount: Charged, lasts: Span.optional(), fee: beginning.fee }),
    z.strictObject({ kind: z.literal('every'), ...base, amount: Charged, each: Step, times, forAll, ...beginning }),
    /** The member chooses the amount, between limits. */
    z.strictObject({
      kind: z.literal('own'),
      ...base,
      least: Charged,
      suggested: Charged,
      most: Charged.optional(),
      each: Step,
      times,
      forAll,
      ...beginning,
    }),
  ])
  .superRefine((price, context) => {
    if (price.kind !== 'own') return;
    const { least, suggested, most } = price;
    const says = levelsSays(owners);
    const wrong = (at: string, message: string) => context.addIssue({ code: 'custom', path: [at], message });
    if (most !== undefined && most < least) wrong('most', says.mostBelowLeast);
    else if (suggested < least || (most !== undefined && suggested > most)) wrong('suggested', says.suggestedOutside);
  });
export type Price = z.infer<typeof Price>;
export type PriceKind = Price['kind'];
/** A price that is charged again and again. */
export type Repeated = Extract<Price, { kind: 'every' | 'own' }>;

export const isRepeated = (price: Price): price is Repeated => price.kind === 'every' || price.kind === 'own';

/** What one term of it costs: of an amount to choose, what was chosen, else what is suggested. */
export function amountOf(price: Price, chosen?: number): number {
  switch (price.kind) {
    case 'free':
      return 0;
    case 'once':
    case 'every':
      return price.amount;
    case 'own':
      return chosen ?? price.suggested;
    default:
      return never(price);
  }
}
