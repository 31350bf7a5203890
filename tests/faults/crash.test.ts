/**
 * The product is killed without warning between the state and its effects, and started again: the state is
 * there, each effect is carried out once. Real processes, real MariaDB, the real mail stand-in.
 */
import { spawn, type ChildProcess } from 'node:child_process';
import { request } from 'node:http';
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import { resolve } from 'node:path';
import { createConnection, type Connection, type RowDataPacket } from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { buildServices } from '../../server/compose';
import { makeLog } from '../../server/platform/log';
import { Letters } from '../../standins/mail/letters';
import { smtpServer } from '../../standins/mail/smtp';
import {
  PASSWORD,
  SITE_NOW,
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

/** What a killed process had claimed is free, as it is once the claim has run out. */
const endClaims = () =>
  db.query(`UPDATE job SET claimed_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE state = 'claimed'`);

const letters = new Letters(null);
const smtp = smtpServer(letters);
let database: string;
let db: Connection;
let front: Server;
let frontPort: number;
/** While shut, the mail server takes connections and says nothing: a sender hangs in the middle of its effect. */
let mailOpen = true;
const held = new Set<Socket>();
const started: ChildProcess[] = [];

beforeAll(async () => {
  database = await freshDatabase();
  await new Promise<void>((ready) => smtp.listen(0, '127.0.0.1', () => ready()));
  const inner = (smtp.server.address() as AddressInfo).port;
  const { connect } = await import('node:net');
  front = createServer((socket) => {
    socket.on('error', () => undefined);
    if (!mailOpen) return void held.add(socket);
    const on = connect(inner, '127.0.0.1');
    on.on('error', () => socket.destroy());
    socket.pipe(on).pipe(socket);
  });
  await new Promise<void>((ready) => front.listen(0, '127.0.0.1', () => ready()));
  frontPort = (front.address() as AddressInfo).port;
  const { services, close } = await buildServices(configFor(database, await freePort(), frontPort), makeLog('silent'));
  await loadQuillmoor(services, 14);
  await close();
  db = await createConnection({ ...testDatabase(), database });
});
afterAll(async () => {
  for (const child of started) child.kill('SIGKILL');
  await db.end();
  for (const socket of held) socket.destroy();
  front.close();
  smtp.close(() => undefined);
  await dropDatabase(database);
});

async function startProduct(): Promise<{ child: ChildProcess; address: string }> {
  const port = await freePort();
  const { port: dbPort, password } = testDatabase();
  const child = spawn(process.execPath, [resolve('dist/server/main.js')], {
    env: {
      ...process.env,
      NODE_ENV: 'production',
      ADMISSA_PORT: String(port),
      ADMISSA_DB_PORT: String(dbPort),
      ADMISSA_DB_PASSWORD: password,
      ADMISSA_DB_NAME: database,
      ADMISSA_SMTP_PORT: String(frontPort),
      ADMISSA_DEMO: '1',
      ADMISSA_LOG: 'silent',
    },
    stdio: 'ignore',
  });
  started.push(child);
  const address = `http://127.0.0.1:${port}`;
  await until('the product to be ready', async () => {
    const response = await fetch(`${address}/health/ready`).catch(() => null);
    return response?.ok ? true : null;
  });
  return { child, address };
}

async function kill(child: ChildProcess): Promise<void> {
  const gone = new Promise((done) => child.once('exit', done));
  child.kill('SIGKILL');
  await gone;
}

const rows = async <T>(sql: string, params: unknown[] = []) =>
  (await db.query<RowDataPacket[]>(sql, params as never))[0] as T[];

/** Waits until nothing is due but what a killed process had claimed: a letter in living hands leaves within the pause. */
async function onlyLeftBehind(): Promise<void> {
  const due = () => rows<{ id: string; state: string }>(`SELECT id, state FROM job WHERE run_at <= ${SITE_NOW}`);
  let before = 'unknown';
  await until('the living to be done', async () => {
    const now = await due();
    const same = JSON.stringify(now) === before && now.every(({ state }) => state === 'claimed');
    before = JSON.stringify(now);
    if (!same) await new Promise((pause) => setTimeout(pause, 400));
    return same ? true : null;
  });
}

describe('killed between state and effect', () => {
  it('a sign-up is there after the restart, its mail is sent once, and its code works', async () => {
    mailOpen = false;
    const first = await startProduct();
    const who = new Caller(first.address);
    expect((await who.join({ mail: 'perrin@oake.example' })).status).toBe(200);
    // The worker has claimed the mail and waits for the mail server: the effect is under way.
    await until('the sender to connect', async () => (held.size > 0 ? true : null));
    await kill(first.child);
    expect(letters.list('perrin@oake.example')).toEqual([]);
    expect(await rows('SELECT standing FROM member WHERE mail = ?', ['perrin@oake.example'])).toEqual([
      { standing: 'applicant' },
    ]);

    mailOpen = true;
    // Its claim ends by itself once nobody can be at it any more; the test does not wait for that.
    await endClaims();
    const second = await startProduct();
    const letter = await until('the mail', async () => letters.list('perrin@oake.example')[0] ?? null, 90_000);
    const again = who.at(second.address);
    expect((await again.post('/site/joining/code', { code: codeIn(letter) })).status).toBe(200);
    await until('all jobs done', async () =>
      (await rows(`SELECT 1 FROM job WHERE run_at <= ${SITE_NOW}`)).length === 0 ? true : null,
    );
    expect(letters.list('perrin@oake.example')).toHaveLength(1);
    await kill(second.child);
  });

  it('an admission is there with all it grants, and the welcome is sent once', async () => {
    const first = await startProduct();
    const [application] = await rows<{ id: string; member: string }>(
      `SELECT a.id, a.member FROM application a JOIN member m ON m.id = a.member WHERE m.name = 'Maud Esterling'`,
    );
    mailOpen = false;
    const tamsin = await new Caller(first.address).staffIn('tamsin@quillmoor.example');
    expect((await tamsin.post(`/desk/applications/${application!.id}/approve`)).status).toBe(200);
    await kill(first.child);

    mailOpen = true;
    const second = await startProduct();
    // The letter waits a minute, for as long as the yes can be taken back.
    const odile = await new Caller(second.address).staffIn('odile@quillmoor.example');
    expect((await odile.post('/desk/clock', { by: 'hour' })).status).toBe(200);
    const letter = await until('the welcome', async () => letters.list('maud.esterling@mail.example')[0] ?? null);
    expect(letter.subject).toBe('Welcome to Quillmoor, Maud');
    expect(await rows('SELECT level FROM member_term WHERE member = ?', [application!.member])).toEqual([
      { level: 'keeper' },
    ]);
    expect(await rows('SELECT group_id FROM member_group WHERE member = ?', [application!.member])).toEqual([
      { group_id: 'mentors' },
    ]);
    expect(await rows('SELECT standing FROM member WHERE id = ?', [application!.member])).toEqual([
      { standing: 'admitted' },
    ]);
    expect(await rows(`SELECT 1 FROM job WHERE job_key = ?`, [`application:${application!.id}`])).toEqual([]);
    await until('all jobs done', async () =>
      (await rows(`SELECT 1 FROM job WHERE run_at <= ${SITE_NOW}`)).length === 0 ? true : null,
    );
    expect(letters.list('maud.esterling@mail.example')).toHaveLength(1);
    await kill(second.child);
  });

  it('of two processes one sends each mail, and the other goes on when it dies', async () => {
    const [one, other] = [await startProduct(), await startProduct()];
    const addresses = Array.from({ length: 12 }, (_, n) => `swarm.${n}@oake.example`);
    const sent = await Promise.all(
      addresses.map((mail, n) => new Caller(n % 2 ? one.address : other.address).join({ mail })),
    );
    expect(sent.map((answer) => answer.status)).toEqual(addresses.map(() => 200));
    await kill(one.child);
    await onlyLeftBehind();
    await endClaims();
    await until('twelve letters', async () => (letters.list('swarm.').length >= 12 ? true : null));
    await until('all jobs done', async () =>
      (await rows(`SELECT 1 FROM job WHERE run_at <= ${SITE_NOW}`)).length === 0 ? true : null,
    );
    expect(letters.list('swarm.')).toHaveLength(12);
    expect(new Set(letters.list('swarm.').map((letter) => letter.to)).size).toBe(12);
    await kill(other.child);
  });

  it('told to stop, it takes nothing new, finishes what is in hand and ends cleanly', async () => {
    const { child, address } = await startProduct();
    const body = JSON.stringify({ mail: 'ida.marrowby@mail.example', password: PASSWORD });
    const inHand = await Promise.all(Array.from({ length: 4 }, () => begin(address, body)));
    const ended = new Promise<number | null>((done) => child.once('exit', (code) => done(code)));
    child.kill('SIGTERM');
    await until('nothing new being taken', () =>
      fetch(`${address}/health/live`).then(
        () => null,
        () => true,
      ),
    );
    expect(await Promise.all(inHand.map((finish) => finish()))).toEqual([200, 200, 200, 200]);
    expect(await ended).toBe(0);
  });
});

/** A sign-in whose head the server has taken in and whose body is still to come: certainly in hand. */
function begin(address: string, body: string): Promise<() => Promise<number | undefined>> {
  const headers = { 'content-type': 'application/json', 'content-length': body.length, origin: address };
  const sending = request(`${address}/api/site/sign-in`, {
    method: 'POST',
    agent: false,
    headers: { ...headers, expect: '100-continue' },
  });
  const answered = new Promise<number | undefined>((done, failed) => {
    sending.once('response', (response) => done(response.resume().statusCode)).once('error', failed);
  });
  const finish = () => {
    sending.end(body);
    return answered;
  };
  return new Promise((taken, failed) => {
    sending.once('continue', () => taken(finish)).once('error', failed);
    sending.flushHeaders();
  });
}
