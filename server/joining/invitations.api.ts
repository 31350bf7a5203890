/** Purpose: the endpoints of invitations, each a list of steps. */
import { implement } from '@orpc/server';
import { invitations as contract } from '../../contract';
import { owners, ok, sayNearDate, type MessageId } from '../../core/kernel';
import { readMail } from '../../core/fields';
import { type AnyForm } from '../../core/forms';
import { envelopeOf, guard, staffOf, type Call } from '../callers';
import type { Acts } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { Invitations } from './invitations';
import { joiningSays } from './joining.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type InvitationsPorts = {
  readonly invitations: Invitations;
  readonly acts: Acts;
  readonly live: LiveSetup;
  readonly clock: SiteClock;
};

const SHOWN = 500;

export const invitationsApi = ({ invitations, acts, live, clock }: InvitationsPorts) => {
  const says = () => joiningSays(live.reader);

  /** The letter that takes a link along, where it is live and on. */
  function letterOf(form: AnyForm): MessageId | null {
    const { messages } = live.must.setup;
    return form.inviting && messages.get(form.inviting)?.off !== true ? form.inviting : null;
  }

  /** Only a form that is live can be opened by a link. */
  function liveForm(id: string): AnyForm {
    const form = live.current?.setup.forms.get(id);
    if (!form) throw problem('not-found', { detail: says().publishFirst });
    return form;
  }

  return {
    invitations: api.invitations.handler(async ({ input }) => {
      const { total, used, rows } = await invitations.list(input.form, SHOWN);
      const { site } = live.must.setup.doc;
      const form = live.must.setup.forms.get(input.form);
      const when = (at: number) => sayNearDate(at, clock.now(), site);
      return {
        total,
        used,
        writes: form !== undefined && letterOf(form) !== null,
        invitations: rows.map(
          ({ id, name, mail, invitedBy, createdAt, waits, writtenAt, usedBy, usedAt, usedName }) => ({
            id,
            name,
            mail,
            invited: says().invitedBy({ by: invitedBy, when: when(createdAt) }),
            written:
              writtenAt === null ? null : waits ? says().letterWaits : says().writtenTo({ when: when(writtenAt) }),
            waits,
            used:
              usedBy === null
                ? null
                : { member: usedBy, says: says().usedBy({ name: usedName ?? '', when: when(usedAt ?? createdAt) }) },
          }),
        ),
      };
    }),

    invite: api.invite.handler(async ({ input, context }) => {
      const form = liveForm(input.form);
      const faults = input.people.flatMap(({ mail }, at) => {
        const read = mail === '' ? ok('') : readMail(mail, owners);
        return read.ok ? [] : [{ at: String(at), label: mail, says: read.refusal }];
      });
      if (faults.length) throw problem('form-faults', { faults });
      // The links are told once and not remembered for a repeat, which makes others.
      const letter = input.write ? letterOf(form) : null;
      if (input.write && !letter) throw problem('not-found', { detail: says().noInviting });
      const envelope = { ...envelopeOf(context, 'invitation.made', input), once: null };
      const made = await acts.carryOut(envelope, async ({ manager, now, about }) => {
        about({ detail: { form: form.id, count: input.people.length } });
        const scene = { by: staffOf(context).name, now, setup: live.must.setup, letter };
        return ok(await invitations.make(manager, form, input.people, scene));
      });
      if (!made.ok) throw problem('already-sent');
      const all = made.value.value;
      const links = all.flatMap(({ written, ...one }) => (written ? [] : [one]));
      return { written: all.length - links.length, links };
    }),

    writeAgain: api.writeAgain.handler(async ({ input, context }) => {
      const form = liveForm(input.form);
      const letter = letterOf(form);
      if (!letter) throw problem('not-found', { detail: says().noInviting });
      const done = await acts.carryOut(
        envelopeOf(context, 'invitation.writtenAgain', input),
        async ({ manager, now, about }) => {
          about({ detail: { form: form.id, invitation: input.id } });
          return ok(await invitations.writeAgain(manager, form, input.id, { now, setup: live.must.setup, letter }));
        },
      );
      if (!done.ok || !done.value.value) throw problem('already-done', { detail: says().invitationIsUsed });
      return { done: true as const };
    }),

    takeBack: api.takeBack.handler(async ({ input, context }) => {
      const done = await acts.carryOut(
        envelopeOf(context, 'invitation.takenBack', input),
        async ({ manager, about }) => {
          about({ detail: { form: input.form, invitation: input.id } });
          return ok(await invitations.takeBack(manager, input.form, input.id));
        },
      );
      if (!done.ok || !done.value.value) throw problem('already-done', { detail: says().invitationIsUsed });
      return { done: true as const };
    }),
  };
};
