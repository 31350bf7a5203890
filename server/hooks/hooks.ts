/**
 * Purpose: telling programs elsewhere what was sent on a form, by signed calls.
 * Invariant: a call and its job are written in the caller's transaction. It keeps its id at every try, by which whoever
 * is called knows it again; what it told is gone here once it has been taken.
 */
import { rowsFrom } from '../platform/rows';
import type { DataSource, EntityManager } from 'typeorm';
import type { HookCallView } from '../../contract';
import { answersOn, type KeptAnswers } from '../../core/fields';
import { type AnyForm, type HookOfForm } from '../../core/forms';
import type { Facts } from '../../core/facts';
import {
  DAY,
  ok,
  refuse,
  sayMoment,
  type HookCallId,
  type Instant,
  type MemberId,
  type Result,
} from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { Acts, AlreadySent, Envelope } from '../platform/acts';
import type { Randomness } from '../platform/ids';
import type { Jobs } from '../platform/jobs';
import type { HookJobs } from './hooks.jobs';
import { mailPause } from '../platform/mail';
import { HookError, post } from './call';
import { HookCallRow } from './hook.call.entity';
import { hooksSays } from './hooks.sentences';
import { sayKey, signedHeaders } from './signing';

const SHOWN = 20;
/** How long it stays known that a call was made. */
const KEPT = 30 * DAY;

const jobKey = (id: string) => `hook:${id}`;
type Row = { id: HookCallId; address: string; created_at: Date; done_at: Date | null } & {
  state: string | null;
  run_at: Date | null;
  attempts: number | null;
  last_error: string | null;
};

export type HookRefusal = { readonly code: 'not-found' } | AlreadySent;

export class Hooks {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: Jobs<HookJobs>,
    private readonly acts: Acts,
    private readonly random: Randomness,
    private readonly secret: Buffer,
    private readonly anywhere: boolean,
  ) {
    jobs.outside(
      'callHook',
      {
        prepare: (manager, { id }: { id: string }) => ready(manager, id),
        make: (call: HookCallRow) => this.make(call),
        settle: async (manager, { id }: HookCallRow, now) => {
          await manager.getRepository(HookCallRow).update({ id }, { doneAt: now, body: null });
        },
      },
      {
        // Gone for good is an answer (RFC 9110 section 15.5.11); all else may pass, as with mail.
        after: (error, tries, age) => {
          const trouble = error instanceof HookError ? error.trouble : null;
          const forGood = trouble?.is === 'inside' || (trouble?.is === 'answered' && trouble.status === 410);
          return mailPause(forGood ? 'refused' : 'away', tries, age);
        },
        tells: sayTrouble,
      },
    );
  }

  /** Puts the calls of a form into the box, to leave as soon as the transaction is committed. */
  async tell(
    { manager, facts, setup, now }: { manager: EntityManager; facts: Facts; setup: Setup; now: Instant },
    form: AnyForm,
    given: KeptAnswers,
  ): Promise<void> {
    for (const hook of form.hooks ?? []) {
      const id = this.random.id<string>();
      const body = JSON.stringify({
        type: 'sending.made',
        timestamp: new Date(now).toISOString(),
        data: {
          form: { id: form.id, title: form.title },
          member: { id: facts.member, number: facts.number },
          answers: answersOn(form.parts, given, setup, hook.answers),
        },
      });
      const { address, generation } = hook;
      await manager.getRepository(HookCallRow).insert({
        id,
        form: form.id,
        member: facts.member as MemberId,
        address,
        generation,
        body,
        createdAt: now,
        doneAt: null,
      });
      await this.jobs.add(manager, { kind: 'callHook', runAt: now, payload: { id }, key: jobKey(id) });
    }
  }

  private async make(call: HookCallRow): Promise<void> {
    const body = call.body ?? '';
    // The time of the world, which a receiver compares with its own, and not the site's, which a demo moves.
    const headers = signedHeaders(this.secret, call, call.id, Date.now(), body);
    await post(call.address, headers, body, this.anywhere);
  }

  /** The key of each hook, for whoever receives the calls. */
  keysOf = (form: string, hooks: readonly HookOfForm[]): { address: string; key: string }[] =>
    hooks.map(({ address, generation }) => ({ address, key: sayKey(this.secret, { form, address, generation }) }));

  /** The newest calls of a form, in words. */
  async calls(form: string, now: Instant, setup: Setup): Promise<HookCallView[]> {
    const place = setup.doc.site;
    const says = hooksSays(place);
    const rows = await rowsFrom<Row>(
      this.db,
      `SELECT h.id, h.address, h.created_at, h.done_at, j.state, j.run_at, j.attempts, j.last_error
       FROM hook_call h LEFT JOIN job j ON j.job_key = CONCAT('hook:', h.id)
       WHERE h.form = ? ORDER BY h.created_at DESC, h.id DESC LIMIT ${SHOWN}`,
      [form],
    );
    return rows.map(({ id, address, created_at, done_at, state, run_at, attempts, last_error }) => {
      const error = last_error ?? '';
      const sayState = () => {
        if (done_at) return says.taken({ moment: sayMoment(done_at.getTime(), now, place) });
        if (state === null || state === 'failed') return says.givenUp({ error });
        if (!attempts) return says.onItsWay;
        return says.triedAgain({ error, moment: sayMoment(run_at?.getTime() ?? now, now, place) });
      };
      const since = sayMoment(created_at.getTime(), now, place);
      return { id, address: new URL(address).host, since, says: sayState(), taken: done_at !== null };
    });
  }

  /** Tries a call now that was not taken. */
  again(envelope: Envelope, form: string, id: string): Promise<Result<unknown, HookRefusal>> {
    return this.acts.carryOut<string, HookRefusal>(envelope, async ({ manager, now, about }) => {
      about({ subject: form, detail: { call: id } });
      const call = await manager.getRepository(HookCallRow).findOneBy({ id, form });
      if (!call || call.doneAt !== null) return refuse({ code: 'not-found' });
      await this.jobs.add(manager, { kind: 'callHook', runAt: now, payload: { id }, key: jobKey(id) });
      return ok(id);
    });
  }

  async sweep(now: Instant): Promise<void> {
    await this.db.query('DELETE FROM hook_call WHERE created_at < ? LIMIT 5000', [new Date(now - KEPT)]);
  }
}

/** A call that is still to be made; null where it was taken, or its person erased. */
async function ready(manager: EntityManager, id: string): Promise<HookCallRow | null> {
  const row = await manager.getRepository(HookCallRow).findOneBy({ id });
  return row && row.body !== null && row.doneAt === null ? row : null;
}

function sayTrouble(error: unknown): string {
  const says = hooksSays({ locale: 'en-GB' });
  if (!(error instanceof HookError)) return says.silent;
  const { trouble } = error;
  return trouble.is === 'answered' ? says.answered({ status: String(trouble.status) }) : says[trouble.is];
}
