import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import { makeStack, until, type Stack } from '../../tests/support/stack';
import { SiteClock } from './clock';
import { job, type Lane } from './job.kinds';
import { Jobs } from './jobs';
import { makeLog } from './log';

let stack: Stack;
let clock: SiteClock;
beforeAll(async () => {
  // No worker of its own: these tests are the only hands.
  stack = await makeStack({ members: 12, env: { ADMISSA_WORKER: '0' } });
});
afterAll(() => stack.stop());
beforeEach(async () => {
  await stack.query('DELETE FROM job');
  clock = new SiteClock();
});

const db = () => stack.services.database.source;
const kind = <P>(payload: z.ZodType<P>, lane: Lane = 'work') => job({ lane, payload, says: () => 'a job' });
const kinds = {
  count: kind(z.object({ n: z.int() })),
  note: kind(z.unknown()),
  again: kind(z.unknown()),
  fails: kind(z.null()),
  letter: kind(z.string().nullable(), 'mail'),
  timer: kind(z.null()),
};
const makeJobs = () => new Jobs(db(), clock, makeLog('silent'), kinds);
type Jobs_ = ReturnType<typeof makeJobs>;
const drain = async (jobs: Jobs_) => {
  let done = 0;
  while (await jobs.once()) done++;
  return done;
};

