/**
 * Purpose: what an area of the server says of itself, once, in its `area.ts`. Tables, migrations, jobs, endpoints, places,
 * forms and what erasing does are derived from the list of areas (`areas.ts`), which the compiler checks: an area that
 * asks for what no earlier one gives does not compile.
 */
import type { RequestHandler } from 'express';
import type { DataSource, EntityManager } from 'typeorm';
import type { Instant, MemberId } from '../core/kernel';
import type { Acts } from './platform/acts';
import type { SiteClock } from './platform/clock';
import type { Config } from './platform/config';
import type { Database, MigrationClass } from './platform/database';
import type { Randomness } from './platform/ids';
import type { JobTable } from './platform/job.kinds';
import type { Limits } from './platform/limits';
import type { Log } from './platform/log';
import type { Refuse } from './platform/problem';
import type { Table } from './platform/tables';
import type { Setup } from '../core/setup';
import type { Publishing, RowUses } from './setup';
import type { Places, PlainForms, Site } from './site';

/** What there is before any area. */
export type Base = {
  readonly config: Config;
  readonly log: Log;
  readonly database: Database;
  readonly db: DataSource;
  readonly clock: SiteClock;
  readonly random: Randomness;
  readonly acts: Acts;
  readonly limits: Limits;
  readonly secret: Buffer;
  /** Where people reach the product, without a slash at the end. */
  readonly address: string;
  /** What rows hang on items of the set-up, of every area. */
  readonly rowUses: RowUses;
  /** What a new revision of the set-up means to rows, of every area. */
  readonly publishing: Publishing;
  /** Erases a person and everything that hangs on them, in every area, within the caller's transaction. */
  readonly erase: (manager: EntityManager, member: MemberId, mail: string) => Promise<void>;
};

/** What is there when every area is built. */
export type Whole = {
  /** The places of the site, of every area. */
  readonly places: Places;
  /** What search engines are asked to leave alone, of every area. */
  readonly unlisted: readonly string[];
};

/** What a route of an area is given. */
export type Web = {
  readonly refuse: Refuse;
  /** Lets a changing request through only where it comes from this site. */
  readonly sameSite: RequestHandler;
  /** Notes an error that is no refusal. @returns the number under which it stands in the log */
  readonly failed: (error: unknown, path: string) => string;
  readonly site: Site;
};

/** An address outside the API. */
export type Route = {
  readonly method: 'get' | 'post';
  readonly path: string | RegExp;
  readonly run: RequestHandler | readonly RequestHandler[];
  /** What is signed comes as the bytes that were sent, before any other body is read. */
  readonly signed?: true;
  /** A plain form is sent there. */
  readonly form?: true;
};

/**
 * @template Ports what all areas together give
 * @template Api the endpoints of all areas, by their part of the contract
 */
export type Area<Ports = never, Api = never> = {
  readonly name: string;
  readonly tables?: readonly Table[];
  readonly migrations?: readonly MigrationClass[];
  readonly jobs?: JobTable;
  /** How many rows hang on an item of the set-up, which is then retired and not taken out. */
  readonly uses?: RowUses;
  /** What its rows do not allow of a new revision of the set-up. */
  readonly forbids?: Publishing['forbids'];
  /** What happens to its rows when a revision goes live, in the transaction that publishes it. */
  readonly published?: (
    ports: Ports,
    manager: EntityManager,
    before: Setup | null,
    after: Setup,
    now: Instant,
  ) => Promise<void>;
  /** Beginnings of addresses that search engines are asked to leave alone. */
  readonly unlisted?: readonly string[];
  /**
   * Makes the area's parts. @param ports what earlier areas give; @param later what later ones give: there when a part
   * works, not yet when it is made
   */
  readonly build?: (ports: Ports, later: Ports) => object;
  /** What erasing a person does beyond the rows of its tables. */
  readonly erase?: (ports: Ports, manager: EntityManager, member: MemberId, mail: string) => Promise<void>;
  /** When everything is built, before anything is served. */
  readonly ready?: (ports: Ports) => Promise<void>;
  readonly api?: (ports: Ports) => object;
  readonly places?: (ports: Ports) => Places;
  /** The site's forms sent without script. Of areas that read a form of the same address the later is asked first. */
  readonly forms?: (api: Api) => PlainForms;
  readonly routes?: (ports: Ports, web: Web, api: Api) => readonly Route[];
  /** Every ten minutes: forgets what has run out. */
  readonly sweep?: (ports: Ports, now: Instant) => Promise<unknown>;
  readonly close?: (ports: Ports) => Promise<void> | void;
};
