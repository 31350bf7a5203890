/**
 * Purpose: Quillmoor, loaded once for each number of people that journeys ask for, and copied for each of them: loading
 * takes ten seconds, a copy half of one.
 */
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { copyFile, cp, mkdir, mkdtemp, open, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createConnection } from 'mysql2/promise';
import { PLAIN_DAY } from '../../scripts/steps/days.mjs';
import { freePort } from '../../scripts/steps/ports.mjs';

/** How many people a Quillmoor may have. */
export const SIZES = [60, 400] as const;
export type Size = (typeof SIZES)[number];

export const database = () => ({
  host: '127.0.0.1',
  port: Number(process.env['ADMISSA_TEST_DB_PORT']),
  user: 'admissa',
  password: process.env['ADMISSA_TEST_DB_PASSWORD'] ?? '',
});

/** Runs a program to its end. @throws where it fails, with what it said */
async function run(
  file: string,
  args: readonly string[],
  env: NodeJS.ProcessEnv,
  stdin: number | 'ignore' = 'ignore',
  stdout: number | 'ignore' = 'ignore',
): Promise<void> {
  const child = spawn(file, args, { env: { ...process.env, ...env }, stdio: [stdin, stdout, 'pipe'] });
  let said = '';
  child.stderr!.on('data', (part) => (said += String(part)));
  const code = await new Promise((done) => child.once('close', done));
  if (code !== 0) throw new Error(`${file} ended with ${String(code)}. ${said}`);
}

/** MariaDB's own client or dump, reading from or writing to a file. */
async function mariadb(program: 'mariadb' | 'mariadb-dump', name: string, file: string): Promise<void> {
  const { host, port, user, password } = database();
  const dumps = program === 'mariadb-dump';
  const handle = await open(file, dumps ? 'w' : 'r');
  try {
    await run(
      program,
      [`-h${host}`, `-P${port}`, `-u${user}`, ...(dumps ? ['--single-transaction', '--skip-lock-tables'] : []), name],
      { MYSQL_PWD: password },
      dumps ? 'ignore' : handle.fd,
      dumps ? handle.fd : 'ignore',
    );
  } finally {
    await handle.close();
  }
}

async function load(folder: string, size: Size): Promise<void> {
  const place = join(folder, String(size));
  await mkdir(join(place, 'files'), { recursive: true });
  const name = `admissa_j_${randomBytes(6).toString('hex')}`;
  const connection = await createConnection(database());
  await connection.query(`CREATE DATABASE ${name}`);
  const cards = await freePort();
  const env = {
    ADMISSA_DB_PORT: String(database().port),
    ADMISSA_DB_PASSWORD: database().password,
    ADMISSA_DB_NAME: name,
    ADMISSA_DEMO: '1',
    ADMISSA_CLOCK: process.env['ADMISSA_CLOCK'] ?? PLAIN_DAY,
    ADMISSA_LOG: 'error',
    ADMISSA_FILES: join(place, 'files'),
    ADMISSA_CARD_URL: `http://127.0.0.1:${cards}`,
    ADMISSA_CARD_KEY: name,
    ADMISSA_CARD_NOTICE_KEY: `whsec_${randomBytes(24).toString('base64')}`,
    STANDIN_CARD_PORT: String(cards),
    STANDIN_CARD_KEY: name,
    STANDIN_CARD_FILE: join(place, 'cards'),
  };
  const house = spawn(process.execPath, [resolve('dist/server/cards.js')], {
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  try {
    await new Promise((ready, failed) => {
      house.stdout.once('data', ready);
      house.once('exit', (code) => failed(new Error(`The card house ended with ${code} before it was there.`)));
    });
    await run(process.execPath, [resolve('dist/server/seed.js'), '--members', String(size)], env);
    await mariadb('mariadb-dump', name, join(place, 'dump.sql'));
  } finally {
    house.kill('SIGKILL');
    await connection.query(`DROP DATABASE ${name}`);
    await connection.end();
  }
}

/** Before the first journey. @returns what clears up after the last */
export default async function loadQuillmoors(): Promise<() => Promise<void>> {
  const folder = await mkdtemp(join(tmpdir(), 'admissa-quillmoors-'));
  process.env['ADMISSA_QUILLMOORS'] = folder;
  for (const size of SIZES) await load(folder, size);
  return () => rm(folder, { recursive: true, force: true });
}

/**
 * Copies a Quillmoor.
 * @param name of an empty database; @param files the folder of files, @param cards the file of the card house
 */
export async function copyQuillmoor(size: Size, to: { name: string; files: string; cards: string }): Promise<void> {
  const place = join(process.env['ADMISSA_QUILLMOORS']!, String(size));
  await Promise.all([
    mariadb('mariadb', to.name, join(place, 'dump.sql')),
    cp(join(place, 'files'), to.files, { recursive: true }),
    copyFile(join(place, 'cards'), to.cards),
  ]);
}
