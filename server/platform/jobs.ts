/**
 * Purpose: jobs in the database, each carried out once by whichever process gets it.
 * Invariant: a job whose work lies within the database is claimed (`FOR UPDATE SKIP LOCKED`), carried out and removed in
 * one transaction; a process that dies gives its claim back with its connection, and what the handler wrote is gone
 * with it. A call to the outside never runs inside a transaction: the claim is committed first, then the call is made,
 * then it is settled together with the removal; a claim whose process died ends by itself. Of two nodes of a cluster
 * that claim the same job, the commit of one is refused, so that both can never make the call.
 */
import { randomBytes } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type { Instant } from '../../core/kernel';
import type { SiteClock } from './clock';
import { isDeadlock } from './database';
import { jobKinds, lanes, type JobTable, type Lane, type PayloadOf } from './job.kinds';
import { tellError, type Log } from './log';

/** What becomes of a job that failed: the pause before the next try in milliseconds, or null to give it up. */
export type AfterFailure = (error: unknown, attempts: number, age: number) => number | null;
/** What is kept of a failure, for somebody to read: never what a letter or a statement holds. */
type Tells = (error: unknown) => string;
type Failing = { readonly after: AfterFailure; readonly tells: Tells };
type Run = (manager: EntityManager, payload: never, now: Instant) => Promise<void>;
/** A call to the outside in three steps; `prepare` gives null where there is nothing to do any more. */
export type Outside<P, W> = {
  prepare(manager: EntityManager, payload: P): Promise<W | null>;
  make(work: W): Promise<void>;
  settle(manager: EntityManager, work: W, now: Instant): Promise<void>;
};
type Handler = Failing & ({ readonly run: Run } | { readonly outside: Outside<never, unknown> });
type Claimed = {
  id: string;
  kind: string;
  job_key: string | null;
  payload: string;
  attempts: number;
  run_at: Date;
  first_at: Date | null;
};
type NewJob<T extends JobTable, K extends keyof T> = {
  readonly kind: K;
  readonly runAt: Instant;
  readonly payload: PayloadOf<T[K]>;
  readonly key?: string;
};

/** One hand of each lane looks often; the other sleeps until there is more work than one can do. */
const HANDS: readonly number[] = [400, 10_000];
const MOST_ATTEMPTS = 12;
const LEAST_PAUSE = 60_000;
/** Longer than any call takes: a mail server is given up after 25 seconds. Real time, in seconds. */
const CLAIM_LASTS = 40;

/** Twice as long each time, up to an hour; after the last attempt the job stays for somebody to see. */
const twiceAsLong: AfterFailure = (_, attempts) =>
  attempts >= MOST_ATTEMPTS ? null : Math.min(2 ** attempts, 3600) * 1000;
const saysItsKind: Tells = (error) => {
  const { type, code, says } = tellError(error);
  return [type, code, says].filter(Boolean).join(': ');
};
const failing = ({ after = twiceAsLong, tells = saysItsKind }: Partial<Failing>): Failing => ({ after, tells });

const READY = `state = 'ready'`;
/** Claimed by a process that has died since. */
const LEFT_BEHIND = `state = 'claimed' AND claimed_until < UTC_TIMESTAMP(3)`;

/** Of two who claimed one job the other was quicker. */
class Taken extends Error {}

export class Jobs<T extends JobTable = typeof jobKinds> {
  private readonly handlers = new Map<string, Handler>();
  /** The job that is carried out within a transaction. */
  private readonly inHand = new WeakMap<EntityManager, { key: string | null; runAt: Instant }>();
  private running = false;
  private waiting = new Set<() => void>();
  private loops: Promise<void>[] = [];

  constructor(
    private readonly db: DataSource,
    private readonly clock: SiteClock,
    private readonly log: Log,
    private readonly kinds: T = jobKinds as unknown as T,
  ) {}

  /** Says how jobs of a kind are carried out that do their work within the database. */
  handle<K extends keyof T & string>(
    kind: K,
    run: (manager: EntityManager, payload: PayloadOf<T[K]>, now: Instant) => Promise<void>,
    how: Partial<Failing> = {},
  ): void {
    this.handlers.set(kind, { ...failing(how), run: run as Run });
  }

