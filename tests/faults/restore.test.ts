/** A copy taken while the product runs, restored elsewhere: people, sessions, applications and waiting jobs go on. */
import { execFile, spawn } from 'node:child_process';
import { mkdtempSync, openSync, rmSync, closeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { start, type Running } from '../../server/compose';
import { makeLog } from '../../server/platform/log';
import {
  Caller,
  codeIn,
  configFor,
  dropDatabase,
  freePort,
  freshDatabase,
  makeStack,
  testDatabase,
  type Stack,
  passTime,
} from '../support/stack';

let stack: Stack;
let folder: string;
let copy: string;
let restored: Running | undefined;
beforeAll(async () => {
  stack = await makeStack({ members: 14 });
  folder = mkdtempSync(join(tmpdir(), 'admissa-copy-'));
});
afterAll(async () => {
  await restored?.stop();
  await stack.stop();
  if (copy) await dropDatabase(copy);
  rmSync(folder, { recursive: true, force: true });
});

/** The arguments that lead the database's own programs to the test database. */
const to = () => {
  const { host, port, user, password } = testDatabase();
  return ['--no-defaults', `--host=${host}`, `--port=${port}`, `--user=${user}`, `--password=${password}`];
};

async function feed(file: string, database: string): Promise<void> {
  const input = openSync(file, 'r');
  const child = spawn('mariadb', [...to(), database], { stdio: [input, 'inherit', 'inherit'] });
  const code = await new Promise((done) => child.once('close', done));
  closeSync(input);
  if (code !== 0) throw new Error(`mariadb ended with ${String(code)}`);
}

describe('a restored copy', () => {
  it('goes on where the site stood', async () => {
    const perrin = new Caller(stack.address);
    expect((await perrin.join()).status).toBe(200);
    const code = codeIn(await stack.letter('perrin@oake.example'));
    const file = join(folder, 'admissa.sql');
    await promisify(execFile)('mariadb-dump', [
      ...to(),
      '--single-transaction',
      `--result-file=${file}`,
      stack.config.db.name,
    ]);
    // What happens after the copy is not in it.
    const before = perrin.at(stack.address);
    expect((await perrin.post('/site/joining/withdraw')).status).toBe(200);

    copy = await freshDatabase();
    await feed(file, copy);
    restored = await start(configFor(copy, await freePort(), stack.config.smtp.port), makeLog('silent'));
    const there = before.at(restored.services.config.address);
    expect((await new Caller(there.address).signIn('ida.marrowby@mail.example')).status).toBe(200);
    // The browser's own session came along: the same cookie leads to the application as it stood.
    const place = (await there.get<{ place?: { kind: string; state: string } }>('/site/view?path=/joining')).body.place;
    expect(place).toMatchObject({ kind: 'joining', state: 'open' });
    const again = new Caller(there.address);
    expect((await again.signIn('perrin@oake.example', 'moss lantern heather')).body).toEqual({ next: '/joining' });
    expect((await again.post('/site/joining/code', { code })).status).toBe(200);
    expect((await passTime(restored.services, 'nextDue')).happened).toBeGreaterThan(0);
  });
});
