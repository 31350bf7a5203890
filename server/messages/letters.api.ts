/** Purpose: what is done about letters that do not get through. */
import { implement } from '@orpc/server';
import { letters as contract } from '../../contract';
import { countBegins } from '../../core/kernel';
import { envelopeOf, guard, type Call } from '../callers';
import type { StuckLetters } from './letters';

const api = implement(contract).$context<Call>().use(guard);

export const lettersApi = ({ letters }: { readonly letters: StuckLetters }) => ({
  retry: api.retry.handler(async ({ context }) => {
    const count = await letters.retry(envelopeOf(context, 'letters.retried'));
    return { says: count === 0 ? 'No letter is stuck.' : `${countBegins(count, 'letter')} tried again now.` };
  }),
});
