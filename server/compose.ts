/**
 * Purpose: the composition root: every part built once, in order, and taken down in the other order.
 */
import { createServer, type Server } from 'node:http';
import type { EntityManager } from 'typeorm';
import type { ApplicationId, Instant, MemberId } from '../core/kernel';
import { Accounts, Devices, FirstRun, Staff, Team, Tries, accountPlaces, sweepOneTime } from './accounts';
import { makeApp, type AppPorts } from './app';
import { Sessions, Viewers } from './callers';
import { ClockService } from './clock';
import { entities } from './entities';
import { erasePerson } from './erasure';
import {
  FollowUps,
  Invitations,
  Joining,
  SignUps,
  applicationOfMember,
  applicationView,
  fullForms,
  formsPlaces,
  joiningPlaces,
  joiningUses,
  noticesOf,
} from './joining';
import { Hooks } from './hooks';
import { Files } from './files';
import { insightFor } from './insight';
import { Conversions, Directory, SavedViews, listedMembers, memberUses } from './members';
import { Outbox, StuckLetters } from './messages';
import {
  closeAllOf,
  currencyStays,
  moneyMoved,
  HttpCardHouse,
  buildMoney,
  isOffered,
  moneyPlaces,
  type CardHouse,
} from './money';
import { Acts, sweepSendings } from './platform/acts';
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
import { searchPlaces, type PlaceSources } from './site';
import { Today } from './today';
import { Pictures } from './pictures';
import { blobsFor } from './platform/blobs';
import { LetterReading, MadeUpPeople, Sight } from './viewpoint';

/** Everything the product is made of, built once. */
export type Services = AppPorts & {
  readonly jobs: Jobs;
  readonly setups: SetupStore;
  readonly directory: Directory;
  /** Null where no card house is set up. */
  readonly house: CardHouse | null;
};

export type Running = { readonly services: Services; readonly server: Server; stop(): Promise<void> };

const SWEEP_EVERY = 10 * 60_000;

/** Builds the services without serving anything; for the demo's generator and for tests. */
export async function buildServices(config: Config, log: Log): Promise<{ services: Services; close(): Promise<void> }> {
  const database = await openDatabase(config, entities);
  await migrate(database.source);
  const db = database.source;
  const random = systemRandomness;
  const clock = new SiteClock();
  if (config.clockFrom !== null) await clock.begin(config.clockFrom, db);
  const setups = new SetupStore(db, { ...memberUses, ...joiningUses }, log);
  const live = new LiveSetup(db, setups, clock, log);
  live.follows((setup) => fullForms(db.manager, setup));
  await live.refresh();
  const jobs = new Jobs(db, clock, log);
  const mail = smtpTransport(config.smtp, () => {
    const site = live.must.setup.doc.site;
    return { name: site.name, address: site.replyTo };
  });
  const acts = new Acts(db, clock);
  const outbox = new Outbox(db, jobs, mail, random);
  const sessions = new Sessions(database.pool, random);
  const viewers = new Viewers(db, sessions, acts, clock, config.secure);
  const { address } = config;
  const letters = new StuckLetters(db, jobs, acts);
  const directory = new Directory(db);
  const accounts = new Accounts(db, live, sessions, acts, outbox, jobs, clock, random, address);
  const staff = new Staff(db, sessions, acts, clock, random, live, { outbox, jobs, address });
  const limits = new Limits(database.pool, config.limitFactor);
  const erase = (manager: EntityManager, member: MemberId, mailbox: string) =>
    erasePerson(manager, outbox, member, mailbox);
  const secret = await siteSecret(database.pool);
  const hooks = new Hooks(db, jobs, acts, random, secret, config.hooksInside);
  const insight = insightFor(config, database.pool);
  const house = config.cards.url === null ? null : new HttpCardHouse({ ...config.cards, url: config.cards.url });
  const money = buildMoney({ db, live, acts, jobs, clock, random, limits, outbox, house, insight, address });
  setups.beforePublish(currencyStays);
  const { booking, paying, membership, receipts, moneyDesk } = money;
  const letGo = (manager: EntityManager, application: ApplicationId, now: Instant) =>
    booking.letGo(manager, application, now);
  const closePayments = (manager: EntityManager, application: ApplicationId, now: Instant) =>
    house ? closeAllOf(manager, jobs, application, now) : Promise.resolve(false);
  const effects = { outbox, hooks, jobs, staff, random, address, erase, letGo, closePayments };
  const joining = new Joining(db, live, acts, clock, effects, setups);
  booking.applications = joining.payments;
  const offersAtGate = (member: MemberId) => joining.offersAtGate(member);
  const followUps = new FollowUps(database, live, acts, effects);
  const sources: PlaceSources = {
    places: {
      ...searchPlaces,
      ...joiningPlaces(joining, paying),
      ...formsPlaces(followUps),
      ...accountPlaces(accounts, viewers, async (facts, now) =>
        membership.own(facts, now, await isOffered(facts, { paying, live, offersAtGate })),
      ),
      ...moneyPlaces({ paying, live, offersAtGate, receipts }),
    },
    listed: (block, { facts }, { setup }) => listedMembers(db, block, facts, setup),
    pathOf: async ({ facts }, { setup }) =>
      (await joining.applicationOf(facts.member as MemberId, setup))?.path ?? null,
    notice: noticesOf(followUps),
  };
  const madeUp = new MadeUpPeople(db, acts, random);
  const sight = new Sight(db, madeUp, setups);
  const services: Services = {
    config,
    database,
    db,
    clock,
    jobs,
    limits,
    setups,
    live,
    acts,
    cards: house !== null,
    moneyMoved: () => moneyMoved(db),
    address,
    reviewers: async () => (await staff.reviewers(db.manager)).map(({ id }) => id),
    moved: (setup) => joining.moved(setup),
    sessions,
    viewers,
    accounts,
    tries: new Tries(limits, new Devices(secret, random), config.secure),
    staff,
    team: new Team(db, acts, sessions, random, live, { outbox, address }),
    firstRun: new FirstRun(db, staff, setups, clock),
    joining,
    signUps: new SignUps(db, live, sessions, clock, effects),
    followUps,
    invitations: new Invitations(db, random, outbox, address),
    directory,
    applicationOf: async (member, reviewer, mayMoney) => {
      const { setup } = live.must;
      const stored = await applicationOfMember(db.manager, member, setup);
      return stored && applicationView(db.manager, stored.application, reviewer, mayMoney, clock.now(), setup);
    },
    today: new Today(db, directory, letters, moneyDesk),
    letters,
    clockService: new ClockService(db, clock, jobs, acts, config.demo, config.demo ? config.mailPage : null),
    madeUp,
    hooks,
    insight,
    savedViews: new SavedViews(db, acts, random),
    conversions: new Conversions(db, live, jobs, setups),
    pictures: new Pictures(db, clock, random),
    files: new Files(db, acts, blobsFor(config), random, clock),
    sight,
    house,
    ...money,
    offersAtGate,
    reading: new LetterReading(acts, live, sight, outbox, limits, clock, address),
    sources,
  };
  return {
    services,
    close: async () => {
      mail.close();
      await insight.close();
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
    const now = services.clock.now();
    const { manager } = services.db;
    services.sessions
      .sweep(now)
      .then(() => services.limits.sweep())
      .then(() => services.pictures.sweep(services.clock.now()))
      .then(() => services.hooks.sweep(services.clock.now()))
      .then(() => sweepSendings(manager))
      .then(() => sweepOneTime(manager, now))
      .catch((error: unknown) => log.warn({ err: error }, 'what has run out: not swept'));
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
