/** Purpose: what is said of a payment to whoever pays, in more than one place. */
import type { Reader } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { refusalReasons } from './card.house';
import { moneySays } from './money.sentences';
import type { Payment } from './money.store';

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
