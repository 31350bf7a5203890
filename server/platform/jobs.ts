/**
 * Purpose: jobs in the database, each carried out once by whichever process gets it.
 * Invariant: a job whose work lies within the database is claimed (`FOR UPDATE SKIP LOCKED`), carried out and removed in
 * one transaction; a process that dies gives its claim back with its connection, and what the handler wrote is gone
 * with it. A call to the outside never runs inside a transaction: the claim is written first, by a statement that finds
 * the job still unclaimed, then the call is made, then it is settled together with the removal; a claim whose process
 * died ends by itself. Of two nodes of a cluster that claim the same job, the commit of one is refused, so that both
 * can never make the call.
 */
import { rowsFrom, changeIn } from './rows';
import { randomBytes } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type { Instant, Reader } from '../../core/kernel';
import type { SiteClock } from './clock';
import { isDeadlock, transact } from './database';
import { lanes, type JobTable, type Lane, type PayloadOf, type SomeJob } from './job.kinds';
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

/** How often it is looked whether anything is due in any lane. Real time. */
const LOOK = 400;
/** So many jobs of a lane are carried out at once. */
const WORKERS = 2;
/** A worker whom nobody has woken looks by itself after so long. Real time. */
const SLEEP = 10_000;
/** How often a lane looks for what somebody who died left behind. Real time. */
const LOOK_BACK = 5_000;
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
/** Due jobs of a lane. In the order of an index, or more rows than are looked for would be locked on the way. */
const dueIn = (which: string, most = 1): string =>
  `SELECT id, kind, job_key, payload, attempts, run_at, first_at FROM job
   WHERE lane = ? AND ${which} AND run_at <= ? ORDER BY run_at, id LIMIT ${most}`;
/** The lanes in which something is due: one statement, however many lanes there are, each by the index. */
const lanesDue = lanes
  .map(
    (lane) => `SELECT '${lane}' AS lane FROM DUAL WHERE EXISTS
      (SELECT 1 FROM job WHERE lane = '${lane}' AND ${READY} AND run_at <= ?)`,
  )
  .join(' UNION ALL ');
/** How many jobs that call somebody outside are looked up at once. Each is claimed alone, when its turn has come. */
const HANDFUL = 16;

/** The lane whose jobs do their work within the database; those of every other call somebody outside. */
const WITHIN: Lane = 'work';

/** Of two who claimed one job the other was quicker. */
class Taken extends Error {}

export class Jobs<T extends JobTable = Record<never, never>> {
  private readonly handlers = new Map<string, Handler>();
  /** The job that is carried out within a transaction. */
  private readonly inHand = new WeakMap<EntityManager, { key: string | null; runAt: Instant; again: boolean }>();
  /** The lanes to which a transaction adds something to do at once: their hands are woken when it is committed. */
  private readonly added = new WeakMap<EntityManager, Set<Lane>>();
  private readonly lookedBack = new Map<Lane, number>();
  /** Looked up and not tried to be claimed yet. */
  private readonly ahead = new Map<Lane, Claimed[]>();
  private running = false;
  private readonly waiting = new Map<Lane, Set<() => void>>(lanes.map((lane) => [lane, new Set()]));
  private loops: Promise<void>[] = [];

