/**
 * Purpose: paying, as whoever pays meets it: what may be had, what it comes to, the way to the card house and back, a
 * transfer.
 * Invariant: the choice is kept and its payment written before the card house is asked; the key of each payment is its own
 * id, so that one that broke off half-way is found again and never taken twice.
 */
import { MoreThan, type DataSource, type EntityManager } from 'typeorm';
import type { PayView, QuoteView } from '../../contract';
import { offeredBy, type Offer, type Offered } from '../../core/joining';
import {
  markOf,
  ok,
  refuse,
  sayMoney,
  writeAmount,
  type ApplicationId,
  type Instant,
  type MemberId,
  type PaymentId,
  type Result,
} from '../../core/kernel';
import { isRepeated, sayBeside, sayPrice } from '../../core/levels';
import { codeTyped, leftOver, type Term, type TermEvent, type Used } from '../../core/money';
import type { Setup } from '../../core/setup';
import type { Facts } from '../../core/facts';
import { PersonInHand } from '../members';
import type { Acts, AlreadySent, Envelope } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import { transact } from '../platform/database';
import type { Randomness } from '../platform/ids';
import type { Jobs } from '../platform/jobs';
import type { MoneyJobs } from './money.job.kinds';
import { holdShared } from '../platform/locks';
import type { Limits } from '../platform/limits';
import type { LiveSetup } from '../setup';
import type { Booking } from './booking';
import { HouseAway, type CardHouse, type HousePayment } from './card.house';
import { dropPayment, openPayment } from './charges';
import { takeUse, usesOf } from './code.uses';
import { closeAtHouse, follow, mayBePaid } from './following';
import { PaymentRow } from './money.entities';
import type { MoneyLetters } from './money.letters';
import { moneySays } from './money.sentences';
import { paymentById, spentOnPart, termsOf, type Payment } from './money.store';
import { letterIsOn, sayWhatFor } from './money.words';
import { beginsWith, priceFor, quoteFor, quoteView, type Behind, type Quote, type Typed } from './quote';
import type { Terms } from './terms';

export type PayRefusal =
  | { readonly code: 'not-offered' }
  | { readonly code: 'no-cards' }
  | { readonly code: 'card-house-away' }
  | { readonly code: 'pay-faults'; readonly faults: QuoteView['faults'] };

/** For whom and out of what something is chosen: at the gate of an application, or by a member. */
export type Choosing = {
  readonly member: MemberId;
  readonly application: ApplicationId | null;
  readonly offers: readonly Offer[];
};
export type Choice = Typed & { readonly offer: string };

/** Where it goes on: the card house or a place of the site; and the place of the site that leads there. */
export type Onward = { readonly next: string; readonly here: string };

export type PayingPorts = {
  readonly db: DataSource;
  readonly live: LiveSetup;
  readonly acts: Acts;
  readonly jobs: Jobs<MoneyJobs>;
  readonly clock: SiteClock;
  readonly random: Randomness;
  readonly limits: Limits;
  readonly letters: MoneyLetters;
  readonly terms: Terms;
  readonly booking: Booking;
  readonly house: CardHouse | null;
  readonly address: string;
};

const never: Used = { inAll: 0, byThem: 0 };

export class Paying {
  constructor(private readonly ports: PayingPorts) {}

  private get setup(): Setup {
    return this.ports.live.must.setup;
  }

  /** What somebody may choose from. */
  private offered(offers: readonly Offer[], setup: Setup): Offered[] {
    return offeredBy(offers, setup.levels);
  }

  /** What members may take by themselves: all that is sold, and of what a path alone leads to what they have held. */
  open({ terms }: Pick<Facts, 'terms'>, setup: Setup): Offer[] {
    return setup.doc.levels
      .filter(({ id, retired, byPath }) => !retired && (!byPath || terms.some(({ level }) => level === id)))
      .map(({ id }) => ({ level: id }));
  }

  /** What a choice begins from. An application changes no term. */
  private async behind(manager: EntityManager, { member, application }: Choosing): Promise<Behind> {
    const terms = await termsOf(manager, member);
    const held = application ? [] : terms.filter(({ state }) => state !== 'ended');
    // A gift stands beside what is paid for: it is changed only where there is nothing else.
    const found = held.find(({ by }) => by !== 'gift') ?? held[0];
    const before = found && { ...found, credit: found.credit - (await spentOnPart(manager, found)) };
    return { before: before ?? null, over: before ? 0 : terms.reduce((sum, term) => sum + leftOver(term), 0) };
  }

