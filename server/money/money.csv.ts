/** Purpose: the payments of a month as a table for a spreadsheet or whoever does the accounts. */
import { rowsFrom } from '../platform/rows';
import { paymentData } from './money.entities';
import papaparse from 'papaparse';
import type { DataSource } from 'typeorm';
import { dayOf, writeAmount, type Instant } from '../../core/kernel';
import { sayRate } from '../../core/kernel';
import { shareOf } from '../../core/money';
import type { Setup } from '../../core/setup';
import { moneySays } from './money.sentences';
import { sayReceipt } from './money.store';
import { monthAsked, monthName } from './months';

/** A month's payments and what went back, as CSV (RFC 4180); a cell that a spreadsheet would reckon with is defused. */
export async function paymentsCsv(
  db: DataSource,
  month: string | undefined,
  now: Instant,
  setup: Setup,
): Promise<{ name: string; csv: string }> {
  const { site } = setup.doc;
  const words = moneySays(site);
  const { from, until } = monthAsked(month, now, site);
  const rows = await rowsFrom<{
    number: number;
    kind: string;
    at: Date;
    amount: number;
    before_it: string;
    level: string;
    by: string;
    reference: string;
    data: string;
    name: string | null;
    mail: string | null;
  }>(
    db,
    `SELECT r.number, r.kind, r.at, r.amount, p.level, p.by, p.reference, p.data, m.name, m.mail,
       (SELECT COALESCE(SUM(b.amount), 0) FROM receipt b
        WHERE b.payment = r.payment AND b.kind = r.kind AND b.number < r.number) AS before_it
     FROM receipt r JOIN payment p ON p.id = r.payment LEFT JOIN member m ON m.id = r.member
     WHERE r.at >= ? AND r.at < ? ORDER BY r.number`,
    [new Date(from), new Date(until)],
  );
  const bare = (amount: number) => writeAmount(Math.abs(amount), site.currency, site.locale);
  const lines = rows.map((row) => {
    const { bill } = paymentData.read(row.data);
    // Of several parts each has what the sum so far has more than the sum before, as in the ledger.
    const taxOf = (sum: number) => shareOf(bill.tax, sum, Math.max(1, bill.worth));
    const tax = taxOf(Number(row.before_it) + row.amount) - taxOf(Number(row.before_it));
    const sign = row.kind === 'refund' ? '-' : '';
    return {
      [words.factReceipt]: sayReceipt(row.number),
      [words.csvDay]: dayOf(new Date(row.at).getTime(), site),
      [words.csvWhat]: row.kind === 'refund' ? words.stateRefunded : words.statePaid,
      [words.csvName]: row.name ?? '',
      [words.csvMail]: row.mail ?? '',
      [words.csvLevel]: setup.levels.get(row.level)?.title ?? row.level,
      [words.csvBy]: row.by === 'card' ? words.factCard : words.csvTransfer,
      [words.factReference]: row.reference,
      [words.csvAmount]: sign + bare(row.amount),
      [words.csvRate]: sayRate(bill.rate, site),
      [words.csvTax]: tax === 0 ? bare(0) : sign + bare(tax),
      [words.csvCurrency]: site.currency,
    };
  });
  const columns = [
    words.factReceipt,
    words.csvDay,
    words.csvWhat,
    words.csvName,
    words.csvMail,
    words.csvLevel,
    words.csvBy,
    words.factReference,
    words.csvAmount,
    words.csvRate,
    words.csvTax,
    words.csvCurrency,
  ];
  // A minus before a number is no formula.
  const csv = papaparse.unparse(lines, { columns, escapeFormulae: /^(?!-\d)[=+\-@\t\r]/ });
  return { name: `payments-${monthName(from, site)}.csv`, csv: `\uFEFF${csv}\r\n` };
}
