/** Purpose: the forms of paying as they come without script. */
import { call } from '@orpc/server';
import type { TermId } from '../../core/kernel';
import { oneOf, plainSend, type PlainBody, type PlainForms, type PlainSend } from '../site';
import type { PayApi } from './pay.api';

const shown = ['offer', 'amount', 'code', 'by'] as const;

/** Choosing and paying, wherever it stands: what is reckoned is shown by the place itself. */
export function paySend(api: PayApi, place: string, body: PlainBody): PlainSend {
  const text = (name: string) => oneOf(body[name]);
  const choice = { offer: text('offer'), amount: text('amount'), code: text('code') };
  if (text('act') === 'reckon')
    return plainSend(
      'pay',
      body,
      () => Promise.resolve({ next: `${place}?${new URLSearchParams(choice).toString()}` }),
      ...shown,
    );
  const by = text('by') === 'transfer' ? 'transfer' : 'card';
  return plainSend(
    'pay',
    body,
    async (context) => {
      const { here } = await call(api.pay, { ...choice, by }, { context });
      return { next: here };
    },
    ...shown,
  );
}

const acts = ['cancel', 'resume', 'unpause', 'stay'] as const;

/** What may be done with a membership, from the account; null for any other act. */
function termSend(api: PayApi, body: PlainBody): PlainSend | null {
  const act = oneOf(body['act']);
  const term = oneOf(body['term']) as TermId;
  const one = acts.find((name) => name === act);
  if (one) return { ...plainSend(`term-${term}`, body, (context) => call(api[one], { term }, { context })), done: one };
  if (act === 'pause')
    return {
      ...plainSend(
        `term-${term}`,
        body,
        (context) => call(api.pause, { term, months: Number(oneOf(body['months'])) }, { context }),
        'months',
      ),
      done: 'pause',
    };
  if (act === 'card')
    return plainSend(`term-${term}`, body, async (context) => {
      const { here } = await call(api.card, { term }, { context });
      return { next: here };
    });
  return null;
}

export const moneyForms = (api: PayApi): PlainForms => ({
  pay: (_rest, body) => paySend(api, '/pay', body),
  account: (_rest, body) => termSend(api, body),
});
