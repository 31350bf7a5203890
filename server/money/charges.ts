/** Purpose: payments that are asked for: written, charged in the ledger, and no longer asked for. */
import type { EntityManager } from 'typeorm';
import type { Instant, PaymentId } from '../../core/kernel';
import { charged, creditKept, setOff, writtenOff } from '../../core/money';
import type { Randomness } from '../platform/ids';
import { rowsFrom } from '../platform/rows';
import { giveBackUse, takeUse } from './code.uses';
import type { PaymentData } from './money.entities';
import { book, insertPayment, lockTerm, savePayment, type Payment } from './money.store';

/** The letters of the alphabet that are not taken for each other, as codes have them. */
const REFERENCE = 'ABCDEFGHJKLMNPQRTUVWXY346789';

function referenceOf(random: Randomness): string {
  const letters = [...random.bytes(8)].map((byte) => REFERENCE[byte % REFERENCE.length]).join('');
  return `${letters.slice(0, 4)}-${letters.slice(4)}`;
}

/** A payment that is asked for. The ledger tells of a renewal as it is due, of anything else once it is paid. */
export async function openPayment(
  manager: EntityManager,
  random: Randomness,
  about: Pick<
    Payment,
    'member' | 'application' | 'term' | 'renewal' | 'level' | 'n' | 'kind' | 'state' | 'by' | 'amount'
  > & { data: PaymentData },
  now: Instant,
): Promise<Payment> {
  const payment = {
    ...about,
    id: random.id<PaymentId>(),
    received: 0,
    refunded: 0,
    reference: referenceOf(random),
    house: null,
    card: '',
    openedAt: now,
    doneAt: about.state === 'paid' ? now : null,
  } as Payment;
  await insertPayment(manager, payment);
  const { code } = payment.data;
  if (code && (payment.kind === 'first' || payment.kind === 'switch'))
    await takeUse(manager, code.id, payment.member, payment.id, now);
  return payment;
}

/** To what an entry of the ledger belongs. */
export const aboutOf = ({ id, member }: Payment, at: Instant) => ({ at, payment: id, member });

/** The charge of a payment in the ledger; of a switch, first what is set off. */
export async function charge(manager: EntityManager, payment: Payment, now: Instant): Promise<void> {
  const { bill, setOff: off } = payment.data;
  const about = aboutOf(payment, now);
  if (off && payment.kind === 'switch') {
    const before = await lockTerm(manager, payment.term ?? '');
    await book(manager, setOff(before?.level ?? payment.level, off.left, off.tax), about);
  }
  await book(manager, charged(payment.level, bill), about);
}

/** Of a payment for which nothing was given, whose money goes back: what it had used and set off is as it was. */
export async function takeBackCredit(manager: EntityManager, payment: Payment, now: Instant): Promise<void> {
  const { bill, setOff: off } = payment.data;
  const about = aboutOf(payment, now);
  await book(manager, creditKept(payment.level, bill), about);
  if (!off || payment.kind !== 'switch') return;
  const before = await lockTerm(manager, payment.term ?? '');
  await book(manager, setOff(before?.level ?? payment.level, -off.left, -off.tax), about);
}

/** Whether what is asked for by a payment stands in the ledger: charged, and not written off since. */
export async function isCharged(manager: EntityManager, { id, kind, state }: Payment): Promise<boolean> {
  // A renewal is charged as it is asked for, and written off as it is dropped.
  if (kind === 'renewal') return state !== 'dropped';
  const [row] = await rowsFrom<{ n: string | null }>(
    manager,
    `SELECT SUM(what = 'charge') - SUM(what = 'writeOff') AS n FROM ledger_entry WHERE payment = ?`,
    [id],
  );
  return Number(row?.n ?? 0) > 0;
}

/**
 * What is asked for is not asked for any more; what came of it stays, and can be given back. Where its owner may be on
 * the card house's page, `closeAtHouse` belongs to it.
 */
export async function dropPayment(manager: EntityManager, payment: Payment, now: Instant): Promise<Payment> {
  if (await isCharged(manager, payment))
    await book(manager, writtenOff(payment.level, payment.data.bill, payment.received), aboutOf(payment, now));
  if (payment.data.code && payment.kind !== 'renewal') await giveBackUse(manager, payment.id);
  const dropped: Payment = { ...payment, state: 'dropped', doneAt: now };
  await savePayment(manager, dropped);
  return dropped;
}
