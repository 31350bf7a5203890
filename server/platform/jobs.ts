/**
 * Purpose: jobs in the database, each carried out once by whichever process gets it.
 * Invariant: a job is claimed (`FOR UPDATE SKIP LOCKED`), carried out and removed in one transaction. A process
 * that dies gives its claim back with its connection, and what the handler wrote is gone with it.
 */
import type { DataSource, EntityManager } from 'typeorm';
import type { Instant } from '../../core/kernel';
import type { SiteClock } from './clock';
import { isDeadlock } from './database';
import type { Log } from './log';

export type JobHandler = (manager: EntityManager, payload: never, now: Instant) => Promise<void>;
type NewJob = { kind: string; runAt: Instant; payload: unknown; key?: string };
type Claimed = { id: string; kind: string; payload: string; attempts: number; run_at: Date };

const HANDS = 3;
const PAUSE = 400;
const LONG_PAUSE = 10_000;
const MOST_ATTEMPTS = 12;

export class Jobs {
  private readonly handlers = new Map<string, JobHandler>();
  private running = false;
  private waiting = new Set<() => void>();
  private loops: Promise<void>[] = [];

  constructor(
    private readonly db: DataSource,
    private readonly clock: SiteClock,
    private readonly log: Log,
  ) {}

  handle<P>(kind: string, handler: (manager: EntityManager, payload: P, now: Instant) => Promise<void>): void {
    this.handlers.set(kind, handler as JobHandler);
  }

  /** Adds a job within the caller's transaction. With a key it replaces the job of that key. */
  async add(manager: EntityManager, job: NewJob): Promise<void> {
    await manager.query(
      `INSERT INTO job (kind, job_key, run_at, payload) VALUES (?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE run_at = VALUES(run_at), payload = VALUES(payload), state = 'ready', attempts = 0`,
      [job.kind, job.key ?? null, new Date(job.runAt), JSON.stringify(job.payload)],
    );
  }

  async cancel(manager: EntityManager, key: string): Promise<void> {
    await manager.query('DELETE FROM job WHERE job_key = ?', [key]);
  }

  start(): void {
    this.running = true;
    this.loops = Array.from({ length: HANDS }, (_, hand) => this.loop(hand === 0 ? PAUSE : LONG_PAUSE));
  }

  /** Lets the job in hand finish, then ends. */
  async stop(): Promise<void> {
    this.running = false;
    this.nudge();
    await Promise.all(this.loops);
  }

  /** Looks for work now instead of at the next turn. Call after a commit that added a job. */
  nudge(): void {
    for (const wake of this.waiting) wake();
  }

  /** One hand looks often; the others sleep until there is more work than one can do. */
  private async loop(pause: number): Promise<void> {
    while (this.running) {
      const worked = await this.once().catch((error: unknown) => {
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

  /** Carries out one due job. @returns whether there was one. */
  async once(): Promise<boolean> {
    let claimed: Claimed | undefined;
    try {
      return await this.db.transaction('READ COMMITTED', async (manager) => {
        const now = this.clock.now();
        [claimed] = (await manager.query(
          `SELECT id, kind, payload, attempts, run_at FROM job
           WHERE state = 'ready' AND run_at <= ? ORDER BY run_at, id LIMIT 1 FOR UPDATE SKIP LOCKED`,
          [new Date(now)],
        )) as Claimed[];
        if (!claimed) return false;
        const handler = this.handlers.get(claimed.kind);
        if (!handler) throw new Error(`No handler for jobs of the kind ${claimed.kind}`);
        // Removed first: a handler may set the next job of the same key.
        await manager.query('DELETE FROM job WHERE id = ?', [claimed.id]);
        await handler(manager, JSON.parse(claimed.payload) as never, now);
        return true;
      });
    } catch (error) {
      if (!claimed) throw error;
      if (isDeadlock(error)) return true;
      await this.failed(claimed, error);
      return true;
    }
  }

  /** Puts a failed job off, twice as long each time; after the last attempt it stays for somebody to see. */
  private async failed(job: Claimed, error: unknown): Promise<void> {
    const attempts = job.attempts + 1;
    const wait = Math.min(2 ** attempts, 3600) * 1000;
    this.log.error({ err: error, job: job.id, kind: job.kind, attempts }, 'jobs: failed');
    await this.db.query('UPDATE job SET attempts = ?, run_at = ?, state = ?, last_error = ? WHERE id = ?', [
      attempts,
      new Date(this.clock.now() + wait),
      attempts >= MOST_ATTEMPTS ? 'failed' : 'ready',
      String(error instanceof Error ? error.message : error).slice(0, 500),
      job.id,
    ]);
  }

  /** The next job that waits for its time, and none before `after`. */
  async nextDue(after: Instant): Promise<{ at: Instant; kind: string; payload: unknown } | null> {
    const [row] = (await this.db.query(
      `SELECT run_at, kind, payload FROM job WHERE state = 'ready' AND run_at > ? ORDER BY run_at, id LIMIT 1`,
      [new Date(after)],
    )) as { run_at: Date; kind: string; payload: string }[];
    return row ? { at: row.run_at.getTime(), kind: row.kind, payload: JSON.parse(row.payload) } : null;
  }

  /** How many jobs are due by that instant (now, unless given) and not yet done, claimed ones included. */
  async due(by: Instant = this.clock.now()): Promise<number> {
    const [row] = (await this.db.query(`SELECT COUNT(*) AS n FROM job WHERE state = 'ready' AND run_at <= ?`, [
      new Date(by),
    ])) as { n: string }[];
    return Number(row?.n ?? 0);
  }
}
