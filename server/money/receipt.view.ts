/** Purpose: a receipt as it is read, from the row in which it was issued. */
import type { ReceiptView } from '../../contract';
import { sayDate, sayMoney } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { ReceiptRow } from './money.entities';
import { moneySays } from './money.sentences';
import { sayReceipt } from './money.store';

/** A receipt in the words of the site, as it was issued. */
export function receiptView(row: ReceiptRow, of: number | null, setup: Setup): ReceiptView {
  const { currency, locale, zone, from } = row.data;
  const site = { ...setup.doc.site, locale, zone };
  const words = moneySays(site);
  const say = (amount: number) => sayMoney(amount, currency, locale);
  const number = sayReceipt(row.number);
  return {
    number,
    title: row.kind === 'refund' ? words.refundReceipt({ number }) : words.receipt({ number }),
    from,
    to: [...row.data.to],
    date: sayDate(row.at, site),
    lines: row.data.lines.map(({ label, note, amount }) => ({ label, note, amount: say(amount) })),
    total: say(row.kind === 'refund' ? -row.amount : row.amount),
    notes: [...row.data.notes, ...(of === null ? [] : [words.ofReceipt({ number: sayReceipt(of) })])],
  };
}
