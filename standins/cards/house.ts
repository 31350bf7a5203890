/**
 * Purpose: the books of the card house: payments, cards kept, refunds; kept in a file so that a restart loses none.
 * Invariant: one key is one payment or one refund, however often it is asked for. Whole card numbers never leave this
 * process: what is handed out is a token and the last four digits.
 */
import { createHmac, randomBytes } from 'node:crypto';
import { appendKept, readKept } from '../kept';
import { behaviourOf, type RefusalReason } from './cards';

export type Card = { readonly token: string; readonly last: string; readonly expires: string };
export type Refund = { readonly id: string; readonly key: string; readonly amount: number; readonly at: number };
export type Payment = {
  readonly id: string;
  readonly key: string;
  readonly amount: number;
  readonly currency: string;
  /** What is being paid, for the one who pays. */
  readonly words: string;
  readonly returnTo: string;
  readonly at: number;
  readonly state: 'open' | 'paid' | 'refused' | 'dropped';
  readonly reason: RefusalReason | null;
  readonly card: Card | null;
  readonly refunds: readonly Refund[];
};
type Kept = { readonly token: string; readonly number: string; readonly expires: string };
type Line = { payment: Payment } | { kept: Kept };

export type Event = 'payment.paid' | 'payment.refused' | 'payment.refunded';
export type Asked = Pick<Payment, 'key' | 'amount' | 'currency' | 'words' | 'returnTo'> & { readonly token?: string };

export class House {
  private readonly payments = new Map<string, Payment>();
  private readonly byKey = new Map<string, string>();
  private readonly kept = new Map<string, Kept>();
  private readonly listeners: ((event: Event, payment: Payment) => void)[] = [];

  constructor(
    private readonly file: string | null,
    private readonly now: () => number = Date.now,
  ) {
    if (file) for (const line of readKept<Line>(file)) this.take(line);
  }

  /** Hears of what becomes of payments. */
  listen(heard: (event: Event, payment: Payment) => void): void {
    this.listeners.push(heard);
  }

  private take(line: Line): void {
    if ('kept' in line) return void this.kept.set(line.kept.token, line.kept);
    this.payments.set(line.payment.id, line.payment);
    this.byKey.set(line.payment.key, line.payment.id);
  }

  private write(line: Line): void {
    this.take(line);
    if (this.file) appendKept(this.file, line);
  }

  private change(payment: Payment, event: Event | null): Payment {
    this.write({ payment });
    if (event) for (const heard of this.listeners) heard(event, payment);
    return payment;
  }

  get(id: string): Payment | undefined {
    return this.payments.get(id);
  }

  byItsKey(key: string): Payment | undefined {
    return this.payments.get(this.byKey.get(key) ?? '');
  }

  all(): Payment[] {
    return [...this.payments.values()];
  }

  /** Asks for a payment. With the token of a card it is charged at once, else it waits for its owner on the page. */
  ask(asked: Asked): Payment {
    const before = this.byItsKey(asked.key);
    if (before) return before;
    const { token, ...about } = asked;
    const open: Payment = {
      ...about,
      id: `cp_${randomBytes(12).toString('hex')}`,
      at: this.now(),
      state: 'open',
      reason: null,
      card: null,
      refunds: [],
    };
    if (token === undefined) return this.change(open, null);
    const kept = this.kept.get(token);
    const behaviour = kept && behaviourOf(kept.number);
    const outcome = !kept || !behaviour ? 'unknown' : isOver(kept.expires, this.now()) ? 'too-old' : behaviour.later;
    const card = kept ? cardOf(kept) : null;
    return outcome === 'pay'
      ? this.change({ ...open, state: 'paid', card }, 'payment.paid')
      : this.change({ ...open, state: 'refused', reason: outcome, card }, 'payment.refused');
  }

  /**
   * Its owner gives a card. An open payment is paid, refused, or goes on to the step in which they say yes; one that was
   * refused may be tried with another card.
   */
  give(id: string, number: string, expires: string, saysYes: boolean): Payment | 'ask' | null {
    // As it is now: somebody may have closed it while the bank took its time.
    const payment = this.get(id);
    if (payment?.state !== 'open' && payment?.state !== 'refused') return payment ?? null;
    const behaviour = behaviourOf(number);
    const outcome = !behaviour ? 'unknown' : isOver(expires, this.now()) ? 'too-old' : behaviour.present;
    if (outcome === 'ask' && !saysYes) return 'ask';
    const kept: Kept = { token: this.tokenOf(number, expires), number, expires };
    if (outcome !== 'pay' && outcome !== 'ask')
      return this.change({ ...payment, state: 'refused', reason: outcome }, 'payment.refused');
    this.write({ kept });
    return this.change({ ...payment, state: 'paid', reason: null, card: cardOf(kept) }, 'payment.paid');
  }

  /** Whoever should pay has gone back. */
  drop(payment: Payment): Payment {
    return payment.state === 'open' ? this.change({ ...payment, state: 'dropped' }, null) : payment;
  }

  /** The site does not ask for it any more: nothing can be taken by it from now on, unless it has been. */
  close(payment: Payment): Payment {
    return payment.state === 'refused' ? this.change({ ...payment, state: 'dropped' }, null) : this.drop(payment);
  }

  /** Gives money back. @returns null where there is not so much left */
  refund(payment: Payment, key: string, amount: number): Refund | null {
    const before = payment.refunds.find((one) => one.key === key);
    if (before) return before;
    const back = payment.refunds.reduce((sum, one) => sum + one.amount, 0);
    if (payment.state !== 'paid' || amount < 1 || back + amount > payment.amount) return null;
    const refund: Refund = { id: `cr_${randomBytes(12).toString('hex')}`, key, amount, at: this.now() };
    this.change({ ...payment, refunds: [...payment.refunds, refund] }, 'payment.refunded');
    return refund;
  }

  /** What was paid before this house was opened: nobody is told of it. */
  remember(payments: readonly Payment[], cards: readonly { number: string; expires: string }[]): Card[] {
    for (const payment of payments) this.write({ payment });
    return cards.map(({ number, expires }) => {
      const kept = { token: this.tokenOf(number, expires), number, expires };
      this.write({ kept });
      return cardOf(kept);
    });
  }

  private tokenOf = (number: string, expires: string): string =>
    `ct_${createHmac('sha256', 'card stand-in').update(`${number}/${expires}`).digest('hex').slice(0, 24)}`;
}

const cardOf = ({ token, number, expires }: Kept): Card => ({ token, last: number.slice(-4), expires });

/** `08/28` is good to the last day of August. */
function isOver(expires: string, now: number): boolean {
  const [, month, year] = /^(\d\d)\/(\d\d)$/.exec(expires) ?? [];
  return !month || now >= Date.UTC(2000 + Number(year), Number(month), 1);
}
