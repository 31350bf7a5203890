/** Purpose: the jobs of money; who carries them out stands in `money.jobs.ts`. */
import { rowsFrom } from '../platform/rows';
import { z } from 'zod';
import { PaymentId, TermId } from '../../core/kernel';
import { job } from '../platform/job.kinds';
import { moneySays } from './money.sentences';

export const moneyJobKinds = {
  /** What the clock brings to a term: a reminder, a renewal, its end. */
  termTimer: job({
    lane: 'work',
    payload: z.object({ term: TermId }),
    says: (reader) => moneySays(reader).jobTerm,
    of: async (manager, { term }, reader) => {
      const [row] = await rowsFrom<{ name: string }>(
        manager,
        'SELECT m.name FROM term t JOIN member m ON m.id = t.member WHERE t.id = ?',
        [term],
      );
      return row ? moneySays(reader).jobTermOf({ name: row.name }) : null;
    },
  }),
  /** Charges a card; `tried`: how often it was before. */
  takePayment: job({
    lane: 'cards',
    payload: z.object({ payment: PaymentId, tried: z.int() }),
    says: (reader) => moneySays(reader).jobTake,
  }),
  /**
   * Asks the card house what became of a payment: once, after a notice, or again and again for as long as it is open.
   * `looks`: how often it was asked before, where it is asked again.
   */
  lookAtPayment: job({
    lane: 'cards',
    payload: z.object({ key: z.string(), looks: z.int().optional() }),
    says: (reader) => moneySays(reader).jobLook,
  }),
  /** Has the card house close a payment that is not asked for any more, and books it where it was quicker. */
  closePayment: job({
    lane: 'cards',
    payload: z.object({ payment: PaymentId }),
    says: (reader) => moneySays(reader).jobClose,
  }),
  giveBack: job({
    lane: 'cards',
    payload: z.object({ payment: PaymentId, amount: z.int(), key: z.string() }),
    says: (reader) => moneySays(reader).jobGiveBack,
  }),
};
export type MoneyJobs = typeof moneyJobKinds;
