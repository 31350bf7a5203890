/**
 * Purpose: a term, the span for which somebody holds a level at a price, and the one function through which it changes.
 * Invariant: pure; the same term, event and instant give the same step. Every event is decided in every state. Each
 * payment is reckoned from the anchor. A renewal is asked for once: `n` is the number of the payment that comes next, and
 * only that payment moves it on. While a renewal is unpaid the level is held until grace ends, and no longer.
 */
import { z } from 'zod';
import { LevelId, MemberId, TermId, ok, refuse, type Instant, type Result, type Span } from '../kernel';
import { addSpan, startOfDay } from '../kernel/calendar';
import { Price, dueAt, isRepeated, type Due } from '../levels';
import { billOf, lasting, shareOf, splitByDays, type Bill } from './bill';
import { TakenCode } from './codes';
import type { MoneyItem, MoneyLetter } from './settings';

export const TermState = z.enum(['running', 'owing', 'paused', 'ended']);
export type TermState = z.infer<typeof TermState>;

/** What is taken of whom: a level at one of its prices, as it was when it was agreed. */
export const Taking = z.object({ level: LevelId, price: Price, chosen: z.number().nullable() });
export type Taking = z.infer<typeof Taking>;

/** What a term becomes at its end, and the code that is taken for it. */
export const Becoming = Taking.extend({ code: TakenCode.nullable().optional() });
export type Becoming = z.infer<typeof Becoming>;

export const PayBy = z.enum(['card', 'transfer', 'gift']);
export type PayBy = z.infer<typeof PayBy>;

export const Term = Taking.extend({
  id: TermId,
  member: MemberId,
  by: PayBy,
  code: TakenCode.nullable(),
  /** From when the payments are reckoned, and the number of the one that comes next. */
  anchor: z.number(),
  n: z.number(),
  from: z.number(),
  /** Until when it is paid; null for good. */
  until: z.number().nullable(),
  state: TermState,
  renews: z.boolean(),
  /**
   * The present span and what its days were worth, by money or by credit: what a switch sets off. `tax`: the tax within,
   * as it was charged; not known of terms from before it was kept.
   */
  span: z.object({ from: z.number(), paid: z.number(), tax: z.number().optional() }),
  /** Money left from before, taken off what is due next. */
  credit: z.number(),
  /** A renewal that is not paid yet. `nextTry` null: nothing is tried any more, grace runs. */
  owing: z
    .object({
      since: z.number(),
      graceUntil: z.number(),
      tries: z.number(),
      nextTry: z.number().nullable(),
    })
    .nullable(),
  pause: z.object({ since: z.number(), until: z.number(), days: z.number() }).nullable(),
  /** What it becomes at the end of the present span. */
  next: Becoming.nullable(),
  /** The number of the payment that has been told of beforehand. */
  told: z.number().nullable(),
  endedAt: z.number().nullable(),
  /** Why it ended. */
  endedBy: z.enum(['unpaid', 'over', 'cancelled', 'switched', 'refunded']).nullable(),
});
export type Term = z.infer<typeof Term>;

export type TermEvent =
  | { readonly it: 'timePassed' }
  /** The payment of number `n` has come, as it was asked for: settings may have changed since. */
  | { readonly it: 'paid'; readonly n: number; readonly bill: Bill }
  /** It was refused; `final` where trying again is of no use. */
  | { readonly it: 'refused'; readonly n: number; readonly final: boolean }
  | { readonly it: 'cancelled'; readonly when: 'now' | 'atEnd' }
  | { readonly it: 'resumed' }
  | { readonly it: 'paused'; readonly until: Instant }
  | { readonly it: 'unpaused' }
  /** At the end of the span it becomes something else; null takes that back. */
  | { readonly it: 'changesAtEnd'; readonly to: Becoming | null }
  /** Another amount of one's own, from the next payment on. */
  | { readonly it: 'amountChosen'; readonly amount: number }
  /** What is left of it has gone into another term. */
  | { readonly it: 'switched' }
  /** Another card: what is owed by card is tried at once. */
  | { readonly it: 'cardChanged' }
  /** Money went back; `ofSpan` where it had paid for the present span, which is then worth less to a switch. */
  | { readonly it: 'refunded'; readonly amount: number; readonly ofSpan: boolean; readonly ends: boolean };