describe('jobs', () => {
  it('are each done once by however many hands', async () => {
    const seen = new Map<number, number>();
    const hands = Array.from({ length: 4 }, makeJobs);
    for (const jobs of hands)
      jobs.handle('count', async (manager, { n }) => {
        await manager.query('SELECT SLEEP(0.002)');
        seen.set(n, (seen.get(n) ?? 0) + 1);
      });
    for (let n = 0; n < 60; n++)
      await hands[0]!.add(db().manager, { kind: 'count', runAt: clock.now(), payload: { n } });
    const done = await Promise.all(hands.map(drain));
    expect(done.reduce((a, b) => a + b)).toBe(60);
    expect([...seen.values()].every((times) => times === 1)).toBe(true);
    expect(seen.size).toBe(60);
  });

  it('are done in the order they are due, and none before its time', async () => {
    const order: string[] = [];
    const jobs = makeJobs();
    jobs.handle('note', async (_, note) => void order.push((note as { name: string }).name));
    const add = (name: string, runAt: number) => jobs.add(db().manager, { kind: 'note', runAt, payload: { name } });
    await add('second', clock.now() - 1_000);
    await add('later', clock.now() + 3_600_000);
    await add('first', clock.now() - 2_000);
    await drain(jobs);
    expect(order).toEqual(['first', 'second']);
    expect(await jobs.nextDue(clock.now())).toMatchObject({ kind: 'note', payload: '{"name":"later"}' });
  });

  it('never set themselves due again at or before the instant they ran for', async () => {
    const jobs = makeJobs();
    let runs = 0;
    jobs.handle('again', async (manager, _payload, now) => {
      runs++;
      await jobs.add(manager, { kind: 'again', runAt: now - 60_000, payload: {}, key: 'again' });
    });
    const at = clock.now() - 5_000;
    await jobs.add(db().manager, { kind: 'again', runAt: at, payload: {}, key: 'again' });
    await drain(jobs);
    expect(runs).toBe(1);
    expect(await jobs.nextDue(at)).toMatchObject({ at: at + 60_000, kind: 'again' });
  });

  it('of one key replace each other, and can be cancelled', async () => {
    const jobs = makeJobs();
    const payloads: unknown[] = [];
    jobs.handle('note', async (_, payload) => void payloads.push(payload));
    await jobs.add(db().manager, { kind: 'note', runAt: clock.now(), payload: 1, key: 'k' });
    await jobs.add(db().manager, { kind: 'note', runAt: clock.now(), payload: 2, key: 'k' });
    await drain(jobs);
    expect(payloads).toEqual([2]);
    await jobs.add(db().manager, { kind: 'note', runAt: clock.now(), payload: 3, key: 'k' });
    await jobs.cancel(db().manager, 'k');
    expect(await drain(jobs)).toBe(0);
  });

  it('may set the next job of their own key', async () => {
    const jobs = makeJobs();
    let left = 3;
    // Each later than the one before, and all of them due.
    const next = () => ({ kind: 'again', runAt: clock.now() - left * 1_000, payload: null, key: 'again' }) as const;
    jobs.handle('again', async (manager) => {
      if (--left > 0) await jobs.add(manager, next());
    });
    await jobs.add(db().manager, next());
    expect(await drain(jobs)).toBe(3);
    expect(await stack.query('SELECT 1 FROM job')).toEqual([]);
  });

  it('that fail leave nothing behind, are tried again later, and stay for somebody to see in the end', async () => {
    const jobs = makeJobs();
    jobs.handle('fails', async (manager) => {
      await manager.query(`INSERT INTO audit (at, kind, who, name, act) VALUES (NOW(3), 'clock', '', '', 'half')`);
      throw new Error('the bees are out');
    });
    await jobs.add(db().manager, { kind: 'fails', runAt: clock.now(), payload: null });
    for (let attempt = 1; attempt <= 12; attempt++) {
      expect(await jobs.once()).toBe(true);
      expect(await stack.query(`SELECT 1 FROM audit WHERE act = 'half'`)).toEqual([]);
      const [row] = await stack.query<{ attempts: number; state: string; last_error: string; run_at: Date }>(
        'SELECT * FROM job',
      );
      expect(row).toMatchObject({
        attempts: attempt,
        last_error: 'Error: the bees are out',
        state: attempt < 12 ? 'ready' : 'failed',
      });
      if (attempt < 12) expect(row!.run_at.getTime()).toBeGreaterThan(clock.now());
      await stack.query('UPDATE job SET run_at = NOW(3) - INTERVAL 1 DAY');
    }
    expect(await jobs.once()).toBe(false);
  });

  it('have lanes: a letter that hangs keeps no timer waiting', async () => {
    const jobs = makeJobs();
    const done: string[] = [];
    let letGo = () => undefined as void;
    const hangs = new Promise<void>((go) => (letGo = go));
    const nothing = async () => undefined;
    jobs.outside('letter', {
      prepare: async () => 'letter',
      make: () => hangs.then(() => void done.push('letter')),
      settle: nothing,
    });
    jobs.handle('timer', async () => void done.push('timer'));
    const add = (kind: 'letter' | 'timer') => jobs.add(db().manager, { kind, runAt: clock.now(), payload: null });
    for (const kind of ['letter', 'letter', 'letter', 'letter', 'timer'] as const) await add(kind);
    const letters = Array.from({ length: 2 }, () => jobs.once('mail'));
    expect(await jobs.once('work')).toBe(true);
    expect(done).toEqual(['timer']);
    expect(await jobs.due(clock.now(), 'work')).toBe(0);
    letGo();
    await Promise.all(letters);
    expect(done).toEqual(['timer', 'letter', 'letter']);
  });

  it('that call the outside hold no transaction meanwhile, and are claimed by one hand alone', async () => {
    const made: string[] = [];
    const held: number[] = [];
    const hands = Array.from({ length: 3 }, makeJobs);
    for (const jobs of hands)
      jobs.outside('letter', {
        prepare: async (_, name) => name,
        make: async (name) => {
          // Were the row still held by the claim, this would wait for what waits for it.
          const free = await stack.query('SELECT id FROM job WHERE job_key = ? FOR UPDATE', [name]).then(
            (rows) => rows.length === 1,
            () => false,
          );
          held.push(free ? 0 : 1);
          await new Promise((wait) => setTimeout(wait, 20));
          made.push(name);
        },
        settle: async (manager, name) => {
          await manager.query(`INSERT INTO audit (at, kind, who, name, act) VALUES (NOW(3), 'clock', '', '', ?)`, [
            name,
          ]);
        },
      });
    for (const name of ['a', 'b', 'c', 'd', 'e'])
      await hands[0]!.add(db().manager, { kind: 'letter', runAt: clock.now() - 1, payload: name, key: name });
    const drainMail = async (jobs: Jobs_) => {
      while (await jobs.once('mail'));
    };
    await Promise.all(hands.map(drainMail));
    expect([...made].sort()).toEqual(['a', 'b', 'c', 'd', 'e']);
    expect(held.every((n) => n === 0)).toBe(true);
    const settled = await stack.query<{ act: string }>(`SELECT act FROM audit WHERE act IN ('a', 'b', 'c', 'd', 'e')`);
    expect(settled).toHaveLength(5);
  });

  it('that call the outside are looked up several at once, and each is made as it stands when its turn has come', async () => {
    const [one, other] = [makeJobs(), makeJobs()];
    const made: string[] = [];
    for (const jobs of [one, other])
      jobs.outside<'letter', { to: string }>('letter', {
        prepare: async (_manager, to) => ({ to: to ?? '' }),
        make: async ({ to }) => void made.push(to),
        settle: async () => undefined,
      });
    const add = (payload: string, key: string, runAt = clock.now() - 1_000) =>
      one.add(db().manager, { kind: 'letter', runAt, payload, key });
    for (const key of ['a', 'b', 'c', 'd', 'e']) await add(key, key);
    expect(await one.once('mail')).toBe(true);
    // Meanwhile one is made by somebody else, one says something else, one is put off, and one is taken back.
    expect(await other.once('mail')).toBe(true);
    await add('c, in other words', 'c');
    await add('d', 'd', clock.now() + 3_600_000);
    await one.cancel(db().manager, 'e');
    while (await one.once('mail'));
    expect(made).toEqual(['a', 'b', 'c, in other words']);
    expect(await stack.query('SELECT job_key FROM job')).toEqual([{ job_key: 'd' }]);
  });

  it('that call the outside are claimed anew when whoever had them died, and cannot be taken back meanwhile', async () => {
    const jobs = makeJobs();
    let made = 0;
    jobs.outside('letter', {
      prepare: async (_, name) => name,
      make: async () => void made++,
      settle: async () => undefined,
    });
    await jobs.add(db().manager, { kind: 'letter', runAt: clock.now() - 1, payload: 'x', key: 'x' });
    await stack.query(
      `UPDATE job SET state = 'claimed', claimed_by = 'dead', claimed_until = UTC_TIMESTAMP(3) + INTERVAL 30 SECOND`,
    );
    expect(await jobs.once('mail')).toBe(false);
    expect(await jobs.cancel(db().manager, 'x')).toBe(false);
    expect(await jobs.due(clock.now(), 'mail')).toBe(1);
    await stack.query(`UPDATE job SET claimed_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND`);
    expect(await jobs.once('mail')).toBe(true);
    expect(made).toBe(1);
    expect(await stack.query('SELECT 1 FROM job')).toEqual([]);
  });

  it('cost one statement a look where nothing is due, whatever the number of lanes', async () => {
    const jobs = makeJobs();
    for (const kind of Object.keys(kinds) as (keyof typeof kinds)[])
      if (kind === 'letter')
        jobs.outside(kind, { prepare: async () => null, make: async () => {}, settle: async () => {} });
      else jobs.handle(kind, async () => undefined);
    const asked = vi.spyOn(db(), 'query');
    const begun = vi.spyOn(db(), 'transaction');
    jobs.start();
    try {
      // The process looks at the clock and the set-up beside it, whatever there is to do.
      const said = () => asked.mock.calls.map(([sql]) => sql).filter((sql) => !sql.includes('site_clock'));
      const looks = () => said().flatMap((sql, at) => (sql.includes('UNION ALL') ? [at] : []));
      await until('a look', async () => (looks().length > 0 ? true : null));
      const [first, before] = [looks()[0]!, begun.mock.calls.length];
      await until('three more', async () => (looks().length > 3 ? true : null));
      // Between one look and the next nothing is asked, and no transaction is begun.
      expect(looks().slice(0, 4)).toEqual([first, first + 1, first + 2, first + 3]);
      expect(begun.mock.calls.length).toBe(before);
    } finally {
      vi.restoreAllMocks();
      await jobs.stop();
    }
  });

  it('do not begin while a kind has nobody who carries it out', () => {
    const jobs = makeJobs();
    jobs.handle('count', async () => undefined);
    expect(() => jobs.start()).toThrow(/Nobody carries out jobs of the kind note, again/);
  });

  it('of an unknown kind are not lost', async () => {
    const jobs = makeJobs();
    await stack.query(`INSERT INTO job (kind, lane, run_at, payload) VALUES ('from the future', 'work', ?, 'null')`, [
      new Date(clock.now()),
    ]);
    await jobs.once();
    expect(await stack.query<{ last_error: string }>('SELECT last_error FROM job')).toEqual([
      { last_error: 'Error: No handler for jobs of the kind from the future' },
    ]);
  });

  it('added in a transaction that is rolled back never were', async () => {
    const jobs = makeJobs();
    await expect(
      db().transaction(async (manager) => {
        await jobs.add(manager, { kind: 'note', runAt: clock.now(), payload: null });
        throw new Error('no');
      }),
    ).rejects.toThrow('no');
    expect(await stack.query('SELECT 1 FROM job')).toEqual([]);
  });
});

describe('the site clock', () => {
  it('only goes forward, and a second process follows', async () => {
    const other = new SiteClock();
    await clock.moveTo(clock.now() + 3_600_000, db());
    await clock.moveTo(clock.now() - 60_000, db());
    const [row] = await stack.query<{ offset_ms: string }>('SELECT offset_ms FROM site_clock');
    other.follow(Number(row!.offset_ms));
    expect(Math.abs(other.now() - clock.now())).toBeLessThan(200);
    expect(other.ahead()).toBeGreaterThan(3_590_000);
    other.follow(0);
    expect(other.ahead()).toBeGreaterThan(3_590_000);
  });
});
