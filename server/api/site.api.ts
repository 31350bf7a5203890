/** Purpose: the endpoints of the public site, each a list of steps. */
import { mailKey, readForm, readMail } from '../../core/fields';
import type { MemberId } from '../../core/kernel';
import { deviceOf, hashPassword, verifyPassword, weakness, type PasswordRefusal } from '../accounts';
import { applicationOfMember, joiningProblem } from '../joining';
import { factsOf } from '../members';
import { clearCookie, cookieOf, setCookie } from '../platform/cookies';
import { problem } from '../platform/problem';
import { unsqueezed } from '../platform/squeeze';
import { lookerOf, mixesSecrets, placeFor, safeNext, startOf } from '../site';
import { api, callerOf, memberOf, type CallContext, type Services } from './context';
import { countSignIn, demandBoth, demandRoom, resetWait } from './sign.in';

const done = { done: true } as const;

/** A form sent sooner than this after it was opened was not filled in by a person. */
const QUICKEST = 1_000;

const device = (context: CallContext) => deviceOf(context.req.headers['user-agent'] ?? '');
const ownSecret = (context: CallContext) => cookieOf(context.req.headers.cookie, 'admissa_member');

function keepSignedIn(context: CallContext, opened: { secret: string; maxAge: number | null }): void {
  setCookie(context.res, 'admissa_member', opened.secret, opened.maxAge, context.services.config.secure);
}

/** What a refusal is told by: the instant, and how the site writes it. */
export const toldAt = ({ clock, live }: Services) => ({ now: clock.now(), place: live.must.setup.doc.site });

const passwordProblems: {
  readonly [C in PasswordRefusal['code']]: (
    refusal: Extract<PasswordRefusal, { code: C }>,
  ) => ReturnType<typeof problem>;
} = {
  'weak-password': ({ says }) => problem('weak-password', { detail: says }),
  'wrong-password': () =>
    problem('wrong-password', { detail: 'That is not your present password. Look whether capitals are locked.' }),
  'token-used': () => problem('token-used', { detail: 'This link has been used or is too old. Ask for a new one.' }),
};
export const passwordProblem = (refusal: PasswordRefusal) =>
  (passwordProblems[refusal.code] as (refusal: PasswordRefusal) => ReturnType<typeof problem>)(refusal);

/** @throws the problem `too-many` when so many letters went to this mailbox that it gets no further one for now */
async function countLetter(context: CallContext, mail: string): Promise<void> {
  const key = mailKey(mail);
  const { limits } = context.services;
  await limits.count(['lettersByPair', `${key}|${callerOf(context)}`], ['lettersByAddress', key, 'look']);
  // Counted only where it is written: what is refused to one caller takes nothing from another.
  await limits.count(['lettersByAddress', key]);
}

/** The sign-up that a letter's link belongs to, and whether it is this browser's own. */
async function linkOf(context: CallContext, token: string) {
  demandRoom();
  await context.services.limits.count(['codeByCaller', callerOf(context)]);
  const found = await context.services.joining.byLink(token);
  if (!found) throw problem('token-used', { detail: 'This link no longer works. Sign in to ask for a new code.' });
  return { found, here: context.member?.facts.member === found.stored.application.member };
}

async function ownApplication(context: CallContext) {
  const { member } = memberOf(context).facts;
  const { database, live } = context.services;
  const stored = await applicationOfMember(database.source.manager, member as MemberId, live.must.setup);
  if (!stored) throw problem('not-found', { detail: 'There is no application of yours.' });
  return stored.application;
}

