/**
 * Purpose: the database: one TypeORM data source for stores, one plain pool for the hot path.
 * Invariant: migrations run under a named lock, so that two processes starting together migrate once.
 */
import 'reflect-metadata';
import * as mysql from 'mysql2';
import type { Pool, PoolOptions } from 'mysql2/promise';
import { DataSource, type EntityManager, type MigrationInterface } from 'typeorm';
import type { Config } from './config';

export type Database = { readonly source: DataSource; readonly pool: Pool; close(): Promise<void> };

type EntityClass = new () => object;
export type MigrationClass = new () => MigrationInterface;

/** Accounts of an address are read as one text (`accountsOf`), which a server may be set to cut short. */
const SESSION = "SET SESSION tx_isolation = 'READ-COMMITTED', group_concat_max_len = 4194304";

/**
 * A pool whose connections are READ COMMITTED, so that a claim or a look-up never blocks inserts beside it. Said once a
 * connection instead of before each transaction; one on which it could not be said is not used. The driver would note a
 * stack at each statement, which costs as much as sending it; the error of a statement has one of its own.
 */
function poolOf(options: PoolOptions): mysql.Pool {
  const pool = mysql.createPool({ ...options, trace: false });
  pool.on('connection', (connection) => {
    connection.query(SESSION, (error) => {
      if (error) connection.destroy();
    });
    // TypeORM asks for it at each statement, and the driver would make it anew each time.
    const promising = connection.promise();
    connection.promise = () => promising;
  });
  return pool;
}

/** @param entities the classes of all rows; @param migrations all there are, in any order */
export async function openDatabase(
  config: Config,
  entities: readonly EntityClass[],
  migrations: readonly MigrationClass[],
): Promise<Database> {
  const { host, port, user, password, name } = config.db;
  const source = new DataSource({
    type: 'mariadb',
    driver: { ...mysql, createPool: poolOf },
    host,
    port,
    username: user,
    password,
    database: name,
    timezone: 'Z',
    charset: 'utf8mb4_unicode_ci',
    supportBigNumbers: true,
    bigNumberStrings: true,
    poolSize: 12,
    entities: [...entities],
    migrations: [...migrations],
    migrationsTableName: 'migration',
  });
  await source.initialize();
  const pool = poolOf({
    host,
    port,
    user,
    password,
    database: name,
    timezone: 'Z',
    charset: 'utf8mb4_unicode_ci',
    connectionLimit: 8,
    supportBigNumbers: true,
  }).promise();
  return {
    source,
    pool,
    close: async () => {
      await pool.end();
      await source.destroy();
    },
  };
}

/**
 * Rows of one prepared statement, for what every request asks: the pool beneath calls back, without the promises that the
 * driver makes around each statement.
 */
export const rowsOf = <R>(
  pool: Pool,
  sql: string,
  params: readonly (string | number | Date | Buffer)[],
): Promise<R[]> =>
  new Promise((resolve, reject) => {
    // Without promises of its own the pool beneath is called back.
    (pool as unknown as { readonly pool: mysql.Pool }).pool.execute(sql, [...params], (error, rows) =>
      error ? reject(error) : resolve(rows as R[]),
    );
  });

/** Brings the tables up to date. Safe to call from several processes at once. */
export async function migrate(source: DataSource): Promise<void> {
  const runner = source.createQueryRunner();
  try {
    await runner.connect();
    const [lock] = (await runner.query(`SELECT GET_LOCK(CONCAT(DATABASE(), '.migrate'), 60) AS got`)) as {
      got: unknown;
    }[];
    if (Number(lock?.got) !== 1) throw new Error('Another process has been migrating for a minute; see its log.');
    try {
      await source.runMigrations({ transaction: 'each' });
    } finally {
      await runner.query(`SELECT RELEASE_LOCK(CONCAT(DATABASE(), '.migrate'))`);
    }
  } finally {
    await runner.release();
  }
}

const MOST_TRIES = 5;

/** Runs `work` as one transaction; when the database breaks a deadlock by giving this one up, the whole is done again. */
export async function transact<T>(source: DataSource, work: (manager: EntityManager) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await source.transaction(work);
    } catch (error) {
      if (!isDeadlock(error) || tries === MOST_TRIES) throw error;
    }
  }
}

/** Joins the caller's transaction, or runs `work` as one of its own. */
export const joinTransaction = <T>(
  source: DataSource,
  manager: EntityManager | undefined,
  work: (manager: EntityManager) => Promise<T>,
): Promise<T> => (manager ? work(manager) : transact(source, work));

/** Whether the database gave a transaction up for another: nothing of it happened, and it may be done again. */
export function isDeadlock(error: unknown): boolean {
  return typeof error === 'object' && error !== null && (error as { errno?: number }).errno === 1213;
}

/** Whether an error says that a unique key is taken already. */
export function isDuplicate(error: unknown): boolean {
  return typeof error === 'object' && error !== null && (error as { errno?: number }).errno === 1062;
}

/** Whether an error says that the database cannot be reached. */
export function isUnreachable(error: unknown): boolean {
  const code = (error as { code?: string } | null)?.code ?? '';
  return [
    'ECONNREFUSED',
    'PROTOCOL_CONNECTION_LOST',
    'ECONNRESET',
    'ER_SERVER_SHUTDOWN',
    'EPIPE',
    'ETIMEDOUT',
  ].includes(code);
}
