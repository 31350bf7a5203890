/**
 * Purpose: payments on the card house's page, followed until it is known what became of them, also where its notice is
 * lost and its owner never comes back.
 * Invariant: from the moment somebody is sent to that page, a job asks about the payment; it ends when the payment is
 * booked, or closed at the house so that nothing can be taken by it any more.
 */
import { rowsFrom } from '../platform/rows';
import type { EntityManager } from 'typeorm';
import { HOUR, MINUTE, type ApplicationId, type Instant, type PaymentId } from '../../core/kernel';
import type { Jobs } from '../platform/jobs';
import type { MoneyJobs } from './money.job.kinds';
import type { HousePayment } from './card.house';
import { paymentById, type Payment } from './money.store';

const SECOND = 1_000;
/** The pause before each look. A day in all: whoever has not paid by then has gone. */
const PAUSES = [
  20 * SECOND,
  30 * SECOND,
  MINUTE,
  3 * MINUTE,
  5 * MINUTE,
  20 * MINUTE,
  30 * MINUTE,
  HOUR,
  2 * HOUR,
  4 * HOUR,
  8 * HOUR,
  8 * HOUR,
];

/** A payment by card that its owner may be giving a card for. */
export const mayBePaid = ({ by, state }: Pick<Payment, 'by' | 'state'>): boolean =>
  by === 'card' && (state === 'open' || state === 'refused');

/** From now on the house is asked about a payment, whose owner is sent to its page. */
export const follow = (manager: EntityManager, jobs: Jobs<MoneyJobs>, id: PaymentId, now: Instant): Promise<void> =>
  look(manager, jobs, id, 0, now);

const look = (
  manager: EntityManager,
  jobs: Jobs<MoneyJobs>,
  id: PaymentId,
  looks: number,
  now: Instant,
): Promise<void> =>
  jobs.add(manager, {
    kind: 'lookAtPayment',
    runAt: now + PAUSES[Math.min(looks, PAUSES.length - 1)]!,
    payload: { key: id, looks },
    key: `look:${id}`,
  });

/**
 * After a look: asks again later, or has the payment closed.
 * @param looks how often it had been asked before that look
 * @param found as the house has it; null where it never heard of it
 */
export async function lookAgain(
  manager: EntityManager,
  jobs: Jobs<MoneyJobs>,
  id: PaymentId,
  looks: number,
  found: HousePayment | null,
  now: Instant,
): Promise<void> {
  const payment = await paymentById(manager, id);
  if (!payment || found?.state === 'paid' || found?.state === 'dropped') return;
  if (payment.state === 'dropped') return closeAtHouse(manager, jobs, payment, now);
  // What is owed for a membership can be paid until the membership ends, when it is dropped.
  const over = looks + 1 >= PAUSES.length && payment.kind !== 'renewal';
  if (over && mayBePaid(payment)) return closeAtHouse(manager, jobs, payment, now);
  if (payment.state !== 'paid') await look(manager, jobs, id, looks + 1, now);
}

/** Has a payment closed at the house; where it was paid before that, it is booked. */
export async function closeAtHouse(
  manager: EntityManager,
  jobs: Jobs<MoneyJobs>,
  { id, by }: Pick<Payment, 'id' | 'by'>,
  now: Instant,
): Promise<void> {
  if (by !== 'card') return;
  await jobs.cancel(manager, `look:${id}`);
  await jobs.add(manager, { kind: 'closePayment', runAt: now, payload: { payment: id }, key: `close:${id}` });
}

/**
 * Before an application ends: has all that may be paid for it closed at the house.
 * @returns whether there is any, so that its end has to wait for the answer
 */
export async function closeAllOf(
  manager: EntityManager,
  jobs: Jobs<MoneyJobs>,
  application: ApplicationId,
  now: Instant,
): Promise<boolean> {
  const rows = await rowsFrom<{ id: PaymentId; asked: string | null }>(
    manager,
    `SELECT p.id, j.id AS asked FROM payment p LEFT JOIN job j ON j.job_key = CONCAT('close:', p.id)
     WHERE p.application = ? AND p.by = 'card' AND p.state IN ('open', 'refused')`,
    [application],
  );
  for (const { id, asked } of rows) if (asked === null) await closeAtHouse(manager, jobs, { id, by: 'card' }, now);
  return rows.length > 0;
}
