/**
 * A whole product for one test file: own database on the test server, real HTTP, the mail stand-in's own SMTP
 * server. Needs ADMISSA_TEST_DB_PORT and ADMISSA_TEST_DB_PASSWORD, which `npm test` sets.
 */
import { randomBytes, randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createConnection } from 'mysql2/promise';
import { addSpan } from '../../core/kernel/calendar';
import { generate } from '../../demo/generate';
import { load } from '../../demo/load';
import { loadMoney } from '../../demo/load.money';
import { PASSWORD, staff } from '../../demo/people';
import { hashPassword } from '../../server/accounts';
import { buildServices, start, type Running, type Services } from '../../server/compose';
import type { MoveBy } from '../../server/clock';
import { readConfig, type Config } from '../../server/platform/config';
import { makeLog } from '../../server/platform/log';
import type { House } from '../../standins/cards/house';
import { calm, type Mood } from '../../standins/cards/notices';
import type { Letter, Letters } from '../../standins/mail/letters';
import type { SetupDocument } from '../../core/setup';
import { PLAIN_DAY } from '../../scripts/steps/days.mjs';
import { freePort } from '../../scripts/steps/ports.mjs';
import { startHouse, startPostOffice } from './outside';
import { quillmoor } from './quillmoor';

export { PASSWORD };

export type Stack = {
  /** The card house: its books, and how it behaves. */
  readonly house: House;
  readonly mood: Mood;
  readonly services: Services;
  readonly server: Server;
  readonly address: string;
  readonly config: Config;
  readonly letters: Letters;
  /** Another process' worth of the product on the same database. */
  second(): Promise<Running>;
  /** Waits until a letter to the address has come that fits. */
  letter(to: string, fits?: (letter: Letter) => boolean): Promise<Letter>;
  /** Waits until every job that is due has been done. */
  settled(): Promise<void>;
  /** Moves the site clock on; everything due happens. */
  pass(by: MoveBy): Promise<{ happened: number }>;
  /** Lets so many days of the site's calendar go by, to the same hour of the day. */
  days(count: number): Promise<void>;
  /** Moves the site clock on to an instant; everything due on the way happens, in order. */
  to(at: () => number): Promise<void>;
  query<T>(sql: string, params?: unknown[]): Promise<T[]>;
  /** Changes what is live, and publishes it. */
  publish(change: (doc: SetupDocument) => void): ReturnType<Services['setups']['publish']>;
  stop(): Promise<void>;
};

/** When the site clock of every test begins; see `scripts/steps/days.mjs`. */
const DAY_OF_TESTS = process.env['ADMISSA_CLOCK'] ?? PLAIN_DAY;

export function testDatabase(): { host: string; port: number; user: string; password: string } {
  const port = process.env['ADMISSA_TEST_DB_PORT'];
  if (!port) throw new Error('There is no test database. Run these tests with `npm test`.');
  return {
    host: '127.0.0.1',
    port: Number(port),
    user: 'admissa',
    password: process.env['ADMISSA_TEST_DB_PASSWORD'] ?? '',
  };
}

export async function freshDatabase(): Promise<string> {
  const name = `admissa_t_${randomBytes(6).toString('hex')}`;
  const connection = await createConnection(testDatabase());
  await connection.query(`CREATE DATABASE ${name}`);
  await connection.end();
  return name;
}

export async function dropDatabase(name: string): Promise<void> {
  const connection = await createConnection(testDatabase());
  await connection.query(`DROP DATABASE IF EXISTS ${name}`);
  await connection.end();
}

export { freePort };

export function configFor(database: string, port: number, smtp: number, more: Record<string, string> = {}): Config {
  const { port: dbPort, password } = testDatabase();
  return readConfig({
    ADMISSA_PORT: String(port),
    ADMISSA_DB_PORT: String(dbPort),
    ADMISSA_DB_PASSWORD: password,
    ADMISSA_DB_NAME: database,
    ADMISSA_SMTP_PORT: String(smtp),
    ADMISSA_DEMO: '1',
    ADMISSA_CLOCK: DAY_OF_TESTS,
    ADMISSA_LOG: 'silent',
    ADMISSA_FILES: join(tmpdir(), `admissa-files-${database}`),
    ...more,
  });
}

