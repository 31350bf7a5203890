/** Purpose: what a choice comes to, today and after: reckoned by the core, and in the words of whoever chooses. */
import type { QuoteView } from '../../contract';
import {
  MOST_MINOR,
  readAmount,
  sayDate,
  sayMoney,
  writeAmount,
  type Instant,
  type MemberId,
  type TermId,
} from '../../core/kernel';
import { dueAt, isRepeated, type LevelItem, type Price } from '../../core/levels';
import {
  becomes,
  beginTerm,
  billOf,
  firstToPay,
  leftOf,
  monthly,
  nextBill,
  sayCode,
  shareOf,
  takeCode,
  type Bill,
  type MoneyLetter,
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
import { letterIsOn } from './money.words';
import { receiptLineOf, sayTaxWithin } from './receipts';

export type Typed = { readonly amount: string; readonly code: string };
/** What a choice begins from: the term that it changes, or else what ended terms have left over. */
export type Behind = { readonly before: Term | null; readonly over: number };
export type Chosen = { readonly level: LevelItem; readonly price: Price };

/**
 * `how`: a payment today; the term that stands becomes this one at its end; or only the amount of it changes, from its next
 * payment on. `kept`: what is left of a credit after the bill, and taken off what comes. `coming`: the term whose payments
 * come after the bill, as it would be.
 */
export type Quote = {
  readonly how: 'now' | 'atEnd' | 'amount';
  readonly taking: Taking;
  readonly code: TakenCode | null;
  readonly bill: Bill;
  readonly setOff: PaymentData['setOff'];
  readonly days: number;
  readonly kept: number;
  readonly coming: Term;
  readonly faults: QuoteView['faults'];
};

const clamp = (amount: number, price: Extract<Price, { kind: 'own' }>): number =>
  Math.min(Math.max(amount, price.least), mostOf(price));
const mostOf = ({ most }: Extract<Price, { kind: 'own' }>): number => most ?? MOST_MINOR;

/** A price as it is for whoever holds that level already: a trial and a fee to join are for those who come. */
export function priceFor(level: string, price: Price, before: Term | null): Price {
  if (before?.level !== level) return price;
  if (isRepeated(price)) {
    const { trial: _trial, fee: _fee, ...rest } = price;
    return rest;
  }
  if (price.kind !== 'once') return price;
  const { fee: _fee, ...rest } = price;
  return rest;
}

/** Whether a choice is no more than another amount of what its member pays already. */
const isAmountAlone = (level: string, price: Price, before: Term | null): boolean =>
  before !== null &&
  price.kind === 'own' &&
  before.level === level &&
  before.price.id === price.id &&
  before.renews &&
  !before.next &&
  !before.owing;

/** The amount somebody begins with who chooses one: what they pay already, else what is suggested to all. */
export const beginsWith = (level: string, price: Extract<Price, { kind: 'own' }>, before: Term | null): number =>
  (before && isAmountAlone(level, price, before) ? before.chosen : null) ?? price.suggested;

/**
 * Reckons a choice. What is typed wrongly is a fault, and is reckoned by what comes nearest.
 * @param meant the code that is typed, and how often it was used
 */
export function quoteFor(
  { level, price: offered }: Chosen,
  typed: Typed,
  { before, over }: Behind,
  meant: { readonly code: CodeItem | undefined; readonly used: Used },
  now: Instant,
  setup: Setup,
): Quote {
  const { site, money } = setup.doc;
  const says = coreSays(site);
  const faults: QuoteView['faults'] = [];
  const price = priceFor(level.id, offered, before);
  let chosen: number | null = null;
  if (price.kind === 'own') {
    const say = (amount: number) => sayMoney(amount, site.currency, site.locale);
    const begins = beginsWith(level.id, price, before);
    const read = typed.amount.trim() === '' ? begins : readAmount(typed.amount, site.currency, site.locale);
    if (read === null)
      faults.push({
        at: 'amount',
        says: says.noAmount({ example: writeAmount(price.suggested, site.currency, site.locale) }),
      });
    else if (read < price.least) faults.push({ at: 'amount', says: says.tooLittle({ amount: say(price.least) }) });
    else if (read > mostOf(price)) faults.push({ at: 'amount', says: says.tooMuch({ amount: say(mostOf(price)) }) });
    chosen = clamp(read ?? begins, price);
  }
  const taken = typed.code.trim() === '' ? null : takeCode(typed.code, meant.code, level, meant.used, now, site);
  if (taken && !taken.ok) faults.push({ at: 'code', says: taken.refusal });
  const code = taken?.ok ? taken.value : null;
  const taking: Taking = { level: level.id, price, chosen };
  const rules = termRules(level.id, setup);
  if (before && isAmountAlone(level.id, price, before)) {
    // Who has typed nothing yet is told nothing.
    if (chosen === before.chosen && typed.amount.trim() !== '') faults.push({ at: 'amount', says: says.sameAmount });
    if (code) faults.push({ at: 'code', says: says.codeForNew });
    const coming: Term = { ...before, chosen, told: null };
    const bill = nextBill(coming, rules)!;
    return { how: 'amount', taking, code: null, bill, setOff: null, days: 0, kept: 0, coming, faults };
  }
  // Who owes has no days left to wait for: what comes instead begins at once.
  const later =
    before !== null &&
    before.until !== null &&
    !before.owing &&
    (price.kind === 'free' || (isRepeated(price) && monthly(price, chosen) < monthly(before.price, before.chosen)));
  if (later) {
    const coming = becomes(before, { ...taking, code }, before.id, before.until!, site.zone);
    const bill = nextBill(coming, rules)!;
    return { how: 'atEnd', taking, code, bill, setOff: null, days: 0, kept: 0, coming, faults };
  }
  const left = before ? leftOf(before, now, site.zone) : { left: 0, tax: 0, days: 0, credit: over };
  const due = dueAt(price, now, 0, site.zone, chosen)!;
  const bill = billOf(due, 0, { code, credit: left.credit, tax: money.tax ?? null, rate: rules.rate });
  const rate = before ? (setup.levels.get(before.level)?.tax ?? money.tax?.rate ?? 0) : 0;
  // Of terms from before the tax was kept with the span, by the rate of today.
  const within = left.tax ?? (money.tax ? shareOf(left.left, rate, 10_000 + rate) : 0);
  const kept = left.credit - bill.credit;
  const about = { id: '' as TermId, member: '' as MemberId, by: 'card', code, credit: kept, paid: 0, tax: 0 } as const;
  return {
    how: 'now',
    taking,
    code,
    bill,
    setOff: before ? { left: left.left, tax: within, of: before.span.from, from: before.id } : null,
    days: left.left > 0 ? left.days : 0,
    kept,
    coming: beginTerm({ ...taking, ...about }, now, site.zone),
    faults,
  };
}

/** The same in words. */
export function quoteView(quote: Quote, before: Term | null, now: Instant, setup: Setup): QuoteView {
  const { site } = setup.doc;
  const words = moneySays(site);
  const money = (amount: number) => sayMoney(amount, site.currency, site.locale);
  const { bill, taking, code, how, coming } = quote;
  const about = { level: taking.level, data: { taking, code, bill, tries: [], setOff: quote.setOff } };
  const title = setup.levels.get(taking.level)?.title ?? taking.level;
  const was = before ? (setup.levels.get(before.level)?.title ?? before.level) : '';
  const lines =
    how === 'now'
      ? bill.parts.map((part) => {
          const { label, note, amount } = receiptLineOf(part, about, setup);
          const left =
            quote.days > 0
              ? words.setOff({ count: quote.days, level: was, amount: money(bill.credit + quote.kept) })
              : words.leftOver;
          const off = part.of === 'discount' && code ? sayCode(code, site) : part.of === 'credit' ? left : note;
          return { label, note: off, amount: money(amount) };
        })
      : [];
  const after: QuoteView['after'] = [];
  if (quote.kept > 0)
    after.push({ title: words.keptForYou({ amount: money(quote.kept) }), says: words.keptForYouSays });
  const rules = termRules(taking.level, setup);
  const next = firstToPay(coming, rules);
  const date = (at: Instant) => sayDate(at, site);
  const payment = next && words.nextPayment({ amount: money(next.total), date: date(next.from) });
  // What is written beforehand is promised where there is such a letter.
  const told = (letter: MoneyLetter, says: string) => (letterIsOn(letter, setup) ? [says] : []);
  const byCard = [words.nextByCard, ...told('renews', words.weRemind)].join(' ');
  const byTransfer = [words.nextByTransfer, ...told('asked', words.weAsk)].join(' ');
  if (how === 'atEnd')
    after.push({
      title: words.changesTo({ level: title, date: date(bill.from) }),
      says: payment ?? words.noneAfter,
    });
  else if (payment) after.push({ title: payment, says: byCard, byTransfer });
  else
    after.push({
      title: words.noneAfter,
      says: bill.until === null ? words.noneAfterGood : words.noneAfterSays({ date: date(bill.until) }),
    });
  if (bill.total > 0 && how === 'now')
    after.push({ title: words.ifRefused, says: words.ifRefusedSays, byTransfer: null });
  return {
    lines,
    total: money(how === 'now' ? bill.total : 0),
    tax: how === 'now' ? sayTaxWithin(bill, bill.total, setup) : null,
    nothing: how !== 'now' || bill.total === 0,
    after,
    code: code ? sayCode(code, site) : null,
    faults: quote.faults,
  };
}
