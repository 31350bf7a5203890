/** Purpose: money put together out of what it needs. */
import { Booking, type Applications } from './booking';
import { BookChecks } from './books.view';
import { Figures } from './figures';
import { Membership } from './membership';
import { MoneyDesk } from './money.desk';
import { moneyJobs } from './money.jobs';
import { MoneyLetters } from './money.letters';
import { Paying, type PayingPorts } from './paying';
import { Receipts } from './receipt.store';
import { Terms } from './terms';
import type { AskInsight } from '../insight';
import type { Outbox } from '../messages';

export type MoneyNeeds = Omit<PayingPorts, 'letters' | 'terms' | 'booking'> & {
  readonly applications: () => Applications;
  readonly outbox: Outbox;
  readonly insight: AskInsight;
};

export function buildMoney({ outbox, insight, applications, ...needs }: MoneyNeeds) {
  const letters = new MoneyLetters(needs.live, outbox, needs.address);
  const terms = new Terms(needs, letters);
  const booking = new Booking(needs, letters, terms, applications);
  const paying = new Paying({ ...needs, letters, terms, booking });
  const membership = new Membership({ ...needs, terms, paying });
  moneyJobs({ ...needs, booking, terms });
  return {
    booking,
    paying,
    membership,
    receipts: new Receipts(needs.db),
    moneyDesk: new MoneyDesk(needs.db, insight),
    figures: new Figures(needs.db, insight),
    bookChecks: new BookChecks(needs.db, needs.house),
  };
}
