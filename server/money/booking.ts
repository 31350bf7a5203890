/**
 * Purpose: what becomes of payments, booked: state, ledger, receipt, term, letters, application; all in one transaction.
 * Invariant: a payment is booked as paid once, whoever brings the news (the one who comes back, a notice, the clock, a look
 * at the house). Money that came where it was no longer wanted goes back by itself. Whoever it belongs to is
 * held before it, see `platform/locks.ts`.
 */
import { In, Not, type EntityManager } from 'typeorm';
import { currentTerm } from '../../core/facts';
import { type ApplicationId, type Instant, type MemberId, type PaymentId } from '../../core/kernel';
import { lasting, received, refunded, type Term } from '../../core/money';
import type { Setup } from '../../core/setup';
import { PersonInHand, noteOnTimeline } from '../members';
import { refusalReasons, type HouseCard, type HousePayment } from './card.house';
import { giveBackUse, takeUse } from './code.uses';
import { closeAtHouse, mayBePaid } from './following';
import { aboutOf, charge, dropPayment, isCharged, takeBackCredit } from './charges';
import { CardRow, PaymentRow } from './money.entities';
import type { MoneyLetters } from './money.letters';
import { moneySays } from './money.sentences';
import {
  book,
  issue,
  lastPaid,
  lockPayment,
  lockTerm,
  savePayment,
  sayReceipt,
  spentOnPart,
  takeLeftOver,
  termsOf,
  withTry,
  type Payment,
} from './money.store';
import { sayReason } from './money.words';
import { receiptOf, refundReceiptOf } from './receipts';
import { heldLevelOf, type HeldLevel, type TermPorts, type Terms } from './terms';

/** What a payment of an application means to it; told within the same transaction. */
export type Applications = {
  /** Whether it waits at a gate for a payment, just now. */
  waits(manager: EntityManager, id: ApplicationId): Promise<boolean>;
  paid(manager: EntityManager, id: ApplicationId, says: string, held: HeldLevel, now: Instant): Promise<void>;
  refused(manager: EntityManager, id: ApplicationId, reason: string, now: Instant): Promise<void>;
};

export type Outcome =
  | {
      readonly is: 'paid';
      readonly by: 'card' | 'transfer';
      readonly card: HouseCard | null;
      readonly house: string | null;
    }
  | { readonly is: 'refused'; readonly reason: string; readonly house: string | null };

export class Booking {
  constructor(
    private readonly ports: Pick<TermPorts, 'live' | 'jobs'>,
    private readonly letters: MoneyLetters,
    private readonly terms: Terms,
    /** Whoever knows applications: there when a payment is booked, not yet when this is made. */
    private readonly applications: () => Applications,
  ) {}

  private get setup(): Setup {
    return this.ports.live.must.setup;
  }

  /** Books what became of a payment. Told again, or of one that is booked already, it changes nothing. */
  async settle(manager: EntityManager, id: PaymentId, outcome: Outcome, now: Instant): Promise<Payment | null> {
    const payment = await lockPayment(manager, id);
    if (!payment) return null;
    if (outcome.is === 'refused') return this.refused(manager, payment, outcome, now);
    if (payment.state === 'paid') return payment;
    return this.paid(manager, payment, outcome, now);
  }

  /** Books what the card house says of a payment; one that is still open there is left as it is. */
  async settleAs(manager: EntityManager, id: PaymentId, found: HousePayment, now: Instant): Promise<Payment | null> {
    const { state, reason, card, id: house } = found;
    switch (state) {
      case 'paid':
        return this.settle(manager, id, { is: 'paid', by: 'card', card, house }, now);
      case 'refused':
        return this.settle(manager, id, { is: 'refused', reason: reason ?? 'unknown', house: house || null }, now);
      case 'dropped':
        return this.neverPaid(manager, id, now);
      case 'open':
        return lockPayment(manager, id);
    }
  }

  /** Books that nothing can be taken by a payment any more. One for a membership that goes on is still owed. */
  async neverPaid(manager: EntityManager, id: PaymentId, now: Instant): Promise<Payment | null> {
    const payment = await lockPayment(manager, id);
    return payment && mayBePaid(payment) && payment.kind !== 'renewal' ? dropPayment(manager, payment, now) : payment;
  }

