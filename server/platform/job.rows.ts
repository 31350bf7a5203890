/**
 * Purpose: jobs as rows: put in, found when they are due, claimed, put off.
 * How: what is looked for goes by an index, since a statement locks what it looks at on its way.
 */
import type { DataSource, EntityManager } from 'typeorm';
import type { Instant } from '../../core/kernel';
import { lanes, type Lane } from './job.kinds';
import { changeIn, rowsFrom } from './rows';

/** The lane whose jobs do their work within the database; those of every other call somebody outside. */
export const WITHIN: Lane = 'work';

/** A job that is due, as it lies there. */
export type DueJob = {
  readonly id: string;
  readonly kind: string;
  readonly job_key: string | null;
  readonly payload: string;
  readonly attempts: number;
  readonly run_at: Date;
  readonly first_at: Date | null;
};
export type JobToAdd = {
  readonly kind: string;
  readonly lane: Lane;
  readonly key: string | null;
  readonly runAt: Instant;
  /** As it lies in the column. */
  readonly payload: string;
};
/** Whose turn it is: jobs that wait, or such as somebody claimed who has died since. */
export type Which = 'ready' | 'leftBehind';

const conditions: Record<Which, string> = {
  ready: `state = 'ready'`,
  leftBehind: `state = 'claimed' AND claimed_until < UTC_TIMESTAMP(3)`,
};
/** Longer than any call takes: a mail server is given up after 25 seconds. Real time, in seconds. */
const CLAIM_LASTS = 40;

const dueIn = (which: Which, most: number): string =>
  `SELECT id, kind, job_key, payload, attempts, run_at, first_at FROM job
   WHERE lane = ? AND ${conditions[which]} AND run_at <= ? ORDER BY run_at, id LIMIT ${most}`;

/** One statement, however many lanes there are. */
const lanesDue = lanes
  .map(
    (lane) => `SELECT '${lane}' AS lane FROM DUAL WHERE EXISTS
      (SELECT 1 FROM job WHERE lane = '${lane}' AND ${conditions.ready} AND run_at <= ?)`,
  )
  .join(' UNION ALL ');

/** Adds jobs. One with a key replaces the job of that key, and begins anew. */
export async function addJobs(manager: EntityManager, jobs: readonly JobToAdd[]): Promise<void> {
  if (jobs.length === 0) return;
  await manager.query(
    `INSERT INTO job (kind, lane, job_key, run_at, payload) VALUES ${jobs.map(() => '(?, ?, ?, ?, ?)').join(', ')}
     ON DUPLICATE KEY UPDATE kind = VALUES(kind), lane = VALUES(lane), run_at = VALUES(run_at),
       payload = VALUES(payload), state = 'ready', attempts = 0, first_at = NULL, last_error = NULL, claimed_by = NULL,
       claimed_until = NULL`,
    jobs.flatMap(({ kind, lane, key, runAt, payload }) => [kind, lane, key, new Date(runAt), payload]),
  );
}

/** Takes a job out that nobody carries out just now. @returns whether it was there */
export async function takeOut(manager: EntityManager, key: string): Promise<boolean> {
  const { affectedRows } = await changeIn(manager, `DELETE FROM job WHERE job_key = ? AND state <> 'claimed'`, [key]);
  return affectedRows > 0;
}

/** The lanes in which something is due. */
export async function findLanesDue(db: DataSource, now: Instant): Promise<Lane[]> {
  const rows = await rowsFrom<{ lane: Lane }>(
    db,
    lanesDue,
    lanes.map(() => new Date(now)),
  );
  return rows.map(({ lane }) => lane);
}

export const findDue = (db: DataSource, lane: Lane, which: Which, now: Instant, most: number): Promise<DueJob[]> =>
  rowsFrom(db, dueIn(which, most), [lane, new Date(now)]);

/** The next due job that does its work within the database, held until the transaction ends. */
export async function holdNext(manager: EntityManager, now: Instant): Promise<DueJob | undefined> {
  const sql = `${dueIn('ready', 1)} FOR UPDATE SKIP LOCKED`;
  return (await rowsFrom<DueJob>(manager, sql, [WITHIN, new Date(now)]))[0];
}

/**
 * Claims a job, by a statement that holds no lock beyond itself.
 * @param mine names the claim
 * @returns false where somebody else was quicker, or it has been replaced by one that says something else
 */
export async function claimJob(
  db: DataSource,
  job: DueJob,
  which: Which,
  mine: string,
  now: Instant,
): Promise<boolean> {
  const { affectedRows } = await changeIn(
    db,
    `UPDATE job SET state = 'claimed', claimed_by = ?, claimed_until = UTC_TIMESTAMP(3) + INTERVAL ? SECOND
     WHERE id = ? AND ${conditions[which]} AND run_at <= ? AND attempts = ? AND payload COLLATE utf8mb4_bin = ?`,
    [mine, CLAIM_LASTS, job.id, new Date(now), job.attempts, job.payload],
  );
  return affectedRows === 1;
}

/** Removes a job that is done. @returns false where the claim is not this one any more */
export async function removeDone(manager: EntityManager, id: string, mine: string | null): Promise<boolean> {
  const { affectedRows } = await changeIn(manager, 'DELETE FROM job WHERE id = ? AND claimed_by <=> ?', [id, mine]);
  return affectedRows > 0;
}

/**
 * Puts off a job that failed, or leaves it for somebody to see.
 * @param mine the claim under which it failed; under another it is somebody else's by now
 * @param at when it is tried again; null for never
 */
export async function putOff(
  db: DataSource,
  job: DueJob,
  mine: string | null,
  at: Instant | null,
  now: Instant,
  error: string,
): Promise<void> {
  await db.query(
    `UPDATE job SET attempts = ?, first_at = ?, run_at = ?, state = ?, last_error = ?, claimed_by = NULL,
       claimed_until = NULL WHERE id = ? AND claimed_by <=> ?`,
    [
      job.attempts + 1,
      job.first_at ?? job.run_at,
      new Date(at ?? now),
      at === null ? 'failed' : 'ready',
      error.slice(0, 500),
      job.id,
      mine,
    ],
  );
}

/** The next timer that waits for its time, and none before `after`. Letters are not waited for. */
export async function nextTimer(
  db: DataSource,
  after: Instant,
): Promise<{ at: Instant; kind: string; payload: string } | null> {
  const [row] = await rowsFrom<{ run_at: Date; kind: string; payload: string }>(
    db,
    `SELECT run_at, kind, payload FROM job WHERE lane = 'work' AND state = 'ready' AND run_at > ?
     ORDER BY run_at, id LIMIT 1`,
    [new Date(after)],
  );
  return row ? { at: row.run_at.getTime(), kind: row.kind, payload: row.payload } : null;
}

/** How many jobs of a lane are due by an instant and not yet done, claimed ones included. */
export async function countDue(db: DataSource, lane: Lane, by: Instant): Promise<number> {
  const [row] = await rowsFrom<{ n: string }>(
    db,
    `SELECT COUNT(*) AS n FROM job WHERE lane = ? AND state IN ('ready', 'claimed') AND run_at <= ?`,
    [lane, new Date(by)],
  );
  return Number(row?.n ?? 0);
}
