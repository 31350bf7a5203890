/**
 * Purpose: whether the books are right: each entry sums to nothing, receipts have no gap, the ledger says what payments
 * say, nobody was charged twice, terms run as they are paid, and the card house has the same record.
 */
import type { DataSource } from 'typeorm';
import { sayMoney } from '../../core/kernel';
import { balancesOf, type Account } from '../../core/money';
import type { Setup } from '../../core/setup';
import type { CardHouse, HousePayment } from './card.house';
import { moneySays } from './money.sentences';
import { sayReceipt } from './money.store';

export type Books = {
  readonly balances: Readonly<Record<Account, number>>;
  /** What was charged in all, what came, and what went back. */
  readonly charged: number;
  readonly come: number;
  readonly back: number;
  readonly faults: readonly string[];
  /** Whether the card house told its own record. */
  readonly house: boolean;
};

const MOST = 50;

/** Checks everything. Reads only. */
export async function checkBooks(db: DataSource, house: CardHouse | null, setup: Setup): Promise<Books> {
  const { site } = setup.doc;
  const says = moneySays(site);
  const money = (amount: number) => sayMoney(amount, site.currency, site.locale);
  const faults: string[] = [];
  const ask = <R>(sql: string) => db.query(sql) as Promise<R[]>;
  const sums = await ask<{ account: Account; amount: string }>(
    'SELECT account, SUM(amount) AS amount FROM ledger_line GROUP BY account',
  );
  const balances = balancesOf(sums.map(({ account, amount }) => ({ account, amount: Number(amount) })));
  const off = await ask<{ id: string }>(
    `SELECT e.id FROM ledger_entry e LEFT JOIN ledger_line l ON l.entry = e.id GROUP BY e.id
     HAVING COALESCE(SUM(l.amount), 1) <> 0 LIMIT ${MOST}`,
  );
  for (const { id } of off) faults.push(says.faultEntry({ entry: id }));
  const gaps = await ask<{ number: number }>(
    `SELECT r.number FROM receipt r LEFT JOIN receipt b ON b.number = r.number - 1
     WHERE r.number > 1 AND b.number IS NULL LIMIT ${MOST}`,
  );
  for (const { number } of gaps) faults.push(says.faultGap({ number: sayReceipt(number - 1) }));
  const [count] = await ask<{ last: number; most: number | null; n: string }>(
    'SELECT c.last, (SELECT MAX(number) FROM receipt) AS most, (SELECT COUNT(*) FROM receipt) AS n FROM receipt_count c',
  );
  if (count && (Number(count.last) !== Number(count.most ?? 0) || Number(count.n) !== Number(count.last)))
    faults.push(says.faultGap({ number: sayReceipt(Number(count.last)) }));
  const uneven = await ask<{ id: string; received: number; refunded: number; came: string; back: string }>(
    `SELECT p.id, p.received, p.refunded,
       COALESCE(SUM(CASE WHEN e.what = 'payment' AND l.account IN ('card', 'bank') THEN l.amount END), 0) AS came,
       COALESCE(-SUM(CASE WHEN e.what = 'refund' AND l.account IN ('card', 'bank') THEN l.amount END), 0) AS back
     FROM payment p LEFT JOIN ledger_entry e ON e.payment = p.id LEFT JOIN ledger_line l ON l.entry = e.id
     GROUP BY p.id HAVING came <> p.received OR back <> p.refunded LIMIT ${MOST}`,
  );
  for (const { id, received, refunded, came, back } of uneven)
    faults.push(
      says.faultReceived({
        payment: id,
        ledger: money(Number(came) - Number(back)),
        payment_says: money(received - refunded),
      }),
    );
  const twice = await ask<{ term: string; n: number }>(
    `SELECT term, MIN(n) AS n FROM payment WHERE kind = 'renewal' AND state = 'paid' AND refunded < amount
     GROUP BY term, JSON_VALUE(data, '$.bill.from') HAVING COUNT(*) > 1 LIMIT ${MOST}`,
  );
  for (const { term, n } of twice) faults.push(says.faultTwice({ term, n }));
  // A term has gone on past a payment of a number exactly when that is paid.
  const unpaid = await ask<{ id: string }>(
    `SELECT t.id FROM term t JOIN payment p ON p.term = t.id AND p.kind = 'renewal' AND p.state <> 'paid'
     WHERE JSON_VALUE(t.data, '$.n') > p.n AND t.state <> 'ended' LIMIT ${MOST}`,
  );
  for (const { id } of unpaid) faults.push(says.faultTermUnpaid({ term: id }));
  const behind = await ask<{ id: string }>(
    `SELECT p.id FROM payment p JOIN term t ON t.id = p.term
     WHERE p.kind = 'renewal' AND p.state = 'paid' AND p.refunded = 0 AND JSON_VALUE(t.data, '$.n') <= p.n
       AND JSON_VALUE(t.data, '$.price.id') = JSON_VALUE(p.data, '$.taking.price.id')
       AND t.state <> 'ended' AND JSON_VALUE(t.data, '$.anchor') <= JSON_VALUE(p.data, '$.bill.from') LIMIT ${MOST}`,
  );
  for (const { id } of behind) faults.push(says.faultTerm({ payment: id }));
  const record = house ? await house.record().catch(() => null) : [];
  if (record) faults.push(...(await compared(db, record, money, says)));
  const [all] = await ask<{ charged: string | null; come: string | null; back: string | null }>(
    `SELECT -SUM(CASE WHEN e.what IN ('charge', 'writeOff') AND l.account IN ('income', 'tax') THEN l.amount END) AS charged,
       SUM(CASE WHEN e.what = 'payment' AND l.account IN ('card', 'bank') THEN l.amount END) AS come,
       -SUM(CASE WHEN e.what = 'refund' AND l.account IN ('card', 'bank') THEN l.amount END) AS back
     FROM ledger_line l JOIN ledger_entry e ON e.id = l.entry`,
  );
  return {
    balances,
    charged: Number(all?.charged ?? 0),
    come: Number(all?.come ?? 0),
    back: Number(all?.back ?? 0),
    faults,
    house: record !== null,
  };
}

