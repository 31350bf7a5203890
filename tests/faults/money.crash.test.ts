/**
 * A process that dies at any statement while money is booked, and a database that goes away and comes back: what was paid
 * is booked once afterwards, nobody was charged twice, nobody is in unpaid, and the books balance.
 */
import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DataSource, QueryRunner } from 'typeorm';
import { PAYS, giveCard, pay, payersOf, placeOf, type Payer } from '../support/money';
import { Caller, makeStack, testDatabase, until, type Stack } from '../support/stack';

/**
 * From its n-th statement on a process does nothing more: its connections are gone, and with them what was not committed.
 * @returns what brings it back to life, and says whether it had come so far as to die
 */
function dieAt(db: DataSource, n: number): () => boolean {
  const make = db.createQueryRunner.bind(db);
  let left = n;
  db.createQueryRunner = (mode) => {
    const runner: QueryRunner = make(mode);
    const query = runner.query.bind(runner) as (...asked: unknown[]) => Promise<unknown>;
    runner.query = (async (...asked: unknown[]) => {
      if (--left >= 0) return query(...asked);
      ((await runner.connect()) as { destroy(): void }).destroy();
      throw new Error('dead');
    }) as QueryRunner['query'];
    return runner;
  };
  return () => {
    db.createQueryRunner = make;
    return left < 0;
  };
}
/** The claim of the dead runs out by itself; a test does not wait for that. */
async function lapse(stack: Stack): Promise<void> {
  await stack.query(`UPDATE job SET claimed_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE state = 'claimed'`);
}
const MOST = 250;
const DAY = 86_400_000;

describe('a process that dies', () => {
  let stack: Stack;
  let who: Payer;
  let payers: ReturnType<typeof payersOf>;
  beforeAll(async () => {
    stack = await makeStack({ members: 5 });
    payers = payersOf(stack);
    who = await payers.atTheGate();
    await stack.settled();
    await stack.services.jobs.stop();
  });
  afterAll(() => stack.stop());

  /** Lives a little longer each time, until the work is done. @returns how often it died on the way */
  async function dyingEachTime(work: () => Promise<unknown>, alive: () => Promise<void>): Promise<number> {
    for (let n = 1; n < MOST; n++) {
      const revive = dieAt(stack.services.db, n);
      await work().catch(() => undefined);
      if (!revive()) return n - 1;
      await alive();
    }
    throw new Error(`Not done after ${MOST} statements.`);
  }
  const paidAtHouse = (id: string) =>
    stack.house.all().filter(({ key, state }) => key.split(':')[0] === id && state === 'paid');
  const booked = async (id: string) =>
    (
      await stack.query<{ state: string; n: string; receipts: string; terms: string }>(
        `SELECT p.state, (SELECT COUNT(*) FROM ledger_entry e WHERE e.payment = p.id) AS n,
           (SELECT COUNT(*) FROM receipt r WHERE r.payment = p.id) AS receipts,
           (SELECT COUNT(*) FROM term t WHERE t.member = p.member) AS terms FROM payment p WHERE p.id = ?`,
        [id],
      )
    )[0]!;

  it('at any statement of a first payment has booked all of it or nothing', async () => {
    const { body } = await pay(who, { amount: '20' });
    const here = await giveCard(body.next, PAYS);
    const id = here.split('/').at(-1)!;
    const died = await dyingEachTime(
      () => who.get(`/site/view?path=${encodeURIComponent(here)}`),
      async () => {
        const { state, n, receipts, terms } = await booked(id);
        const standing = await payers.standingOf(who);
        if (state === 'paid') expect([Number(n) > 0, receipts, terms, standing]).toEqual([true, '1', '1', 'admitted']);
        else expect([state, n, receipts, terms, standing]).toEqual(['open', '0', '0', '0', 'applicant']);
      },
    );
    expect(died).toBeGreaterThan(20);
    await placeOf(who, here, 'paying');
    expect(await booked(id)).toMatchObject({ state: 'paid', receipts: '1', terms: '1' });
    expect(await payers.standingOf(who)).toBe('admitted');
    expect(paidAtHouse(id)).toHaveLength(1);
  });

  it('at any statement of a renewal, asked for and charged, charges once and books once', async () => {
    const { clock, db, jobs } = stack.services;
    const [term] = await stack.query<{ id: string; until_at: Date }>(
      'SELECT t.id, t.until_at FROM term t JOIN member m ON m.id = t.member WHERE m.mail = ?',
      [who.mail],
    );
    // Others are of no interest here: their jobs stay where they are.
    await stack.query(`DELETE FROM job WHERE lane IN ('work', 'cards') AND job_key <> ?`, [`term:${term!.id}`]);
    await clock.moveTo(term!.until_at.getTime() + 1_000, db);
    const payments = () =>
      stack.query<{ id: string; state: string }>('SELECT * FROM payment WHERE term = ?', [term!.id]);
    const renewal = async () => (await payments()).slice(1);
    // The notice comes first, then the payment is asked for: two knocks of the same timer.
    const asked = await dyingEachTime(
      async () => {
        while (await jobs.once('work'));
      },
      async () => expect((await renewal()).length).toBeLessThan(2),
    );
    expect(asked).toBeGreaterThan(8);
    const [only, ...more] = (await payments()).filter(({ state }) => state === 'taking');
    expect([only?.state, more]).toEqual(['taking', []]);
    const charged = await dyingEachTime(
      async () => {
        while (await jobs.once('cards'));
      },
      async () => {
        expect(paidAtHouse(only!.id).length).toBeLessThan(2);
        // The claim of the dead runs out by itself; the test does not wait for that.
        await stack.query(
          `UPDATE job SET claimed_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE state = 'claimed'`,
        );
      },
    );
    expect(charged).toBeGreaterThan(20);
    expect(paidAtHouse(only!.id)).toHaveLength(1);
    expect(await booked(only!.id)).toMatchObject({ state: 'paid', receipts: '1', terms: '1' });
  });

  it('at any statement of a refund gives back once', async () => {
    const { jobs } = stack.services;
    const [row] = await payers.paymentsOf(who);
    const bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
    const key = crypto.randomUUID();
    await dyingEachTime(
      () => bea.post('/desk/money/refund', { id: row!.id, amount: '5', reason: 'A mistake', ends: false }, key),
      async () => {
        const [{ refunded } = { refunded: 0 }] = await stack.query<{ refunded: number }>(
          'SELECT refunded FROM payment WHERE id = ?',
          [row!.id],
        );
        expect([0, 500]).toContain(Number(refunded));
      },
    );
    await dyingEachTime(
      async () => {
        while (await jobs.once('cards'));
      },
      () => lapse(stack),
    );
    const [paid] = paidAtHouse(row!.id);
    expect(paid!.refunds.map(({ amount }) => amount)).toEqual([500]);
  });
});

