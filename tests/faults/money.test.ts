/**
 * Money when things go wrong: two processes on one database, a card house that is away, slow, lies or says nothing, a
 * process killed between the charge and its booking, a refund while a renewal runs, a clock moved over a change of
 * offset and a month end. After each the books balance, and the house has charged nobody twice.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { resolve } from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import type { BooksView } from '../../contract';
import { PAYS } from '../support/money';
import { Caller, freePort, makeStack, passTime, testDatabase, until, type Stack } from '../support/stack';

let stack: Stack;
const started: ChildProcess[] = [];
beforeAll(async () => {
  stack = await makeStack({ members: 60 });
});
afterAll(async () => {
  for (const child of started) child.kill('SIGKILL');
  await stack.stop();
});
const books = async (): Promise<BooksView> => {
  const bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
  return (await bea.get<BooksView>('/desk/money/books?anew=yes')).body;
};
/** Each renewal the house was paid for, by its payment: never two. */
const chargedTwice = (): string[] => {
  const paid = stack.house
    .all()
    .flatMap(({ key, state, amount }) => (state === 'paid' && amount > 0 ? [key.split(':')[0]!] : []));
  return paid.filter((id, at) => paid.indexOf(id) < at);
};
afterEach(async () => {
  Object.assign(stack.mood, { away: false, slow: 0, lingers: 0, late: 0, twice: false, reversed: false, lost: false });
  await stack.settled();
  expect((await books()).faults).toEqual([]);
  expect(chargedTwice()).toEqual([]);
});
const later = (days: number) => stack.days(days);
const renewals = async (): Promise<number> =>
  Number(
    (
      await stack.query<{ n: string }>(`SELECT COUNT(*) AS n FROM payment WHERE kind = 'renewal' AND state = 'paid'`)
    )[0]!.n,
  );

