/** Purpose: what is said of a payment to whoever pays, in more than one place. */
import type { Reader } from '../../core/kernel';
import type { MoneyLetter } from '../../core/money';
import type { Setup } from '../../core/setup';
import { refusalReasons } from './card.house';
import { moneySays } from './money.sentences';
import type { Payment } from './money.store';

/** Whether there is a letter for something about money, and it is on: only then is it promised. */
export const letterIsOn = (letter: MoneyLetter, { doc, messages }: Setup): boolean => {
  const message = messages.get(doc.money.letters[letter] ?? '');
  return message !== undefined && !message.off;
};

/** Why a card was refused. */
export function sayReason(reason: string, reader: Reader): string {
  const words = moneySays(reader);
  return reason in refusalReasons ? words[reason as 'lost'] : words.otherReason;
}

/** What stands at the card house beside the amount. */
export function sayWhatFor({ level, kind }: Pick<Payment, 'level' | 'kind'>, { levels, doc }: Setup): string {
  const words = moneySays(doc.site);
  const said = { level: levels.get(level)?.title ?? level, site: doc.site.name };
  return kind === 'card' ? words.keepCard(said) : words.words(said);
}
