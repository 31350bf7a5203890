/** Purpose: the forms of a member's account as they come without script. */
import { call } from '@orpc/server';
import type { Call } from '../callers';
import { oneOf, plainAnswer, plainSend, withPictures, type PlainBody, type PlainForms } from '../site';
import type { AccountApi } from './account.api';

const asked = (body: PlainBody): string[] => oneOf(body['asked']).split(' ');

export const accountForms = (api: AccountApi): PlainForms => ({
  'sign-in': (_rest, body) => {
    const text = (name: string) => oneOf(body[name]);
    const remember = text('remember') === 'true';
    const input = { mail: text('mail'), password: text('password'), remember, next: text('next') || '/' };
    const send = plainSend('sign-in', body, (context) => call(api.signIn, input, { context }), 'mail');
    return { ...send, typed: { ...send.typed, remember } };
  },
  forgotten: (_rest, body) =>
    plainSend('forgotten', body, (context) => call(api.forgotten, { mail: oneOf(body['mail']) }, { context }), 'mail'),
  'reset/*': (token, body) =>
    plainSend('reset', body, (context) => call(api.reset, { token, password: oneOf(body['password']) }, { context })),
  account: withPictures((_rest, body, setup) => {
    if (oneOf(body['act']) === 'profile') {
      const answers = Object.fromEntries(
        setup.doc.fields.flatMap(({ id, of }) =>
          // What no box is ticked of is not sent; the form says which questions it asks.
          body[id] !== undefined || asked(body).includes(id) ? [[id, plainAnswer(of, body[id])]] : [],
        ),
      ) as Record<string, string>;
      const run = (context: Call) => call(api.changeProfile, { answers }, { context });
      return { form: 'profile', typed: answers, run, done: 'profile' };
    }
    if (oneOf(body['act']) === 'endSession')
      return {
        ...plainSend('sessions', body, (context) =>
          call(api.endSession, { id: oneOf(body['id']) as 'others' }, { context }),
        ),
        done: oneOf(body['id']) === 'others' ? 'others' : 'device',
      };
    const input = { current: oneOf(body['current']), password: oneOf(body['password']) };
    return {
      ...plainSend('password', body, (context) => call(api.changePassword, input, { context })),
      done: 'password',
    };
  }),
  'sign-out': (_rest, body) =>
    plainSend('sign-out', body, async (context) => {
      const done = await call(api.signOut, {}, { context });
      const next = oneOf(body['next']);
      return next.startsWith('/sign-in') ? { next } : done;
    }),
});