describe('a database that goes away', () => {
  let stack: Stack;
  const through = new Set<Socket>();
  let away = false;
  const { port } = testDatabase();
  const wire = createServer((near) => {
    if (away) return void near.destroy();
    const far = connect(port, '127.0.0.1');
    for (const [one, other] of [
      [near, far],
      [far, near],
    ] as const) {
      through.add(one);
      one.pipe(other);
      one.on('error', () => other.destroy());
      one.on('close', () => {
        through.delete(one);
        other.destroy();
      });
    }
  });
  const cut = () => {
    away = true;
    for (const one of through) one.destroy();
  };
  beforeAll(async () => {
    await new Promise<void>((ready) => wire.listen(0, '127.0.0.1', ready));
    const env = { ADMISSA_DB_PORT: String((wire.address() as AddressInfo).port) };
    stack = await makeStack({ members: 5, env });
  });
  afterAll(async () => {
    away = false;
    await stack.stop();
    wire.close();
  });

  it('while somebody pays: they are told to come back, and find it paid', async () => {
    const payers = payersOf(stack);
    const who = await payers.atTheGate();
    const { body } = await pay(who, { amount: '20' });
    cut();
    // The card house does not need our database.
    const here = await giveCard(body.next, PAYS);
    expect((await who.raw(here)).status).toBe(503);
    expect((await pay(who, { amount: '20' })).status).toBe(503);
    away = false;
    const seen = await until('the database', () => placeOf(who, here, 'paying').catch(() => null));
    expect(seen.title).toBe('Paid. Thank you.');
    expect(await payers.standingOf(who)).toBe('admitted');
    expect((await payers.paymentsOf(who)).filter(({ state }) => state === 'paid')).toHaveLength(1);
  });

  it('between a charge and its booking: it is booked when the database is back, and nothing is charged again', async () => {
    const [due] = await stack.query<{ id: string; until_at: Date }>(
      `SELECT t.id, t.until_at FROM term t JOIN member m ON m.id = t.member WHERE m.mail = 'patron1@oake.example'`,
    );
    stack.mood.lingers = 1_500;
    await stack.services.clock.moveTo(due!.until_at.getTime() + 1_000, stack.services.db);
    const id = await until('the charge at the house', async () => {
      const rows = await stack.query<{ id: string }>(`SELECT id FROM payment WHERE term = ? AND state = 'taking'`, [
        due!.id,
      ]);
      return stack.house.all().some(({ key }) => key.startsWith(`${rows[0]?.id}:`)) ? rows[0]!.id : null;
    });
    cut();
    await new Promise((gone) => setTimeout(gone, 2_500));
    away = false;
    stack.mood.lingers = 0;
    await until('the database', () => stack.query('SELECT 1').catch(() => null));
    await lapse(stack);
    await until('it to be booked', async () =>
      (await stack.query(`SELECT id FROM payment WHERE id = ? AND state = 'paid'`, [id])).length ? true : null,
    );
    expect(stack.house.all().filter(({ key }) => key.startsWith(`${id}:`))).toHaveLength(1);
    await stack.to(() => stack.services.clock.now() + DAY);
  });
});