/** What the shell must do, as data, in order. */
export type TermEffect =
  /** The level is held so: until `until` for doors (null for good), paid until `paidUntil`. */
  | { readonly do: 'hold'; readonly from: Instant; readonly until: Instant | null; readonly paidUntil: Instant | null }
  /** Asks for the payment of number `n`, and charges the card where it is paid by card. */
  | { readonly do: 'charge'; readonly n: number; readonly bill: Bill }
  /** Tries the card again for what is asked already. */
  | { readonly do: 'retry' }
  /** What is asked for and not paid is not asked for any more. */
  | { readonly do: 'writeOff' }
  | { readonly do: 'send'; readonly letter: MoneyLetter; readonly at?: Instant }
  /** The standing is looked at anew: somebody without any level left has lapsed. */
  | { readonly do: 'standing'; readonly to: 'admitted' | 'lapsed' | 'paused' }
  /** Another term begins where this one ends. */
  | { readonly do: 'begin'; readonly becoming: Becoming; readonly credit: number }
  | { readonly do: 'timer'; readonly at: Instant | null };

export type TermRefusal =
  | { readonly code: 'term-ended' }
  | { readonly code: 'term-paused' }
  | { readonly code: 'not-paused' }
  | { readonly code: 'never-ends' }
  | { readonly code: 'owes-first' }
  | { readonly code: 'no-own-amount' }
  | { readonly code: 'not-that-payment' };

export type TermStep = { readonly term: Term; readonly effects: readonly TermEffect[] };

/** What a term is reckoned by. `rate`: the level's own rate of tax; `prices`: what the level costs by now. */
export type TermRules = {
  readonly zone: string;
  readonly money: MoneyItem;
  readonly rate: number | null;
  readonly prices: readonly Price[];
};

/** The payment that comes next; null where nothing more is asked for. */
export const nextDue = (term: Term, zone: string): Due | null =>
  dueAt(term.price, term.anchor, term.n, zone, term.chosen);

/**
 * A term at what its price has become, where that is for everybody by the day of the payment that comes next. Only the
 * amount changes: when it is paid, how often and what a code takes off stay as agreed, and an amount of one's own is no
 * more than raised to the least. What has been told beforehand stays as it was told.
 */
export function asPriced(term: Term, { zone, prices }: Pick<TermRules, 'zone' | 'prices'>): Term {
  const { price, chosen } = term;
  const now = prices.find(({ id }) => id === price.id);
  if (!now || !isRepeated(now) || !now.forAll || !isRepeated(price) || term.told === term.n) return term;
  const due = nextDue(term, zone);
  if (!due || due.at < startOfDay(now.forAll, zone)! || !sameSpan(now.each, price.each)) return term;
  if (now.kind === 'every' && price.kind === 'every') return { ...term, price: { ...price, amount: now.amount } };
  if (now.kind !== 'own' || price.kind !== 'own') return term;
  const { least, suggested, most } = now;
  return {
    ...term,
    price: { ...price, least, suggested, most },
    chosen: chosen === null ? null : Math.max(chosen, least),
  };
}
/**
 * The first payment of a term that is asked for at another amount than was agreed.
 * @returns null where none is: nothing more is asked for, or the price is for new members only
 */
export function repriced(term: Term, rules: TermRules): { at: Instant; was: number; becomes: number } | null {
  const { zone, prices } = rules;
  const now = prices.find(({ id }) => id === term.price.id);
  const begins = now && isRepeated(now) && now.forAll ? startOfDay(now.forAll, zone) : null;
  if (begins === null || !term.renews) return null;
  for (let one = term; ; one = { ...one, n: one.n + 1 }) {
    const due = nextDue(one, zone);
    if (!due) return null;
    const { total } = nextDue(asPriced(one, rules), zone)!;
    if (total !== due.total) return { at: due.at, was: due.total, becomes: total };
    // What was told holds for one payment only, so that the one behind the day decides.
    if (due.at >= begins && one.told !== one.n) return null;
  }
}

const sameSpan = (one: Span, other: Span) => one.count === other.count && one.unit === other.unit;

/** The bill of the payment that comes next, as it would be asked for. */
export function nextBill(term: Term, rules: TermRules): Bill | null {
  const { zone, money, rate } = rules;
  const due = nextDue(asPriced(term, rules), zone);
  return due && billOf(due, term.n, { code: term.code, credit: term.credit, tax: money.tax ?? null, rate });
}

