/**
 * Purpose: jobs in the database, each carried out once by whichever process gets it.
 * Invariant: a job whose work lies within the database is claimed (`FOR UPDATE SKIP LOCKED`), carried out and removed in
 * one transaction; a process that dies gives its claim back with its connection, and what the handler wrote is gone
 * with it. A call to the outside never runs inside a transaction: the claim is written first, by a statement that finds
 * the job still unclaimed, then the call is made, then it is settled together with the removal; a claim whose process
 * died ends by itself. Of two nodes of a cluster that claim the same job, the commit of one is refused, so that both
 * can never make the call.
 */
import { randomBytes } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import type { Instant, Reader } from '../../core/kernel';
import type { SiteClock } from './clock';
import { isDeadlock, transact } from './database';
import { lanes, type JobTable, type Lane, type PayloadOf, type SomeJob } from './job.kinds';
import {
  addJobs,
  claimJob,
  countDue,
  findDue,
  findLanesDue,
  holdNext,
  nextTimer,
  putOff,
  removeDone,
  takeOut,
  WITHIN,
  type DueJob,
  type JobToAdd,
  type Which,
} from './job.rows';
import { Workers } from './job.workers';
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
type NewJob<T extends JobTable, K extends keyof T> = {
  readonly kind: K;
  readonly runAt: Instant;
  readonly payload: PayloadOf<T[K]>;
  readonly key?: string;
};

const MOST_ATTEMPTS = 12;
const LEAST_PAUSE = 60_000;
/** How many jobs that call somebody outside are looked up at once. Each is claimed alone, when its turn has come. */
const HANDFUL = 16;

/** Twice as long each time, up to an hour; after the last attempt the job stays for somebody to see. */
const twiceAsLong: AfterFailure = (_, attempts) =>
  attempts >= MOST_ATTEMPTS ? null : Math.min(2 ** attempts, 3600) * 1000;
const saysItsKind: Tells = (error) => {
  const { type, code, says } = tellError(error);
  return [type, code, says].filter(Boolean).join(': ');
};
const failing = ({ after = twiceAsLong, tells = saysItsKind }: Partial<Failing>): Failing => ({ after, tells });

/** Of two who claimed one job the other was quicker. */
class Taken extends Error {}

export class Jobs<T extends JobTable = Record<never, never>> {
  private readonly handlers = new Map<string, Handler>();
  /** The job that is carried out within a transaction. */
  private readonly inHand = new WeakMap<EntityManager, { key: string | null; runAt: Instant; again: boolean }>();
  /** What a transaction adds: written at its end, in one statement. */
  private readonly toAdd = new WeakMap<EntityManager, JobToAdd[]>();
  /** The lanes to which a transaction adds something to do at once: their workers are woken when it is committed. */
  private readonly toWake = new WeakMap<EntityManager, Set<Lane>>();
  /** Looked up and not tried to be claimed yet. */
  private readonly ahead = new Map<Lane, DueJob[]>();
  private readonly workers: Workers;

