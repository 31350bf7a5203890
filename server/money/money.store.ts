/**
 * Purpose: money as rows: terms, payments, receipts, the ledger.
 * Invariant: within the caller's transaction. The ledger and receipts are only added to.
 */
import type { EntityManager } from 'typeorm';
import type { Instant, LevelId, MemberId, PaymentId, TermId } from '../../core/kernel';
import { leftOver, monthly, nextAt, type Entry, type Term } from '../../core/money';
import { termRules, type Setup } from '../../core/setup';
import type { Jobs } from '../platform/jobs';
import type { MoneyJobs } from './money.job.kinds';
import { PersonInHand } from '../members';
import { LockedRows } from '../platform/locks';
import { changeIn, changeRow, insertRow, putRow, rowIn, rowOf, rowsFrom } from '../platform/rows';
import {
  CardRow,
  LedgerEntryRow,
  paymentData,
  PaymentRow,
  ReceiptRow,
  termData,
  TermRow,
  type PaymentData,
  type ReceiptData,
} from './money.entities';

export type Payment = Omit<PaymentRow, 'id' | 'member' | 'level'> & {
  readonly id: PaymentId;
  readonly member: MemberId;
  readonly level: LevelId;
};

const terms = new LockedRows<Term>(({ member }) => member);
const payments = new LockedRows<Payment>(({ member }) => member);

/** A payment is new. */
export async function insertPayment(manager: EntityManager, payment: Payment): Promise<void> {
  payments.is(manager, payment.id, payment);
  await insertRow(manager, PaymentRow, payment);
}

export const termKey = (id: TermId) => `term:${id}`;

const columnsOf = (term: Term) => ({
  id: term.id,
  member: term.member,
  level: term.level,
  state: term.state,
  from: term.from,
  until: term.until,
  endedAt: term.endedAt,
  monthly: monthly(term.price, term.chosen),
  data: term,
});

export const saveTerm = async (manager: EntityManager, term: Term): Promise<void> => {
  terms.is(manager, term.id, term);
  await putRow(manager, TermRow, columnsOf(term));
};

/** Reads a term and holds it, and its person first, until the transaction ends. */
export const lockTerm = (manager: EntityManager, id: string): Promise<Term | null> =>
  terms.take(manager, id, async () => {
    await PersonInHand.holdOwner(manager, TermRow, id);
    return (await rowOf(manager, TermRow, { id }, true))?.data ?? null;
  });

/** The terms of somebody, those that go on first. */
export async function termsOf(manager: EntityManager, member: MemberId): Promise<Term[]> {
  const rows = await manager.getRepository(TermRow).find({ where: { member }, order: { from: 'DESC' } });
  return rows.map(({ data }) => data).sort((a, b) => Number(a.state === 'ended') - Number(b.state === 'ended'));
}

/**
 * Takes what ended terms of somebody have left over.
 * @param least as much must be there, or none of it is taken
 * @returns all of it, or null
 */
export async function takeLeftOver(manager: EntityManager, member: MemberId, least: number): Promise<number | null> {
  const rows = await rowsFrom<{ data: string }>(
    manager,
    `SELECT data FROM term WHERE member = ? AND state = 'ended' FOR UPDATE`,
    [member],
  );
  const ended = rows.map(({ data }) => termData.read(data)).filter((term) => leftOver(term) > 0);
  const sum = ended.reduce((all, term) => all + leftOver(term), 0);
  if (sum < least) return null;
  for (const term of ended) await saveTerm(manager, { ...term, credit: 0 });
  return sum;
}

/** Sets the clock of a term, or stops it. */
export async function setTimer(
  manager: EntityManager,
  jobs: Jobs<MoneyJobs>,
  term: Term,
  at: Instant | null,
): Promise<void> {
  if (at === null) return void (await jobs.cancel(manager, termKey(term.id)));
  await jobs.add(manager, { kind: 'termTimer', runAt: at, payload: { term: term.id }, key: termKey(term.id) });
}

export const timerOf = (term: Term, setup: Setup): Instant | null => nextAt(term, termRules(term.level, setup));

/** Reads a payment and holds it, and its person first, until the transaction ends. */
export const lockPayment = (manager: EntityManager, id: string): Promise<Payment | null> =>
  payments.take(manager, id, async () => {
    await PersonInHand.holdOwner(manager, PaymentRow, id);
    return (await rowOf(manager, PaymentRow, { id }, true)) as Payment | null;
  });

export const paymentById = async (manager: EntityManager, id: string): Promise<Payment | null> =>
  (await rowOf(manager, PaymentRow, { id })) as Payment | null;

/** What becomes of a payment; what it is asked for stays as it was opened. */
export async function savePayment(manager: EntityManager, payment: Payment): Promise<void> {
  const { id, term, state, by, received, refunded, house, card, doneAt, data } = payment;
  const rest = { term, state, by, received, refunded, house, card, doneAt, data };
  payments.is(manager, id, payment);
  await changeRow(manager, PaymentRow, { id }, rest);
}

/**
 * What of a payment can go back: what has come of it, once nothing more is to come, and is not used elsewhere. What was
 * left of its days when its member changed to something else has gone into that.
 */
