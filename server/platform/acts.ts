/**
 * Purpose: an act of staff or a member as one envelope: who acts, whether this sending was taken before, the change of
 * state, the audit; all in one transaction. A repeat of the same sending (a phone that lost the answer, a second click)
 * is answered as the first was and changes nothing.
 * Invariant: the key of a sending is kept nowhere, only its digest and a digest of what was sent made with it, both
 * for minutes. An act that is refused is not remembered: nothing came of it, and it may be sent again.
 */
import { createHmac, timingSafeEqual } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import { MINUTE, ok, refuse, type Instant, type Result } from '../../core/kernel';
import { SentActRow } from './acts.entity';
import { writeAudit, type About, type Actor } from './audit';
import type { SiteClock } from './clock';
import { isDuplicate, transact } from './database';
import { digest } from './ids';
import { changeRow, insertRow } from './rows';

const REMEMBERED = 30 * MINUTE;
const MOST_TRIES = 3;

/** One sending: the digest of its key, and the digest of what was sent under the key. */
export type Sending = { readonly keyHash: Buffer; readonly sentHash: Buffer };

export type Envelope = {
  readonly who: Actor;
  readonly act: string;
  /** Null where it came without a key. */
  readonly once: Sending | null;
};

/** Within the transaction of an act: the one instant it happens at, and what the audit will say it was about. */
export type ActContext = {
  readonly manager: EntityManager;
  readonly now: Instant;
  about(about: About): void;
};

export type AlreadySent = { readonly code: 'already-sent' };

/** Whether an act carried something out now, or is the repeat of one that did. */
export type ActDone<T> = { readonly value: T; readonly repeated: boolean };

/**
 * @param whose the sender: one cannot be answered what another was
 * @param sent all that was sent, in an order that is the same for the same
 */
export function sendingOf(whose: string, key: string, sent: unknown): Sending {
  const sentHash = createHmac('sha256', key).update(JSON.stringify(sent)).digest();
  return { keyHash: digest(`${whose}:${key}`), sentHash };
}

/** Remembers a sending within the transaction that takes it. @throws a duplicate-key error when it was taken before */
async function rememberSending(manager: EntityManager, sent: Sending, who: string, answer: unknown) {
  await insertRow(manager, SentActRow, { ...sent, who, answer, expiresAt: Date.now() + REMEMBERED });
}

/** What was answered to an earlier sending with this key; `other` where something else was sent with it. */
async function earlierSending(
  manager: EntityManager,
  sent: Sending,
): Promise<{ is: 'new' } | { is: 'same'; answer: unknown } | { is: 'other' }> {
  const rows = manager.getRepository(SentActRow);
  const row = await rows.findOneBy({ keyHash: sent.keyHash });
  if (!row || row.expiresAt <= Date.now()) {
    if (row) await rows.delete({ keyHash: sent.keyHash });
    return { is: 'new' };
  }
  if (!timingSafeEqual(row.sentHash, sent.sentHash)) return { is: 'other' };
  return { is: 'same', answer: row.answer };
}

/** Forgets what somebody sent, so that a repeat leads nowhere any more. */
export async function forgetSendings(manager: EntityManager, who: string): Promise<void> {
  await manager.getRepository(SentActRow).delete({ who });
}

/** Forgets what was remembered long enough. */
export async function sweepSendings(manager: EntityManager): Promise<void> {
  await manager.query('DELETE FROM sent_act WHERE expires_at <= ? LIMIT 5000', [new Date()]);
}

export class Acts {
  constructor(
    private readonly db: DataSource,
    private readonly clock: SiteClock,
  ) {}

  /**
   * Carries out an act. What `work` refuses is committed all the same, since a refusal may have to be counted (a wrong
   * code); what it throws is not. Where a unique key is taken in the same instant, `work` is done again and finds so.
   * @param work changes the state; its value is what is answered to a repeat, so it is plain JSON without secrets
   * @param known that value, where it is known before the work
   */
  async carryOut<T, R>(
    { who, act, once }: Envelope,
    work: (context: ActContext) => Promise<Result<T, R>>,
    known?: T,
  ): Promise<Result<ActDone<T>, R | AlreadySent>> {
    for (let tries = 1; ; tries++) {
      try {
        return await transact(this.db, async (manager) => {
          // First of all: a repeat in the same instant waits here until the first is done, and finds it.
          const answer = known === undefined ? {} : { value: known };
          if (once) await rememberSending(manager, once, 'id' in who ? who.id : '', answer);
          let about: About = {};
          const now = this.clock.now();
          const done = await work({ manager, now, about: (more) => (about = { ...about, ...more }) });
          if (!done.ok) {
            if (once) await manager.getRepository(SentActRow).delete({ keyHash: once.keyHash });
            return done;
          }
          if (once && known === undefined)
            await changeRow(manager, SentActRow, { keyHash: once.keyHash }, { answer: { value: done.value } });
          await writeAudit(manager, { at: now, who, act, ...about });
          return ok({ value: done.value, repeated: false });
        });
      } catch (error) {
        if (!isDuplicate(error) || tries === MOST_TRIES) throw error;
        const earlier = once ? await earlierSending(this.db.manager, once) : { is: 'new' as const };
        if (earlier.is === 'other') return refuse({ code: 'already-sent' });
        if (earlier.is === 'same') return ok({ value: (earlier.answer as { value: T }).value, repeated: true });
      }
    }
  }
}
