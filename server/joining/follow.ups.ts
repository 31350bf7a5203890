/**
 * Purpose: follow-up forms: put to their audience until they are sent or put off, and what sending one gives.
 * Invariant: a form is taken only from somebody to whom it is put; the profile, what it gives and the answers as given
 * are one transaction.
 */
import { granted } from '../../core/joining';
import { readForm, type AnswerFault, type RawForm } from '../../core/fields';
import { followUpsFor, isAudience, isFollowUp, shutBecause, type FollowUp } from '../../core/forms';
import { DAY, ok, refuse, sayDate, type Instant, type MemberId, type Result } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { Looker } from '../callers';
import { PersonInHand, noteOnTimeline } from '../members';
import type { AlreadySent, Acts, Envelope } from '../platform/acts';
import { rowsOf, type Database } from '../platform/database';
import type { Live, LiveSetup } from '../setup';
import type { EffectPorts } from './effect.ports';
import { FormPutOffRow } from './entrance.entities';
import { joiningSays } from './joining.sentences';
import { FormSendingRow } from './sending.entity';
import { takeSending } from './sendings';

const PUT_OFF = 7 * DAY;

export type SendRefusal =
  | { readonly code: 'form-faults'; readonly faults: readonly AnswerFault[] }
  | { readonly code: 'form-shut'; readonly says: string }
  | AlreadySent;

export class FollowUps {
  constructor(
    private readonly database: Pick<Database, 'source' | 'pool'>,
    private readonly live: LiveSetup,
    private readonly acts: Acts,
    private readonly ports: EffectPorts,
  ) {}

  /** The first form that waits for somebody, neither sent nor put off. */
  async waiting({ facts, now }: Looker, { doors }: Live): Promise<FollowUp | null> {
    const put = followUpsFor(doors.prepare(facts, now), doors);
    if (put.length === 0) return null;
    // Asked at each page of those to whom a form is put.
    const rows = await rowsOf<{ form: string }>(
      this.database.pool,
      `SELECT form FROM form_sending WHERE member = ?
       UNION ALL SELECT form FROM form_put_off WHERE member = ? AND until_at > ?`,
      [facts.member ?? '', facts.member ?? '', new Date(now)],
    );
    const done = new Set(rows.map(({ form }) => form));
    return put.find(({ id }) => !done.has(id)) ?? null;
  }

  /** When somebody sent a form last, as it is read; null where they have not. */
  async sentBefore(form: FollowUp, member: string, setup: Setup): Promise<string | null> {
    const row = await this.database.source.manager
      .getRepository(FormSendingRow)
      .findOne({ where: { form: form.id, member }, order: { sentAt: 'DESC' } });
    return row ? joiningSays(setup.doc.site).sentOn({ date: sayDate(row.sentAt, setup.doc.site) }) : null;
  }

  async send(envelope: Envelope, id: MemberId, form: FollowUp, raw: RawForm): Promise<Result<null, SendRefusal>> {
    const { setup, revision, doors } = this.live.must;
    const says = joiningSays(setup.doc.site);
    const done = await this.acts.carryOut<null, SendRefusal>(envelope, async ({ manager, now, about }) => {
      const person = await PersonInHand.read(manager, id);
      const shut = shutBecause(form, now, setup.doc.site);
      if (shut) return refuse({ code: 'form-shut', says: shut });
      if (!person || !isAudience(form, doors.prepare(person.facts, now), doors))
        return refuse({ code: 'form-shut', says: says.notForYou });
      const read = readForm(form, setup, raw);
      if (!read.ok) return refuse({ code: 'form-faults', faults: read.refusal });
      const sender = { manager, person, setup, revision, now, ports: this.ports };
      await takeSending(sender, form, read.value);
      const gave = await give(person, form, now, setup);
      await person.write(setup);
      const note = gave.length ? says.gave({ what: gave }) : undefined;
      const moment = { at: now, what: 'form.sent', title: says.sentForm({ form: form.title }) };
      await noteOnTimeline(manager, id, [note ? { ...moment, note } : moment]);
      about({ subject: id, detail: { form: form.id } });
      return ok(null);
    });
    return done.ok ? ok(null) : done;
  }

  async putOff(envelope: Envelope, member: MemberId, form: string): Promise<void> {
    await this.acts.carryOut<null, never>(envelope, async ({ manager, now, about }) => {
      await manager.getRepository(FormPutOffRow).upsert({ member, form, until: now + PUT_OFF }, ['member', 'form']);
      about({ subject: member, detail: { form } });
      return ok(null);
    });
  }
}

/** What a form gives to whoever has sent it, by its answers. What is held already is given once. @returns it by name */
async function give(person: PersonInHand, form: FollowUp, now: Instant, setup: Setup): Promise<string[]> {
  const before = person.facts;
  const after = granted(before, form.purpose.grants, now, setup);
  const terms = after.terms
    .slice(before.terms.length)
    .filter(({ level }) => !before.terms.some((held) => held.level === level && (held.until ?? Infinity) > now));
  const groups = after.groups.filter((group) => !before.groups.includes(group));
  for (const term of terms) await person.giveLevel(term);
  for (const group of groups) await person.giveGroup(group, now);
  return [
    ...terms.map(({ level }) => setup.levels.get(level)?.title ?? level),
    ...groups.map((group) => setup.groups.get(group)?.title ?? group),
  ];
}

/** The follow-up form at an address; null where there is none. */
export function followUpAt(address: string, setup: Setup): FollowUp | null {
  const form = setup.formByAddress.get(address);
  return form && !form.retired && isFollowUp(form) ? form : null;
}
