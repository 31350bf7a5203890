/**
 * Purpose: the composition root: every area built once, in order, and taken down in the other order.
 */
import { createServer, type Server } from 'node:http';
import type { DataSource } from 'typeorm';
import { makeApp } from './app';
import { areas, entities, migrations, tables, type AllJobs, type Ports } from './areas';
import type { Base, Whole } from './area';
import { Acts } from './platform/acts';
import { SiteClock } from './platform/clock';
import type { Config } from './platform/config';
import { migrate, openDatabase } from './platform/database';
import { systemRandomness } from './platform/ids';
import { Jobs } from './platform/jobs';
import { Limits } from './platform/limits';
import type { Log } from './platform/log';
import { siteSecret } from './platform/secret';
import { eraseRows } from './platform/tables';
import type { RowUses } from './setup';
import { together } from './together';

/** Everything the product is made of, built once. */
export type Services = Ports;

export type Running = { readonly services: Services; readonly server: Server; stop(): Promise<void> };

const SWEEP_EVERY = 10 * 60_000;

/** What of all areas hangs on items of the set-up. */
function usesOf(): RowUses {
  const all: Record<string, RowUses[keyof RowUses]> = {};
  for (const { uses = {} } of areas)
    for (const [kind, counts = []] of Object.entries(uses)) all[kind] = [...(all[kind] ?? []), ...counts];
  return all;
}

/** What is there before any area. */
async function makeBase(config: Config, log: Log, ofAll: Pick<Base, 'erase' | 'publishing'>): Promise<Base> {
  const database = await openDatabase(config, entities, migrations);
  await migrate(database.source);
  const { source: db, pool } = database;
  const clock = new SiteClock();
  if (config.clockFrom !== null) await clock.begin(config.clockFrom, db);
  return {
    config,
    log,
    database,
    db,
    clock,
    random: systemRandomness,
    acts: new Acts(db, clock),
    limits: new Limits(pool, config.limitFactor),
    secret: await siteSecret(pool),
    address: config.address,
    rowUses: usesOf(),
    ...ofAll,
  };
}

function jobsOf(db: DataSource, clock: SiteClock, log: Log): Jobs<AllJobs> {
  return new Jobs(
    db,
    clock,
    log,
    together<AllJobs>(
      'kind of job',
      areas.map(({ jobs = {} }) => jobs),
    ),
  );
}

/** Builds the services without serving anything; for the demo's generator and for tests. */
export async function buildServices(config: Config, log: Log): Promise<{ services: Services; close(): Promise<void> }> {
  const parts: Record<string, unknown> = {};
  // What is there is checked by the types of `areas`; what is asked for before it is there, here.
  const ports = new Proxy(parts, {
    get(there, name) {
      if (name in there) return there[name as string];
      throw new Error(`${String(name)} is asked for before it is made.`);
    },
  }) as unknown as Ports;
  const base = await makeBase(config, log, {
    erase: async (manager, member, mail) => {
      for (const { erase } of areas) await erase?.(ports, manager, member, mail);
      await eraseRows(manager, tables, member);
    },
    publishing: {
      forbids: async (...of) => (await Promise.all(areas.map(({ forbids }) => forbids?.(...of) ?? []))).flat(),
      follows: async (...of) => {
        for (const { published } of areas) await published?.(ports, ...of);
      },
    },
  });
  Object.assign(parts, base, { jobs: jobsOf(base.db, base.clock, log) });
  for (const { build } of areas) Object.assign(parts, together('part', [parts, build?.(ports, ports) ?? {}]));
  const whole: Whole = {
    places: together(
      'place',
      areas.map(({ places }) => places?.(ports) ?? {}),
    ),
    unlisted: areas.flatMap(({ unlisted = [] }) => unlisted),
  };
  Object.assign(parts, whole);
  for (const { ready } of areas) await ready?.(ports);
  return {
    services: parts as unknown as Services,
    close: async () => {
      for (const { close } of [...areas].reverse()) await close?.(ports);
      await base.database.close();
    },
  };
}

/** Starts serving. @throws Error with one clear sentence when the port is taken */
export async function start(config: Config, log: Log): Promise<Running> {
  const { services, close } = await buildServices(config, log);
  const app = await makeApp(services);
  const server = createServer(app);
  await new Promise<void>((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(
        error.code === 'EADDRINUSE'
          ? new Error(`Port ${config.port} is taken. Choose another with --port N or ADMISSA_PORT.`)
          : error,
      ),
    );
    server.listen(config.port, config.host, resolve);
  });
  services.live.follow();
  if (config.worker) services.jobs.start();
  const sweep = setInterval(() => {
    void (async () => {
      for (const { sweep: forget } of areas) await forget?.(services, services.clock.now());
    })().catch((error: unknown) => log.warn({ err: error }, 'what has run out: not swept'));
  }, SWEEP_EVERY);
  log.info({ port: config.port, worker: config.worker }, 'ready');
  return {
    services,
    server,
    // In order: no new requests, the ones in hand end, the job in hand ends, then the connections close.
    stop: async () => {
      clearInterval(sweep);
      services.live.stop();
      const closed = new Promise<void>((resolve) => server.close(() => resolve()));
      server.closeIdleConnections();
      const cut = setTimeout(() => server.closeAllConnections(), 5_000);
      await Promise.all([closed, services.jobs.stop()]);
      clearTimeout(cut);
      await close();
    },
  };
}
