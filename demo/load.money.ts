/** Purpose: what people have paid, into the database and into the books of the card house, in the order in which it happened. */
import type { Pool } from 'mysql2/promise';
import type { Instant } from '../core/kernel';
import { monthly } from '../core/money';
import type { Setup } from '../core/setup';
import { receiptOf, refundReceiptOf, renewalKey } from '../server/money';
import type { Generated } from './generate';

const BATCH = 500;
const tables = {
  term: 'id, member, level, state, from_at, until_at, ended_at, monthly, data',
  payment:
    'id, member, application, term, renewal, level, n, kind, state, `by`, amount, received, refunded, reference, house, card, opened_at, done_at, data',
  receipt: 'number, kind, payment, member, at, amount, data',
  ledger_entry: 'id, at, what, payment, member',
  ledger_line: 'entry, account, level, amount',
  card: 'member, token, last, expires, since, told',
  code_use: 'code, member, payment, at',
  member_paid: 'member, level, at',
  job: 'kind, job_key, run_at, payload',
} as const;
type Table = keyof typeof tables;

/** Where the card house answers; null where there is none. */
export type HouseAt = { readonly url: string | null; readonly key: string };

type HouseCard = { token: string; last: string; expires: string };

/** Loads what everybody has paid. @returns how many payments there are */
export async function loadMoney(
  pool: Pool,
  people: readonly Generated[],
  setup: Setup,
  house: HouseAt,
): Promise<number> {
  const rows = Object.fromEntries(Object.keys(tables).map((table) => [table, [] as unknown[][]])) as Record<
    Table,
    unknown[][]
  >;
  const date = (at: Instant | null) => (at === null ? null : new Date(at));
  const payers = people.flatMap(({ facts, money }) => (money ? [{ facts, money }] : []));
  const told: object[] = [];
  const kept = payers.flatMap(({ money }) => (money.card ? [money.card] : []));
  const tokens = house.url
    ? await remember(house, [], kept)
    : kept.map(({ number, expires }) => ({ token: `none-${number}`, last: number.slice(-4), expires }));
  const happened: { at: Instant; write: () => void }[] = [];
  let entry = 0;
  let receipt = 0;
  let at = -1;
  for (const { facts, money } of payers) {
    const { term, payments, card } = money;
    const token = card ? tokens[++at]! : null;
    rows.term.push([
      term.id,
      term.member,
      term.level,
      term.state,
      date(term.from),
      date(term.until),
      date(term.endedAt),
      monthly(term.price, term.chosen),
      JSON.stringify(term),
    ]);
    if (token && card) rows.card.push([term.member, token.token, token.last, token.expires, date(card.since), 0]);
    for (const paid of money.paid) rows.member_paid.push([term.member, paid.level, date(paid.at)]);
    if (money.timer !== null)
      rows.job.push(['termTimer', `term:${term.id}`, date(money.timer), JSON.stringify({ term: term.id })]);
    for (const payment of payments) {
      const isPaid = payment.state === 'paid';
      const { level, price, chosen, code } = term;
      const data = {
        taking: { level, price, chosen },
        code: payment.n === 0 ? code : null,
        bill: payment.bill,
        tries: payment.tries,
        setOff: null,
      };
      const houseId = payment.by === 'card' ? `cp_${payment.id}` : null;
      const row = {
        id: payment.id,
        level: term.level,
        by: payment.by,
        amount: payment.bill.total,
        card: token?.last ?? '',
        reference: referenceOf(payment.id),
        data,
      };
      rows.payment.push([
        payment.id,
        term.member,
        null,
        term.id,
        payment.n === 0 ? null : renewalKey(term.id, payment.bill.from),
        term.level,
        payment.n,
        payment.n === 0 ? 'first' : 'renewal',
        payment.state,
        payment.by,
        payment.bill.total,
        isPaid ? payment.bill.total : 0,
        payment.backAt === null ? 0 : payment.bill.total,
        row.reference,
        houseId,
        row.card,
        date(payment.openedAt),
        date(payment.doneAt),
        JSON.stringify(data),
      ]);
      if (payment.n === 0 && code && isPaid)
        rows.code_use.push([code.id, term.member, payment.id, date(payment.doneAt)]);
      for (const { at: when, entry: booked } of payment.entries)
        happened.push({
          at: when,
          write: () => {
            entry++;
            rows.ledger_entry.push([entry, date(when), booked.what, payment.id, term.member]);
            for (const line of booked.lines)
              rows.ledger_line.push([entry, line.account, line.level ?? '', line.amount]);
          },
        });
      const issue = (when: Instant, kind: 'payment' | 'refund') =>
        happened.push({
          at: when,
          write: () => {
            receipt++;
            const made =
              kind === 'payment'
                ? receiptOf(row, row.amount, facts, setup)
                : refundReceiptOf(row, row.amount, 'Moved away', facts, setup);
            rows.receipt.push([
              receipt,
              kind,
              payment.id,
              term.member,
              date(when),
              payment.bill.total,
              JSON.stringify(made),
            ]);
          },
        });
      if (isPaid) issue(payment.doneAt!, 'payment');
      if (payment.backAt !== null) issue(payment.backAt, 'refund');
      if (payment.by === 'card')
        payment.tries.forEach((tried, n) =>
          told.push({
            id: n === payment.tries.length - 1 ? houseId : `${houseId}_${n}`,
            key: payment.n === 0 ? payment.id : `${payment.id}:${n}`,
            amount: payment.bill.total,
            currency: setup.doc.site.currency,
            words: `${setup.levels.get(term.level)?.title ?? ''}, ${setup.doc.site.name}`,
            returnTo: 'http://127.0.0.1/',
            at: tried.at,
            state: tried.result,
            reason: tried.result === 'refused' ? tried.reason : null,
            card: token,
            refunds:
              tried.result === 'paid' && payment.backAt !== null
                ? [{ id: `cr_${payment.id}`, key: 'back', amount: payment.bill.total, at: payment.backAt }]
                : [],
          }),
        );
    }
  }
  for (const { write } of happened.sort((a, b) => a.at - b.at)) write();
  const connection = await pool.getConnection();
  try {
    await connection.beginTransaction();
    for (const table of Object.keys(tables) as Table[])
      for (let from = 0; from < rows[table].length; from += BATCH)
        await connection.query(`INSERT INTO ${table} (${tables[table]}) VALUES ?`, [
          rows[table].slice(from, from + BATCH),
        ]);
    await connection.query('UPDATE receipt_count SET last = ? WHERE id = 1', [receipt]);
    await connection.commit();
  } catch (error) {
    await connection.rollback();
    throw error;
  } finally {
    connection.release();
  }
  if (house.url) await remember(house, told, []);
  return rows.payment.length;
}

/** `MOOR-7K2Q` */
const referenceOf = (id: string): string => `${id.slice(0, 4)}-${id.slice(4, 10)}`.toUpperCase();

async function remember(house: HouseAt, payments: object[], cards: object[]): Promise<HouseCard[]> {
  const response = await fetch(`${house.url}/history`, {
    method: 'POST',
    headers: { authorization: `Bearer ${house.key}`, 'content-type': 'application/json' },
    body: JSON.stringify({ payments, cards }),
  });
  if (!response.ok) throw new Error(`The card house does not take its own past: ${response.status}`);
  return (await response.json()) as HouseCard[];
}