/** The house's own record beside ours: what it has taken we have booked, and what goes back has gone. */
async function compared(
  db: DataSource,
  record: readonly HousePayment[],
  money: (amount: number) => string,
  says: ReturnType<typeof moneySays>,
): Promise<string[]> {
  const faults: string[] = [];
  const rows = (await db.query(
    `SELECT id, state, amount, refunded FROM payment WHERE \`by\` = 'card' AND amount > 0`,
  )) as { id: string; state: string; amount: number; refunded: number }[];
  const paid = new Map<string, { amount: number; back: number; times: number }>();
  for (const { key, state, amount, refunds } of record) {
    if (state !== 'paid' || amount === 0) continue;
    const id = key.split(':')[0]!;
    const before = paid.get(id) ?? { amount: 0, back: 0, times: 0 };
    const back = refunds.reduce((sum, refund) => sum + refund.amount, 0);
    paid.set(id, { amount: before.amount + amount, back: before.back + back, times: before.times + 1 });
  }
  for (const { id, state, amount, refunded } of rows) {
    const at = paid.get(id);
    paid.delete(id);
    const ours = state === 'paid' ? amount : 0;
    if ((at?.amount ?? 0) !== ours || (at?.back ?? 0) !== (state === 'paid' ? refunded : 0))
      faults.push(
        says.faultHouse({
          payment: id,
          house: money((at?.amount ?? 0) - (at?.back ?? 0)),
          books: money(ours - (state === 'paid' ? refunded : 0)),
        }),
      );
  }
  for (const [id, { amount, back }] of paid)
    if (amount !== back) faults.push(says.faultHouseOnly({ amount: money(amount - back), payment: id }));
  return faults.slice(0, MOST);
}
