/** Purpose: what is done about letters that do not get through. */
import { implement } from '@orpc/server';
import { letters as contract } from '../../contract';
import type { MessageId } from '../../core/kernel';
import type { RenderedMessage } from '../../core/messages';
import { envelopeOf, guard, staffOf, type Call } from '../callers';
import type { Envelope } from '../platform/acts';
import { problem } from '../platform/problem';
import type { StuckLetters } from './letters';
import type { LiveSetup } from '../setup';
import { messagesSays } from './messages.sentences';

const api = implement(contract).$context<Call>().use(guard);

type Reading = { readonly id: MessageId; readonly person: string; readonly on?: string | undefined };

export type LettersPorts = {
  readonly letters: StuckLetters;
  readonly live: LiveSetup;
  /** A letter of the draft through somebody's eyes; null where there is no such letter or person. */
  readonly reading: {
    read(reading: Reading): Promise<RenderedMessage | null>;
    test(
      reading: Reading,
      staff: { readonly id: string; readonly mail: string },
      envelope: Envelope,
    ): Promise<string | null>;
  };
};

export const lettersApi = ({ letters, live, reading }: LettersPorts) => ({
  read: api.read.handler(async ({ input }) => {
    const letter = await reading.read(input);
    if (!letter) throw problem('not-found', { detail: messagesSays(live.reader).noLetter });
    return { subject: letter.subject, text: letter.text };
  }),
  test: api.test.handler(async ({ input, context }) => {
    const says = await reading.test(input, staffOf(context), envelopeOf(context, 'letters.tested', input));
    if (says === null) throw problem('not-found', { detail: messagesSays(live.reader).noLetter });
    return { says };
  }),

  retry: api.retry.handler(async ({ context }) => {
    const count = await letters.retry(envelopeOf(context, 'letters.retried', null));
    const says = messagesSays(live.reader);
    return { says: count === 0 ? says.noneStuck : says.tried({ count }) };
  }),
});
