/** Purpose: the endpoints of joining for the one who joins, each a list of steps. */
import { kindOf } from '../../core/joining';
import { implement } from '@orpc/server';
import { joining as contract } from '../../contract';
import { mailKey, readForm } from '../../core/fields';
import { choosesLater } from '../../core/forms';
import { ownerRead, ownerReading } from '../members';
import { demandRoom, hashPassword, verifyPassword, weakness, type Accounts, type Tries } from '../accounts';
import {
  callerOf,
  deviceOfCall,
  envelopeOf,
  guard,
  memberIdOf,
  type Call,
  type Opened,
  type Sessions,
  type Viewers,
} from '../callers';
import type { Envelope } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import type { Limits, Try } from '../platform/limits';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import { tellsProblems } from './joining.problems';
import { afterSending } from './after';
import type { Joining } from './joining.service';
import type { SignUps, SubmitRefusal } from './signups';
import { joiningSays } from './joining.sentences';

const done = { done: true } as const;
const api = implement(contract).$context<Call>().use(guard);

/** A form sent sooner than this after it was opened was not filled in by a person. */
const QUICKEST = 1_000;

/** The envelope of an act that erases whose it is: nothing of it is remembered for a repeat. */
const lastOf = (call: Call, act: string): Envelope => ({ ...envelopeOf(call, act, null), once: null });

export type JoiningPorts = {
  readonly joining: Joining;
  readonly signUps: SignUps;
  readonly accounts: Accounts;
  readonly tries: Tries;
  readonly limits: Limits;
  readonly sessions: Sessions;
  readonly viewers: Viewers;
  readonly clock: SiteClock;
  readonly live: LiveSetup;
};

