/**
 * Purpose: the site's forms sent without script: a plain POST to the place itself. The same endpoints decide; what
 * they refuse comes back as the same place with the faults and everything that was typed.
 */
import { ORPCError, call } from '@orpc/server';
import type { Request, Response } from 'express';
import type { Attempt } from '../../contract';
import type { RawAnswer } from '../../core/fields';
import type { Setup } from '../../core/setup';
import { TooBusy } from '../platform/gate';
import { problemBody } from '../platform/problem';
import type { Site } from '../site';
import type { CallContext, Services } from './context';
import { busy } from './sign.in';
import { siteApi } from './site.api';
import type { SignupForm } from '../../core/fields';

type Body = Readonly<Record<string, string | string[] | undefined>>;
type Send = {
  /** The form's name, as the place knows it. */
  readonly form: string;
  /** What was typed and may be shown again. */
  readonly typed: Attempt['typed'];
  readonly run: (context: CallContext) => Promise<unknown>;
};

const one = (value: string | string[] | undefined): string => (Array.isArray(value) ? (value[0] ?? '') : (value ?? ''));

/** Which form was sent, by its address and the act it names; null where there is none. */
function sendOf(path: string, body: Body, setup: Setup): Send | null {
  const [, place = '', rest = ''] = path.split('/');
  const text = (name: string) => one(body[name]);
  const act = text('act');
  const plain = (form: string, run: Send['run'], ...shown: string[]): Send => ({
    form,
    run,
    typed: Object.fromEntries(shown.map((name) => [name, text(name)])),
  });
  switch (place) {
    case 'join': {
      const form = setup.formByAddress.get(rest);
      return form ? joinSend(form, body, setup) : null;
    }
    case 'sign-in': {
      const input = {
        mail: text('mail'),
        password: text('password'),
        remember: text('remember') === 'true',
        next: text('next') || '/',
      };
      const send = plain('sign-in', (context) => call(siteApi.signIn, input, { context }), 'mail');
      return { ...send, typed: { ...send.typed, remember: input.remember } };
    }
    case 'forgotten':
      return plain('forgotten', (context) => call(siteApi.forgotten, { mail: text('mail') }, { context }), 'mail');
    case 'reset':
      return plain('reset', (context) => call(siteApi.reset, { token: rest, password: text('password') }, { context }));
    case 'confirm':
      return act === 'discard'
        ? plain('discard', (context) => call(siteApi.discard, { token: rest }, { context }))
        : plain('confirm', (context) =>
            call(siteApi.confirm, { token: rest, password: text('password') }, { context }),
          );
    case 'joining':
      if (act === 'code')
        return plain('code', (context) => call(siteApi.enterCode, { code: text('code') }, { context }));
      if (act === 'resend') return plain('resend', (context) => call(siteApi.resend, {}, { context }));
      if (act === 'withdraw') return plain('withdraw', (context) => call(siteApi.withdraw, {}, { context }));
      return plain('answer', (context) => call(siteApi.answer, { text: text('text') }, { context }), 'text');
    case 'account':
      if (act === 'endSession')
        return plain('sessions', (context) => call(siteApi.endSession, { id: text('id') as 'others' }, { context }));
      return plain('password', (context) =>
        call(siteApi.changePassword, { current: text('current'), password: text('password') }, { context }),
      );
    case 'sign-out':
      return plain('sign-out', async (context) => {
        const done = await call(siteApi.signOut, {}, { context });
        return text('next').startsWith('/sign-in') ? { next: text('next') } : done;
      });
    default:
      return null;
  }
}

/** A signup form: each answer as its kind has it, since a plain form sends text alone. */
function joinSend(form: SignupForm, body: Body, setup: Setup): Send {
  const answers: Record<string, RawAnswer> = {};
  for (const part of form.parts) {
    if (part.part === 'heading') continue;
    const name = part.part === 'field' ? part.field : part.part === 'agreement' ? part.id : part.part;
    const kind = part.part === 'field' ? setup.fields.get(part.field)?.of.kind : part.part;
    const value = body[name];
    if (kind === 'agreement') answers[name] = one(value) === 'true';
    else if (kind === 'severalChoices' || kind === 'topics')
      answers[name] = value === undefined ? [] : Array.isArray(value) ? value : [value];
    else if (kind === 'yesNo') answers[name] = value === undefined ? null : one(value) === 'true';
    else answers[name] = one(value);
  }
  const { password: _, ...shown } = answers;
  const typed = Object.entries(shown).filter(([, value]) => value !== null && value !== undefined);
  const opened = Number(one(body['opened']));
  const input = {
    form: form.address,
    once: one(body['once']),
    answers: answers as Record<string, string>,
    website: one(body['website']),
    took: Number.isFinite(opened) ? Math.max(0, Date.now() - opened) : 0,
  };
  return {
    form: `join-${form.address}`,
    // When it was first opened goes along, so that a form sent again is not too quick.
    typed: { ...(Object.fromEntries(typed) as Attempt['typed']), opened: String(opened) },
    run: (context) => call(siteApi.join, input, { context }),
  };
}

export function plainForms(services: Services, site: Site, failed: (error: unknown, path: string) => string) {
  return async (req: Request, res: Response, next: () => void): Promise<void> => {
    const live = services.live.current;
    const send = live ? sendOf(req.path, (req.body ?? {}) as Body, live.setup) : null;
    if (!send) return next();
    const member = await services.viewers.member(req, res);
    const context: CallContext = { services, req, res, member, staff: null };
    const again = (attempt: Pick<Attempt, 'through'> & Partial<Attempt>, status: number) => {
      const blank = { form: send.form, faults: [], trouble: null, typed: {} };
      return site.again(req, res, { ...blank, ...attempt }, status);
    };
    try {
      const done = (await send.run(context)) as { next?: string };
      res.setHeader('Cache-Control', 'no-store');
      if (done.next !== undefined) return void res.redirect(303, done.next);
      if (send.form === 'forgotten' || send.form === 'resend') return await again({ through: true }, 200);
      res.redirect(303, req.path);
    } catch (error) {
      const known = error instanceof TooBusy ? busy() : error;
      if (!(known instanceof ORPCError) || known.code === 'INTERNAL_SERVER_ERROR') {
        const trouble = `Something went wrong on our side. Nothing you typed is lost. If it stays so, tell us this number: ${failed(error, req.path)}`;
        return again({ through: false, trouble, typed: send.typed }, 500);
      }
      const { status, faults, detail, title } = problemBody(known);
      const beside = faults ?? faultsFor(known.code, detail);
      const trouble = beside.length ? null : (detail ?? `${title}.`);
      return again({ through: false, trouble, faults: beside, typed: send.typed }, status);
    }
  };
}

/** Refusals that are about one field, beside it. */
function faultsFor(code: string, says = ''): Attempt['faults'] {
  if (code === 'wrong-password') return [{ at: 'current', label: 'Present password', says }];
  return code === 'weak-password' ? [{ at: 'password', label: 'New password', says }] : [];
}
