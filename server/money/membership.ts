/** Purpose: what goes on, as its owner sees it in the account and deals with it; and what is given by hand. */
import type { DataSource } from 'typeorm';
import type { OwnMoneyView, TermView } from '../../contract';
import type { Facts } from '../../core/facts';
import {
  ok,
  refuse,
  sayDate,
  sayMoney,
  type Instant,
  type MemberId,
  type PaymentId,
  type Result,
  type TermId,
} from '../../core/kernel';
import { addSpan } from '../../core/kernel/calendar';
import { leftOver, nextBill, splitByDays, type Term, type TermEvent, type TermRefusal } from '../../core/money';
import { termRules, type Setup } from '../../core/setup';
import { PersonInHand, noteOnTimeline } from '../members';
import type { Acts, AlreadySent, Envelope } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import type { Randomness } from '../platform/ids';
import type { LiveSetup } from '../setup';
import type { CardHouse } from './card.house';
import { openPayment } from './charges';
import { PaymentRow, ReceiptRow } from './money.entities';
import { moneySays } from './money.sentences';
import { cardOf, lockTerm, sayReceipt, termsOf, type Payment } from './money.store';
import type { Onward, PayRefusal, Paying } from './paying';
import type { Terms } from './terms';

export type MembershipPorts = {
  readonly db: DataSource;
  readonly live: LiveSetup;
  readonly acts: Acts;
  readonly clock: SiteClock;
  readonly random: Randomness;
  readonly terms: Terms;
  readonly paying: Paying;
  readonly house: CardHouse | null;
};

export class Membership {
  constructor(private readonly ports: MembershipPorts) {}

  private get setup(): Setup {
    return this.ports.live.must.setup;
  }

  /**
   * What the account says of money; null where somebody has nothing to do with it.
   * @param offered whether they may choose another level now
   */
  async own({ member: id, standing }: Facts, now: Instant, offered: boolean): Promise<OwnMoneyView | null> {
    const member = id as MemberId;
    const { manager } = this.ports.db;
    const { setup } = this;
    const { site } = setup.doc;
    const terms = await termsOf(manager, member);
    const receipts = await manager
      .getRepository(ReceiptRow)
      .find({ where: { member }, order: { number: 'DESC' }, take: 100 });
    const card = await cardOf(manager, member);
    const canPay = (setup.doc.money.card && this.ports.house !== null) || setup.doc.money.transfer !== undefined;
    const canBuy = canPay && offered;
    if (!terms.length && !receipts.length && !canBuy) return null;
    const shown = terms
      .filter((term) => term.state !== 'ended')
      .concat(terms.filter(({ state }) => state === 'ended').slice(0, 1));
    const awaited = (await manager.getRepository(PaymentRow).findBy({ member, state: 'awaited' })) as Payment[];
    return {
      canBuy,
      terms: shown
        .map((term) =>
          termView(term, card?.last ?? null, awaited.find((one) => one.term === term.id) ?? null, now, setup),
        )
        // Nobody is led to a choice of nothing; what was paid on the way in waits for how that ends.
        .map((view) => ({
          ...view,
          may: standing === 'applicant' ? [] : view.may.filter((act) => canBuy || act !== 'switch'),
        })),
      receipts: receipts.map(({ number, at, amount, kind, data }) => ({
        number: sayReceipt(number),
        date: sayDate(at, site),
        amount: sayMoney(kind === 'refund' ? -amount : amount, site.currency, site.locale),
        about: data.lines[0]?.label ?? '',
      })),
    };
  }

  /** Another card for what goes on: its owner gives it on the page of the house, and nothing is taken. */
  async otherCard(envelope: Envelope, member: MemberId, id: TermId): Promise<Result<Onward, PayRefusal | AlreadySent>> {
    if (!this.ports.house) return refuse({ code: 'no-cards' });
    const acted = await this.ports.acts.carryOut<{ id: PaymentId }, PayRefusal>(
      envelope,
      async ({ manager, now, about }) => {
        const term = await lockTerm(manager, id);
        if (!term || term.member !== member || term.state === 'ended') return refuse({ code: 'not-offered' });
        about({ subject: member, detail: { term: id } });
        const { level, price, chosen, code } = term;
        const bill = { parts: [], worth: 0, tax: 0, rate: 0, credit: 0, total: 0, from: now, until: null };
        const open = await openPayment(
          manager,
          this.ports.random,
          {
            member,
            application: null,
            term: id,
            renewal: null,
            level,
            n: 0,
            kind: 'card',
            state: 'open',
            by: 'card',
            amount: 0,
            data: { taking: { level, price, chosen }, code, bill, tries: [], setOff: null },
          },
          now,
        );
        return ok({ id: open.id });
      },
    );
    if (!acted.ok) return acted;
    return this.ports.paying.onward(acted.value.value.id);
  }