/** Until when doors take the level as held: a renewal that is to be paid is waited for. */
export function heldUntil(term: Term, zone: string, money: Pick<MoneyItem, 'grace'>): Instant | null {
  if (term.state === 'ended') return term.endedAt;
  if (term.pause) return term.pause.since;
  if (term.owing) return term.owing.graceUntil;
  if (term.until === null) return null;
  return term.renews && nextDue(term, zone) ? addSpan(term.until, money.grace, zone) : term.until;
}

/** When the clock has something to do next; null for never. */
export function nextAt(term: Term, { zone, money }: Pick<TermRules, 'zone' | 'money'>): Instant | null {
  switch (term.state) {
    case 'ended':
      return null;
    case 'paused':
      return term.pause!.until;
    case 'owing':
      return Math.min(term.owing!.nextTry ?? Infinity, term.owing!.graceUntil);
    case 'running': {
      if (term.until === null) return null;
      if (!term.renews || term.told === term.n || !nextDue(term, zone)) return term.until;
      const told = toldAt(term.until, money.notice, zone);
      // A span shorter than the notice is not told of: who began it knows.
      return told > term.span.from ? Math.min(term.until, told) : term.until;
    }
  }
}

const toldAt = (until: Instant, notice: Span, zone: string): Instant =>
  addSpan(until, { ...notice, count: -notice.count }, zone);

/** What was paid for days, and the tax within: see `lasting`. */
export type Paid = { readonly paid: number; readonly tax: number };

/** A term as it begins, its first payment paid. */
export function beginTerm(
  about: Taking & Pick<Term, 'id' | 'member' | 'by' | 'code'> & { readonly credit: number } & Paid,
  now: Instant,
  zone: string,
): Term {
  const { paid, tax, ...rest } = about;
  const first = dueAt(about.price, now, 0, zone, about.chosen)!;
  const more = isRepeated(about.price) && about.by !== 'gift';
  return {
    ...rest,
    anchor: now,
    n: 1,
    from: now,
    until: first.until,
    state: 'running',
    renews: more && dueAt(about.price, now, 1, zone, about.chosen) !== null,
    span: { from: now, paid, tax },
    owing: null,
    pause: null,
    next: null,
    told: null,
    endedAt: null,
    endedBy: null,
  };
}

/**
 * The term that begins where another ends, before its first payment, which is due at once. What is shown of a change
 * beforehand and what is asked for then are the bill of this one term: `nextBill(becomes(…))`.
 */
export function becomes(before: Term, { code, ...taking }: Becoming, id: TermId, at: Instant, zone: string): Term {
  const { member, by, credit } = before;
  const first = beginTerm({ ...taking, id, member, by, code: code ?? null, credit, paid: 0, tax: 0 }, at, zone);
  return { ...first, n: 0, until: at, renews: true };
}

/**
 * The next payment of which something is to be paid, what is kept being used first.
 * @returns null where nothing more is asked for, or not within five years
 */
export function firstToPay(term: Term, rules: TermRules): Bill | null {
  for (let one = term, n = 0; n < 60; n++) {
    const bill = nextBill(one, rules);
    if (!bill || bill.total > 0) return bill;
    one = { ...one, n: one.n + 1, credit: one.credit - bill.credit };
  }
  return null;
}

