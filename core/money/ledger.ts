/**
 * Purpose: double entry: what each happening with money writes into the ledger.
 * Invariant: append-only; the lines of an entry sum to nothing, in minor units. Debit is above nothing, credit below.
 */
import type { LevelId } from '../kernel';
import { shareOf, type Bill } from './bill';

/** `owed`: by members. `card`, `bank`: where money lies. `credit`: kept for members from a switch. */
export const accounts = ['owed', 'card', 'bank', 'credit', 'income', 'tax'] as const;
export type Account = (typeof accounts)[number];
export type LedgerLine = { readonly account: Account; readonly level: LevelId | null; readonly amount: number };

export const entryKinds = ['charge', 'payment', 'refund', 'writeOff', 'setOff'] as const;
export type EntryKind = (typeof entryKinds)[number];
export type Entry = { readonly what: EntryKind; readonly lines: readonly LedgerLine[] };

const entry = (what: EntryKind, ...lines: [Account, LevelId | null, number][]): Entry => ({
  what,
  // Minus nothing is nothing.
  lines: lines.filter(([, , amount]) => amount !== 0).map(([account, level, amount]) => ({ account, level, amount })),
});

type Worth = Pick<Bill, 'worth' | 'tax' | 'credit' | 'total'>;

/** Something is asked for: what it is worth is earned, a credit is used up, the rest is owed. */
export const charged = (level: LevelId, { worth, tax, credit, total }: Worth): Entry =>
  entry(
    'charge',
    ['owed', level, total],
    ['credit', level, credit],
    ['income', level, tax - worth],
    ['tax', level, -tax],
  );

export const received = (level: LevelId, amount: number, by: 'card' | 'bank'): Entry =>
  entry('payment', [by, level, amount], ['owed', level, -amount]);

/**
 * What is owed and will not come: as if it had not been asked for; a credit that was used for it is kept again. Where part
 * was paid, that part stays, and so does the credit beside it: what is missing goes, with its share of the tax.
 */
export function writtenOff(level: LevelId, bill: Worth, paid: number): Entry {
  const rest = bill.total - paid;
  const credit = paid === 0 ? bill.credit : 0;
  const stays = bill.worth - rest - credit;
  const tax = bill.tax - shareOf(bill.tax, stays, Math.max(1, bill.worth));
  return entry(
    'writeOff',
    ['owed', level, -rest],
    ['credit', level, -credit],
    ['income', level, rest + credit - tax],
    ['tax', level, tax],
  );
}

/**
 * Money that goes back. The tax of several part refunds sums to the whole tax.
 * @param before what went back of this payment before
 */
export function refunded(level: LevelId, bill: Worth, before: number, amount: number, by: 'card' | 'bank'): Entry {
  const all = Math.max(1, bill.worth);
  const tax = shareOf(bill.tax, before + amount, all) - shareOf(bill.tax, before, all);
  return entry('refund', ['income', level, amount - tax], ['tax', level, tax], [by, level, -amount]);
}

/** What is left of a term goes into another: earned before, owed to the member now. @param tax the tax within */
export const setOff = (level: LevelId, left: number, tax: number): Entry =>
  entry('setOff', ['income', level, left - tax], ['tax', level, tax], ['credit', level, -left]);

/**
 * What a charge had used of a credit is kept again, where what was paid beside it goes back for nothing was given for it:
 * with the refund nothing is left of the charge.
 */
export function creditKept(level: LevelId, bill: Worth): Entry {
  const tax = bill.tax - shareOf(bill.tax, bill.total, Math.max(1, bill.worth));
  return entry('writeOff', ['credit', level, -bill.credit], ['income', level, bill.credit - tax], ['tax', level, tax]);
}

/** What each account holds. */
export function balancesOf(lines: Iterable<Pick<LedgerLine, 'account' | 'amount'>>): Record<Account, number> {
  const sums = Object.fromEntries(accounts.map((account) => [account, 0])) as Record<Account, number>;
  for (const { account, amount } of lines) sums[account] += amount;
  return sums;
}
