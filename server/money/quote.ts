/** Purpose: what a choice comes to, today and after: reckoned by the core, and in the words of whoever chooses. */
import type { QuoteView } from '../../contract';
import { readAmount, sayDate, sayMoney, writeAmount, type Instant } from '../../core/kernel';
import { dueAt, isRepeated, type LevelItem, type Price } from '../../core/levels';
import {
  billOf,
  leftOf,
  monthly,
  sayCode,
  shareOf,
  takeCode,
  type Bill,
  type Taking,
  type TakenCode,
  type Term,
  type Used,
} from '../../core/money';
import { moneySays as coreSays } from '../../core/money/money.sentences';
import type { CodeItem } from '../../core/money';
import { termRules, type Setup } from '../../core/setup';
import type { PaymentData } from './money.entities';
import { moneySays } from './money.sentences';
import { lineOf, sayTaxWithin } from './receipts';

export type Typed = { readonly amount: string; readonly code: string };
/** What a choice begins from: the term that it changes, or else what ended terms have left over. */
export type Behind = { readonly before: Term | null; readonly over: number };
export type Chosen = { readonly level: LevelItem; readonly price: Price };

/** `before`: the term that is changed; `later`: it becomes this one at its end, and nothing is paid today. */
export type Quote = {
  readonly taking: Taking;
  readonly code: TakenCode | null;
  readonly bill: Bill;
  readonly setOff: PaymentData['setOff'];
  readonly later: boolean;
  readonly days: number;
  readonly faults: QuoteView['faults'];
};

const clamp = (amount: number, price: Extract<Price, { kind: 'own' }>): number =>
  Math.min(Math.max(amount, price.least), price.most ?? Infinity);

/**
 * Reckons a choice. What is typed wrongly is a fault, and is reckoned by what comes nearest.
 * @param meant the code that is typed, and how often it was used
 */
export function quoteFor(
  { level, price }: Chosen,
  typed: Typed,
  { before, over }: Behind,
  meant: { readonly code: CodeItem | undefined; readonly used: Used },
  now: Instant,
  setup: Setup,
): Quote {
  const { site, money } = setup.doc;
  const says = coreSays(site);
  const faults: QuoteView['faults'] = [];
  let chosen: number | null = null;
  if (price.kind === 'own') {
    const say = (amount: number) => sayMoney(amount, site.currency, site.locale);
    const read = typed.amount.trim() === '' ? price.suggested : readAmount(typed.amount, site.currency, site.locale);
    if (read === null)
      faults.push({
        at: 'amount',
        says: says.noAmount({ example: writeAmount(price.suggested, site.currency, site.locale) }),
      });
    else if (read < price.least) faults.push({ at: 'amount', says: says.tooLittle({ amount: say(price.least) }) });
    else if (price.most !== undefined && read > price.most)
      faults.push({ at: 'amount', says: says.tooMuch({ amount: say(price.most) }) });
    chosen = clamp(read ?? price.suggested, price);
  }
  const taken = typed.code.trim() === '' ? null : takeCode(typed.code, meant.code, level, meant.used, now, site);
  if (taken && !taken.ok) faults.push({ at: 'code', says: taken.refusal });
  const code = taken?.ok ? taken.value : null;
  const taking: Taking = { level: level.id, price, chosen };
  const later =
    before !== null &&
    before.until !== null &&
    (price.kind === 'free' || (isRepeated(price) && monthly(price, chosen) < monthly(before.price, before.chosen)));
  const left = before && !later ? leftOf(before, now, site.zone) : { left: 0, days: 0, credit: over };
  const at = later ? before.until! : now;
  const due = dueAt(price, at, 0, site.zone, chosen)!;
  const rules = termRules(level.id, setup);
  const bill = billOf(due, 0, { code, credit: left.credit, tax: money.tax ?? null, rate: rules.rate });
  const rate = before ? (setup.levels.get(before.level)?.tax ?? money.tax?.rate ?? 0) : 0;
  const within = money.tax ? shareOf(left.left, rate, 10_000 + rate) : 0;
  return {
    taking,
    code,
    bill,
    setOff: before && !later ? { left: left.left, tax: within, of: before.span.from } : null,
    later,
    days: left.days,
    faults,
  };
}

/** The same in words. */
export function quoteView(quote: Quote, before: Term | null, now: Instant, setup: Setup): QuoteView {
  const { site } = setup.doc;
  const words = moneySays(site);
  const money = (amount: number) => sayMoney(amount, site.currency, site.locale);
  const { bill, taking, code, later } = quote;
  const about = { level: taking.level, data: { taking, code, bill, tries: [], setOff: quote.setOff } };
  const title = setup.levels.get(taking.level)?.title ?? taking.level;
  const was = before ? (setup.levels.get(before.level)?.title ?? before.level) : '';
  const lines = later
    ? []
    : bill.parts.map((part) => {
        const { label, note, amount } = lineOf(part, about, setup);
        const left = quote.days > 0 ? words.setOff({ count: quote.days, level: was }) : words.leftOver;
        const off = part.of === 'discount' && code ? sayCode(code, site) : part.of === 'credit' ? left : note;
        return { label, note: off, amount: money(amount) };
      });
  const next = dueAt(taking.price, bill.from, 1, site.zone, taking.chosen);
  const nextBill =
    next &&
    billOf(next, 1, { code, credit: 0, tax: setup.doc.money.tax ?? null, rate: termRules(taking.level, setup).rate });
  const after: QuoteView['after'] = [];
  if (later)
    after.push({
      title: words.changesTo({ level: title, date: sayDate(bill.from, site) }),
      says:
        bill.total > 0
          ? words.nextPayment({ amount: money(bill.total), date: sayDate(bill.from, site) })
          : words.noneAfter,
    });
  else if (nextBill)
    after.push({
      title: words.nextPayment({ amount: money(nextBill.total), date: sayDate(nextBill.from, site) }),
      says: words.nextByCard,
    });
  else
    after.push({
      title: words.noneAfter,
      says: bill.until === null ? words.noneAfterGood : words.noneAfterSays({ date: sayDate(bill.until, site) }),
    });
  if (bill.total > 0 && !later) after.push({ title: words.ifRefused, says: words.ifRefusedSays });
  return {
    lines,
    total: money(later ? 0 : bill.total),
    tax: later ? null : sayTaxWithin(bill, bill.total, setup),
    nothing: later || bill.total === 0,
    after,
    code: code ? sayCode(code, site) : null,
    faults: quote.faults,
  };
}