/** Advances a term by one event at the instant `now` (site clock). */
export function stepTerm(term: Term, event: TermEvent, now: Instant, rules: TermRules): Result<TermStep, TermRefusal> {
  const { zone, money } = rules;
  /** The term as it is now: held anew, and the clock set. */
  const done = (after: Term, ...effects: TermEffect[]): Result<TermStep, TermRefusal> => {
    const until = heldUntil(after, zone, money);
    const held = until !== heldUntil(term, zone, money) || after.until !== term.until;
    const hold: TermEffect[] = held ? [{ do: 'hold', from: after.from, until, paidUntil: after.until }] : [];
    return ok({ term: after, effects: [...hold, ...effects, { do: 'timer', at: nextAt(after, rules) }] });
  };
  const ended = (endedBy: NonNullable<Term['endedBy']>, at: Instant): Term => ({
    ...term,
    state: 'ended',
    renews: false,
    owing: null,
    pause: null,
    next: null,
    endedAt: at,
    endedBy,
  });
  const farewell = (at: Instant): TermEffect[] => [
    { do: 'standing', to: 'lapsed' },
    { do: 'send', letter: 'ended' },
    ...(money.winBack ? [{ do: 'send', letter: 'winBack', at: addSpan(at, money.winBack, zone) } as const] : []),
  ];
  switch (event.it) {
    case 'timePassed':
      return ok(passed());
    case 'paid':
      return paid(event.n, event.bill);
    case 'refused': {
      if (!term.owing || event.n !== term.n) return refuse({ code: 'not-that-payment' });
      const owing = event.final ? { ...term.owing, nextTry: null } : term.owing;
      return done({ ...term, owing }, { do: 'send', letter: 'failed' });
    }
    case 'cancelled': {
      if (term.state === 'ended') return refuse({ code: 'term-ended' });
      if (event.when === 'now' || term.owing || term.pause) {
        // What is owed has not begun to be used; it is let go with the level.
        const off: TermEffect[] = term.owing ? [{ do: 'writeOff' }] : [];
        return done(ended('cancelled', now), ...off, ...farewell(now));
      }
      return done({ ...term, renews: false, next: null });
    }
    case 'resumed':
      if (term.state === 'ended') return refuse({ code: 'term-ended' });
      if (term.pause) return refuse({ code: 'term-paused' });
      return done({ ...term, renews: nextDue(term, zone) !== null });
    case 'paused': {
      if (term.state === 'ended') return refuse({ code: 'term-ended' });
      if (term.pause) return refuse({ code: 'term-paused' });
      if (term.owing) return refuse({ code: 'owes-first' });
      if (term.until === null) return refuse({ code: 'never-ends' });
      const { days } = splitByDays(0, now, term.until, now, zone);
      return done(
        { ...term, state: 'paused', pause: { since: now, until: event.until, days } },
        {
          do: 'standing',
          to: 'paused',
        },
      );
    }
    case 'unpaused':
      return term.pause ? done(goingOn(), { do: 'standing', to: 'admitted' }) : refuse({ code: 'not-paused' });
    case 'changesAtEnd':
      if (term.state === 'ended') return refuse({ code: 'term-ended' });
      if (term.until === null) return refuse({ code: 'never-ends' });
      if (term.owing) return refuse({ code: 'owes-first' });
      return done({ ...term, next: event.to });
    case 'amountChosen':
      if (term.state === 'ended') return refuse({ code: 'term-ended' });
      if (term.price.kind !== 'own' || !term.renews || term.next) return refuse({ code: 'no-own-amount' });
      if (term.owing) return refuse({ code: 'owes-first' });
      // What was told of the next payment holds no more, and is told again.
      return done({ ...term, chosen: event.amount, told: null });
    case 'switched':
      if (term.state === 'ended') return refuse({ code: 'term-ended' });
      return done(ended('switched', now), ...(term.owing ? [{ do: 'writeOff' } as const] : []));
    case 'cardChanged':
      // A card that pays what is owed needs no waiting for the next try; what is transferred or given is no matter of cards.
      return term.owing && term.by === 'card'
        ? done({ ...term, owing: { ...term.owing, tries: term.owing.tries + 1 } }, { do: 'retry' })
        : done(term);
    case 'refunded': {
      const span = event.ofSpan ? spanLess(term.span, event.amount) : term.span;
      if (!event.ends || term.state === 'ended') return done({ ...term, span });
      const off: TermEffect[] = term.owing ? [{ do: 'writeOff' }] : [];
      return done({ ...ended('refunded', now), span }, ...off, { do: 'standing', to: 'lapsed' });
    }
  }

  function passed(): TermStep {
    const stay: TermStep = { term, effects: [{ do: 'timer', at: nextAt(term, rules) }] };
    const step = (after: Result<TermStep, TermRefusal>): TermStep => (after.ok ? after.value : stay);
    const due = nextAt(term, rules);
    if (due === null || now < due) return stay;
    if (term.pause) return step(done(goingOn(), { do: 'standing', to: 'admitted' }));
    if (term.owing) {
      if (now >= term.owing.graceUntil)
        return step(done(ended('unpaid', term.owing.graceUntil), { do: 'writeOff' }, ...farewell(now)));
      const tries = term.owing.tries + 1;
      const owing = { ...term.owing, tries, nextTry: tryAt(term.owing.since, tries) };
      return step(done({ ...term, owing }, { do: 'retry' }));
    }
    const until = term.until!;
    const priced = asPriced(term, rules);
    if (now < until) return step(done({ ...priced, told: term.n }, { do: 'send', letter: 'renews' }));
    if (term.next) {
      const { next: becoming, credit } = term;
      return step(done(ended('switched', until), { do: 'begin', becoming, credit }));
    }
    const bill = term.renews ? nextBill(term, rules) : null;
    if (!bill) return step(done(ended('over', until), ...farewell(now)));
    if (bill.total === 0) return step(done(renewed(priced, bill), { do: 'charge', n: term.n, bill }));
    const owing = { since: until, graceUntil: addSpan(until, money.grace, zone), tries: 1, nextTry: tryAt(until, 1) };
    return step(done({ ...priced, state: 'owing', owing }, { do: 'charge', n: term.n, bill }));
  }

  /** When a payment due at `since` is tried after so many tries; null where it is not any more. */
  function tryAt(since: Instant, tries: number): Instant | null {
    const after = term.by === 'card' ? money.retries[tries - 1] : undefined;
    return after ? addSpan(since, after, zone) : null;
  }

  function paid(n: number, bill: Bill): Result<TermStep, TermRefusal> {
    // What was paid although the term had been given up is honoured: nobody is shut out who paid.
    const late = term.state === 'ended' && term.endedBy === 'unpaid' && n === term.n;
    if (!late && (!term.owing || n !== term.n)) return refuse({ code: 'not-that-payment' });
    const open: Term = late ? { ...term, renews: true, endedAt: null, endedBy: null } : term;
    return done(renewed(open, bill), { do: 'standing', to: 'admitted' }, { do: 'send', letter: 'paid' });
  }

  function renewed(of: Term, bill: Bill): Term {
    const after: Term = {
      ...of,
      n: of.n + 1,
      until: bill.until,
      state: 'running',
      owing: null,
      span: { from: bill.from, ...lasting(bill) },
      credit: of.credit - bill.credit,
    };
    return { ...after, renews: of.renews && nextDue(after, zone) !== null };
  }

  /** After a pause: the days that were left begin again, and what comes is reckoned from their end. */
  function goingOn(): Term {
    const { since, days } = term.pause!;
    const until = addSpan(now, { count: Math.max(1, days), unit: 'days' }, zone);
    const { left } = splitByDays(term.span.paid, term.span.from, term.until!, since, zone);
    const span = { ...spanLess(term.span, term.span.paid - left), from: now };
    // A code for the first payment has been used by it, whatever number the next one has.
    const code = term.code?.on === 'first' ? null : term.code;
    // The day that was told has moved on with everything else: it is told again.
    return { ...term, state: 'running', pause: null, until, told: null, code, span, ...rebased(term, until) };
  }
}

