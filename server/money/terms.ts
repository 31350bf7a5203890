/**
 * Purpose: terms as they change: each step of the core is saved, and what it brings about carried out, in one transaction
 * with whatever brought it on.
 * Invariant: a renewal is asked for once. The person in hand is written by whoever holds it.
 */
import { rowsFrom } from '../platform/rows';
import type { EntityManager } from 'typeorm';
import { currentTerm } from '../../core/facts';
import { ok, sayDate, type ChipName, type Instant, type MemberId, type Result, type TermId } from '../../core/kernel';
import {
  beginTerm,
  heldUntil,
  nextBill,
  nextDue,
  stepTerm,
  becomes,
  type Bill,
  type Paid,
  type Taking,
  type Term,
  type TermEffect,
  type TermEvent,
  type TermRefusal,
} from '../../core/money';
import { termRules, type Setup } from '../../core/setup';
import { PersonInHand, noteOnTimeline } from '../members';
import type { Randomness } from '../platform/ids';
import type { Jobs } from '../platform/jobs';
import type { MoneyJobs } from './money.job.kinds';
import type { LiveSetup } from '../setup';
import { charge, dropPayment, openPayment } from './charges';
import { giveBackUse } from './code.uses';
import { closeAtHouse } from './following';
import type { PaymentKind } from './money.entities';
import type { MoneyLetters } from './money.letters';
import { moneySays } from './money.sentences';
import {
  issue,
  lockPayment,
  lockTerm,
  renewalKey,
  savePayment,
  saveTerm,
  setTimer,
  timerOf,
  type Payment,
} from './money.store';
import { sayReason } from './money.words';
import { receiptOf } from './receipts';

export type TermPorts = { readonly live: LiveSetup; readonly jobs: Jobs<MoneyJobs>; readonly random: Randomness };
/** A term as it is held. */
export type HeldLevel = {
  readonly level: Term['level'];
  readonly from: Instant;
  readonly until: Instant | null;
  readonly paidUntil: Instant | null;
};

export class Terms {
  constructor(
    private readonly ports: TermPorts,
    private readonly letters: MoneyLetters,
  ) {}

  private get setup(): Setup {
    return this.ports.live.must.setup;
  }

  /** A term from now on. */
  async begin(
    manager: EntityManager,
    person: PersonInHand,
    about: { taking: Taking; code: Term['code']; by: Term['by']; credit: number } & Paid,
    now: Instant,
    setup = this.setup,
  ): Promise<Term> {
    const { taking, ...rest } = about;
    const id = this.ports.random.id<TermId>();
    const term = beginTerm({ ...taking, ...rest, id, member: person.id }, now, setup.doc.site.zone);
    await saveTerm(manager, term);
    await setTimer(manager, this.ports.jobs, term, timerOf(term, setup));
    const { level, from, until, paidUntil } = heldLevelOf(term, setup);
    await person.giveLevel({ level, from, until, paidUntil });
    await this.letters.wonBack(manager, person);
    if (person.facts.standing === 'lapsed' || person.facts.standing === 'paused')
      this.standing(person, 'admitted', now);
    return term;
  }

  /** Brings an event to a term, and carries out what it brings about. The person is written by the caller. */
  async apply(
    manager: EntityManager,
    person: PersonInHand,
    term: Term,
    event: TermEvent,
    now: Instant,
  ): Promise<Result<Term, TermRefusal>> {
    const { setup } = this;
    const step = stepTerm(term, event, now, termRules(term.level, setup));
    if (!step.ok) return step;
    const after = step.value.term;
    await saveTerm(manager, after);
    // A code for what the term was to become is free again where it does not.
    const begins = step.value.effects.some((effect) => effect.do === 'begin');
    if (term.next?.code && after.next !== term.next && !begins) await giveBackUse(manager, term.id);
    for (const effect of step.value.effects) await this.carryOut(manager, person, after, effect, now);
    if (term.state === 'ended' && after.state !== 'ended') await this.letters.wonBack(manager, person);
    return ok(after);
  }