  /** Says how jobs of a kind are carried out that call somebody outside. */
  outside<K extends keyof T & string, W>(
    kind: K,
    outside: Outside<PayloadOf<T[K]>, W>,
    how: Partial<Failing> = {},
  ): void {
    this.handlers.set(kind, { ...failing(how), outside: outside as Outside<never, unknown> });
  }

  /**
   * Adds a job within the caller's transaction. With a key it replaces the job of that key. A job that sets itself again
   * runs later than the instant it runs for, or it would spin: what is set sooner is put off, and told in the log.
   */
  async add<K extends keyof T & string>(manager: EntityManager, job: NewJob<T, K>): Promise<void> {
    const own = this.inHand.get(manager);
    let { runAt } = job;
    if (own && own.key !== null && own.key === job.key && runAt <= own.runAt) {
      this.log.error({ kind: job.kind, key: job.key }, 'jobs: would have set itself due again at once');
      runAt = own.runAt + LEAST_PAUSE;
    }
    await manager.query(
      `INSERT INTO job (kind, lane, job_key, run_at, payload) VALUES (?, ?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE run_at = VALUES(run_at), payload = VALUES(payload), state = 'ready', attempts = 0,
         claimed_by = NULL, claimed_until = NULL`,
      [job.kind, this.kinds[job.kind]!.lane, job.key ?? null, new Date(runAt), JSON.stringify(job.payload)],
    );
  }

  /** Takes a job back. @returns whether it was there and nobody carries it out just now */
  async cancel(manager: EntityManager, key: string): Promise<boolean> {
    const { affectedRows } = (await manager.query(`DELETE FROM job WHERE job_key = ? AND state <> 'claimed'`, [
      key,
    ])) as { affectedRows: number };
    return affectedRows > 0;
  }

  /** @throws Error where a kind has nobody who carries it out */
  start(): void {
    const without = Object.keys(this.kinds).filter((kind) => !this.handlers.has(kind));
    if (without.length) throw new Error(`Nobody carries out jobs of the kind ${without.join(', ')}.`);
    this.running = true;
    this.loops = lanes.flatMap((lane) => HANDS.map((pause) => this.loop(lane, pause)));
  }

  /** Lets the jobs in hand finish, then ends. */
  async stop(): Promise<void> {
    this.running = false;
    this.nudge();
    await Promise.all(this.loops);
  }

  /** Looks for work now instead of at the next turn. Call after a commit that added a job. */
  nudge(): void {
    for (const wake of this.waiting) wake();
  }

  private async loop(lane: Lane, pause: number): Promise<void> {
    while (this.running) {
      const worked = await this.once(lane).catch((error: unknown) => {
        this.log.warn({ err: error }, 'jobs: the database did not answer');
        return false;
      });
      if (worked) this.nudge();
      else if (this.running) await this.pause(pause);
    }
  }

  private pause(pause: number): Promise<void> {
    return new Promise((resolve) => {
      const wake = () => {
        clearTimeout(timer);
        this.waiting.delete(wake);
        resolve();
      };
      const timer = setTimeout(wake, pause);
      this.waiting.add(wake);
    });
  }

  /** Carries out one due job of a lane. @returns whether there was one. */
  async once(lane: Lane = 'work'): Promise<boolean> {
    let claimed: Claimed | undefined;
    const mine = randomBytes(10).toString('hex');
    try {
      const outside = await this.db.transaction('READ COMMITTED', async (manager) => {
        const now = this.clock.now();
        claimed =
          (await this.claim(manager, lane, now, READY)) ??
          (await this.claim(manager, lane, now, LEFT_BEHIND)) ??
          undefined;
        if (!claimed) return null;
        const handler = this.handlers.get(claimed.kind);
        if (!handler) throw new Error(`No handler for jobs of the kind ${claimed.kind}`);
        if ('outside' in handler) {
          await manager.query(
            `UPDATE job SET state = 'claimed', claimed_by = ?, claimed_until = UTC_TIMESTAMP(3) + INTERVAL ? SECOND
             WHERE id = ?`,
            [mine, CLAIM_LASTS, claimed.id],
          );
          return handler.outside;
        }
        // Removed first: a handler may set the next job of the same key.
        await manager.query('DELETE FROM job WHERE id = ?', [claimed.id]);
        this.inHand.set(manager, { key: claimed.job_key, runAt: claimed.run_at.getTime() });
        await handler.run(manager, JSON.parse(claimed.payload) as never, now);
        return null;
      });
      if (!claimed) return false;
      if (outside) await this.call(outside, claimed, mine);
      return true;
    } catch (error) {
      if (error instanceof Taken) return true;
      if (!claimed) throw error;
      if (isDeadlock(error)) return true;
      await this.failed(claimed, error);
      return true;
    }
  }

