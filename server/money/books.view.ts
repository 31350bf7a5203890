/**
 * Purpose: whether the books are right, in words.
 * Invariant: the check reads everything there is and the whole record of the card house, so it is made once for everybody who
 * looks within some minutes, and says when; who asks for it anew gets it anew.
 */
import type { DataSource } from 'typeorm';
import type { BooksView } from '../../contract';
import { MINUTE, sayMoney, sayNearDate, sayTime, type Instant } from '../../core/kernel';
import type { Account } from '../../core/money';
import type { Setup } from '../../core/setup';
import { checkBooks, type Books } from './books';
import type { CardHouse } from './card.house';
import { moneySays } from './money.sentences';

const FRESH = 5 * MINUTE;

export class BookChecks {
  private last: { readonly books: Books; readonly at: Instant } | null = null;
  private under: Promise<void> | null = null;

  constructor(
    private readonly db: DataSource,
    private readonly house: CardHouse | null,
  ) {}

  /** @param anew whether one of some minutes ago does not do */
  async view(now: Instant, setup: Setup, anew = false): Promise<BooksView> {
    const old = !this.last || now - this.last.at > FRESH;
    if (anew || old) {
      this.under ??= this.check(now, setup).finally(() => (this.under = null));
      await this.under;
    }
    return inWords(this.last!.books, this.last!.at, now, setup);
  }

  /** What was wrong when somebody last looked; nothing where nobody has since the process began. */
  get faults(): number {
    return this.last?.books.faults.length ?? 0;
  }

  private async check(now: Instant, setup: Setup): Promise<void> {
    this.last = { books: await checkBooks(this.db, this.house, setup), at: now };
  }
}

function inWords({ balances, faults, charged, come, back, house }: Books, at: Instant, now: Instant, setup: Setup) {
  const { site } = setup.doc;
  const words = moneySays(site);
  const say = (amount: number) => sayMoney(amount, site.currency, site.locale);
  const labels: Record<Account, string> = {
    owed: words.accountOwed,
    card: words.accountCard,
    bank: words.accountBank,
    credit: words.accountCredit,
    income: words.accountIncome,
    tax: words.accountTax,
  };
  const balance = faults.length === 0;
  const compared = { told: '', silent: words.houseSilent, none: words.houseNone };
  const said = words.balanceSays({
    charged: say(charged),
    come: say(come),
    owed: say(balances.owed),
    kept: say(0 - balances.credit),
    back: say(back),
  });
  return {
    balance,
    says: [balance ? words.balance : words.unbalanced, said, compared[house]].filter(Boolean).join(' '),
    checked: words.checkedAt({ day: sayNearDate(at, now, site), time: sayTime(at, site) }),
    faults: [...faults],
    // What is owed to others stands on the other side; people read it without a sign.
    accounts: (Object.keys(labels) as Account[]).map((account) => ({
      account,
      label: labels[account],
      amount: say(
        account === 'income' || account === 'tax' || account === 'credit' ? 0 - balances[account] : balances[account],
      ),
    })),
  };
}