  /** Something that a term's owner or staff want, within an act. */
  async move(
    manager: EntityManager,
    id: TermId,
    event: TermEvent,
    now: Instant,
    note: string | null,
  ): Promise<Result<Term, TermRefusal | { code: 'not-found' }>> {
    const term = await lockTerm(manager, id);
    const person = term && (await PersonInHand.read(manager, term.member));
    if (!term || !person) return { ok: false, refusal: { code: 'not-found' } };
    const done = await this.apply(manager, person, term, event, now);
    if (!done.ok) return done;
    await person.write(this.setup);
    if (note) await noteOnTimeline(manager, term.member, [{ at: now, what: `money.${event.it}`, title: note }]);
    return done;
  }

  /** The clock of a term has come. */
  async timerDue(manager: EntityManager, id: TermId, now: Instant): Promise<void> {
    const term = await lockTerm(manager, id);
    const person = term && (await PersonInHand.read(manager, term.member));
    if (!term || !person) return;
    const done = await this.apply(manager, person, term, { it: 'timePassed' }, now);
    if (done.ok && done.value.told !== term.told) await this.letters.cardExpires(manager, done.value, person, now);
    await person.write(this.setup);
  }

  /** A new card: whoever owes something is asked at once. */
  async tryAgainWith(manager: EntityManager, member: MemberId, now: Instant): Promise<void> {
    const rows = await rowsFrom<{ id: TermId }>(
      manager,
      `SELECT id FROM term WHERE member = ? AND state <> 'ended' FOR UPDATE`,
      [member],
    );
    for (const { id } of rows) await this.move(manager, id, { it: 'cardChanged' }, now, null);
  }

  private async carryOut(
    manager: EntityManager,
    person: PersonInHand,
    term: Term,
    effect: TermEffect,
    now: Instant,
  ): Promise<void> {
    const { setup } = this;
    const words = moneySays(setup.doc.site);
    const { money, levelTitle } = this.letters;
    switch (effect.do) {
      case 'hold':
        return person.giveLevel({
          level: term.level,
          from: effect.from,
          until: effect.until,
          paidUntil: effect.paidUntil,
        });
      case 'charge': {
        const payment = await openPayment(manager, this.ports.random, this.renewal(term, effect.n, effect.bill), now);
        await charge(manager, payment, now);
        if (payment.state !== 'paid') return this.take(manager, payment, person, now);
        // Paid from what was kept: a receipt says so. What costs nothing has none.
        if (effect.bill.worth > 0)
          await issue(manager, {
            kind: 'payment',
            payment,
            amount: 0,
            at: now,
            data: receiptOf(payment, 0, person.facts, setup),
          });
        return;
      }
      case 'retry': {
        const owed = await this.owedOf(manager, term);
        if (!owed) return;
        const payment: Payment = { ...owed, state: asked(owed.by) };
        await savePayment(manager, payment);
        return this.take(manager, payment, person, now);
      }
      case 'writeOff': {
        const payment = await this.owedOf(manager, term);
        if (!payment) return;
        await dropPayment(manager, payment, now);
        // Of one that was paid in part the credit beside that part has been used up.
        if (payment.received > 0 && payment.data.bill.credit > 0)
          await saveTerm(manager, { ...term, credit: term.credit - payment.data.bill.credit });
        return closeAtHouse(manager, this.ports.jobs, payment, now);
      }
      case 'send': {
        if (effect.letter === 'paid') return;
        // Nobody is asked back who has not left.
        if (effect.letter === 'winBack' && currentTerm(person.facts, now)) return;
        const bill = comingBill(term, setup);
        const said: Partial<Record<ChipName, string>> = {
          amount: money(bill?.total ?? 0),
          dueDate: sayDate(term.endedAt ?? term.until ?? now, setup.doc.site),
          reason: await this.reasonOf(manager, term),
        };
        if (term.owing?.nextTry) said.nextTry = sayDate(term.owing.nextTry, setup.doc.site);
        return this.letters.post(manager, person, effect.letter, said, term.level, now, effect.at);
      }
      case 'standing':
        return this.standing(person, effect.to, now, manager);
      case 'begin': {
        const { becoming, credit } = effect;
        const id = this.ports.random.id<TermId>();
        await noteOnTimeline(manager, person.id, [
          {
            at: now,
            what: 'money.switched',
            title: words.switchedTo({ was: levelTitle(term.level), level: levelTitle(becoming.level) }),
          },
        ]);
        const first = becomes({ ...term, credit }, becoming, id, now, setup.doc.site.zone);
        // Its first payment is asked for as a renewal's is, grace and all; one that is paid already is booked as such.
        const begun = await this.apply(manager, person, first, { it: 'timePassed' }, now);
        if (begun.ok) await person.giveLevel(heldLevelOf(begun.value, setup));
        return;
      }
      case 'timer':
        return setTimer(manager, this.ports.jobs, term, effect.at);
    }
  }

