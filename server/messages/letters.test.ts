/** Letters that do not get through: tried for days, seen by staff, and in nobody's way. */
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DAY, HOUR } from '../../core/kernel';
import type { TodayView } from '../../contract';
import { Caller, makeStack, until, type Stack } from '../../tests/support/stack';

let stack: Stack;
let deaf: Server;
const held = new Set<Socket>();
beforeAll(async () => {
  // A mail server that takes the line and says nothing.
  deaf = createServer((socket) => void held.add(socket.on('error', () => undefined)));
  await new Promise<void>((ready) => deaf.listen(0, '127.0.0.1', () => ready()));
  stack = await makeStack({ members: 14, env: { ADMISSA_SMTP_PORT: String((deaf.address() as AddressInfo).port) } });
});
afterAll(async () => {
  for (const socket of held) socket.destroy();
  deaf.close();
  await stack.stop();
});

const caller = () => new Caller(stack.address);

describe('a mail server that hangs', () => {
  it('stops no timer: the clock of the site goes on, and what is due happens', async () => {
    for (let n = 0; n < 5; n++) await caller().join({ mail: `hangs.${n}@oake.example` });
    await until('letters under way', async () => (held.size > 0 ? true : null));
    for (let day = 0; day < 8; day++) await stack.pass('day');
    // The letters' hands are still held: nothing waited for them.
    expect(held.size).toBeGreaterThan(0);
    expect(await stack.query(`SELECT 1 FROM member WHERE mail LIKE 'hangs%'`)).toEqual([]);
  });

  it('is told on Today and in health, and staff try again', async () => {
    await caller().join({ mail: 'stuck@oake.example', 'full-name': 'Stuck Thistlegate' });
    // Of those that the days before have set off none is looked at: the list is told from its head.
    await stack.query(
      `DELETE FROM job WHERE lane = 'mail' AND job_key NOT IN
         (SELECT CONCAT('mail:', id) FROM outgoing WHERE to_mail = 'stuck@oake.example')`,
    );
    await stack.query(
      `UPDATE job SET attempts = 5, first_at = ?, run_at = ?, last_error = 'The mail server does not answer' WHERE lane = 'mail'`,
      [new Date(stack.services.clock.now() - 2 * HOUR), new Date(stack.services.clock.now() + HOUR)],
    );
    const odile = await caller().staffIn('odile@quillmoor.example');
    const { letters } = (await odile.get<TodayView>('/desk/today')).body;
    expect(letters.total).toBeGreaterThan(0);
    expect(letters.rows.at(-1)).toMatchObject({
      to: 'Stuck Thistlegate',
      subject: 'Your code for joining Quillmoor',
      says: expect.stringMatching(/^The mail server does not answer\. Tried again (today|tomorrow) at \d\d:\d\d\.$/),
    });
    const health = (await (await caller().raw('/health/ready')).json()) as { mail: { stuck: number } };
    expect(health.mail.stuck).toBe(letters.total);
    expect(JSON.stringify(health)).not.toContain('oake');
    expect((await odile.post('/desk/letters/retry')).body['says']).toMatch(/tried again now\.$/);
    expect((await odile.get<TodayView>('/desk/today')).body.letters.total).toBe(0);
    expect(await stack.query(`SELECT act FROM audit WHERE act = 'letters.retried'`)).toHaveLength(1);
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    expect((await tamsin.post('/desk/letters/retry')).status).toBe(403);
  });

  it('is not tried for ever: after three days the letter stays for somebody to see', async () => {
    await stack.query(`UPDATE job SET attempts = 30, first_at = ?, run_at = ? WHERE lane = 'mail'`, [
      new Date(stack.services.clock.now() - 3 * DAY),
      new Date(stack.services.clock.now() - 1000),
    ]);
    for (const socket of held) socket.destroy();
    await until('a letter to be given up', async () => {
      for (const socket of held) socket.destroy();
      const rows = await stack.query(`SELECT 1 FROM job WHERE lane = 'mail' AND state = 'failed'`);
      return rows.length > 0 ? true : null;
    });
    const odile = await caller().staffIn('odile@quillmoor.example');
    const { letters } = (await odile.get<TodayView>('/desk/today')).body;
    expect(letters.rows.some((row) => row.says.endsWith('It is not tried any more.'))).toBe(true);
  });
});