  private async reckonIn(
    manager: EntityManager,
    choosing: Choosing,
    choice: Choice,
    now: Instant,
  ): Promise<{ quote: Quote; before: Term | null } | null> {
    const behind = await this.behind(manager, choosing);
    const all = this.others(choosing, behind.before);
    const chosen = all.find(({ key }) => key === choice.offer) ?? (choice.offer === '' ? all[0] : undefined);
    if (!chosen) return null;
    const quote = await this.quoteOf(manager, choosing, chosen, behind, choice, now);
    return { quote, before: behind.before };
  }

  private async quoteOf(
    manager: EntityManager,
    choosing: Choosing,
    chosen: Offered,
    behind: Behind,
    choice: Choice,
    now: Instant,
  ): Promise<Quote> {
    const { setup } = this;
    const { member } = choosing;
    if (!choice.code.trim()) return quoteFor(chosen, choice, behind, { code: undefined, used: never }, now, setup);
    const code = codeTyped(choice.code, setup.doc.codes);
    // A right one is not counted, and is not told either from a wrong one after too many of those.
    const [wait = 0] = await this.ports.limits.waits(
      code ? ['discountByMember', member, 'look'] : ['discountByMember', member],
    );
    const begun = code ? (await this.waitingOf(manager, choosing)).map(({ id }) => id) : [];
    const instead = [...begun, ...(behind.before ? [behind.before.id] : [])];
    const used = code ? await usesOf(manager, code.id, member, instead) : never;
    const quote = quoteFor(chosen, choice, behind, { code: wait ? undefined : code, used }, now, setup);
    if (!wait) return quote;
    const says = moneySays(setup.doc.site).tooManyCodes({ count: Math.ceil(wait / 60) });
    return { ...quote, faults: [...quote.faults.filter(({ at }) => at !== 'code'), { at: 'code', says }] };
  }

  async reckon(choosing: Choosing, choice: Choice, now: Instant): Promise<QuoteView | null> {
    const found = await this.reckonIn(this.ports.db.manager, choosing, choice, now);
    return found && quoteView(found.quote, found.before, now, this.setup);
  }

  /** Whether there is anything to choose from. */
  async offers(choosing: Choosing): Promise<boolean> {
    const { before } = await this.behind(this.ports.db.manager, choosing);
    return this.others(choosing, before).length > 0;
  }

  /** What is offered beside what somebody has, and another amount of it where it is one of their own. */
  private others({ offers }: Choosing, before: Term | null): Offered[] {
    return this.offered(offers, this.setup)
      .filter(
        ({ level, price }) =>
          !before ||
          before.level !== level.id ||
          before.price.id !== price.id ||
          (price.kind === 'own' && before.renews),
      )
      .map((offer) => ({ ...offer, price: priceFor(offer.level.id, offer.price, before) }));
  }

  /** The place where somebody chooses; null where nothing is offered. */
  async view(choosing: Choosing, choice: Choice, action: string, now: Instant): Promise<PayView | null> {
    const { setup } = this;
    const { site, money } = setup.doc;
    const words = moneySays(site);
    const behind = await this.behind(this.ports.db.manager, choosing);
    const { before } = behind;
    const all = this.others(choosing, before);
    const first =
      all.find(({ key }) => key === choice.offer) ?? all.find(({ price }) => price.kind !== 'free') ?? all[0];
    if (!first) return null;
    const quote = await this.quoteOf(this.ports.db.manager, choosing, first, behind, choice, now);
    const say = (amount: number) => sayMoney(amount, site.currency, site.locale);
    const waiting = await this.awaitedOf(choosing);
    const rest = waiting ? waiting.amount - waiting.received : 0;
    return {
      action,
      offers: all.map(({ key, level, price }) => ({
        key,
        title: level.title,
        price: sayPrice(price, site),
        beside: sayBeside(price, site),
        about: level.about ?? '',
        own:
          price.kind === 'own'
            ? {
                says:
                  price.most === undefined
                    ? words.yourAmountFrom({ least: say(price.least) })
                    : words.yourAmount({ least: say(price.least), most: say(price.most) }),
                each: eachOf(
                  sayPrice({ ...price, kind: 'every', amount: price.suggested }, site),
                  say(price.suggested),
                ),
                suggested: writeAmount(beginsWith(level.id, price, before), site.currency, site.locale),
              }
            : null,
      })),
      chosen: first.key,
      amount:
        choice.amount ||
        (first.price.kind === 'own'
          ? writeAmount(beginsWith(first.level.id, first.price, before), site.currency, site.locale)
          : ''),
      code: choice.code,
      mark: markOf(site.currency, site.locale),
      ways: [
        ...(money.card && this.ports.house ? (['card'] as const) : []),
        ...(money.transfer ? (['transfer'] as const) : []),
      ],
      letters: { receipt: letterIsOn('paid', setup), bank: letterIsOn('asked', setup) },
      quote: quoteView(quote, before, now, setup),
      waits: waiting
        ? {
            says: waiting.received
              ? words.awaitedPart({ received: say(waiting.received), amount: say(waiting.amount) })
              : words.awaited({ amount: say(rest) }),
            lines: [...(money.transfer?.lines ?? []), { label: words.reference, text: waiting.reference }],
          }
        : null,
    };
  }