  private renewal(term: Term, n: number, bill: Bill): Parameters<typeof openPayment>[2] {
    const { level, price, chosen, code, member, id } = term;
    return {
      member,
      application: null,
      term: id,
      renewal: renewalKey(id, bill.from),
      level,
      n,
      kind: 'renewal' as PaymentKind,
      state: bill.total === 0 ? 'paid' : asked(term.by),
      by: term.by,
      amount: bill.total,
      data: { taking: { level, price, chosen }, code, bill, tries: [], setOff: null },
    };
  }

  /** Charges the card of somebody for a payment that is asked for, or tells where to transfer to. */
  private async take(manager: EntityManager, payment: Payment, person: PersonInHand, now: Instant): Promise<void> {
    if (payment.state === 'taking') {
      const tried = payment.data.tries.length;
      return this.ports.jobs.add(manager, {
        kind: 'takePayment',
        runAt: now,
        payload: { payment: payment.id, tried },
        key: `take:${payment.id}`,
      });
    }
    await this.letters.askTransfer(manager, payment, person, now);
  }

  private standing(
    person: PersonInHand,
    to: 'admitted' | 'lapsed' | 'paused',
    now: Instant,
    manager?: EntityManager,
  ): void | Promise<void> {
    const { standing, terms } = person.facts;
    const words = moneySays(this.setup.doc.site);
    const held = currentTerm({ ...person.facts, terms }, now) !== null;
    if (to === 'admitted' && (standing === 'lapsed' || standing === 'paused')) person.setStanding('admitted', now);
    else if (to === 'paused' && standing === 'admitted' && !held) person.setStanding('paused', now);
    else if (to === 'lapsed' && (standing === 'admitted' || standing === 'paused') && !held) {
      person.setStanding('lapsed', now);
      return (
        manager &&
        noteOnTimeline(manager, person.id, [
          { at: now, what: 'standing.lapsed', title: words.lapsed, standing: 'lapsed' },
        ])
      );
    }
  }

  private async owedOf(manager: EntityManager, term: Term): Promise<Payment | null> {
    const due = nextDue(term, this.setup.doc.site.zone);
    if (!due) return null;
    const [row] = await rowsFrom<{ id: string }>(
      manager,
      `SELECT id FROM payment WHERE renewal = ? AND state IN ('taking', 'refused', 'awaited')`,
      [renewalKey(term.id, due.at)],
    );
    return row ? lockPayment(manager, row.id) : null;
  }

  private async reasonOf(manager: EntityManager, term: Term): Promise<string> {
    const payment = await this.owedOf(manager, term);
    const last = payment?.data.tries.at(-1);
    return last?.result === 'refused' ? sayReason(last.reason, this.setup.doc.site) : '';
  }
}

/** The bill that a term asks for next: of what it becomes, where it becomes something else. */
function comingBill(term: Term, setup: Setup): Bill | null {
  if (!term.next || term.until === null) return nextBill(term, termRules(term.level, setup));
  const next = becomes(term, term.next, term.id, term.until, setup.doc.site.zone);
  return nextBill(next, termRules(next.level, setup));
}

/** A payment that is asked for from somebody who is not there: their card is charged, or a transfer awaited. */
const asked = (by: Payment['by']): Payment['state'] => (by === 'card' ? 'taking' : 'awaited');

export function heldLevelOf(term: Term, setup: Setup): HeldLevel {
  const { site, money } = setup.doc;
  return { level: term.level, from: term.from, until: heldUntil(term, site.zone, money), paidUntil: term.until };
}
