/** Purpose: what is done about letters that do not get through. */
import { implement } from '@orpc/server';
import { letters as contract } from '../../contract';
import { envelopeOf, guard, type Call } from '../callers';
import type { StuckLetters } from './letters';
import type { LiveSetup } from '../setup';
import { messagesSays } from './messages.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type LettersPorts = { readonly letters: StuckLetters; readonly live: LiveSetup };

export const lettersApi = ({ letters, live }: LettersPorts) => ({
  retry: api.retry.handler(async ({ context }) => {
    const count = await letters.retry(envelopeOf(context, 'letters.retried'));
    const says = messagesSays(live.reader);
    return { says: count === 0 ? says.noneStuck : says.tried({ count }) };
  }),
});
