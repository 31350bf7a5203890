/**
 * A MariaDB server of the project's own: its folder, its port, loopback only, its own password. Never touches a
 * server that the machine runs already.
 */
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { portIsFree } from './ports.mjs';
import { giveTo, readPrivate, refuseLink, writePrivate } from './private.mjs';
import { run, whereIs } from './run.mjs';
import { Obstacle, say } from './say.mjs';
import { waitUntil } from './waiting.mjs';

const root = process.getuid?.() === 0;

/**
 * Starts MariaDB on `port` with its data in `folder`, with a user `admissa` who owns every database whose name
 * begins with `admissa`.
 * @param started called with the part as soon as there is one, so that it can be ended while it still starts
 * @returns { port, password, ended, stop } stop ends it and waits until it has
 */
export async function startMariadb({ folder, port, memory = '256M', quick = false, started = () => {} }) {
  folder = resolve(folder);
  const data = join(folder, 'mariadb');
  refuseLink(data);
  mkdirSync(folder, { recursive: true });
  const user = root ? runsAs(folder) : null;
  const password = ownPassword(folder);
  if (!existsSync(join(data, 'made'))) await make(data, user);
  const first = join(data, 'first.sql');
  writePrivate(first, firstStatements(password));
  if (user) giveTo(data, user);

  say(`Starting MariaDB on 127.0.0.1:${port}`);
  const child = spawn(
    whereIs('mariadbd', 'mysqld'),
    [
      '--no-defaults',
      `--datadir=${data}`,
      `--socket=/tmp/admissa-${port}.sock`,
      `--pid-file=${join(data, 'server.pid')}`,
      `--init-file=${first}`,
      `--port=${port}`,
      '--bind-address=127.0.0.1',
      '--skip-log-bin',
      '--skip-name-resolve',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_ci',
      `--innodb-buffer-pool-size=${memory}`,
      '--max-connections=300',
      // For tests: no wait for the disk at each commit. A power cut would lose the last second of made-up data.
      ...(quick ? ['--innodb-flush-log-at-trx-commit=2', '--innodb-doublewrite=0'] : []),
      ...(user ? [`--user=${user.name}`] : []),
    ],
    { stdio: ['ignore', 'ignore', 'pipe'], detached: true },
  );
  let errors = '';
  child.stderr.on('data', (chunk) => (errors = (errors + chunk).slice(-6000)));
  const part = {
    pid: child.pid,
    running: true,
    port,
    password,
    ended: new Promise((done) => child.once('exit', done)),
    stop: async () => {
      // A word that comes before the server listens to signals is lost, so it is told until it has ended.
      const tell = () => part.running && child.kill('SIGTERM');
      const again = setInterval(tell, 1_000);
      tell();
      await part.ended;
      clearInterval(again);
    },
  };
  void part.ended.then(() => (part.running = false));
  started(part);
  await waitUntil({
    what: 'MariaDB',
    part,
    ready: async () => !(await portIsFree(port)),
    words: () => `Its last words:\n${errors}`,
  });
  return part;
}

/** Makes the data folder. A marker is written last, so that a broken run begins anew. */
async function make(data, user) {
  say('Making the database folder');
  rmSync(data, { recursive: true, force: true });
  mkdirSync(data, { recursive: true });
  if (user) giveTo(data, user);
  // Two that are made at once must not share a folder for what they write for a moment.
  const passing = mkdtempSync(join(tmpdir(), 'admissa-db-'));
  if (user) giveTo(passing, user);
  try {
    await run(
      whereIs('mariadb-install-db', 'mysql_install_db'),
      [
        '--no-defaults',
        `--datadir=${data}`,
        `--tmpdir=${passing}`,
        '--auth-root-authentication-method=socket',
        '--skip-test-db',
        ...(user ? [`--user=${user.name}`] : []),
      ],
      { env: { ...process.env, TMPDIR: passing } },
    );
  } finally {
    rmSync(passing, { recursive: true, force: true });
  }
  writeFileSync(join(data, 'made'), '');
}

/** The password of the project's database user, made once and readable by its owner alone. */
function ownPassword(folder) {
  const file = join(folder, 'database-password');
  const kept = readPrivate(file);
  if (kept !== null) return kept;
  const made = randomBytes(18).toString('base64url');
  writePrivate(file, made);
  return made;
}

/** Run by the server at each start, one statement a line. */
function firstStatements(password) {
  return [
    `CREATE USER IF NOT EXISTS 'admissa'@'127.0.0.1' IDENTIFIED BY '${password}';`,
    `ALTER USER 'admissa'@'127.0.0.1' IDENTIFIED BY '${password}';`,
    "GRANT ALL PRIVILEGES ON `admissa%`.* TO 'admissa'@'127.0.0.1';",
    'CREATE DATABASE IF NOT EXISTS admissa;',
    '',
  ].join('\n');
}

/**
 * Whom the server runs as when it is started by root: mysql, unless mysql cannot walk to the folder (a clone within
 * a folder that only root may enter); then root, on loopback, with a user who owns the project's databases alone.
 */
function runsAs(folder) {
  for (let at = folder; at !== '/'; at = dirname(at))
    if ((statSync(at).mode & 0o001) === 0) {
      say(`The user mysql cannot enter ${at}; the database runs as root`);
      return { name: 'root', uid: 0, gid: 0 };
    }
  const line = readFileSync('/etc/passwd', 'utf8')
    .split('\n')
    .find((entry) => entry.startsWith('mysql:'));
  if (!line) throw new Obstacle('There is no user “mysql” on this machine. Install mariadb-server and start again.');
  const [, , uid, gid] = line.split(':');
  return { name: 'mysql', uid: Number(uid), gid: Number(gid) };
}
