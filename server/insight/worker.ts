/**
 * Purpose: what is asked of everybody at once, answered in a thread of its own with its own connection, so that no
 * request waits for it.
 */
import { parentPort, workerData } from 'node:worker_threads';
import { createPool, type PoolOptions } from 'mysql2/promise';
import { makeSetup } from '../../core/setup';
import { Insight } from './insight';
import type { Asked, Answered } from './thread';

const pool = createPool({ ...(workerData as PoolOptions), connectionLimit: 1 });
const insight = new Insight(async (sql, params) => (await pool.query(sql, params as unknown[]))[0] as unknown[]);

const setupOf = (doc: unknown) => {
  const made = makeSetup(doc);
  if (!made.ok) throw new Error('A set-up that was read before cannot be read here.');
  return made.value;
};

parentPort?.on('message', ({ id, before, after, now }: Asked) => {
  const answer = (said: Omit<Answered, 'id'>) => parentPort?.postMessage({ id, ...said });
  insight.impact(setupOf(before), setupOf(after), now).then(
    (impact) => answer({ impact }),
    (error: unknown) => {
      const { message = 'unknown', code } = error as { message?: string; code?: string };
      answer({ error: { message, code } });
    },
  );
});