export async function refundable(manager: EntityManager, payment: Payment): Promise<number> {
  const { state, received, refunded } = payment;
  if (state !== 'paid' && state !== 'dropped') return 0;
  return Math.max(0, received - refunded - (await usedElsewhere(manager, payment)));
}

/** What was left of the days that a payment paid for, and went into another term: of a term that is its last payment's. */
async function usedElsewhere(manager: EntityManager, { id, member, term: of }: Payment): Promise<number> {
  const term = of ? (await rowOf(manager, TermRow, { id: of }))?.data : null;
  if (!term || term.endedBy !== 'switched' || (await lastPaid(manager, term)) !== id) return 0;
  const rows = await rowsFrom<{ data: string }>(
    manager,
    `SELECT data FROM payment WHERE member = ? AND kind = 'switch' AND state = 'paid' AND refunded < GREATEST(amount, 1)`,
    [member],
  );
  return rows.reduce((sum, { data }) => {
    const off = paymentData.read(data).setOff;
    return off && (off.from === undefined ? off.of === term.span.from : off.from === term.id) ? sum + off.left : sum;
  }, 0);
}

/** What of a term's credit a renewal has used of which part is paid: that part stays, and so does the credit beside it. */
export async function spentOnPart(manager: EntityManager, { id, owing }: Pick<Term, 'id' | 'owing'>): Promise<number> {
  if (!owing) return 0;
  const [row] = await rowsFrom<{ data: string }>(
    manager,
    `SELECT data FROM payment WHERE term = ? AND kind = 'renewal' AND state IN ('taking', 'refused', 'awaited')
       AND received > 0 ORDER BY opened_at DESC LIMIT 1`,
    [id],
  );
  return row ? paymentData.read(row.data).bill.credit : 0;
}

/** One renewal of a term is asked for once; its payments are numbered anew after a pause, the day they are due is its own. */
export const renewalKey = (term: TermId, due: Instant): string => `${term}:${due}`;

/** The payment that was last paid for a term; null where it is a gift. */
export async function lastPaid(
  manager: EntityManager,
  { id, member }: Pick<Term, 'id' | 'member'>,
): Promise<PaymentId | null> {
  const [row] = await rowsFrom<{ id: PaymentId }>(
    manager,
    `SELECT id FROM payment WHERE member = ? AND term = ? AND state = 'paid' AND kind <> 'card'
     ORDER BY done_at DESC, id DESC LIMIT 1`,
    [member, id],
  );
  return row?.id ?? null;
}

/** The key by which the house knows the charge of a kept card: the payment, and how many tries there had been before. */
export const keyOfTry = (id: PaymentId, tried: number): string => `${id}:${tried}`;
/** The payment that a key of the house is about; where its owner pays on the house's page, the key is its id. */
export const idOfKey = (key: string): string => key.split(':')[0] ?? '';
/** Whether a key is of a charge that was asked for by us, and not of the house's page. */
export const isCharge = (key: string): boolean => key.includes(':');

/** The part of the data that tells of one more try. */
export const withTry = (data: PaymentData, tried: PaymentData['tries'][number]): PaymentData => ({
  ...data,
  tries: [...data.tries, tried],
});

/** Writes an entry into the ledger; one without lines says nothing and is not written. */
export async function book(
  manager: EntityManager,
  { what, lines }: Entry,
  about: { readonly at: Instant; readonly payment: PaymentId | null; readonly member: MemberId },
): Promise<void> {
  if (lines.length === 0) return;
  const entry = await insertRow(manager, LedgerEntryRow, { what, ...about });
  await manager.query(
    `INSERT INTO ledger_line (entry, account, level, amount) VALUES ${lines.map(() => '(?, ?, ?, ?)').join(', ')}`,
    lines.flatMap(({ account, level, amount }) => [entry, account, level ?? '', amount]),
  );
}

/** Issues a receipt under the next number. */
export async function issue(
  manager: EntityManager,
  receipt: { kind: 'payment' | 'refund'; payment: Payment; amount: number; at: Instant; data: ReceiptData },
): Promise<number> {
  // Locked until the transaction ends: a number that is given is used, or given again.
  const { insertId } = await changeIn(manager, 'UPDATE receipt_count SET last = LAST_INSERT_ID(last + 1) WHERE id = 1');
  const number = Number(insertId);
  const { kind, payment, amount, at, data } = receipt;
  const { id, member } = payment;
  await insertRow(manager, ReceiptRow, { number, kind, payment: id, member, at, amount, data });
  return number;
}

/** `Q-000427`: of any length, and told from other numbers. */
export const sayReceipt = (number: number): string => String(number).padStart(6, '0');

/** A payment and the card its member has kept; null where there is no such payment. */
export async function paymentWithCard(
  manager: EntityManager,
  id: PaymentId,
): Promise<{ readonly payment: Payment; readonly token: string | null } | null> {
  const [found] = (await manager.query(
    'SELECT p.*, c.token FROM payment p LEFT JOIN card c ON c.member = p.member WHERE p.id = ?',
    [id],
  )) as [Record<string, unknown> & { token: string | null }] | [];
  return found ? { payment: rowIn(manager, PaymentRow, found) as Payment, token: found.token } : null;
}

export const cardOf = (manager: EntityManager, member: MemberId): Promise<CardRow | null> =>
  rowOf(manager, CardRow, { member });
