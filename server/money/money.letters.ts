/** Purpose: the letters about money: what is said in them, to whom, and when one is taken back. */
import type { EntityManager } from 'typeorm';
import { firstNameOf, sayMoney, sayNearDate, type ChipName, type Instant } from '../../core/kernel';
import type { MoneyLetter, Term } from '../../core/money';
import type { Setup } from '../../core/setup';
import type { PersonInHand } from '../members';
import type { Outbox } from '../messages';
import type { LiveSetup } from '../setup';
import { CardRow } from './money.entities';
import { moneySays } from './money.sentences';
import { cardOf, type Payment } from './money.store';

export class MoneyLetters {
  constructor(
    private readonly live: LiveSetup,
    private readonly outbox: Outbox,
    private readonly address: string,
  ) {}

  private get setup(): Setup {
    return this.live.must.setup;
  }
  readonly money = (amount: number): string => {
    const { currency, locale } = this.setup.doc.site;
    return sayMoney(amount, currency, locale);
  };
  readonly levelTitle = (id: string): string => this.setup.levels.get(id)?.title ?? id;

  /** Writes to somebody about money, where there is a letter for it. */
  async post(
    manager: EntityManager,
    person: PersonInHand,
    letter: MoneyLetter,
    words: Partial<Record<ChipName, string>>,
    level: string,
    now: Instant,
    at?: Instant,
  ): Promise<void> {
    const { setup } = this;
    const message = setup.doc.money.letters[letter];
    const { mail, name } = person.facts;
    if (!message || !mail || person.owner) return;
    const post = {
      message,
      to: mail,
      member: person.id,
      facts: person.facts,
      words: { level: this.levelTitle(level), firstName: name ? firstNameOf(name) : '', ...words },
      secrets: { link: `${this.address}${letter === 'winBack' || letter === 'ended' ? '/pay' : '/account'}` },
    };
    await this.outbox.post(manager, setup, at === undefined ? post : { ...post, at }, now);
  }

  /** The letter with bank details and reference. */
  async askTransfer(manager: EntityManager, payment: Payment, person: PersonInHand, now: Instant): Promise<void> {
    const lines = this.setup.doc.money.transfer?.lines ?? [];
    const words = moneySays(this.setup.doc.site);
    const payTo = [...lines, { label: words.reference, text: payment.reference }];
    await this.post(
      manager,
      person,
      'asked',
      {
        amount: this.money(payment.amount - payment.received),
        receipt: payment.reference,
        payTo: payTo.map(({ label, text }) => `${label}: ${text}`).join('\n'),
      },
      payment.level,
      now,
    );
  }

  /** Tells those whose card runs out before the next payment, once. */
  async cardExpires(manager: EntityManager, term: Term, person: PersonInHand, now: Instant): Promise<void> {
    const card = term.by === 'card' && term.renews && term.until !== null ? await cardOf(manager, term.member) : null;
    if (!card || card.told || term.until === null || cardEnds(card.expires) > term.until) return;
    const { site } = this.setup.doc;
    await this.post(
      manager,
      person,
      'cardExpires',
      { card: `${card.last}, ${card.expires}`, dueDate: sayNearDate(term.until, now, site) },
      term.level,
      now,
    );
    await manager.getRepository(CardRow).update({ member: term.member }, { told: true });
  }

  /** Who holds a level again is not asked back any more. */
  async wonBack(manager: EntityManager, person: PersonInHand): Promise<void> {
    const letter = this.setup.doc.money.letters.winBack;
    if (letter) await this.outbox.unsend(manager, person.id, letter);
  }
}

/** The first instant at which a card is no good any more; `08/28` is good to the end of August 2028. */
export function cardEnds(expires: string): Instant {
  const [month = 1, year = 0] = expires.split('/').map(Number);
  return Date.UTC(2000 + year, month, 1);
}
