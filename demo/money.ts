/**
 * Purpose: what people at Quillmoor have paid: terms, payments, receipts and the ledger, made by the very functions that
 * reckon real ones; and the same in the books of the card house.
 * Invariant: the person, the set-up and the instant decide everything; the books balance.
 */
import type { Facts, HeldTerm } from '../core/facts';
import { DAY, HOUR, MINUTE, type Instant, type LevelId, type PaymentId, type TermId } from '../core/kernel';
import { addSpan } from '../core/kernel/calendar';
import { isRepeated, type Price } from '../core/levels';
import {
  beginTerm,
  lasting,
  billOf,
  charged,
  heldUntil,
  nextAt,
  nextDue,
  received,
  refunded,
  stepTerm,
  type Bill,
  type Entry,
  type PayBy,
  type TakenCode,
  type Term,
  type TermEvent,
} from '../core/money';
import { termRules, type Setup } from '../core/setup';
import { chance } from './chance';
import type { Life } from './people';

type Try = { at: Instant; by: PayBy; result: 'paid' | 'refused'; reason: string; amount: number };
export type DemoPayment = {
  readonly id: PaymentId;
  readonly n: number;
  readonly bill: Bill;
  readonly by: PayBy;
  readonly openedAt: Instant;
  readonly tries: readonly Try[];
  readonly state: 'paid' | 'refused' | 'awaited';
  readonly doneAt: Instant | null;
  /** When it went back, whole; null where it did not. */
  readonly backAt: Instant | null;
  /** What the ledger says of it, each at its instant. */
  readonly entries: readonly { readonly at: Instant; readonly entry: Entry }[];
};
export type DemoMoney = {
  readonly term: Term;
  readonly timer: Instant | null;
  readonly payments: readonly DemoPayment[];
  readonly card: { readonly number: string; readonly expires: string; readonly since: Instant } | null;
  readonly held: HeldTerm;
  readonly paid: Facts['paid'];
};

/** Cards of the stand-in: one that pays every time, and one that paid once. */
const PAYS = '9704191101370531';
const ONCE = '9704191102741060';

const amounts = [1000, 1000, 1500, 2000, 2000, 2500, 3000, 5000];

/**
 * What somebody has paid for the level they came in by.
 * @param held the terms as their life has them; the first begins when they first paid
 * @returns null for who pays nothing
 */