let hashed: Promise<string> | null = null;

/** Loads Quillmoor with so many members through the services given. */
export async function loadQuillmoor(services: Services, members: number): Promise<void> {
  const passwordHash = await (hashed ??= hashPassword(PASSWORD));
  const now = services.clock.now();
  const people = [...generate({ seed: 1911, members, at: now, setup: quillmoor })];
  await load(services.database.pool, people, quillmoor, passwordHash, () => undefined);
  await loadMoney(services.database.pool, people, quillmoor, services.config.cards);
  for (const person of staff) await services.staff.add({ ...person, passwordHash });
  const draft = await services.setups.replaceDraft(quillmoor.doc);
  await services.setups.publish({ note: 'Quillmoor as it stands', author: 'Odile Harrowgate', at: now, draft });
  await services.live.refresh();
}

export async function makeStack(options: { members?: number; env?: Record<string, string> } = {}): Promise<Stack> {
  const database = await freshDatabase();
  const post = await startPostOffice();
  const { letters, smtpPort } = post;
  const log = makeLog((process.env['TEST_LOG'] ?? 'silent') as never);
  const port = await freePort();
  const time: { at: () => number } = { at: Date.now };
  const cards = await startHouse(port, () => time.at());
  const env = { ...cards.env, ...options.env };
  const config = configFor(database, port, smtpPort, env);
  const { services: loader, close } = await buildServices(config, log);
  time.at = () => loader.clock.now();
  // Of a demo the configuration says it; a product that is none begins on that day as well.
  await loader.clock.begin(Date.parse(DAY_OF_TESTS), loader.db);
  await loader.live.refresh();
  await loadQuillmoor(loader, options.members ?? 40);
  await close();
  const running = [await start(config, log)];
  const { services } = running[0]!;
  time.at = () => services.clock.now();
  const query = <T>(sql: string, params: unknown[] = []) => services.database.source.query(sql, params) as Promise<T[]>;
  return {
    services,
    server: running[0]!.server,
    address: config.address,
    config,
    letters,
    house: cards.house,
    mood: cards.mood,
    query,
    days: async (count) => {
      const { zone } = services.live.must.setup.doc.site;
      await services.clockService.moveTo(addSpan(services.clock.now(), { count, unit: 'days' }, zone));
    },
    to: async (at) => {
      await services.clockService.moveTo(at());
    },
    pass: (by) => passTime(services, by),
    publish: async (change) => {
      const { setups, clock, live } = services;
      const doc = structuredClone(live.must.setup.doc);
      change(doc);
      const draft = await setups.replaceDraft(doc);
      const done = await setups.publish({ note: 'Changed', author: 'Wilf Garrowby', at: clock.now(), draft });
      if (done.ok) await live.refresh();
      return done;
    },
    second: async () => {
      const other = await start(configFor(database, await freePort(), smtpPort, env), log);
      running.push(other);
      return other;
    },
    letter: (to, fits = () => true) =>
      until(`a letter to ${to}`, async () => letters.list(to).find((letter) => fits(letter)) ?? null),
    settled: async () => {
      const { jobs, clock } = services;
      await until('jobs to be done', async () =>
        (await jobs.due(clock.now(), 'work')) +
          (await jobs.due(clock.now(), 'mail')) +
          (await jobs.due(clock.now(), 'cards')) ===
        0
          ? true
          : null,
      );
    },
    stop: async () => {
      Object.assign(cards.mood, calm);
      // Whatever was tested, at its end the books balance, in the house too; what is under way is waited for.
      const { bookChecks, live, clock } = services;
      let faults: readonly string[] = [];
      await until(
        'books that balance',
        async () => {
          ({ faults } = await bookChecks.view(clock.now(), live.must.setup, true));
          return faults.length === 0 ? true : null;
        },
        10_000,
      ).catch(() => Promise.reject(new Error(faults.join(' '))));
      for (const one of running) await one.stop();
      await cards.stop();
      await post.stop();
      await dropDatabase(database);
      await rm(config.files.folder, { recursive: true, force: true });
    },
  };
}