/** A span that is worth less by an amount. */
function spanLess(span: Term['span'], amount: number): Term['span'] {
  const paid = Math.max(0, span.paid - amount);
  return { ...span, paid, ...(span.tax === undefined ? {} : { tax: shareOf(span.tax, paid, Math.max(1, span.paid)) }) };
}

/** The payments that are still to come, reckoned from another anchor. */
function rebased({ price, n }: Term, anchor: Instant): Pick<Term, 'price' | 'anchor' | 'n'> {
  if (!isRepeated(price)) return { price, anchor, n };
  const { trial, fee: _fee, times, ...rest } = price;
  const gone = trial ? n - 1 : n;
  const left = times === undefined ? {} : { times: Math.max(1, times - gone) };
  return { price: Price.parse({ ...rest, ...left }), anchor, n: 0 };
}

/**
 * Money that a term had left when it ended: it is taken off what its member takes next. Of one that was switched it has
 * gone into the term that came of it.
 */
export const leftOver = ({ state, endedBy, credit }: Pick<Term, 'state' | 'endedBy' | 'credit'>): number =>
  state === 'ended' && endedBy !== 'switched' ? credit : 0;

/**
 * What a switch sets off: the paid days that are left, and what was left from before. `tax`: the tax within what is left,
 * as it was charged; null where that is not known. Of a paused term the days that wait are left.
 */
export function leftOf(
  term: Term,
  now: Instant,
  zone: string,
): { left: number; tax: number | null; days: number; credit: number } {
  if (term.until === null || term.owing || term.state === 'ended')
    return { left: 0, tax: 0, days: 0, credit: term.credit };
  const at = term.pause?.since ?? now;
  const { left, days } = splitByDays(term.span.paid, term.span.from, term.until, at, zone);
  return { left, tax: spanLess(term.span, term.span.paid - left).tax ?? null, days, credit: left + term.credit };
}
