/**
 * Purpose: jobs in the database, each carried out once by whichever process gets it.
 * Invariant: a job is claimed (`FOR UPDATE SKIP LOCKED`), carried out and removed in one transaction. A process
 * that dies gives its claim back with its connection, and what the handler wrote is gone with it. Letters have a lane
 * of their own, so that a mail server that hangs keeps no timer waiting.
 */
import type { DataSource, EntityManager } from 'typeorm';
import type { Instant } from '../../core/kernel';
import type { SiteClock } from './clock';
import { isDeadlock } from './database';
import { tellError, type Log } from './log';

export type Lane = 'work' | 'mail';
export type JobHandler = (manager: EntityManager, payload: never, now: Instant) => Promise<void>;
/** What becomes of a job that failed: the pause before the next try in milliseconds, or null to give it up. */
export type AfterFailure = (error: unknown, attempts: number, age: number) => number | null;
type NewJob = { kind: string; runAt: Instant; payload: unknown; key?: string };
type Kind = { readonly lane: Lane; readonly handler: JobHandler; readonly after: AfterFailure; readonly tells: Tells };
/** What is kept of a failure, for somebody to read: never what a letter or a statement holds. */
type Tells = (error: unknown) => string;
type Claimed = {
  id: string;
  kind: string;
  job_key: string | null;
  payload: string;
  attempts: number;
  run_at: Date;
  first_at: Date | null;
};

const HANDS: readonly [Lane, number][] = [
  ['work', 400],
  ['work', 10_000],
  ['mail', 400],
  ['mail', 10_000],
];
const MOST_ATTEMPTS = 12;
const LEAST_PAUSE = 60_000;

/** Twice as long each time, up to an hour; after the last attempt the job stays for somebody to see. */
const twiceAsLong: AfterFailure = (_, attempts) =>
  attempts >= MOST_ATTEMPTS ? null : Math.min(2 ** attempts, 3600) * 1000;
const saysItsKind: Tells = (error) => {
  const { type, code, says } = tellError(error);
  return [type, code, says].filter(Boolean).join(': ');
};

export class Jobs {
  private readonly kinds = new Map<string, Kind>();
  /** The job that is carried out within a transaction. */
  private readonly inHand = new WeakMap<EntityManager, { key: string | null; runAt: Instant }>();
  private running = false;
  private waiting = new Set<() => void>();
  private loops: Promise<void>[] = [];

  constructor(
    private readonly db: DataSource,
    private readonly clock: SiteClock,
    private readonly log: Log,
  ) {}

  handle<P>(
    kind: string,
    handler: (manager: EntityManager, payload: P, now: Instant) => Promise<void>,
    { lane = 'work', after = twiceAsLong, tells = saysItsKind }: Partial<Omit<Kind, 'handler'>> = {},
  ): void {
    this.kinds.set(kind, { lane, handler: handler as JobHandler, after, tells });
  }

  /**
   * Adds a job within the caller's transaction. With a key it replaces the job of that key. A job that sets itself again
   * runs later than the instant it runs for, or it would spin: what is set sooner is put off, and told in the log.
   */
  async add(manager: EntityManager, job: NewJob): Promise<void> {
    const lane = this.kinds.get(job.kind)?.lane ?? 'work';
    const own = this.inHand.get(manager);
    let { runAt } = job;
    if (own && own.key !== null && own.key === job.key && runAt <= own.runAt) {
      this.log.error({ kind: job.kind, key: job.key }, 'jobs: would have set itself due again at once');
      runAt = own.runAt + LEAST_PAUSE;
    }
    await manager.query(
      `INSERT INTO job (kind, lane, job_key, run_at, payload) VALUES (?, ?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE run_at = VALUES(run_at), payload = VALUES(payload), state = 'ready', attempts = 0`,
      [job.kind, lane, job.key ?? null, new Date(runAt), JSON.stringify(job.payload)],
    );
  }

  async cancel(manager: EntityManager, key: string): Promise<void> {
    await manager.query('DELETE FROM job WHERE job_key = ?', [key]);
  }

  start(): void {
    this.running = true;
    this.loops = HANDS.map(([lane, pause]) => this.loop(lane, pause));
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

  /** One hand of each lane looks often; the other sleeps until there is more work than one can do. */
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
    try {
      return await this.db.transaction('READ COMMITTED', async (manager) => {
        const now = this.clock.now();
        [claimed] = (await manager.query(
          `SELECT id, kind, job_key, payload, attempts, run_at, first_at FROM job
           WHERE lane = ? AND state = 'ready' AND run_at <= ? ORDER BY run_at, id LIMIT 1 FOR UPDATE SKIP LOCKED`,
          [lane, new Date(now)],
        )) as Claimed[];
        if (!claimed) return false;
        const kind = this.kinds.get(claimed.kind);
        if (!kind) throw new Error(`No handler for jobs of the kind ${claimed.kind}`);
        // Removed first: a handler may set the next job of the same key.
        await manager.query('DELETE FROM job WHERE id = ?', [claimed.id]);
        this.inHand.set(manager, { key: claimed.job_key, runAt: claimed.run_at.getTime() });
        await kind.handler(manager, JSON.parse(claimed.payload) as never, now);
        return true;
      });
    } catch (error) {
      if (!claimed) throw error;
      if (isDeadlock(error)) return true;
      await this.failed(claimed, error);
      return true;
    }
  }

  /** Puts a failed job off, or leaves it for somebody to see. */
  private async failed(job: Claimed, error: unknown): Promise<void> {
    const attempts = job.attempts + 1;
    const now = this.clock.now();
    const first = job.first_at ?? job.run_at;
    const { after, tells } = this.kinds.get(job.kind) ?? { after: twiceAsLong, tells: saysItsKind };
    const pause = after(error, attempts, now - first.getTime());
    this.log.error({ err: error, job: job.id, kind: job.kind, attempts }, 'jobs: failed');
    await this.db.query(
      'UPDATE job SET attempts = ?, first_at = ?, run_at = ?, state = ?, last_error = ? WHERE id = ?',
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
      `SELECT COUNT(*) AS n FROM job WHERE lane = ? AND state = 'ready' AND run_at <= ?`,
      [lane, new Date(by)],
    )) as { n: string }[];
    return Number(row?.n ?? 0);
  }
}