export const passTime = ({ clockService, live }: Services, by: MoveBy) =>
  clockService.move({ who: { kind: 'clock' }, act: 'clock.moved', once: null }, by, live.must.setup);

/** The site's time in SQL: the clock of a test begins on a day of its own. */
export const SITE_NOW = '(UTC_TIMESTAMP(3) + INTERVAL (SELECT offset_ms * 1000 FROM site_clock) MICROSECOND)';

/** Asks again and again until there is an answer. */
export async function until<T>(what: string, ask: () => Promise<T | null>, patience = 40_000): Promise<T> {
  const end = Date.now() + patience;
  for (;;) {
    const answer = await ask();
    if (answer !== null) return answer;
    if (Date.now() > end) throw new Error(`Waited in vain for ${what}.`);
    await new Promise((wait) => setTimeout(wait, 25));
  }
}

/** A browser's worth of HTTP: keeps cookies, sends JSON, reads JSON. */
export class Caller {
  private readonly cookies = new Map<string, string>();

  constructor(readonly address: string) {}

  /** The same cookies at another process. */
  at(address: string): Caller {
    const other = new Caller(address);
    for (const [name, value] of this.cookies) other.cookies.set(name, value);
    return other;
  }

  get cookie(): string {
    return [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
  }

  async raw(path: string, init: RequestInit = {}): Promise<Response> {
    const headers = new Headers(init.headers);
    if (this.cookies.size) headers.set('cookie', this.cookie);
    const response = await fetch(this.address + path, { redirect: 'manual', ...init, headers });
    for (const line of response.headers.getSetCookie()) {
      const [pair = ''] = line.split(';');
      const at = pair.indexOf('=');
      if (/expires=Thu, 01 Jan 1970/i.test(line)) this.cookies.delete(pair.slice(0, at));
      else this.cookies.set(pair.slice(0, at), pair.slice(at + 1));
    }
    return response;
  }

  async html(path: string): Promise<string> {
    return (await this.raw(path)).text();
  }

  async get<T = Record<string, unknown>>(path: string): Promise<{ status: number; body: T }> {
    const response = await this.raw(`/api${path}`);
    return { status: response.status, body: (await response.json()) as T };
  }

  /** @param once the key of the sending, where it has one */
  async post<T = Record<string, unknown>>(
    path: string,
    body: unknown = {},
    once?: string,
  ): Promise<{ status: number; body: T }> {
    const response = await this.raw(`/api${path}`, {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        origin: this.address,
        ...(once ? { 'idempotency-key': once } : {}),
      },
      body: JSON.stringify(body),
    });
    return { status: response.status, body: (await response.json()) as T };
  }

  signIn(mail: string, password = PASSWORD) {
    return this.post<{ next: string }>('/site/sign-in', { mail, password });
  }

  async staffIn(mail: string, password = PASSWORD): Promise<this> {
    const { status } = await this.post('/desk/sign-in', { mail, password });
    if (status !== 200) throw new Error(`${mail} could not sign in at the desk: ${status}`);
    return this;
  }

  join(answers: Record<string, unknown> = {}, more: Record<string, unknown> = {}) {
    return this.post<{ next: string; code?: string; faults?: { at: string; says: string }[] }>('/site/join/quillmoor', {
      once: randomUUID(),
      answers: { ...perrin, ...answers },
      took: 60_000,
      ...more,
    });
  }
}

/** A right answer to every question. */
export const perrin = {
  'full-name': 'Perrin Oake',
  mail: 'perrin@oake.example',
  password: 'moss lantern heather',
  'apiary-postcode': 'QM4 7TB',
  'colonies-kept': '3',
  'years-keeping': '4',
  'heard-of-us': 'market-stall',
  rules: true,
  topics: ['apiary-news'],
};

export const codeIn = (letter: Letter): string => /^ {4}([0-9A-Z]{3}-[0-9A-Z]{3})$/m.exec(letter.text)![1]!;
export const linkIn = (letter: Letter): string => /https?:\/\/\S+/.exec(letter.text)![0];
