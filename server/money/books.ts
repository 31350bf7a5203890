/**
 * Purpose: whether the books are right: each entry sums to nothing, receipts have no gap, the ledger says what payments
 * say and keeps for members what their terms have left, nobody was charged twice, terms run as they are paid, and the card house has the same record.
 */
import { rowsFrom } from '../platform/rows';
import type { DataSource } from 'typeorm';
import { sayDate, sayMoney } from '../../core/kernel';
import { balancesOf, type Account } from '../../core/money';
import type { Setup } from '../../core/setup';
import type { CardHouse, HousePayment } from './card.house';
import { moneySays } from './money.sentences';
import { sayReceipt } from './money.store';

export type Books = {
  readonly balances: Readonly<Record<Account, number>>;
  /** What was charged in all, less what was set off from one to another; what came, and what went back. */
  readonly charged: number;
  readonly come: number;
  readonly back: number;
  readonly faults: readonly string[];
  /** Whether the card house told its own record; `none` where there is none and cards have paid. */
  readonly house: 'told' | 'silent' | 'none';
};

const MOST = 50;
type Says = ReturnType<typeof moneySays>;

/** Something wrong, and what it is about, which is named when all are known: people know no ids. */
type Fault = { readonly of?: Of; readonly id?: string; readonly say: (what: string) => string };
type Of = 'payment' | 'term' | 'member';

/** Checks everything. Reads only. */
export async function checkBooks(db: DataSource, house: CardHouse | null, setup: Setup): Promise<Books> {
  const { site } = setup.doc;
  const says = moneySays(site);
  const money = (amount: number) => sayMoney(amount, site.currency, site.locale);
  const faults: Fault[] = [];
  const ask = <R>(sql: string) => db.query(sql) as Promise<R[]>;
  const sums = await ask<{ account: Account; amount: string }>(
    'SELECT account, SUM(amount) AS amount FROM ledger_line GROUP BY account',
  );
  const balances = balancesOf(sums.map(({ account, amount }) => ({ account, amount: Number(amount) })));
  const off = await ask<{ at: Date; payment: string | null; member: string }>(
    `SELECT e.at, e.payment, e.member FROM ledger_entry e LEFT JOIN ledger_line l ON l.entry = e.id GROUP BY e.id
     HAVING COALESCE(SUM(l.amount), 1) <> 0 LIMIT ${MOST}`,
  );
  for (const { at, payment, member } of off)
    faults.push({
      of: payment ? 'payment' : 'member',
      id: payment ?? member,
      say: (what) => says.faultEntry({ what, at: sayDate(at.getTime(), site) }),
    });
  const gaps = await ask<{ number: number }>(
    `SELECT r.number FROM receipt r LEFT JOIN receipt b ON b.number = r.number - 1
     WHERE r.number > 1 AND b.number IS NULL LIMIT ${MOST}`,
  );
  const missing = (number: number): Fault => ({ say: () => says.faultGap({ number: sayReceipt(number) }) });
  for (const { number } of gaps) faults.push(missing(number - 1));
  const [count] = await ask<{ last: number; most: number | null; n: string }>(
    'SELECT c.last, (SELECT MAX(number) FROM receipt) AS most, (SELECT COUNT(*) FROM receipt) AS n FROM receipt_count c',
  );
  if (count && (Number(count.last) !== Number(count.most ?? 0) || Number(count.n) !== Number(count.last)))
    faults.push(missing(Number(count.last)));
  const uneven = await ask<{ id: string; received: number; refunded: number; came: string; back: string }>(
    `SELECT p.id, p.received, p.refunded,
       COALESCE(SUM(CASE WHEN e.what = 'payment' AND l.account IN ('card', 'bank') THEN l.amount END), 0) AS came,
       COALESCE(-SUM(CASE WHEN e.what = 'refund' AND l.account IN ('card', 'bank') THEN l.amount END), 0) AS back
     FROM payment p LEFT JOIN ledger_entry e ON e.payment = p.id LEFT JOIN ledger_line l ON l.entry = e.id
     GROUP BY p.id HAVING came <> p.received OR back <> p.refunded LIMIT ${MOST}`,
  );
  for (const { id, received, refunded, came, back } of uneven)
    faults.push({
      of: 'payment',
      id,
      say: (payment) =>
        says.faultReceived({
          payment,
          ledger: money(Number(came) - Number(back)),
          payment_says: money(received - refunded),
        }),
    });
  const twice = await ask<{ term: string; n: number }>(
    `SELECT term, MIN(n) AS n FROM payment WHERE kind = 'renewal' AND state = 'paid' AND refunded < amount
     GROUP BY term, JSON_VALUE(data, '$.bill.from') HAVING COUNT(*) > 1 LIMIT ${MOST}`,
  );
  for (const { term, n } of twice)
    faults.push({ of: 'term', id: term, say: (its) => says.faultTwice({ term: its, n }) });
  // A term has gone on past a payment of a number exactly when that is paid.
  const unpaid = await ask<{ id: string }>(
    `SELECT t.id FROM term t JOIN payment p ON p.term = t.id AND p.kind = 'renewal' AND p.state <> 'paid'
     WHERE JSON_VALUE(t.data, '$.n') > p.n AND t.state <> 'ended' LIMIT ${MOST}`,
  );
  for (const { id } of unpaid) faults.push({ of: 'term', id, say: (term) => says.faultTermUnpaid({ term }) });
  const behind = await ask<{ id: string }>(
    `SELECT p.id FROM payment p JOIN term t ON t.id = p.term
     WHERE p.kind = 'renewal' AND p.state = 'paid' AND p.refunded = 0 AND JSON_VALUE(t.data, '$.n') <= p.n
       AND JSON_VALUE(t.data, '$.price.id') = JSON_VALUE(p.data, '$.taking.price.id')
       AND t.state <> 'ended' AND JSON_VALUE(t.data, '$.anchor') <= JSON_VALUE(p.data, '$.bill.from') LIMIT ${MOST}`,
  );
  for (const { id } of behind) faults.push({ of: 'payment', id, say: (payment) => says.faultTerm({ payment }) });
  // What a renewal that is asked for has used of a credit is off the ledger, and off the term once it is paid.
  const [kept] = await ask<{ terms: string | null; asked: string | null }>(
    `SELECT (SELECT SUM(JSON_VALUE(data, '$.credit')) FROM term
        WHERE NOT (state = 'ended' AND COALESCE(JSON_VALUE(data, '$.endedBy'), '') = 'switched')) AS terms,
      (SELECT SUM(JSON_VALUE(data, '$.bill.credit')) FROM payment
        WHERE kind = 'renewal' AND state IN ('taking', 'refused', 'awaited')) AS asked`,
  );
  const ofTerms = Number(kept?.terms ?? 0) - Number(kept?.asked ?? 0);
  if (ofTerms !== -balances.credit)
    faults.push({ say: () => says.faultCredit({ ledger: money(-balances.credit), terms: money(ofTerms) }) });
  const record = house ? await house.record().catch(() => null) : null;
  if (record) faults.push(...(await compared(db, record, money, says)));
  const [all] = await ask<{ charged: string | null; come: string | null; back: string | null }>(
    `SELECT -SUM(CASE WHEN e.what IN ('charge', 'writeOff', 'setOff') AND l.account IN ('income', 'tax') THEN l.amount END) AS charged,
       SUM(CASE WHEN e.what = 'payment' AND l.account IN ('card', 'bank') THEN l.amount END) AS come,
       -SUM(CASE WHEN e.what = 'refund' AND l.account IN ('card', 'bank') THEN l.amount END) AS back
     FROM ledger_line l JOIN ledger_entry e ON e.id = l.entry`,
  );
  return {
    balances,
    charged: Number(all?.charged ?? 0),
    come: Number(all?.come ?? 0),
    back: Number(all?.back ?? 0),
    faults: await inWords(db, faults, setup, says),
    house: await heard(house, record, ask),
  };
}

