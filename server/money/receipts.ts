/** Purpose: what stands on a receipt, written once when it is issued and never changed. */
import type { Facts } from '../../core/facts';
import { sayDate, type Minor } from '../../core/kernel';
import { sayBeside, sayPrice } from '../../core/levels';
import { moneySays as says } from '../../core/money/money.sentences';
import { sayRate } from '../../core/kernel';
import { shareOf, type Bill, type BillPart, type Taking } from '../../core/money';
import { sayMoney } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { ReceiptData } from './money.entities';
import { moneySays } from './money.sentences';
import type { Payment } from './money.store';

const addressee = (facts: Facts | null): string[] => [facts?.name ?? '', facts?.mail ?? ''].filter(Boolean);

const issuer = ({ doc: { site } }: Setup) => ({
  from: site.name,
  currency: site.currency,
  locale: site.locale,
  zone: site.zone,
});

/** A price as it was taken: of an amount to choose, what was chosen. */
const sayTaken = ({ price, chosen }: Taking, site: Setup['doc']['site']): string =>
  price.kind === 'own' && chosen !== null
    ? sayPrice({ id: price.id, kind: 'every', amount: chosen as Minor, each: price.each }, site)
    : sayPrice(price, site);

/** A part of a bill in words. */
export function receiptLineOf(part: BillPart, { level, data }: Pick<Payment, 'level' | 'data'>, setup: Setup) {
  const { site, money } = setup.doc;
  const words = says(site);
  const own = moneySays(site);
  const title = setup.levels.get(level)?.title ?? level;
  const { bill, code, taking } = data;
  const span =
    bill.until === null ? own.forGood : own.dates({ from: sayDate(bill.from, site), until: sayDate(bill.until, site) });
  switch (part.of) {
    case 'fee':
      return { label: words.fee, note: sayBeside(taking.price, site), amount: part.amount };
    case 'trial':
      return { label: words.trial({ level: title }), note: span, amount: part.amount };
    case 'term':
      return {
        label: words.term({ level: title }),
        note: `${sayTaken(taking, site)}, ${span}`,
        amount: part.amount,
      };
    case 'discount':
      return { label: words.discount({ code: code?.word ?? '' }), note: '', amount: part.amount };
    case 'credit':
      return { label: words.credit, note: '', amount: part.amount };
    case 'tax':
      return {
        label: words.taxAdded({ tax: money.tax?.name ?? '', rate: sayRate(bill.rate, site) }),
        note: '',
        amount: part.amount,
      };
  }
}

/** How much of an amount is tax, in words; null where there is none. */
export function sayTaxWithin({ tax, rate, worth }: Bill, amount: number, setup: Setup): string | null {
  const { site, money } = setup.doc;
  const within = shareOf(tax, amount, Math.max(1, worth));
  if (within === 0 || !money.tax) return null;
  return moneySays(site).taxWithin({
    amount: sayMoney(within, site.currency, site.locale),
    tax: money.tax.name,
    rate: sayRate(rate, site),
  });
}

function taxNotes({ data }: Receipted, amount: number, setup: Setup): string[] {
  const { site, money } = setup.doc;
  const within = sayTaxWithin(data.bill, amount, setup);
  if (within === null || !money.tax) return [];
  const { name: tax, number } = money.tax;
  return [within, ...(number ? [moneySays(site).taxNumber({ tax, number })] : [])];
}

/** What a receipt needs to know of its payment. */
type Receipted = Pick<Payment, 'level' | 'by' | 'amount' | 'card' | 'reference' | 'data'>;

export function receiptOf(payment: Receipted, amount: number, facts: Facts | null, setup: Setup): ReceiptData {
  const own = moneySays(setup.doc.site);
  const whole = amount === payment.amount;
  const lines = payment.data.bill.parts.map((part) => receiptLineOf(part, payment, setup));
  return {
    ...issuer(setup),
    to: addressee(facts),
    lines: whole ? lines : [...lines.slice(0, 1).map((line) => ({ ...line, amount }))],
    notes: [
      payment.by === 'card' ? own.byCard({ card: payment.card }) : own.byTransfer({ reference: payment.reference }),
      ...taxNotes(payment, amount, setup),
    ],
  };
}

export function refundReceiptOf(
  payment: Receipted,
  amount: number,
  reason: string,
  facts: Facts | null,
  setup: Setup,
): ReceiptData {
  const { site } = setup.doc;
  const own = moneySays(site);
  const title = setup.levels.get(payment.level)?.title ?? payment.level;
  return {
    ...issuer(setup),
    to: addressee(facts),
    lines: [{ label: title, note: '', amount: -amount }],
    notes: [
      payment.by === 'card' ? own.backToCard({ card: payment.card }) : own.backByTransfer,
      ...(reason ? [own.because({ reason })] : []),
      ...taxNotes(payment, amount, setup),
    ],
  };
}