export function moneyOf(
  person: Pick<Facts, 'member' | 'number'> & { readonly terms: readonly HeldTerm[] },
  life: Life,
  seed: number,
  setup: Setup,
  at: Instant,
): DemoMoney | null {
  const [first] = person.terms;
  if (!first || !['member', 'lapsed', 'closed'].includes(life.is)) return null;
  const price = setup.levels.get(first.level)?.prices.find(({ retired }) => !retired);
  if (!price || price.kind === 'free' || !setup.doc.money.card) return null;
  // A throw of its own, so that who they are does not change with what they pay.
  const dice = chance(seed * 7919 + (person.number ?? 0));
  const failing = life.is === 'member' && life.failing === true;
  const rules = termRules(first.level, setup);
  const chosen = price.kind === 'own' ? (failing ? 1500 : dice.pick(amounts)) : null;
  const by: PayBy = !failing && price.kind !== 'own' && dice.happens(0.18) ? 'transfer' : 'card';
  // Whose card fails was due five days ago, for the 17th time.
  const from = failing ? addSpan(at - 5 * DAY, { count: -16, unit: 'months' }, rules.zone) : first.from;
  const ends = life.is === 'member' ? null : Math.min(person.terms.at(-1)!.until ?? at, at);
  const code: TakenCode | null =
    !failing && from > at - 240 * DAY && dice.happens(0.25) ? taken(setup, 'MARKET26', first.level) : null;
  const payments: DemoPayment[] = [];
  const make = (n: number, bill: Bill, openedAt: Instant): DemoPayment => {
    const id = dice.id<PaymentId>();
    const late = by === 'transfer' ? dice.whole(1, 13) * DAY + dice.whole(1, 600) * MINUTE : 0;
    const stumbles = by === 'card' && n > 0 && !failing && dice.happens(0.03);
    const pays = openedAt + (stumbles ? 3 * DAY : late) + (n === 0 ? dice.whole(2, 9) * MINUTE : 2_000);
    const refuses = (when: Instant): Try => ({
      at: when,
      by,
      result: 'refused',
      reason: 'not-enough',
      amount: bill.total,
    });
    const unpaid = failing && openedAt >= at - 6 * DAY;
    const tries: Try[] = unpaid
      ? [refuses(openedAt + 2_000), refuses(openedAt + 3 * DAY + 2_000)]
      : [
          ...(stumbles ? [refuses(openedAt + 2_000)] : []),
          ...(pays <= at ? [{ at: pays, by, result: 'paid' as const, reason: '', amount: bill.total }] : []),
        ];
    const isPaid = tries.at(-1)?.result === 'paid';
    const back = isPaid && n === 0 && life.is === 'closed' && dice.happens(0.3) ? pays + 9 * DAY : null;
    const backAt = back !== null && back < (ends ?? at) ? back : null;
    const level = first.level;
    const account = by === 'card' ? 'card' : 'bank';
    return {
      id,
      n,
      bill,
      by,
      openedAt,
      tries,
      state: isPaid ? 'paid' : by === 'transfer' ? 'awaited' : 'refused',
      doneAt: isPaid ? pays : null,
      backAt,
      entries: [
        // A first payment is charged when it comes, a renewal when it is due.
        { at: n === 0 ? pays : openedAt, entry: charged(level, bill) },
        ...(isPaid ? [{ at: pays, entry: received(level, bill.total, account) }] : []),
        ...(backAt === null ? [] : [{ at: backAt, entry: refunded(level, bill, 0, bill.total, account) }]),
      ],
    };
  };
  const about = { level: first.level, price, chosen, by, code, credit: 0 };
  const due = nextDue({ ...about, anchor: from, n: 0 } as Term, rules.zone)!;
  const bill = billOf(due, 0, { code, credit: 0, tax: rules.money.tax ?? null, rate: rules.rate });
  payments.push(make(0, bill, from - 6 * MINUTE));
  let term = beginTerm({ ...about, id: dice.id<TermId>(), member: person.member!, ...lasting(bill) }, from, rules.zone);
  const step = (event: TermEvent, now: Instant) => {
    const done = stepTerm(term, event, now, rules);
    if (!done.ok) throw new Error(`${person.member}: ${event.it} is refused: ${done.refusal.code}`);
    term = done.value.term;
    return done.value.effects;
  };
  // Who has left did not renew; what they had paid for ran out, or they closed their account.
  const stops = ends === null ? null : lastSpanBefore(price, from, ends, rules.zone);
  for (;;) {
    const when = nextAt(term, rules);
    if (when === null || when > at) break;
    if (stops !== null && term.renews && (term.until ?? 0) >= stops)
      step({ it: 'cancelled', when: 'atEnd' }, when - HOUR);
    const asked = step({ it: 'timePassed' }, when).find((effect) => effect.do === 'charge');
    if (asked?.do !== 'charge') continue;
    const payment = make(asked.n, asked.bill, when);
    payments.push(payment);
    if (payment.state === 'paid') step({ it: 'paid', n: asked.n, bill: asked.bill }, payment.doneAt!);
    else
      for (const { at: tried, result } of payment.tries)
        if (result === 'refused') step({ it: 'refused', n: asked.n, final: false }, tried);
    if (payment.state !== 'paid') break;
  }
  // The second try of the failing card lies behind.
  while (term.owing?.nextTry && term.owing.nextTry <= at) step({ it: 'timePassed' }, term.owing.nextTry);
  const paid = payments
    .filter(({ state, backAt }) => state === 'paid' && backAt === null)
    .map(({ doneAt }) => ({ level: first.level, at: doneAt! }));
  const until = heldUntil(term, rules.zone, rules.money);
  return {
    term,
    timer: nextAt(term, rules),
    payments,
    card:
      by === 'card'
        ? {
            number: failing ? ONCE : PAYS,
            expires: expiry(at, dice.happens(0.06) ? 1 : dice.whole(4, 40)),
            since: from,
          }
        : null,
    held: {
      level: first.level,
      from: term.from,
      until,
      ...(term.until === until ? {} : { paidUntil: term.until }),
    },
    paid,
  };
}

function taken(setup: Setup, word: string, level: LevelId): TakenCode | null {
  const code = setup.doc.codes.find((one) => one.word === word);
  if (!code || (code.levels && !code.levels.includes(level))) return null;
  return { id: code.id, word: code.word, off: code.off, on: code.on };
}

/** The end of the last span that ends by then. */
function lastSpanBefore(price: Price, from: Instant, ends: Instant, zone: string): Instant {
  if (!isRepeated(price)) return ends;
  let last = from;
  for (let n = 1; ; n++) {
    const next = addSpan(from, { ...price.each, count: price.each.count * n }, zone);
    if (next > ends + DAY) return last;
    last = next;
  }
}

/** `08/28`, so many months on. */
function expiry(at: Instant, months: number): string {
  const date = new Date(addSpan(at, { count: months, unit: 'months' }, 'UTC'));
  return `${String(date.getUTCMonth() + 1).padStart(2, '0')}/${String(date.getUTCFullYear()).slice(2)}`;
}
