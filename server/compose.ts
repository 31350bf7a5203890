/**
 * Purpose: the composition root: every part built once, in order, and taken down in the other order.
 */
import { createServer, type Server } from 'node:http';
import type { EntityManager } from 'typeorm';
import type { MemberId } from '../core/kernel';
import { Accounts, Devices, FirstRun, Sessions, Staff, Viewers } from './accounts';
import type { Services } from './api';
import { makeApp } from './app';
import { entities } from './entities';
import { erasePerson } from './erasure';
import { Joining, joiningUses } from './joining';
import { Directory, memberUses } from './members';
import { Outbox, StuckLetters } from './messages';
import { SiteClock } from './platform/clock';
import type { Config } from './platform/config';
import { migrate, openDatabase } from './platform/database';
import { systemRandomness } from './platform/ids';
import { Jobs } from './platform/jobs';
import { Limits } from './platform/limits';
import type { Log } from './platform/log';
import { smtpTransport } from './platform/mail';
import { siteSecret } from './platform/secret';
import { LiveSetup, SetupStore } from './setup';
import { placeSources } from './site';
import { ClockService, Today } from './today';
import { Sight } from './viewpoint';

export type Running = { readonly services: Services; readonly server: Server; stop(): Promise<void> };

const SWEEP_EVERY = 10 * 60_000;

/** Builds the services without serving anything; for the demo's generator and for tests. */
export async function buildServices(config: Config, log: Log): Promise<{ services: Services; close(): Promise<void> }> {
  const database = await openDatabase(config, entities);
  await migrate(database.source);
  const db = database.source;
  const random = systemRandomness;
  const clock = new SiteClock();
  const setups = new SetupStore(db, { ...memberUses, ...joiningUses }, log);
  const live = new LiveSetup(db, setups, clock, log);
  await live.refresh();
  const jobs = new Jobs(db, clock, log);
  const mail = smtpTransport(config.smtp, () => {
    const site = live.must.setup.doc.site;
    return { name: site.name, address: site.replyTo };
  });
  const outbox = new Outbox(jobs, mail, random);
  const sessions = new Sessions(database.pool, random);
  const { address } = config;
  const accounts = new Accounts(db, database.pool, live, sessions, outbox, jobs, clock, random, address);
  const erase = (manager: EntityManager, member: MemberId, letters: string) =>
    erasePerson(manager, outbox, member, letters);
  const joining = new Joining(db, live, sessions, clock, { outbox, jobs, random, address, erase }, setups);
  const staff = new Staff(db, sessions, clock, random, live, { outbox, jobs, address });
  const letters = new StuckLetters(db, jobs);
  const directory = new Directory(db);
  const services: Services = {
    config,
    database,
    clock,
    jobs,
    limits: new Limits(database.pool, config.limitFactor),
    setups,
    live,
    sessions,
    viewers: new Viewers(sessions, clock, config.secure),
    accounts,
    devices: new Devices(await siteSecret(database.pool), random),
    staff,
    firstRun: new FirstRun(db, staff, setups, clock),
    joining,
    directory,
    today: new Today(db, directory, letters),
    letters,
    clockService: new ClockService(db, clock, jobs, config.demo, config.demo ? config.mailPage : null),
    sight: new Sight(db),
    sources: placeSources(db, joining, accounts, sessions, clock),
  };
  return {
    services,
    close: async () => {
      mail.close();
      await database.close();
    },
  };
}

/** Starts serving. @throws Error with one clear sentence when the port is taken */
export async function start(config: Config, log: Log): Promise<Running> {
  const { services, close } = await buildServices(config, log);
  const app = await makeApp(services, log);
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
    services.sessions
      .sweep(services.clock.now())
      .then(() => services.limits.sweep())
      .catch((error: unknown) => log.warn({ err: error }, 'sessions and limits: not swept'));
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