  /** What a member does with their own term. */
  async move(
    envelope: Envelope,
    member: MemberId,
    id: TermId,
    event: TermEvent,
    note: ((level: string) => string) | null,
  ): Promise<Result<null, TermRefusal | { code: 'not-found' } | AlreadySent>> {
    const acted = await this.ports.acts.carryOut<null, TermRefusal | { code: 'not-found' }>(
      envelope,
      async ({ manager, now, about }) => {
        const term = await lockTerm(manager, id);
        if (!term || term.member !== member) return refuse({ code: 'not-found' });
        about({ subject: member, detail: { term: id } });
        const level = this.setup.levels.get(term.level)?.title ?? term.level;
        const done = await this.ports.terms.move(manager, id, event, now, note?.(level) ?? null);
        return done.ok ? ok(null) : done;
      },
    );
    return acted.ok ? ok(null) : acted;
  }

  monthsOn = (months: number): Instant =>
    addSpan(this.ports.clock.now(), { count: months, unit: 'months' }, this.setup.doc.site.zone);

  /** Gives a member a level for a span, by hand. */
  async gift(
    envelope: Envelope,
    member: MemberId,
    level: string,
    months: number,
    by: string,
  ): Promise<Result<null, { code: 'not-found' } | AlreadySent>> {
    const acted = await this.ports.acts.carryOut<null, { code: 'not-found' }>(
      envelope,
      async ({ manager, now, about }) => {
        const { setup } = this;
        const item = setup.levels.get(level);
        const person = item && (await PersonInHand.read(manager, member));
        if (!item || !person || person.owner) return refuse({ code: 'not-found' });
        about({ subject: member, detail: { level, months } });
        const price = { id: 'gift' as never, kind: 'free', lasts: { count: months, unit: 'months' } } as const;
        const taking = { level: item.id, price, chosen: null };
        await this.ports.terms.begin(
          manager,
          person,
          { taking, code: null, by: 'gift', credit: 0, paid: 0, tax: 0 },
          now,
        );
        await person.write(setup);
        await noteOnTimeline(manager, member, [
          { at: now, what: 'money.gift', title: moneySays(setup.doc.site).gift({ level: item.title, by }) },
        ]);
        return ok(null);
      },
    );
    return acted.ok ? ok(null) : acted;
  }
}

function termView(term: Term, card: string | null, awaited: Payment | null, now: Instant, setup: Setup): TermView {
  const { site } = setup.doc;
  const words = moneySays(site);
  const say = (amount: number) => sayMoney(amount, site.currency, site.locale);
  const title = setup.levels.get(term.level)?.title ?? term.level;
  const date = (at: Instant) => sayDate(at, site);
  const bill = nextBill(term, termRules(term.level, setup));
  const may: TermView['may'] = [];
  const hints: TermView['hints'] = {};
  const offer = (act: TermView['may'][number], hint: string) => {
    may.push(act);
    hints[act] = hint;
  };
  const made = (says: string, trouble: string | null = null): TermView => ({
    id: term.id,
    title,
    says,
    trouble,
    may,
    hints,
  });
  if (term.state === 'ended') {
    const ended = { date: date(term.endedAt ?? now) };
    const over = leftOver(term);
    return made(over > 0 ? words.endedWith({ ...ended, amount: say(over) }) : words.endedOn(ended));
  }
  if (term.pause) {
    offer('unpause', words.hintUnpause);
    offer('cancel', words.endsOn({ date: date(now) }));
    return made(words.pausedUntil({ date: date(term.pause.until), count: term.pause.days }));
  }
  if (term.owing) {
    const amount = say(bill?.total ?? 0);
    if (term.by === 'card') offer('card', words.hintCard);
    offer('cancel', words.endsOn({ date: date(now) }));
    const trouble = awaited
      ? words.owesTransfer({
          amount: say(awaited.amount - awaited.received),
          date: date(term.owing.graceUntil),
          reference: awaited.reference,
        })
      : term.owing.nextTry
        ? words.owesNext({ amount, date: date(term.owing.nextTry) })
        : words.owes({ amount, date: date(term.owing.graceUntil) });
    return made('', trouble);
  }
  if (term.until === null) {
    offer('switch', words.hintSwitch);
    return made(words.holdsForGood);
  }
  const until = date(term.until);
  if (term.next) {
    const level = setup.levels.get(term.next.level)?.title ?? term.next.level;
    offer('stay', words.hintStay({ level: title }));
    return made(words.changesTo({ level, date: until }));
  }
  if (term.renews && term.by === 'card') offer('card', words.hintCard);
  offer('switch', words.hintSwitch);
  const { days } = splitByDays(0, now, term.until, now, site.zone);
  if (term.by !== 'gift') offer('pause', words.hintPause({ count: days }));
  if (term.renews) offer('cancel', words.hintCancel({ level: title, date: until }));
  else if (bill) offer('resume', words.hintResume({ date: until }));
  if (!term.renews || !bill) return made(words.endsOn({ date: until }));
  return made(
    term.by === 'card' && card
      ? words.renewsCard({ amount: say(bill.total), date: until, card })
      : words.renewsOn({ amount: say(bill.total), date: until }),
  );
}