  /** Whether any money has come for an application: a payment may have been of nothing. */
  async hasTaken(application: ApplicationId): Promise<boolean> {
    return this.ports.db.manager.getRepository(PaymentRow).existsBy({ application, received: MoreThan(0) });
  }

  private async awaitedOf({ member, application }: Choosing): Promise<Payment | null> {
    const rows = await this.ports.db.manager
      .getRepository(PaymentRow)
      .find({ where: { member, state: 'awaited' }, order: { openedAt: 'DESC' } });
    return (rows.find((row) => row.application === application) ?? null) as Payment | null;
  }

  /** Pays for a choice. @returns where to go: the card house, or a place of the site */
  async pay(
    envelope: Envelope,
    choosing: Choosing,
    choice: Choice,
    by: 'card' | 'transfer',
  ): Promise<Result<Onward, PayRefusal | AlreadySent>> {
    const { setup } = this;
    const { money } = setup.doc;
    if (by === 'card' ? !money.card || !this.ports.house : !money.transfer) return refuse({ code: 'no-cards' });
    const back = choosing.application ? '/joining' : '/account';
    const before = await this.settleBefore(choosing, choice, by);
    if (!before.ok) return before;
    if (before.value !== null) return ok({ next: `/paid/${before.value}`, here: `/paid/${before.value}` });
    const acted = await this.ports.acts.carryOut<{ id: PaymentId | null; next: string | null }, PayRefusal>(
      envelope,
      async ({ manager, now, about }) => {
        const typed = choice.code.trim() ? codeTyped(choice.code, setup.doc.codes) : undefined;
        await PersonInHand.read(manager, choosing.member);
        // Whoever counts its uses to take one waits here.
        if (typed) await holdShared(manager, 'code', typed.id);
        const found = await this.reckonIn(manager, choosing, choice, now);
        if (!found) return refuse({ code: 'not-offered' });
        const { quote, before } = found;
        if (quote.faults.length) return refuse({ code: 'pay-faults', faults: quote.faults });
        about({ subject: choosing.member, detail: { level: quote.taking.level, amount: quote.bill.total, by } });
        if (before && quote.how !== 'now') {
          const { taking, code } = quote;
          const event: TermEvent =
            quote.how === 'amount'
              ? { it: 'amountChosen', amount: taking.chosen ?? 0 }
              : { it: 'changesAtEnd', to: { ...taking, code } };
          const done = await this.ports.terms.move(manager, before.id, event, now, null);
          if (done.ok && code) await takeUse(manager, code.id, choosing.member, before.id, now);
          return done.ok ? ok({ id: null, next: back }) : refuse({ code: 'not-offered' });
        }
        const payment = await this.opened(manager, choosing, quote, before, by, now);
        const goesOn = isRepeated(quote.taking.price);
        if (quote.bill.total === 0 && (by === 'transfer' || !goesOn)) {
          await this.ports.booking.settle(manager, payment.id, { is: 'paid', by, card: null, house: null }, now);
          return ok({ id: null, next: back });
        }
        if (by === 'card') return ok({ id: payment.id, next: null });
        const person = await PersonInHand.read(manager, choosing.member);
        if (person) await this.ports.letters.askTransfer(manager, payment, person, now);
        return ok({ id: null, next: choosing.application ? '/joining' : '/pay' });
      },
    );
    if (!acted.ok) return acted;
    const { id, next } = acted.value.value;
    if (id === null) return ok({ next: next ?? back, here: next ?? back });
    return this.onward(id);
  }

  /** The payment of a choice: the one that is open for it already, or a new one in the place of any other. */
  private async opened(
    manager: EntityManager,
    choosing: Choosing,
    quote: Quote,
    before: Term | null,
    by: 'card' | 'transfer',
    now: Instant,
  ): Promise<Payment> {
    const { member, application } = choosing;
    const waiting = await this.waitingOf(manager, choosing);
    const { taking, code, bill, setOff } = quote;
    let kept: Payment | null = null;
    for (const row of waiting) {
      if (!kept && row.state !== 'refused' && isFor(row, quote, by)) kept = row;
      else if (row.received === 0) {
        await dropPayment(manager, row, now);
        await closeAtHouse(manager, this.ports.jobs, row, now);
      }
    }
    if (kept) return kept;
    return openPayment(
      manager,
      this.ports.random,
      {
        member,
        application,
        term: before?.id ?? null,
        renewal: null,
        level: taking.level,
        n: 0,
        kind: before ? 'switch' : 'first',
        state: by === 'card' ? 'open' : 'awaited',
        by,
        amount: bill.total,
        data: { taking, code, bill, tries: [], setOff },
      },
      now,
    );
  }

