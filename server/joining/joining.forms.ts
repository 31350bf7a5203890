/** Purpose: the forms of joining as they come without script. */
import { call } from '@orpc/server';
import type { Attempt } from '../../contract';
import { nameOfPart, partKindOf, sentAs, type RawAnswer } from '../../core/fields';
import { type AnyForm } from '../../core/forms';
import type { Setup } from '../../core/setup';
import { paySend, type PayApi } from '../money';
import { oneOf, plainSend, withPictures, type PlainBody, type PlainForms, type PlainSend } from '../site';
import type { Call } from '../callers';
import { followUpAt } from './follow.ups';
import type { SentFormsApi } from './forms.api';
import type { JoiningApi } from './joining.api';

export const joiningForms = (api: JoiningApi, forms: SentFormsApi, pay: PayApi): PlainForms => ({
  'form/*': withPictures((address, body, setup) => {
    const form = followUpAt(address, setup);
    if (!form) return null;
    if (oneOf(body['act']) === 'later')
      return plainSend('later', body, async (context) => {
        await call(forms.putOff, { form: address }, { context });
        return { next: '/' };
      });
    const { answers, typed } = plainAnswers(form, body, setup);
    return {
      form: `form-${address}`,
      typed,
      run: async (context) => withinSite(form, await call(forms.sendForm, { form: address, answers }, { context })),
    };
  }),
  'join/*': withPictures((address, body, setup) => {
    const form = setup.formByAddress.get(address);
    return form ? joinSend(api, form, body, setup) : null;
  }),
  'embed/*': withPictures((address, body, setup) => {
    const form = setup.formByAddress.get(address);
    return form ? joinSend(api, form, body, setup, true) : null;
  }),
  'confirm/*': (token, body) => {
    if (oneOf(body['act']) === 'discard')
      return plainSend('discard', body, (context) => call(api.discard, { token }, { context }));
    const password = oneOf(body['password']);
    return plainSend('confirm', body, (context) => call(api.confirm, { token, password }, { context }));
  },
  joining: withPictures((_rest, body, setup) => {
    const text = (name: string) => oneOf(body[name]);
    switch (text('act')) {
      case 'reckon':
      case 'pay':
        return paySend(pay, '/joining', body);
      case 'code':
        return plainSend('code', body, (context) => call(api.enterCode, { code: text('code') }, { context }));
      case 'resend':
        return plainSend('resend', body, (context) => call(api.resend, {}, { context }));
      case 'form': {
        const form = setup.formByAddress.get(text('form'));
        if (!form) return null;
        const { answers, typed } = plainAnswers(form, body, setup);
        const run = (context: Call) => call(api.complete, { answers }, { context });
        return { form: `form-${form.address}`, typed, run };
      }
      case 'again':
        return plainSend('again', body, (context) => call(api.applyAgain, {}, { context }));
      case 'withdraw':
        return plainSend('withdraw', body, (context) => call(api.withdraw, {}, { context }));
      default:
        return plainSend('answer', body, (context) => call(api.answer, { text: text('text') }, { context }), 'text');
    }
  }),
});

/** Each answer as its kind has it, since a plain form sends text alone; and what of it may be shown again. */
function plainAnswers(form: AnyForm, body: PlainBody, setup: Setup) {
  const answers: Record<string, RawAnswer> = {};
  for (const part of form.parts) {
    const name = nameOfPart(part);
    if (name === null) continue;
    answers[name] = sentAs(body[name], partKindOf(part).facet(part, setup));
  }
  const { password: _, ...shown } = answers;
  const typed = Object.entries(shown).filter(([, value]) => value !== null && value !== undefined);
  return { answers: answers as Record<string, string>, typed: Object.fromEntries(typed) as Attempt['typed'] };
}

/** A browser follows no form out of the site: where it goes on elsewhere, a page of the site has the link. */
const withinSite = (form: AnyForm, done: { next: string }): { next: string } =>
  done.next.startsWith('/') ? done : { next: `/sent/${form.address}` };

function joinSend(api: JoiningApi, form: AnyForm, body: PlainBody, setup: Setup, embedded = false): PlainSend {
  const { answers, typed } = plainAnswers(form, body, setup);
  const opened = Number(oneOf(body['opened']));
  const input = {
    form: form.address,
    once: oneOf(body['once']),
    answers,
    embedded,
    invitation: oneOf(body['invitation']),
    website: oneOf(body['website']),
    took: Number.isFinite(opened) ? Math.max(0, Date.now() - opened) : 0,
  };
  return {
    form: `join-${form.address}`,
    // When it was first opened goes along, so that a form sent again is not too quick.
    typed: { ...typed, opened: String(opened) },
    run: async (context) => withinSite(form, await call(api.join, input, { context })),
  };
}