export const joiningApi = (ports: JoiningPorts) => {
  const { joining, signUps, accounts, tries, limits, sessions, viewers, live } = ports;
  const refused = tellsProblems(ports);
  const says = () => joiningSays(live.reader);

  /** A letter to this mailbox. Of the mailbox only where this caller may: what is refused to one takes nothing from another. */
  function letterTo(context: Call, mail: string): [Try, Try] {
    const key = mailKey(mail);
    return [
      ['lettersByPair', `${key}|${callerOf(context)}`],
      ['lettersToMailbox', key, 'ifBefore'],
    ];
  }

  /** The sign-up that a letter's link belongs to, and whether it is this browser's own. */
  async function linkOf(context: Call, token: string) {
    await tries.link(context);
    const found = await joining.byLink(token);
    if (!found) throw problem('token-used', { detail: says().linkGone });
    return { found, here: context.member?.facts.member === found.stored.application.member };
  }

  async function ownApplication(context: Call) {
    const application = await joining.applicationOf(memberIdOf(context));
    if (!application) throw problem('not-found', { detail: says().noApplication });
    return application;
  }

  /** Why a form was not taken. */
  function refusedForm(refusal: SubmitRefusal) {
    if (refusal.code === 'form-faults') return problem('form-faults', { faults: refusal.faults });
    return refusal.code === 'form-shut'
      ? problem('form-shut', { detail: refusal.says })
      : problem('already-sent', { detail: says().sentBefore });
  }

  return {
    join: api.join.handler(async ({ input, context }) => {
      demandRoom();
      await limits.count(['signUpByCaller', callerOf(context)]);
      const form = live.current?.setup.formByAddress.get(input.form);
      if (!form || form.retired || form.purpose.is !== 'signup' || (input.embedded && !form.embed))
        throw problem('not-found', { detail: says().noForm });
      // A program that fills in the hidden field is told nothing.
      if (input.website !== '') return { next: '/joining' };
      if (input.took < QUICKEST && readForm(form, live.must.setup, input.answers).ok)
        throw problem('too-many', {
          wait: 1,
          detail: says().tooQuick,
        });
      const sent = await signUps.submit(form, input.answers, {
        once: input.once,
        device: deviceOfCall(context),
        old: input.embedded ? null : viewers.secretOf(context.req, 'member'),
        invitation: input.invitation,
        countLetter: async (mail) =>
          ownerRead((await limits.countAndRead(ownerReading(mail), ...letterTo(context, mail))).found),
      });
      if (!sent.ok) throw refusedForm(sent.refusal);
      // Within another site nobody is signed in: what comes next comes by mail.
      if (input.embedded) return { next: `/embed/${form.address}?sent=yes` };
      viewers.keep(context.res, 'member', sent.value);
      return { next: afterSending(form, '/joining') };
    }),

    enterCode: api.enterCode.handler(async ({ input, context }) => {
      const { id } = await ownApplication(context);
      await limits.count(['codeByCaller', callerOf(context)]);
      const moved = await joining.enterCode(envelopeOf(context, 'joining.codeEntered', input), id, input.code);
      if (!moved.ok) throw refused(moved.refusal);
      return { next: '/joining' };
    }),

    resend: api.resend.handler(async ({ context }) => {
      const { id, answers } = await ownApplication(context);
      const envelope = envelopeOf(context, 'joining.codeAsked', null);
      const moved = await joining.act(envelope, id, { it: 'resendAsked' }, async () => {
        await limits.count(...letterTo(context, answers.mail));
      });
      if (!moved.ok) throw refused(moved.refusal);
      return done;
    }),

    answer: api.answer.handler(async ({ input, context }) => {
      const { id } = await ownApplication(context);
      const envelope = envelopeOf(context, 'joining.answered', input);
      const moved = await joining.act(envelope, id, { it: 'answerGiven', text: input.text });
      if (!moved.ok) throw refused(moved.refusal);
      return done;
    }),

    complete: api.complete.handler(async ({ input, context }) => {
      const { id } = await ownApplication(context);
      const moved = await joining.complete(envelopeOf(context, 'joining.formSent', input), id, input.answers);
      if (!moved.ok)
        throw moved.refusal.code === 'form-faults'
          ? problem('form-faults', { faults: [...moved.refusal.faults] })
          : refused(moved.refusal);
      return { next: '/joining' };
    }),

    applyAgain: api.applyAgain.handler(async ({ context }) => {
      const { id } = await ownApplication(context);
      const moved = await joining.act(envelopeOf(context, 'joining.appliedAgain', null), id, { it: 'appliedAgain' });
      if (!moved.ok) throw refused(moved.refusal);
      return { next: '/joining' };
    }),

    withdraw: api.withdraw.handler(async ({ context }) => {
      const { id } = await ownApplication(context);
      const moved = await joining.act(lastOf(context, 'joining.withdrawn'), id, { it: 'withdrawn' });
      if (!moved.ok) throw refused(moved.refusal);
      viewers.forget(context.res, 'member');
      return { next: '/withdrawn' };
    }),

    confirm: api.confirm.handler(async ({ input, context }) => {
      const { found, here } = await linkOf(context, input.token);
      const { application } = found.stored;
      const form = live.must.setup.forms.get(application.form);
      const later = form !== undefined && choosesLater(form);
      const kept =
        (here && !later) || (input.password !== '' && (await verifyPassword(found.passwordHash, input.password)));
      if (!kept) {
        // Whoever reads the letter may not be who sent the form: from here on the reader's password counts.
        const weak = await weakness(input.password, accounts.wordsOf(application.answers), live.reader);
        if (weak) throw problem('form-faults', { faults: [{ at: 'password', label: says().password, says: weak }] });
      }
      const passwordHash = kept ? null : await hashPassword(input.password);
      const event = { it: 'linkOpened', serial: found.serial } as const;
      let opened: Opened | null = null;
      const envelope = envelopeOf(context, 'joining.confirmed', input);
      const moved = await joining.act(envelope, application.id, event, async (manager, { member }, now) => {
        if (passwordHash) await accounts.setPassword(manager, member, passwordHash, null);
        const who = { kind: 'member', subject: member, device: deviceOfCall(context), remember: false } as const;
        opened = here ? null : await sessions.open(manager, who, now);
      });
      if (!moved.ok) {
        if (moved.refusal.code !== 'email-already-confirmed') throw refused(moved.refusal);
        return { next: here ? '/joining' : `/confirm/${input.token}` };
      }
      if (opened) {
        await viewers.endOld(context.req, 'member');
        viewers.keep(context.res, 'member', opened);
      }
      return { next: '/joining' };
    }),

    discard: api.discard.handler(async ({ input, context }) => {
      const { found, here } = await linkOf(context, input.token);
      const { application } = found.stored;
      if (!application.detail || !kindOf(application.detail).proves)
        throw problem('already-done', { detail: says().confirmedSoWithdraw });
      const moved = await joining.act(lastOf(context, 'joining.discarded'), application.id, { it: 'withdrawn' });
      if (!moved.ok) throw refused(moved.refusal);
      if (here) viewers.forget(context.res, 'member');
      return { next: '/withdrawn' };
    }),
  };
};

export type JoiningApi = ReturnType<typeof joiningApi>;