  constructor(
    private readonly db: DataSource,
    private readonly clock: SiteClock,
    private readonly log: Log,
    private readonly kinds: T,
  ) {
    db.subscribers.push({
      afterTransactionCommit: ({ manager }) => {
        this.nudge(this.added.get(manager) ?? []);
        this.added.delete(manager);
      },
    });
  }

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
    if (own && own.key !== null && own.key === job.key) {
      own.again = true;
      if (runAt <= own.runAt) {
        this.log.error({ kind: job.kind, key: job.key }, 'jobs: would have set itself due again at once');
        runAt = own.runAt + LEAST_PAUSE;
      }
    }
    const { lane } = this.kinds[job.kind]!;
    await manager.query(
      `INSERT INTO job (kind, lane, job_key, run_at, payload) VALUES (?, ?, ?, ?, ?)
       ON DUPLICATE KEY UPDATE kind = VALUES(kind), lane = VALUES(lane), run_at = VALUES(run_at),
         payload = VALUES(payload), state = 'ready', attempts = 0, first_at = NULL, last_error = NULL, claimed_by = NULL,
         claimed_until = NULL`,
      [job.kind, lane, job.key ?? null, new Date(runAt), this.kinds[job.kind]!.stored.write(job.payload as never)],
    );
    if (runAt <= this.clock.now()) this.wake(manager, lane);
  }

  /** Has a lane look for work once the caller's transaction is committed, instead of at its next turn. */
  wake(manager: EntityManager, lane: Lane): void {
    if (!manager.queryRunner?.isTransactionActive) return this.nudge([lane]);
    this.added.set(manager, (this.added.get(manager) ?? new Set()).add(lane));
  }

  /** Takes a job back. @returns whether it was there and nobody carries it out just now */
  async cancel(manager: EntityManager, key: string): Promise<boolean> {
    const { affectedRows } = await changeIn(manager, `DELETE FROM job WHERE job_key = ? AND state <> 'claimed'`, [key]);
    return affectedRows > 0;
  }

  /** @throws Error where a kind has nobody who carries it out */
  start(): void {
    const without = Object.keys(this.kinds).filter((kind) => !this.handlers.has(kind));
    if (without.length) throw new Error(`Nobody carries out jobs of the kind ${without.join(', ')}.`);
    this.running = true;
    this.ahead.clear();
    this.loops = [this.watch(), ...lanes.flatMap((lane) => Array.from({ length: WORKERS }, () => this.loop(lane)))];
  }

  /** Lets the jobs in hand finish, then ends. */
  async stop(): Promise<void> {
    this.running = false;
    this.nudge(lanes);
    this.endRest();
    await Promise.all(this.loops);
  }

  /** Wakes a worker of each lane in which something is due; lanes in which nothing is cost nothing. */
  private async watch(): Promise<void> {
    while (this.running) {
      await new Promise<void>((rested) => {
        const timer = setTimeout(rested, LOOK);
        this.endRest = () => {
          clearTimeout(timer);
          rested();
        };
      });
      if (!this.running) return;
      const now = new Date(this.clock.now());
      const due = (await this.db
        .query(
          lanesDue,
          lanes.map(() => now),
        )
        .catch((error: unknown) => {
          this.log.warn({ err: error }, 'jobs: the database did not answer');
          return [];
        })) as { lane: Lane }[];
      const late = lanes.filter((lane) => lane !== WITHIN && this.isTimeToLookBack(lane));
      for (const lane of new Set([...due.map((row) => row.lane), ...late])) this.wakeOne(lane);
    }
  }
  private endRest: () => void = () => undefined;

  private wakeOne(lane: Lane): void {
    for (const wake of this.waiting.get(lane)!) return wake();
  }

  private nudge(which: Iterable<Lane>): void {
    for (const lane of which) for (const wake of this.waiting.get(lane)!) wake();
  }

  private async loop(lane: Lane): Promise<void> {
    while (this.running) {
      const worked = await this.once(lane, this.looksBack(lane)).catch((error: unknown) => {
        this.log.warn({ err: error }, 'jobs: the database did not answer');
        return false;
      });
      if (!worked && this.running) await this.pause(lane);
    }
  }

  private looksBack(lane: Lane): boolean {
    if (!this.isTimeToLookBack(lane)) return false;
    this.lookedBack.set(lane, performance.now());
    return true;
  }

  private isTimeToLookBack(lane: Lane): boolean {
    return performance.now() - (this.lookedBack.get(lane) ?? -LOOK_BACK) >= LOOK_BACK;
  }

  private pause(lane: Lane): Promise<void> {
    const waiting = this.waiting.get(lane)!;
    return new Promise((resolve) => {
      const wake = () => {
        clearTimeout(timer);
        waiting.delete(wake);
        resolve();
      };
      const timer = setTimeout(wake, SLEEP);
      waiting.add(wake);
    });
  }

  /**
   * Carries out one due job of a lane.
   * @param back whether to look for one that somebody left behind, where no other is ready
   * @returns whether there was one
   */
  once(lane: Lane = WITHIN, back = true): Promise<boolean> {
    return lane === WITHIN ? this.onceWithin() : this.onceOutside(lane, back);
  }

  private async onceWithin(): Promise<boolean> {
    let claimed: Claimed | undefined;
    try {
      await this.db.transaction(async (manager) => {
        const now = this.clock.now();
        [claimed] = await rowsFrom<Claimed>(manager, `${dueIn(READY)} FOR UPDATE SKIP LOCKED`, [WITHIN, new Date(now)]);
        if (!claimed) return;
        // Where there was one there may be more.
        this.nudge([WITHIN]);
        const { id, kind, job_key: key, run_at: runAt, payload } = claimed;
        const hand = { key, runAt: runAt.getTime(), again: false };
        this.inHand.set(manager, hand);
        const handler = this.handlerOf(kind);
        if (!('run' in handler))
          throw new Error(`Jobs of the kind ${kind} call the outside, and cannot be in this lane`);
        await handler.run(manager, this.read(kind, payload), now);
        // One that has set the next of its own key has written over itself.
        if (!hand.again) await manager.query('DELETE FROM job WHERE id = ?', [id]);
      });
    } catch (error) {
      if (!claimed) throw error;
      if (!isDeadlock(error)) await this.failed(claimed, null, error);
    }
    return claimed !== undefined;
  }

  private async onceOutside(lane: Lane, back: boolean): Promise<boolean> {
    let claimed: Claimed | null = null;
    const mine = randomBytes(10).toString('hex');
    try {
      claimed = (await this.claim(lane, READY, mine)) ?? (back ? await this.claim(lane, LEFT_BEHIND, mine) : null);
      if (!claimed) return false;
      this.nudge([lane]);
      const handler = this.handlerOf(claimed.kind);
      if (!('outside' in handler)) throw new Error(`Jobs of the kind ${claimed.kind} belong into the lane ${WITHIN}`);
      await this.call(handler.outside, claimed, mine);
    } catch (error) {
      if (error instanceof Taken || isDeadlock(error)) return true;
      if (!claimed) throw error;
      await this.failed(claimed, mine, error);
    }
    return true;
  }

  private handlerOf(kind: string): Handler {
    const handler = this.handlers.get(kind);
    if (!handler) throw new Error(`No handler for jobs of the kind ${kind}`);
    return handler;
  }

  /** Claims a due job for a call, by a statement that holds no lock beyond itself. */
  private async claim(lane: Lane, which: string, mine: string): Promise<Claimed | null> {
    for (;;) {
      const now = new Date(this.clock.now());
      const found = await this.look(lane, which, now);
      if (!found) return null;
      const { affectedRows } = await changeIn(
        this.db,
        `UPDATE job SET state = 'claimed', claimed_by = ?, claimed_until = UTC_TIMESTAMP(3) + INTERVAL ? SECOND
         WHERE id = ? AND ${which} AND run_at <= ? AND attempts = ? AND payload COLLATE utf8mb4_bin = ?`,
        [mine, CLAIM_LASTS, found.id, now, found.attempts, found.payload],
      );
      // Else another hand was quicker, or it has been replaced by one that says something else.
      if (affectedRows === 1) return found;
    }
  }

  /** A job that seemed to be due when it was looked up. */
  private async look(lane: Lane, which: string, now: Date): Promise<Claimed | undefined> {
    const ahead = which === READY ? this.ahead.get(lane)?.shift() : undefined;
    if (ahead) return ahead;
    const found = await rowsFrom<Claimed>(this.db, dueIn(which, which === READY ? HANDFUL : 1), [lane, now]);
    if (which === READY) this.ahead.set(lane, found.slice(1));
    return found[0];
  }

  /** Makes a call that is claimed, outside of any transaction, and settles it. */
  private async call(outside: Outside<never, unknown>, claimed: Claimed, mine: string): Promise<void> {
    const work = await outside.prepare(this.db.manager, this.read(claimed.kind, claimed.payload));
    if (work !== null) await outside.make(work);
    // Settled anew where the database gives it up for another: the call has been made, and is not made again for that.
    await transact(this.db, async (manager) => {
      const { affectedRows } = await changeIn(manager, 'DELETE FROM job WHERE id = ? AND claimed_by = ?', [
        claimed.id,
        mine,
      ]);
      // Erased meanwhile, or the call took longer than its claim and somebody else has it now.
      if (affectedRows === 0) throw new Taken();
      if (work !== null) await outside.settle(manager, work, this.clock.now());
    });
  }

  /**
   * Puts a failed job off, or leaves it for somebody to see.
   * @param mine the claim under which it failed; under another it is somebody else's by now
   */
  private async failed(job: Claimed, mine: string | null, error: unknown): Promise<void> {
    const attempts = job.attempts + 1;
    const now = this.clock.now();
    const first = job.first_at ?? job.run_at;
    const { after, tells } = this.handlers.get(job.kind) ?? failing({});
    const pause = after(error, attempts, now - first.getTime());
    this.log.error({ err: error, job: job.id, kind: job.kind, attempts }, 'jobs: failed');
    await this.db.query(
      `UPDATE job SET attempts = ?, first_at = ?, run_at = ?, state = ?, last_error = ?, claimed_by = NULL,
         claimed_until = NULL WHERE id = ? AND claimed_by <=> ?`,
      [
        attempts,
        first,
        new Date(now + (pause ?? 0)),
        pause === null ? 'failed' : 'ready',
        tells(error).slice(0, 500),
        job.id,
        mine,
      ],
    );
  }

  /** The payload of a job. @throws Error where it is not what jobs of its kind carry */
  private read(kind: string, payload: string): never {
    const known = this.kinds[kind]!;
    return known.payload.parse(known.stored.read(payload)) as never;
  }

  /** What a job that waits is about, in words; null where this program knows no such kind. */
  async describe({ kind, payload }: { kind: string; payload: string }, reader: Reader): Promise<string | null> {
    const known: SomeJob | undefined = this.kinds[kind];
    if (!known) return null;
    // One that an older program wrote otherwise fails when its time comes; until then it is called what its kind is.
    const read = known.payload.safeParse(known.stored.read(payload));
    const of = read.success ? await known.of?.(this.db.manager, read.data as never, reader) : null;
    return of ?? known.says(reader);
  }

  /** The next timer that waits for its time, and none before `after`. Letters are not waited for. */
  async nextDue(after: Instant): Promise<{ at: Instant; kind: string; payload: string } | null> {
    const [row] = await rowsFrom<{ run_at: Date; kind: string; payload: string }>(
      this.db,
      `SELECT run_at, kind, payload FROM job WHERE lane = 'work' AND state = 'ready' AND run_at > ?
       ORDER BY run_at, id LIMIT 1`,
      [new Date(after)],
    );
    return row ? { at: row.run_at.getTime(), kind: row.kind, payload: row.payload } : null;
  }

  /** How many jobs of a lane are due by that instant (now, unless given) and not yet done, claimed ones included. */
  async due(by: Instant = this.clock.now(), lane: Lane = 'work'): Promise<number> {
    const [row] = await rowsFrom<{ n: string }>(
      this.db,
      `SELECT COUNT(*) AS n FROM job WHERE lane = ? AND state IN ('ready', 'claimed') AND run_at <= ?`,
      [lane, new Date(by)],
    );
    return Number(row?.n ?? 0);
  }
}