async function heard(
  house: CardHouse | null,
  record: readonly HousePayment[] | null,
  ask: <R>(sql: string) => Promise<R[]>,
): Promise<Books['house']> {
  if (house) return record ? 'told' : 'silent';
  const byCard = await ask(`SELECT 1 FROM payment WHERE \`by\` = 'card' AND amount > 0 AND state = 'paid' LIMIT 1`);
  return byCard.length ? 'none' : 'told';
}

/** Where the name of each stands. */
const NAMED: Record<Of, string> = {
  payment: `SELECT x.id, m.name, x.amount, COALESCE(x.done_at, x.opened_at) AS at
            FROM payment x JOIN member m ON m.id = x.member`,
  term: 'SELECT x.id, m.name, x.level FROM term x JOIN member m ON m.id = x.member',
  member: 'SELECT x.id, x.name FROM member x',
};
type Named = { id: string; name: string; amount?: number; level?: string; at?: Date };

/** The faults in words, with the people they are about. */
async function inWords(db: DataSource, faults: readonly Fault[], setup: Setup, says: Says): Promise<string[]> {
  const { site } = setup.doc;
  const names = new Map<string, string>();
  for (const of of Object.keys(NAMED) as Of[]) {
    const ids = faults.flatMap((fault) => (fault.of === of && fault.id ? fault.id : []));
    const rows = ids.length ? await rowsFrom<Named>(db, `${NAMED[of]} WHERE x.id IN (?)`, [ids]) : [];
    for (const { id, name, amount, level, at } of rows) {
      const what = [
        level === undefined ? [] : (setup.levels.get(level)?.title ?? level),
        amount === undefined || !at
          ? []
          : says.amountOf({ amount: sayMoney(amount, site.currency, site.locale), day: sayDate(at.getTime(), site) }),
      ].flat();
      names.set(id, [name, ...what].join(', '));
    }
  }
  return faults.map(({ id, say }) => say(names.get(id ?? '') ?? says.nobodyNamed));
}

/** The house's own record beside ours: what it has taken we have booked, and what goes back has gone. */
async function compared(
  db: DataSource,
  record: readonly HousePayment[],
  money: (amount: number) => string,
  says: Says,
): Promise<Fault[]> {
  const faults: Fault[] = [];
  const rows = await rowsFrom<{ id: string; state: string; amount: number; refunded: number }>(
    db,
    `SELECT id, state, amount, refunded FROM payment WHERE \`by\` = 'card' AND amount > 0`,
  );
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
      faults.push({
        of: 'payment',
        id,
        say: (payment) =>
          says.faultHouse({
            payment,
            house: money((at?.amount ?? 0) - (at?.back ?? 0)),
            books: money(ours - (state === 'paid' ? refunded : 0)),
          }),
      });
  }
  for (const [key, { amount, back }] of paid)
    if (amount !== back) faults.push({ say: () => says.faultHouseOnly({ amount: money(amount - back), key }) });
  return faults.slice(0, MOST);
}
