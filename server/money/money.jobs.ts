/**
 * Purpose: what money does by itself, on the clock and after notices: terms knock, cards are charged, notices are looked
 * into, refunds are moved.
 * How: what the card house is asked for is asked outside any transaction, with a key of its own, and booked afterwards; a
 * job that broke off in between asks again by the same key. Away or slow, it is asked later.
 */
import type { EntityManager } from 'typeorm';
import type { PaymentId } from '../../core/kernel';
import type { Jobs } from '../platform/jobs';
import type { LiveSetup } from '../setup';
import type { Booking } from './booking';
import { HouseAway, type CardHouse, type HousePayment } from './card.house';
import { sayWhatFor } from './money.words';
import { paymentById, paymentWithCard, type Payment } from './money.store';
import type { Terms } from './terms';

export type MoneyJobPorts = {
  readonly live: LiveSetup;
  readonly jobs: Jobs;
  readonly booking: Booking;
  readonly terms: Terms;
  readonly house: CardHouse | null;
  readonly address: string;
};

type Taken = { readonly payment: Payment; readonly tried: number; readonly token: string | null; found?: HousePayment };

export function moneyJobs({ live, jobs, booking, terms, house, address }: MoneyJobPorts): void {
  jobs.handle('termTimer', (manager, { term }, now) => terms.knock(manager, term, now));
  jobs.outside<'takePayment', Taken>('takePayment', {
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
  });
  jobs.outside<'lookAtPayment', { id: PaymentId; key: string; found?: HousePayment | null }>('lookAtPayment', {
    prepare: async (manager, { key }) => {
      const payment = await paymentById(manager, idOfKey(key));
      return payment && house ? { id: payment.id, key } : null;
    },
    make: async (work) => {
      work.found = await house!.byKey(work.key);
    },
    settle: async (manager, { id, found }, now) => {
      if (found) await booking.settleAs(manager, id, found, now);
    },
  });
  jobs.outside<'giveBack', { house: string; amount: number; key: string }>('giveBack', {
    prepare: async (manager, { payment, amount, key }) => {
      const found = await paymentById(manager, payment);
      return found?.house && house ? { house: found.house, amount, key } : null;
    },
    make: async (work) => {
      await house!.refund(work.house, work.key, work.amount);
    },
    settle: async () => undefined,
  });

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
      key: `${id}:${tried}`,
      amount,
      currency: setup.doc.site.currency,
      words: sayWhatFor(payment, setup),
      returnTo: `${address}/paid/${id}`,
      token,
    });
  }
}

/** The id of a payment, out of the key by which the house knows one try of it. */
const idOfKey = (key: string): string => key.split(':')[0] ?? '';