export const siteApi = {
  view: api.site.view.handler(async ({ input, context }) => {
    const { services, member } = context;
    const live = services.live.current;
    if (!live) throw problem('not-found');
    const looker = lookerOf(member, services.clock.now());
    const place = await placeFor(input.path, looker, live, services.sources);
    if (place.is !== 'view') return { elsewhere: place.to };
    if (mixesSecrets.has(place.view.place.kind)) unsqueezed(context.res);
    return place.view;
  }),

  join: api.site.join.handler(async ({ input, context }) => {
    const { services } = context;
    demandRoom();
    await services.limits.count(['signUpByCaller', callerOf(context)]);
    const live = services.live.current;
    const form = live?.setup.formByAddress.get(input.form);
    if (!form || form.retired) throw problem('not-found', { detail: 'There is no such form.' });
    // A program that fills in the hidden field is told nothing.
    if (input.website !== '') return { next: '/joining' };
    if (input.took < QUICKEST && readForm(form, live!.setup, input.answers).ok)
      throw problem('too-many', {
        wait: 1,
        detail: 'That was quicker than anyone can write. Look through your answers and send again.',
      });
    const sent = await services.joining.submit(form, input.answers, {
      once: input.once,
      device: device(context),
      old: ownSecret(context),
      mayWrite: (mail) => countLetter(context, mail),
    });
    if (!sent.ok)
      throw sent.refusal.code === 'form-faults'
        ? problem('form-faults', { faults: sent.refusal.faults })
        : problem('already-sent', {
            detail: 'This form was sent a moment ago with other answers. Sign in to see where you stand.',
          });
    keepSignedIn(context, sent.value);
    return { next: '/joining' };
  }),

  enterCode: api.site.enterCode.handler(async ({ input, context }) => {
    const { services } = context;
    const application = await ownApplication(context);
    await services.limits.count(['codeByCaller', callerOf(context)]);
    const moved = await services.joining.enterCode(application.id, input.code);
    if (!moved.ok) throw joiningProblem(moved.refusal, toldAt(services));
    return { next: '/joining' };
  }),

  resend: api.site.resend.handler(async ({ context }) => {
    const application = await ownApplication(context);
    const moved = await context.services.joining.act(application.id, { it: 'resendAsked' }, () =>
      countLetter(context, application.answers.mail),
    );
    if (!moved.ok) throw joiningProblem(moved.refusal, toldAt(context.services));
    return done;
  }),

  answer: api.site.answer.handler(async ({ input, context }) => {
    const application = await ownApplication(context);
    const moved = await context.services.joining.act(application.id, { it: 'answerGiven', text: input.text });
    if (!moved.ok) throw joiningProblem(moved.refusal, toldAt(context.services));
    return done;
  }),

  withdraw: api.site.withdraw.handler(async ({ context }) => {
    const application = await ownApplication(context);
    const moved = await context.services.joining.act(application.id, { it: 'withdrawn' });
    if (!moved.ok) throw joiningProblem(moved.refusal, toldAt(context.services));
    clearCookie(context.res, 'admissa_member', context.services.config.secure);
    return { next: '/withdrawn' };
  }),

  confirm: api.site.confirm.handler(async ({ input, context }) => {
    const { services } = context;
    const { found, here } = await linkOf(context, input.token);
    const { application } = found.stored;
    const { accounts, sessions, clock } = services;
    const kept = here || (input.password !== '' && (await verifyPassword(found.passwordHash, input.password)));
    if (!kept) {
      // Whoever reads the letter may not be who sent the form: from here on the reader's password counts.
      const weak = await weakness(input.password, accounts.wordsOf(application.answers));
      if (weak) throw problem('form-faults', { faults: [{ at: 'password', label: 'Password', says: weak }] });
    }
    const passwordHash = kept ? null : await hashPassword(input.password);
    const event = { it: 'linkOpened', serial: found.serial } as const;
    const moved = await services.joining.act(application.id, event, async (manager, { member }) => {
      if (passwordHash) await accounts.setPassword(manager, member, passwordHash, null);
      if (here) return null;
      const who = { kind: 'member', subject: member, device: device(context), remember: false } as const;
      return sessions.open(manager, who, clock.now());
    });
    if (!moved.ok) {
      if (moved.refusal.code !== 'email-already-confirmed') throw joiningProblem(moved.refusal, toldAt(services));
      return { next: here ? '/joining' : `/confirm/${input.token}` };
    }
    if (moved.value.beside) {
      const old = ownSecret(context);
      if (old) await sessions.endBySecret(services.database.source.manager, old);
      keepSignedIn(context, moved.value.beside);
    }
    return { next: '/joining' };
  }),

  discard: api.site.discard.handler(async ({ input, context }) => {
    const { services } = context;
    const { found, here } = await linkOf(context, input.token);
    if (found.stored.application.detail?.kind !== 'confirmEmail')
      throw problem('already-done', { detail: 'This address is confirmed already. Sign in to withdraw.' });
    const moved = await services.joining.act(found.stored.application.id, { it: 'withdrawn' });
    if (!moved.ok) throw joiningProblem(moved.refusal, toldAt(services));
    if (here) clearCookie(context.res, 'admissa_member', services.config.secure);
    return { next: '/withdrawn' };
  }),

  signIn: api.site.signIn.handler(async ({ input, context }) => {
    const { services } = context;
    demandBoth(input);
    const weighed = await countSignIn(context, 'member', input.mail);
    const facts = await services.accounts.check(input.mail, input.password);
    await weighed(Boolean(facts?.member));
    if (!facts?.member)
      throw problem('wrong-sign-in', {
        detail: 'That address and password do not go together. Try again, or choose a new password.',
      });
    keepSignedIn(
      context,
      await services.accounts.openSession(facts.member, device(context), input.remember, ownSecret(context)),
    );
    const wanted = safeNext(input.next);
    return { next: wanted === '/' ? startOf(facts) : wanted };
  }),

  signOut: api.site.signOut.handler(async ({ context }) => {
    const secret = ownSecret(context);
    if (secret) await context.services.sessions.endBySecret(context.services.database.source.manager, secret);
    clearCookie(context.res, 'admissa_member', context.services.config.secure);
    return { next: '/' };
  }),

  forgotten: api.site.forgotten.handler(async ({ input, context }) => {
    const { services } = context;
    const mail = readMail(input.mail);
    if (!mail.ok) throw problem('form-faults', { faults: [{ at: 'mail', label: 'Email', says: mail.refusal }] });
    await services.accounts.askReset(mail.value, await resetWait(context, 'member', mail.value));
    return done;
  }),

  reset: api.site.reset.handler(async ({ input, context }) => {
    const { services } = context;
    demandRoom();
    await services.limits.count(['codeByCaller', callerOf(context)]);
    const reset = await services.accounts.reset(input.token, input.password);
    if (!reset.ok) throw passwordProblem(reset.refusal);
    keepSignedIn(context, await services.accounts.openSession(reset.value, device(context), false, ownSecret(context)));
    const facts = await factsOf(services.database.source.manager, reset.value);
    return { next: facts ? startOf(facts) : '/' };
  }),

  changePassword: api.site.changePassword.handler(async ({ input, context }) => {
    const { services } = context;
    const { facts, session } = memberOf(context);
    demandRoom();
    await services.limits.count(['passwordByOwner', `member:${facts.member}`]);
    const changed = await services.accounts.change(facts.member as MemberId, session, input.current, input.password);
    if (!changed.ok) throw passwordProblem(changed.refusal);
    return done;
  }),

  endSession: api.site.endSession.handler(async ({ input, context }) => {
    const { services } = context;
    const { facts, session } = memberOf(context);
    const { manager } = services.database.source;
    if (input.id === 'others') await services.sessions.endOthers(manager, 'member', facts.member ?? '', session);
    else await services.sessions.end(manager, 'member', facts.member ?? '', input.id);
    return done;
  }),
};