  private async paid(
    manager: EntityManager,
    payment: Payment,
    outcome: Extract<Outcome, { is: 'paid' }>,
    now: Instant,
  ): Promise<Payment> {
    const { setup } = this;
    const { card } = outcome;
    const person = await PersonInHand.read(manager, payment.member);
    // A renewal is charged to the card that was kept then; its owner may have given another one since.
    if (card && person && payment.kind !== 'renewal') await this.keepCard(manager, payment.member, card, now);
    const rest = payment.amount - payment.received;
    const tried = { at: now, by: outcome.by, result: 'paid', reason: '', amount: rest } as const;
    const done: Payment = {
      ...payment,
      state: 'paid',
      by: outcome.by,
      house: outcome.house ?? payment.house,
      card: card?.last ?? payment.card,
      received: payment.amount,
      doneAt: now,
      data: withTry(payment.data, tried),
    };
    if (payment.kind === 'card') {
      await savePayment(manager, done);
      if (person) await this.terms.tryAgainWith(manager, payment.member, now);
      return done;
    }
    const wasCharged = await isCharged(manager, payment);
    // What was dropped had been taken back; it is charged again, since it was paid after all.
    if (!wasCharged) await charge(manager, done, now);
    await book(manager, received(payment.level, rest, outcome.by === 'card' ? 'card' : 'bank'), aboutOf(done, now));
    const wanted = person ? await this.give(manager, done, person, now) : null;
    const settled: Payment = wanted ? { ...done, term: wanted.id } : done;
    await savePayment(manager, settled);
    if (wanted && payment.kind !== 'renewal') await this.dropOthers(manager, settled, now);
    const number = await this.receipt(manager, settled, person, rest, now);
    if (!wanted || !person) {
      // It came where nothing waited for it any more: a second payment of one application, an erased person.
      await this.giveBack(manager, settled, settled.amount, '', false, now);
      await takeBackCredit(manager, settled, now);
      if (person) await person.write(setup);
      return settled;
    }
    await person.pay(payment.level, now);
    await person.write(setup);
    await this.letters.post(
      manager,
      person,
      'paid',
      { amount: this.letters.money(rest), receipt: sayReceipt(number) },
      payment.level,
      now,
    );
    const words = moneySays(setup.doc.site);
    const title =
      payment.kind === 'renewal'
        ? words.renewed({ level: this.letters.levelTitle(payment.level), amount: this.letters.money(payment.amount) })
        : words.tookLevel({
            level: this.letters.levelTitle(payment.level),
            amount: this.letters.money(payment.amount),
          });
    await noteOnTimeline(manager, payment.member, [
      {
        at: now,
        what: payment.kind === 'renewal' ? 'level.renewed' : 'money.paid',
        title,
        note: words.receipt({ number: sayReceipt(number) }),
      },
    ]);
    if (payment.application) {
      const held = heldLevelOf(wanted, setup);
      await this.applications().paid(manager, payment.application as ApplicationId, title, held, now);
    }
    return settled;
  }