  constructor(
    private readonly db: DataSource,
    private readonly clock: SiteClock,
    private readonly log: Log,
    private readonly kinds: T,
  ) {
    this.workers = new Workers({
      log,
      now: () => clock.now(),
      lanesDue: (now) => findLanesDue(db, now),
      calling: lanes.filter((lane) => lane !== WITHIN),
      once: (lane, back) => this.once(lane, back),
    });
    db.subscribers.push({
      beforeTransactionCommit: async ({ manager }) => {
        const jobs = this.toAdd.get(manager) ?? [];
        this.toAdd.delete(manager);
        await addJobs(manager, jobs);
      },
      afterTransactionCommit: ({ manager }) => {
        this.workers.wake(this.toWake.get(manager) ?? []);
        this.toWake.delete(manager);
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
    const { lane, stored } = this.kinds[job.kind]!;
    const { kind, key = null } = job;
    const added = { kind, lane, key, runAt, payload: stored.write(job.payload as never) };
    if (manager.queryRunner?.isTransactionActive) this.toAdd.set(manager, [...this.pending(manager, key), added]);
    else await addJobs(manager, [added]);
    if (runAt <= this.clock.now()) this.wake(manager, lane);
  }

  /** What a transaction has added so far, but for the job of a key. */
  private pending(manager: EntityManager, key: string | null): JobToAdd[] {
    return (this.toAdd.get(manager) ?? []).filter((job) => key === null || job.key !== key);
  }

  /** Has a lane look for work once the caller's transaction is committed, instead of at its next turn. */
  wake(manager: EntityManager, lane: Lane): void {
    if (!manager.queryRunner?.isTransactionActive) return this.workers.wake([lane]);
    this.toWake.set(manager, (this.toWake.get(manager) ?? new Set()).add(lane));
  }

  /** Takes a job back. @returns whether it was there and nobody carries it out just now */
  async cancel(manager: EntityManager, key: string): Promise<boolean> {
    const rest = this.pending(manager, key);
    const wasPending = rest.length < (this.toAdd.get(manager)?.length ?? 0);
    if (wasPending) this.toAdd.set(manager, rest);
    return (await takeOut(manager, key)) || wasPending;
  }

  /** @throws Error where a kind has nobody who carries it out */
  start(): void {
    const without = Object.keys(this.kinds).filter((kind) => !this.handlers.has(kind));
    if (without.length) throw new Error(`Nobody carries out jobs of the kind ${without.join(', ')}.`);
    this.ahead.clear();
    this.workers.start();
  }

  /** Lets the jobs in hand finish, then ends. */
  stop(): Promise<void> {
    return this.workers.stop();
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
    let job: DueJob | undefined;
    try {
      await this.db.transaction(async (manager) => {
        const now = this.clock.now();
        job = await holdNext(manager, now);
        if (!job) return;
        // Where there was one there may be more.
        this.workers.wake([WITHIN]);
        const { id, kind, job_key: key, run_at: runAt, payload } = job;
        const hand = { key, runAt: runAt.getTime(), again: false };
        this.inHand.set(manager, hand);
        const handler = this.handlerOf(kind);
        if (!('run' in handler))
          throw new Error(`Jobs of the kind ${kind} call the outside, and cannot be in this lane`);
        await handler.run(manager, this.read(kind, payload), now);
        // One that has set the next of its own key writes over itself.
        if (!hand.again) await removeDone(manager, id, null);
      });
    } catch (error) {
      if (!job) throw error;
      if (!isDeadlock(error)) await this.failed(job, null, error);
    }
    return job !== undefined;
  }

  private async onceOutside(lane: Lane, back: boolean): Promise<boolean> {
    let claimed: DueJob | null = null;
    const mine = randomBytes(10).toString('hex');
    try {
      claimed = (await this.claim(lane, 'ready', mine)) ?? (back ? await this.claim(lane, 'leftBehind', mine) : null);
      if (!claimed) return false;
      this.workers.wake([lane]);
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

  /** Claims a due job for a call. */
  private async claim(lane: Lane, which: Which, mine: string): Promise<DueJob | null> {
    for (;;) {
      const now = this.clock.now();
      const found = await this.look(lane, which, now);
      if (!found) return null;
      if (await claimJob(this.db, found, which, mine, now)) return found;
    }
  }

  /** A job that seemed to be due when it was looked up. */
  private async look(lane: Lane, which: Which, now: Instant): Promise<DueJob | undefined> {
    if (which !== 'ready') return (await findDue(this.db, lane, which, now, 1))[0];
    const ahead = this.ahead.get(lane)?.shift();
    if (ahead) return ahead;
    const [first, ...rest] = await findDue(this.db, lane, which, now, HANDFUL);
    this.ahead.set(lane, rest);
    return first;
  }

  /** Makes a call that is claimed, outside of any transaction, and settles it. */
  private async call(outside: Outside<never, unknown>, claimed: DueJob, mine: string): Promise<void> {
    const work = await outside.prepare(this.db.manager, this.read(claimed.kind, claimed.payload));
    if (work !== null) await outside.make(work);
    // Settled anew where the database gives it up for another: the call has been made, and is not made again for that.
    await transact(this.db, async (manager) => {
      // Erased meanwhile, or the call took longer than its claim and somebody else has it now.
      if (!(await removeDone(manager, claimed.id, mine))) throw new Taken();
      if (work !== null) await outside.settle(manager, work, this.clock.now());
    });
  }

  private async failed(job: DueJob, mine: string | null, error: unknown): Promise<void> {
    const attempts = job.attempts + 1;
    const now = this.clock.now();
    const first = job.first_at ?? job.run_at;
    const { after, tells } = this.handlers.get(job.kind) ?? failing({});
    const pause = after(error, attempts, now - first.getTime());
    this.log.error({ err: error, job: job.id, kind: job.kind, attempts }, 'jobs: failed');
    await putOff(this.db, job, mine, pause === null ? null : now + pause, now, tells(error));
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
  nextDue = (after: Instant) => nextTimer(this.db, after);

  /** How many jobs of a lane are due by that instant (now, unless given) and not yet done, claimed ones included. */
  due = (by: Instant = this.clock.now(), lane: Lane = WITHIN): Promise<number> => countDue(this.db, lane, by);
}
