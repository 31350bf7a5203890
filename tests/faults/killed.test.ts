/**
 * People pay while the product is killed without warning, again and again, and the card house loses, delays, doubles and
 * mixes up its notices: in the end whatever the house has taken is booked, once, and the books balance. Real processes.
 * `KILLS=30` kills that often.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { resolve } from 'node:path';
import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { buildServices } from '../../server/compose';
import { isDeadlock } from '../../server/platform/database';
import { makeLog } from '../../server/platform/log';
import { House } from '../../standins/cards/house';
import { cardHouse } from '../../standins/cards/http';
import { Notices, calm } from '../../standins/cards/notices';
import { Letters } from '../../standins/mail/letters';
import { smtpServer } from '../../standins/mail/smtp';
import { PAYS, giveCard } from '../support/money';
import {
  Caller,
  codeIn,
  configFor,
  dropDatabase,
  freePort,
  freshDatabase,
  loadQuillmoor,
  testDatabase,
  until,
} from '../support/stack';

const KILLS = Number(process.env['KILLS'] ?? 4);
const KEY = Buffer.from('a key of this test alone').toString('base64');
const letters = new Letters(null);
const smtp = smtpServer(letters);
const mood = { ...calm };
let house: House;
let cards: Server;
let database: string;
let db: Connection;
let port: number;
let child: ChildProcess | null = null;

const env = () => ({
  ADMISSA_CARD_URL: `http://127.0.0.1:${(cards.address() as AddressInfo).port}`,
  ADMISSA_CARD_KEY: 'secret',
  ADMISSA_CARD_NOTICE_KEY: KEY,
});
const mailPort = () => (smtp.server.address() as AddressInfo).port;

beforeAll(async () => {
  database = await freshDatabase();
  port = await freePort();
  await new Promise<void>((ready) => smtp.listen(0, '127.0.0.1', () => ready()));
  house = new House(null, () => Date.now());
  const notices = new Notices(house, `http://127.0.0.1:${port}/notices/cards`, KEY, mood);
  cards = createServer(cardHouse({ house, notices, mood, key: 'secret' }));
  await new Promise<void>((ready) => cards.listen(0, '127.0.0.1', () => ready()));
  const { services, close } = await buildServices(configFor(database, port, mailPort(), env()), makeLog('silent'));
  await loadQuillmoor(services, 5);
  await close();
  db = await createConnection({ ...testDatabase(), database });
});
afterAll(async () => {
  child?.kill('SIGKILL');
  await db.end();
  cards.close();
  smtp.close(() => undefined);
  await dropDatabase(database);
});

async function start(): Promise<void> {
  const { port: dbPort, password } = testDatabase();
  child = spawn(process.execPath, [resolve('dist/server/main.js')], {
    env: {
      ...process.env,
      ...env(),
      NODE_ENV: 'production',
      ADMISSA_PORT: String(port),
      ADMISSA_DB_PORT: String(dbPort),
      ADMISSA_DB_PASSWORD: password,
      ADMISSA_DB_NAME: database,
      ADMISSA_SMTP_PORT: String(mailPort()),
      ADMISSA_DEMO: '1',
      ADMISSA_LOG: 'silent',
    },
    stdio: 'ignore',
  });
  await until('the product to be ready', async () =>
    (await fetch(`http://127.0.0.1:${port}/health/ready`).catch(() => null))?.ok ? true : null,
  );
}
async function kill(): Promise<void> {
  const dying = child!;
  const gone = new Promise((done) => dying.once('exit', done));
  dying.kill('SIGKILL');
  await gone;
  // What the dead had claimed is free once the claim runs out; a test does not wait for that.
  await change(`UPDATE job SET claimed_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE state = 'claimed'`);
}
/** Changes jobs beside the product, which works on them: the database may give this up for it. */
async function change(sql: string): Promise<void> {
  for (;;) {
    try {
      return void (await db.query(sql));
    } catch (error) {
      if (!isDeadlock(error)) throw error;
    }
  }
}
const rows = async <T>(sql: string) => (await db.query<RowDataPacket[]>(sql))[0] as T[];

/** Tries again until the product is there to answer. */
async function lasting<T>(work: () => Promise<T | null>): Promise<T> {
  return until('an answer', () => work().catch(() => null), 60_000);
}

/** One who comes to the payment, gives a card, and closes the tab or comes back, as it falls. */
async function onePays(n: number): Promise<void> {
  const who = new Caller(`http://127.0.0.1:${port}`);
  const mail = `killed${n}@oake.example`;
  const answers = { 'full-name': `Perrin Oake ${n}`, mail, password: 'moss lantern heather', rules: true };
  const once = crypto.randomUUID();
  await lasting(async () =>
    (await who.post('/site/join/patron', { once, answers, took: 60_000 })).status === 200 ? true : null,
  );
  const code = codeIn(
    await until('the code', async () => letters.list(mail).find(({ subject }) => /code/.test(subject)) ?? null, 60_000),
  );
  await lasting(async () => {
    const { status } = await who.post('/site/joining/code', { code });
    return status === 200 || status === 409 ? true : null;
  });
  const going = await lasting(async () => {
    const { body } = await who.post<{ next?: string; here: string }>('/site/pay', {
      offer: 'patron/own',
      by: 'card',
      amount: '20',
    });
    return body.next ? body : null;
  });
  const here = await giveCard(going.next!, PAYS);
  if (n % 3 === 0) await who.get(`/site/view?path=${encodeURIComponent(here)}`).catch(() => null);
}

const moods = [{ lost: true }, { reversed: true }, { twice: true }, { slow: 400 }, {}] as const;

it(
  `what the house has taken is booked after ${KILLS} kills, with notices lost, late, twice and mixed up`,
  async () => {
    await start();
    let paid = 0;
    for (let n = 0; n < KILLS; n++) {
      Object.assign(mood, calm, moods[n % moods.length]);
      const two = [onePays(paid++), onePays(paid++)];
      // Somewhere on their way, nearer to the money each time.
      await new Promise((go) => setTimeout(go, 250 + ((n * 619) % 2_600)));
      await kill();
      await start();
      await Promise.all(two);
    }
    Object.assign(mood, calm);
    const taken = house.all().filter(({ state }) => state === 'paid');
    const ids = taken.map(({ key }) => key.split(':')[0]!);
    const booked = () =>
      rows<{ receipts: string }>(
        `SELECT (SELECT COUNT(*) FROM receipt r WHERE r.payment = p.id) AS receipts
         FROM payment p WHERE p.state IN ('paid', 'refunded') AND p.id IN ('${ids.join("','")}')`,
      );
    // It would be asked about by and by; the test does not wait for that.
    await change(
      `UPDATE job SET run_at = UTC_TIMESTAMP(3) - INTERVAL 400 DAY WHERE kind = 'lookAtPayment' AND state <> 'claimed'`,
    );
    await until('everything to be booked', async () => ((await booked()).length === ids.length ? true : null), 60_000);
    expect(taken.length).toBeGreaterThanOrEqual(paid);
    expect((await booked()).map(({ receipts }) => Number(receipts))).toEqual(ids.map(() => 1));
    const { services, close } = await buildServices(configFor(database, port, mailPort(), env()), makeLog('silent'));
    const { faults } = await services.bookChecks.view(services.clock.now(), services.live.must.setup);
    await close();
    expect(faults).toEqual([]);
  },
  60_000 + KILLS * 30_000,
);
