/** Purpose: the forms of joining as they come without script. */
import { call } from '@orpc/server';
import type { Attempt } from '../../contract';
import { nameOfPart, type FormItem, type RawAnswer } from '../../core/fields';
import type { Setup } from '../../core/setup';
import { oneOf, plainAnswer, plainSend, type PlainBody, type PlainForms, type PlainSend } from '../site';
import type { JoiningApi } from './joining.api';

export const joiningForms = (api: JoiningApi): PlainForms => ({
  join: (address, body, setup) => {
    const form = setup.formByAddress.get(address);
    return form ? joinSend(api, form, body, setup) : null;
  },
  confirm: (token, body) => {
    if (oneOf(body['act']) === 'discard')
      return plainSend('discard', body, (context) => call(api.discard, { token }, { context }));
    const password = oneOf(body['password']);
    return plainSend('confirm', body, (context) => call(api.confirm, { token, password }, { context }));
  },
  joining: (_rest, body) => {
    const text = (name: string) => oneOf(body[name]);
    switch (text('act')) {
      case 'code':
        return plainSend('code', body, (context) => call(api.enterCode, { code: text('code') }, { context }));
      case 'resend':
        return plainSend('resend', body, (context) => call(api.resend, {}, { context }));
      case 'withdraw':
        return plainSend('withdraw', body, (context) => call(api.withdraw, {}, { context }));
      default:
        return plainSend('answer', body, (context) => call(api.answer, { text: text('text') }, { context }), 'text');
    }
  },
});

/** A signup form: each answer as its kind has it, since a plain form sends text alone. */
function joinSend(api: JoiningApi, form: FormItem, body: PlainBody, setup: Setup): PlainSend {
  const answers: Record<string, RawAnswer> = {};
  for (const part of form.parts) {
    const name = nameOfPart(part);
    if (name === null) continue;
    const kind = part.part === 'field' ? setup.fields.get(part.field)?.of.kind : part.part;
    const value = body[name];
    answers[name] = plainAnswer(kind, value);
  }
  const { password: _, ...shown } = answers;
  const typed = Object.entries(shown).filter(([, value]) => value !== null && value !== undefined);
  const opened = Number(oneOf(body['opened']));
  const input = {
    form: form.address,
    once: oneOf(body['once']),
    answers: answers as Record<string, string>,
    website: oneOf(body['website']),
    took: Number.isFinite(opened) ? Math.max(0, Date.now() - opened) : 0,
  };
  return {
    form: `join-${form.address}`,
    // When it was first opened goes along, so that a form sent again is not too quick.
    typed: { ...(Object.fromEntries(typed) as Attempt['typed']), opened: String(opened) },
    run: (context) => call(api.join, input, { context }),
  };
}
