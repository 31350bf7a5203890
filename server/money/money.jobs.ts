/**
 * Purpose: what money does by itself, on the clock and after notices: terms knock, cards are charged, open payments are
 * looked up, refunds are moved.
 * How: what the card house is asked for is asked outside any transaction, with a key of its own, and booked afterwards; a
 * job that broke off in between asks again by the same key. Away or slow, it is asked later, for as long as it takes.
 */
import type { EntityManager } from 'typeorm';
import type { PaymentId } from '../../core/kernel';
import type { Jobs } from '../platform/jobs';
import type { MoneyJobs } from './money.job.kinds';
import type { LiveSetup } from '../setup';
import type { Booking } from './booking';
import { HouseAway, HouseRefuses, type CardHouse, type HousePayment } from './card.house';
import { lookAgain } from './following';
import { sayWhatFor } from './money.words';
import { idOfKey, keyOfTry, paymentById, paymentWithCard, type Payment } from './money.store';
import type { Terms } from './terms';

export type MoneyJobPorts = {
  readonly live: LiveSetup;
  readonly jobs: Jobs<MoneyJobs>;
  readonly booking: Booking;
  readonly terms: Terms;
  readonly house: CardHouse | null;
  readonly address: string;
};

/** Money is not forgotten because the house was away for a day: it is asked until it answers, at last once an hour. */
const untilAnswered = {
  after: (error: unknown, attempts: number) =>
    error instanceof HouseRefuses ? null : Math.min(2 ** Math.min(attempts, 12), 3600) * 1000,
};

type Looked = { id: PaymentId; key: string; looks: number | undefined; found?: HousePayment | null };
type Taken = { readonly payment: Payment; readonly tried: number; readonly token: string | null; found?: HousePayment };

export function moneyJobs({ live, jobs, booking, terms, house, address }: MoneyJobPorts): void {
  jobs.handle('termTimer', (manager, { term }, now) => terms.timerDue(manager, term, now));
  jobs.outside<'takePayment', Taken>(
    'takePayment',
    {
      prepare: (manager, { payment, tried }) => readyToTake(manager, payment, tried),
      make: async (work) => {
        work.found = await chargeCard(work);
      },
      settle: async (manager, { payment, found }, now) => {
        // A card that is kept is paid from or it is not: there is nobody who could answer a question.
        await booking.settleAs(
          manager,
          payment.id,
          found!.state === 'paid' ? found! : { ...found!, state: 'refused' },
          now,
        );
      },
    },
    untilAnswered,
  );
  jobs.outside<'lookAtPayment', Looked>(
    'lookAtPayment',
    {
      prepare: async (manager, { key, looks }) => {
        const payment = await paymentById(manager, idOfKey(key));
        // Nothing the house could say changes what is paid; of one that was refused it may have taken the money since.
        return payment && house && payment.state !== 'paid' ? { id: payment.id, key, looks } : null;
      },
      make: async (work) => {
        work.found = await house!.byKey(work.key);
      },
      settle: async (manager, { id, looks, found }, now) => {
        if (found) await booking.settleAs(manager, id, found, now);
        if (looks !== undefined) await lookAgain(manager, jobs, id, looks, found ?? null, now);
      },
    },
    untilAnswered,
  );
  jobs.outside<'closePayment', { id: PaymentId; found?: HousePayment | null }>(
    'closePayment',
    {
      prepare: (_, { payment }) => Promise.resolve(house ? { id: payment } : null),
      make: async (work) => {
        work.found = await house!.close(work.id);
      },
      settle: async (manager, { id, found }, now) => {
        if (found) await booking.settleAs(manager, id, found, now);
        else await booking.neverPaid(manager, id, now);
      },
    },
    untilAnswered,
  );
  jobs.outside<'giveBack', { house: string; amount: number; key: string }>(
    'giveBack',
    {
      prepare: async (manager, { payment, amount, key }) => {
        const found = await paymentById(manager, payment);
        return found?.house && house ? { house: found.house, amount, key } : null;
      },
      make: async (work) => {
        await house!.refund(work.house, work.key, work.amount);
      },
      settle: async () => undefined,
    },
    untilAnswered,
  );

  async function readyToTake(manager: EntityManager, id: PaymentId, tried: number): Promise<Taken | null> {
    const found = await paymentWithCard(manager, id);
    if (found?.payment.state !== 'taking' || found.payment.data.tries.length !== tried) return null;
    return { ...found, tried };
  }

  /** Charges the card that is kept; without one it is refused. @throws HouseAway */
  async function chargeCard({ payment, tried, token }: Taken): Promise<HousePayment> {
    const { id, amount } = payment;
    if (token === null)
      return { id: '', key: '', amount, state: 'refused', reason: 'unknown', card: null, refunds: [], page: '' };
    if (!house) throw new HouseAway('none');
    const { setup } = live.must;
    return house.ask({
      key: keyOfTry(id, tried),
      amount,
      currency: setup.doc.site.currency,
      words: sayWhatFor(payment, setup),
      returnTo: `${address}/paid/${id}`,
      token,
    });
  }
}