  /** Gives what was paid for. @returns the term, or null where nobody waits for this payment any more */
  private async give(
    manager: EntityManager,
    payment: Payment,
    person: PersonInHand,
    now: Instant,
  ): Promise<Term | null> {
    const { taking, code, bill, setOff: off } = payment.data;
    if (payment.kind === 'renewal') {
      const term = await lockTerm(manager, payment.term ?? '');
      // Who has taken another meanwhile does not need the one that was given up.
      if (!term || (term.state === 'ended' && currentTerm(person.facts, now))) return null;
      const stepped = await this.terms.apply(manager, person, term, { it: 'paid', n: payment.n, bill }, now);
      return stepped.ok ? stepped.value : null;
    }
    if (payment.application) {
      // Of two payments of one application the second goes back, as does one that came when nobody asked for it any more.
      const waits = await this.applications().waits(manager, payment.application as ApplicationId);
      if (!waits) return null;
    }
    // Two that were begun side by side, neither of them out of an application.
    if (payment.kind === 'first' && !payment.application && (await this.tookAnother(manager, payment))) return null;
    const before = payment.kind === 'switch' ? await lockTerm(manager, payment.term ?? '') : null;
    // What is left was reckoned of one span of one term; where that has gone on, it is no longer what is left.
    if (payment.kind === 'switch' && (!before || before.state === 'ended' || before.span.from !== off?.of)) return null;
    // What was left over when a term ended goes into one payment: of two that reckon with it the second goes back.
    const over = before || bill.credit === 0 ? 0 : await takeLeftOver(manager, payment.member, bill.credit);
    if (over === null) return null;
    const spent = before ? await spentOnPart(manager, before) : 0;
    if (before) await this.terms.apply(manager, person, before, { it: 'switched' }, now);
    // Taken when it was begun; of what was given up and paid after all it is taken again.
    if (code) await takeUse(manager, code.id, payment.member, payment.id, now);
    const left = (before ? before.credit - spent + (off?.left ?? 0) : over) - bill.credit;
    return this.terms.begin(manager, person, { taking, code, by: payment.by, credit: left, ...lasting(bill) }, now);
  }

  /** Whether a member has paid for another membership since a payment was begun. */
  private async tookAnother(manager: EntityManager, { member, openedAt }: Payment): Promise<boolean> {
    const terms = await termsOf(manager, member);
    return terms.some(({ state, by, from }) => state !== 'ended' && by !== 'gift' && from >= openedAt);
  }

  /** What else had been begun for what is paid now is not asked for any more. */
  private async dropOthers(manager: EntityManager, paid: Payment, now: Instant): Promise<void> {
    const rows = (await manager.getRepository(PaymentRow).find({
      where: {
        member: paid.member,
        id: Not(paid.id),
        kind: In(['first', 'switch']),
        state: In(['open', 'refused', 'awaited']),
        received: 0,
      },
    })) as Payment[];
    for (const row of rows.filter(({ application }) => application === paid.application)) {
      await dropPayment(manager, row, now);
      await closeAtHouse(manager, this.ports.jobs, row, now);
    }
  }

  private async refused(
    manager: EntityManager,
    payment: Payment,
    { reason, house }: Extract<Outcome, { is: 'refused' }>,
    now: Instant,
  ): Promise<Payment> {
    if (payment.state !== 'open' && payment.state !== 'taking') return payment;
    const words = moneySays(this.setup.doc.site);
    const tried = { at: now, by: payment.by, result: 'refused', reason, amount: payment.amount } as const;
    const done: Payment = {
      ...payment,
      state: 'refused',
      house: house ?? payment.house,
      data: withTry(payment.data, tried),
    };
    await savePayment(manager, done);
    const title = words.couldNot({
      amount: this.letters.money(payment.amount),
      level: this.letters.levelTitle(payment.level),
    });
    if (payment.kind === 'renewal') {
      const term = await lockTerm(manager, payment.term ?? '');
      const person = term && (await PersonInHand.read(manager, payment.member));
      if (!term || !person) return done;
      const final = refusalReasons[reason]?.final ?? false;
      await this.terms.apply(manager, person, term, { it: 'refused', n: payment.n, final }, now);
      await person.write(this.setup);
    } else if (payment.application) {
      await this.applications().refused(
        manager,
        payment.application as ApplicationId,
        sayReason(reason, this.setup.doc.site),
        now,
      );
      return done;
    }
    await noteOnTimeline(manager, payment.member, [
      { at: now, what: 'money.refused', title, note: sayReason(reason, this.setup.doc.site) },
    ]);
    return done;
  }

  /** Part of a transfer has come. */
  async part(manager: EntityManager, payment: Payment, amount: number, now: Instant): Promise<void> {
    if (!(await isCharged(manager, payment))) await charge(manager, payment, now);
    await book(manager, received(payment.level, amount, 'bank'), aboutOf(payment, now));
    const tried = { at: now, by: 'transfer', result: 'paid', reason: '', amount } as const;
    const more: Payment = { ...payment, received: payment.received + amount, data: withTry(payment.data, tried) };
    await savePayment(manager, more);
    await this.receipt(manager, more, await PersonInHand.read(manager, payment.member), amount, now);
  }