describe('renewals', () => {
  it('are charged once by two processes at once, whatever the notices do', async () => {
    Object.assign(stack.mood, { twice: true, late: 30 });
    await stack.second();
    const before = await renewals();
    // Past the end of summer time or into it, and over a month end: 35 days hold both kinds of days in most years.
    await later(35);
    await stack.settled();
    expect(await renewals()).toBeGreaterThan(before);
  });

  it('wait for a card house that is away, and are taken when it answers; nobody is shut out meanwhile', async () => {
    const [due] = await stack.query<{ id: string; member: string; until_at: Date }>(
      `SELECT t.id, t.member, t.until_at FROM term t JOIN card c ON c.member = t.member
       WHERE t.state = 'running' AND t.until_at > ? AND JSON_VALUE(t.data, '$.renews') ORDER BY t.until_at LIMIT 1`,
      [new Date(stack.services.clock.now())],
    );
    stack.mood.away = true;
    await stack.to(() => due!.until_at.getTime() + 60_000);
    const [standing] = await stack.query<{ standing: string }>('SELECT standing FROM member WHERE id = ?', [
      due!.member,
    ]);
    expect(standing!.standing).toBe('admitted');
    const taking = () => stack.query(`SELECT id FROM payment WHERE term = ? AND state = 'taking'`, [due!.id]);
    expect(await taking()).toHaveLength(1);
    stack.mood.away = false;
    await passTime(stack.services, 'day');
    await until('the payment', async () => ((await taking()).length === 0 ? true : null));
  });

  it('go on when the process that charged is killed before it could say so', async () => {
    // One that will be paid: by the card that pays every time, which does not expire in between.
    const [due] = await stack.query<{ id: string; until_at: Date }>(
      `SELECT t.id, t.until_at FROM term t JOIN card c ON c.member = t.member
       WHERE t.state = 'running' AND t.until_at > ? AND JSON_VALUE(t.data, '$.renews') AND c.last = ?
         AND LAST_DAY(STR_TO_DATE(CONCAT('01/', c.expires), '%d/%m/%y')) > t.until_at
       ORDER BY t.until_at LIMIT 1`,
      [new Date(stack.services.clock.now() + 3_600_000), PAYS.slice(-4)],
    );
    // Only the process that is to be killed works: what this one has in hand is done first.
    await stack.services.jobs.stop();
    const { port: dbPort, password } = testDatabase();
    const port = await freePort();
    stack.mood.lingers = 8_000;
    const child = spawn(process.execPath, [resolve('dist/server/main.js')], {
      env: {
        ...process.env,
        NODE_ENV: 'production',
        ADMISSA_PORT: String(port),
        ADMISSA_DB_PORT: String(dbPort),
        ADMISSA_DB_PASSWORD: password,
        ADMISSA_DB_NAME: stack.config.db.name,
        ADMISSA_SMTP_PORT: String(stack.config.smtp.port),
        ADMISSA_CARD_URL: stack.config.cards.url ?? '',
        ADMISSA_CARD_KEY: stack.config.cards.key,
        ADMISSA_CARD_NOTICE_KEY: stack.config.cards.noticeKey,
        ADMISSA_DEMO: '1',
        ADMISSA_LOG: 'silent',
      },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    started.push(child);
    await until('the other process', async () =>
      (await fetch(`http://127.0.0.1:${port}/health/ready`).catch(() => null))?.ok ? true : null,
    );
    await stack.services.clock.moveTo(due!.until_at.getTime() + 1_000, stack.services.db);
    const charge = await until('the charge at the house', async () => {
      const [row] = await stack.query<{ id: string }>(`SELECT id FROM payment WHERE term = ? AND state = 'taking'`, [
        due!.id,
      ]);
      return (row && stack.house.all().find(({ key }) => key.startsWith(`${row.id}:`))) ?? null;
    });
    child.kill('SIGKILL');
    expect(charge.state).toBe('paid');
    const id = charge.key.split(':')[0]!;
    expect(await stack.query(`SELECT id FROM payment WHERE id = ? AND state = 'taking'`, [id])).toHaveLength(1);
    stack.mood.lingers = 0;
    // Its claim runs out by itself; the test does not wait for that.
    await stack.query(`UPDATE job SET claimed_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE state = 'claimed'`);
    stack.services.jobs.start();
    await until('it to be booked', async () =>
      (await stack.query(`SELECT id FROM payment WHERE id = ? AND state = 'paid'`, [id])).length ? true : null,
    );
    expect(stack.house.all().filter(({ key }) => key.startsWith(`${id}:`))).toHaveLength(1);
  });

  it('and a refund of the one before do not disturb each other', async () => {
    const bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
    const [row] = await stack.query<{ id: string; amount: number; until_at: Date }>(
      `SELECT p.id, p.amount, t.until_at FROM payment p JOIN term t ON t.id = p.term JOIN card c ON c.member = t.member
       WHERE p.state = 'paid' AND p.refunded = 0 AND p.by = 'card' AND t.state = 'running' AND t.until_at > ?
         AND JSON_VALUE(t.data, '$.renews') ORDER BY t.until_at LIMIT 1`,
      [new Date(stack.services.clock.now())],
    );
    stack.mood.slow = 300;
    const both = await Promise.all([
      stack.to(() => row!.until_at.getTime() + 5_000),
      bea.post('/desk/money/refund', { id: row!.id, amount: '1', reason: 'A mistake', ends: false }),
      bea.post('/desk/money/refund', { id: row!.id, amount: '1', reason: 'A mistake', ends: false }),
    ]);
    expect([both[1].status, both[2].status]).toEqual([200, 200]);
    await stack.settled();
    const [after] = await stack.query<{ refunded: number }>('SELECT refunded FROM payment WHERE id = ?', [row!.id]);
    expect(after!.refunded).toBe(200);
    await until('both at the house', async () =>
      stack.house.all().some(({ key, refunds }) => key.startsWith(row!.id) && refunds.length === 2) ? true : null,
    );
  });
});