  /** One due job, locked. In the order of an index, or more rows than the one would be locked on the way. */
  private async claim(manager: EntityManager, lane: Lane, now: Instant, which: string): Promise<Claimed | null> {
    const [row] = (await manager.query(
      `SELECT id, kind, job_key, payload, attempts, run_at, first_at FROM job
       WHERE lane = ? AND ${which} AND run_at <= ? ORDER BY run_at, id LIMIT 1 FOR UPDATE SKIP LOCKED`,
      [lane, new Date(now)],
    )) as Claimed[];
    return row ?? null;
  }

  /** Makes a call that is claimed, outside of any transaction, and settles it. */
  private async call(outside: Outside<never, unknown>, claimed: Claimed, mine: string): Promise<void> {
    const work = await outside.prepare(this.db.manager, JSON.parse(claimed.payload) as never);
    if (work !== null) await outside.make(work);
    await this.db.transaction('READ COMMITTED', async (manager) => {
      const { affectedRows } = (await manager.query('DELETE FROM job WHERE id = ? AND claimed_by = ?', [
        claimed.id,
        mine,
      ])) as { affectedRows: number };
      // Erased meanwhile, or the call took longer than its claim and somebody else has it now.
      if (affectedRows === 0) throw new Taken();
      if (work !== null) await outside.settle(manager, work, this.clock.now());
    });
  }

  /** Puts a failed job off, or leaves it for somebody to see. */
  private async failed(job: Claimed, error: unknown): Promise<void> {
    const attempts = job.attempts + 1;
    const now = this.clock.now();
    const first = job.first_at ?? job.run_at;
    const { after, tells } = this.handlers.get(job.kind) ?? failing({});
    const pause = after(error, attempts, now - first.getTime());
    this.log.error({ err: error, job: job.id, kind: job.kind, attempts }, 'jobs: failed');
    await this.db.query(
      `UPDATE job SET attempts = ?, first_at = ?, run_at = ?, state = ?, last_error = ?, claimed_by = NULL,
         claimed_until = NULL WHERE id = ?`,
      [
        attempts,
        first,
        new Date(now + (pause ?? 0)),
        pause === null ? 'failed' : 'ready',
        tells(error).slice(0, 500),
        job.id,
      ],
    );
  }

  /** The next timer that waits for its time, and none before `after`. Letters are not waited for. */
  async nextDue(after: Instant): Promise<{ at: Instant; kind: string; payload: unknown } | null> {
    const [row] = (await this.db.query(
      `SELECT run_at, kind, payload FROM job WHERE lane = 'work' AND state = 'ready' AND run_at > ?
       ORDER BY run_at, id LIMIT 1`,
      [new Date(after)],
    )) as { run_at: Date; kind: string; payload: string }[];
    return row ? { at: row.run_at.getTime(), kind: row.kind, payload: JSON.parse(row.payload) } : null;
  }

  /** How many jobs of a lane are due by that instant (now, unless given) and not yet done, claimed ones included. */
  async due(by: Instant = this.clock.now(), lane: Lane = 'work'): Promise<number> {
    const [row] = (await this.db.query(
      `SELECT COUNT(*) AS n FROM job WHERE lane = ? AND state IN ('ready', 'claimed') AND run_at <= ?`,
      [lane, new Date(by)],
    )) as { n: string }[];
    return Number(row?.n ?? 0);
  }
}
