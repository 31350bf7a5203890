/** Purpose: the whole story of one payment, as who keeps the books reads it: what was asked, tried, came and went back. */
import { rowsFrom } from '../platform/rows';
import type { DataSource } from 'typeorm';
import { sayDate, sayMoney, sayNearDate, sayTime, writeAmount, type Instant, type PaymentId } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { ReceiptRow, TermRow } from './money.entities';
import { moneySays } from './money.sentences';
import { paymentById, refundable, sayReceipt, type Payment } from './money.store';
import { sayReason } from './money.words';
import { receiptLineOf } from './receipts';

/** One payment's whole story; null where there is no such payment. */
export async function storyOf(db: DataSource, id: PaymentId, now: Instant, setup: Setup) {
  const payment = await paymentById(db.manager, id);
  if (!payment) return null;
  const { site } = setup.doc;
  const words = moneySays(site);
  const say = (amount: number) => sayMoney(amount, site.currency, site.locale);
  const moment = (at: Instant) => `${sayNearDate(at, now, site)}, ${sayTime(at, site)}`;
  const [person] = await rowsFrom<{
    name: string;
  }>(db, 'SELECT name FROM member WHERE id = ?', [payment.member]);
  const term = payment.term ? ((await db.getRepository(TermRow).findOneBy({ id: payment.term }))?.data ?? null) : null;
  const receipts = await db.getRepository(ReceiptRow).find({ where: { payment: id }, order: { number: 'ASC' } });
  const level = setup.levels.get(payment.level)?.title ?? payment.level;
  const { bill, tries } = payment.data;
  const until = term ? (term.endedAt ?? term.until) : null;
  const span =
    bill.until === null
      ? words.forGood
      : words.dates({ from: sayDate(bill.from, site), until: sayDate(bill.until, site) });
  const fact = (label: string, value: string) => (value ? [{ label, value }] : []);
  const entries = await rowsFrom<{ what: string; at: Date }>(
    db,
    `SELECT e.what, e.at FROM ledger_entry e WHERE e.payment = ? AND e.what IN ('writeOff') ORDER BY e.id`,
    [id],
  );
  const story = [
    { at: payment.openedAt, title: words.storyAsked({ amount: say(payment.amount) }), note: '', done: true },
    ...tries.map((one, n) => ({
      at: one.at,
      title:
        one.by === 'transfer' && one.result === 'paid'
          ? words.storyPart({ amount: say(one.amount) })
          : words.storyTry({
              n: n + 1,
              result: one.result === 'paid' ? words.storyTryPaid({ amount: say(one.amount) }) : words.storyTryRefused,
            }),
      note: one.result === 'refused' ? sayReason(one.reason, site) : '',
      done: true,
    })),
    ...receipts.map(({ at, number, kind, amount, data }) => ({
      at,
      title:
        kind === 'payment'
          ? words.storyReceipt({ number: sayReceipt(number) })
          : words.givenBack({ amount: say(amount) }),
      note:
        kind === 'refund'
          ? `${words.refundReceipt({ number: sayReceipt(number) })}. ${data.notes.slice(1).join(' ')}`
          : '',
      done: true,
    })),
    ...entries.map(({ at }) => ({ at: new Date(at).getTime(), title: words.storyWrittenOff, note: '', done: true })),
    ...(term?.owing && term.owing.nextTry && payment.state === 'refused'
      ? [{ at: term.owing.nextTry, title: words.storyNextTry, note: '', done: false }]
      : []),
    ...(term?.owing && payment.state !== 'paid' && payment.state !== 'dropped'
      ? [{ at: term.owing.graceUntil, title: words.storyLapses, note: '', done: false }]
      : []),
  ].sort((a, b) => Number(b.done) - Number(a.done) || a.at - b.at);
  const left = await refundable(db.manager, payment);
  return {
    id,
    title: words.heading({ amount: say(payment.amount), state: stateOf(payment, setup) }),
    member: payment.member,
    name: person?.name ?? '',
    stands: words.standsAs({
      level,
      until: until === null ? words.forGood : words.untilDay({ date: sayDate(until, site) }),
    }),
    facts: [
      ...fact(words.factFor, `${level}, ${span}`),
      ...fact(words.factCard, payment.card ? words.cardEnds({ card: payment.card }) : ''),
      ...fact(words.factReference, payment.by === 'transfer' ? payment.reference : ''),
      ...fact(words.factReceived, payment.received && payment.received < payment.amount ? say(payment.received) : ''),
      ...fact(words.factBack, payment.refunded ? say(payment.refunded) : ''),
    ],
    lines: bill.parts.map((part) => {
      const { label, note, amount } = receiptLineOf(part, payment, setup);
      return { label, note, amount: say(amount) };
    }),
    story: story.map(({ at, ...rest }) => ({ at: moment(at), ...rest })),
    receipts: receipts.map(({ number }) => ({
      number: sayReceipt(number),
      href: `/receipts/${sayReceipt(number)}.pdf`,
    })),
    back: left > 0 ? writeAmount(left, site.currency, site.locale) : null,
    awaited:
      payment.state === 'awaited' ? writeAmount(payment.amount - payment.received, site.currency, site.locale) : null,
    currency: site.currency,
    canEnd: term !== null && term.state !== 'ended',
  };
}

function stateOf(payment: Payment, setup: Setup): string {
  const words = moneySays(setup.doc.site);
  const said: Record<Payment['state'], string> = {
    paid: payment.refunded ? words.stateRefunded : words.statePaid,
    awaited: words.stateAwaited,
    dropped: words.stateDropped,
    refused: words.stateRefused,
    taking: words.stateTaking,
    open: words.stateDue,
  };
  return said[payment.state].toLocaleLowerCase(setup.doc.site.locale);
}