  /**
   * Gives money back: booked now, and moved by a job where it goes to a card.
   * @param ends whether the term it paid for ends with it
   */
  async giveBack(
    manager: EntityManager,
    payment: Payment,
    amount: number,
    reason: string,
    ends: boolean,
    now: Instant,
  ): Promise<void> {
    const { setup } = this;
    const by = payment.by === 'card' ? 'card' : 'bank';
    await book(
      manager,
      refunded(payment.level, payment.data.bill, payment.refunded, amount, by),
      aboutOf(payment, now),
    );
    const after: Payment = { ...payment, refunded: payment.refunded + amount };
    await savePayment(manager, after);
    const person = await PersonInHand.read(manager, payment.member);
    const number = await issue(manager, {
      kind: 'refund',
      payment,
      amount,
      at: now,
      data: refundReceiptOf(payment, amount, reason, person?.facts ?? null, setup),
    });
    if (by === 'card' && payment.house)
      await this.ports.jobs.add(manager, {
        kind: 'giveBack',
        runAt: now,
        payload: { payment: payment.id, amount, key: `back:${number}` },
        key: `back:${number}`,
      });
    if (!person) return;
    const term = payment.term ? await lockTerm(manager, payment.term) : null;
    if (term) {
      const ofSpan = (await lastPaid(manager, term)) === payment.id;
      await this.terms.apply(manager, person, term, { it: 'refunded', amount, ofSpan, ends }, now);
    }
    if (after.refunded === after.amount) await person.unpay(payment.level, payment.doneAt ?? now);
    await person.write(setup);
    const money = this.letters.money(amount);
    await this.letters.post(
      manager,
      person,
      'refunded',
      { amount: money, receipt: sayReceipt(number), reason },
      payment.level,
      now,
    );
    const title = moneySays(setup.doc.site).givenBack({ amount: money });
    await noteOnTimeline(manager, payment.member, [
      { at: now, what: 'money.refunded', title, ...(reason ? { note: reason } : {}) },
    ]);
  }

  /** What an application leaves behind when it ends or is erased: nothing is asked for any more, what was paid goes back. */
  async unwindPayments(manager: EntityManager, application: ApplicationId, now: Instant): Promise<void> {
    const rows = (await manager.getRepository(PaymentRow).findBy({ application })) as Payment[];
    const { applicationEnded: because } = moneySays(this.setup.doc.site);
    for (const payment of rows) {
      if (payment.state === 'paid') {
        const rest = payment.amount - payment.refunded;
        if (rest > 0) await this.giveBack(manager, payment, rest, because, true, now);
        else await this.endTermOf(manager, payment, now);
        // A code that was used for it can be used again: by them, or by the last of so many.
        if (payment.data.code) await giveBackUse(manager, payment.id);
      } else if (payment.state !== 'dropped') {
        await dropPayment(manager, payment, now);
        await closeAtHouse(manager, this.ports.jobs, payment, now);
      }
    }
  }

  /** Ends what a payment had begun of which nothing is left to go back: it was free, or all of it has gone back before. */
  private async endTermOf(manager: EntityManager, { term: id, member }: Payment, now: Instant): Promise<void> {
    const term = id ? await lockTerm(manager, id) : null;
    const person = term && (await PersonInHand.read(manager, member));
    if (!term || !person) return;
    await this.terms.apply(manager, person, term, { it: 'refunded', amount: 0, ofSpan: false, ends: true }, now);
    await person.write(this.setup);
  }

  private async keepCard(
    manager: EntityManager,
    member: MemberId,
    { token, last, expires }: HouseCard,
    now: Instant,
  ): Promise<void> {
    await manager.getRepository(CardRow).upsert({ member, token, last, expires, since: now, told: false }, ['member']);
  }

  private async receipt(
    manager: EntityManager,
    payment: Payment,
    person: PersonInHand | null,
    amount: number,
    now: Instant,
  ): Promise<number> {
    const data = receiptOf(payment, amount, person?.facts ?? null, this.setup);
    return issue(manager, { kind: 'payment', payment, amount, at: now, data });
  }
}