  /** The page of the card house for a payment; null where it does not answer, or nothing is asked for any more. */
  async pageOf(id: PaymentId): Promise<string | null> {
    const { house, address, db, jobs, clock } = this.ports;
    const payment = await paymentById(db.manager, id);
    if (!payment || !house || !mayBePaid(payment)) return null;
    const { setup } = this;
    try {
      // Before anybody can pay there, so that it is asked about whatever becomes of this process and of their tab.
      await transact(db, (manager) => follow(manager, jobs, id, clock.now()));
      const found = await house.ask({
        key: id,
        amount: payment.amount,
        currency: setup.doc.site.currency,
        words: sayWhatFor(payment, setup),
        returnTo: `${address}/paid/${id}`,
      });
      if (payment.house !== found.id) await db.manager.getRepository(PaymentRow).update({ id }, { house: found.id });
      return found.page;
    } catch (error) {
      if (error instanceof HouseAway) return null;
      throw error;
    }
  }

  /** A payment of somebody as it stands, and nothing more. */
  async asItStands(id: PaymentId, member: MemberId): Promise<Payment | null> {
    const payment = await paymentById(this.ports.db.manager, id);
    return payment?.member === member ? payment : null;
  }

  /** Somebody comes back from the card house: what became of their payment is asked for. */
  async cameBack(id: PaymentId, member: MemberId): Promise<Payment | null> {
    const payment = await paymentById(this.ports.db.manager, id);
    if (!payment || payment.member !== member) return null;
    if (payment.state === 'paid' || payment.by !== 'card') return payment;
    const found = await this.ports.house?.byKey(id).catch(() => null);
    if (!found || found.state === 'open') return payment;
    return this.book(id, found);
  }

  private book(id: PaymentId, found: HousePayment): Promise<Payment | null> {
    const now = this.ports.clock.now();
    return transact(this.ports.db, (manager) => this.ports.booking.settleAs(manager, id, found, now));
  }

  /**
   * Before another payment is begun: what may be paid already is asked for, and all but the one for the same choice is
   * closed at the house, so that nobody pays twice.
   * @returns the payment that has been paid meanwhile, or null; refused where the house does not answer
   */
  private async settleBefore(
    choosing: Choosing,
    choice: Choice,
    by: 'card' | 'transfer',
  ): Promise<Result<PaymentId | null, PayRefusal>> {
    const { db, house, clock } = this.ports;
    const begun = (await this.waitingOf(db.manager, choosing)).filter(mayBePaid);
    if (!house || begun.length === 0) return ok(null);
    const reckoned = await this.reckonIn(db.manager, choosing, choice, clock.now());
    try {
      for (const row of begun) {
        const goesOn = row.state === 'open' && reckoned !== null && isFor(row, reckoned.quote, by);
        const found = goesOn ? await house.byKey(row.id) : await house.close(row.id);
        if (!found || found.state === 'open') continue;
        const settled = await this.book(row.id, found);
        if (settled?.state === 'paid') return ok(row.id);
      }
      return ok(null);
    } catch (error) {
      if (error instanceof HouseAway) return refuse({ code: 'card-house-away' });
      throw error;
    }
  }

  /** What has been begun for the same application, or by a member outside of any, and is not paid. */
  private async waitingOf(manager: EntityManager, { member, application }: Choosing): Promise<Payment[]> {
    const rows = (await manager
      .getRepository(PaymentRow)
      .find({ where: { member }, order: { openedAt: 'DESC' } })) as Payment[];
    return rows.filter(
      (row) =>
        row.application === application && row.kind !== 'renewal' && ['open', 'refused', 'awaited'].includes(row.state),
    );
  }

  /** On to the card house. */
  async onward(id: PaymentId): Promise<Result<Onward, PayRefusal>> {
    const page = await this.pageOf(id);
    return page ? ok({ next: page, here: `/paid/${id}` }) : refuse({ code: 'card-house-away' });
  }
}

/** Whether a payment is for this very choice. */
const isFor = (row: Payment, { taking, code, bill }: Quote, by: 'card' | 'transfer'): boolean =>
  row.by === by &&
  row.amount === bill.total &&
  JSON.stringify([row.data.taking, row.data.code]) === JSON.stringify([taking, code]) &&
  row.kind !== 'card';

/** What stands behind the amount: `a month` of `£20.00 a month`. */
const eachOf = (price: string, amount: string): string => price.replace(amount, '').trim();
