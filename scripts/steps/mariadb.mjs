/**
 * A MariaDB server of the project's own: its folder, its port, loopback only. Never touches a server that the
 * machine runs already.
 */
import { spawn } from 'node:child_process';
import { chownSync, existsSync, mkdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { run, whereIs } from './run.mjs';
import { Obstacle, say } from './say.mjs';
import { portIsFree } from './ports.mjs';

const root = process.getuid?.() === 0;

/**
 * Starts MariaDB on `port` with its data in `folder`.
 * @returns { stop } ends it and waits until it has.
 */
export async function startMariadb({ folder, port, memory = '256M' }) {
  folder = resolve(folder);
  if (!(await portIsFree(port)))
    throw new Obstacle(`Port ${port} is taken, and the database needs it. Choose others with --port N.`);
  const data = join(folder, 'mariadb');
  const user = root ? mysqlUser() : null;
  if (!existsSync(join(data, 'mysql'))) {
    say('Making the database folder');
    rmSync(data, { recursive: true, force: true });
    mkdirSync(data, { recursive: true });
    if (user) giveWay(data, user);
    const install = whereIs('mariadb-install-db', 'mysql_install_db');
    await run(install, [
      '--no-defaults',
      `--datadir=${data}`,
      '--auth-root-authentication-method=normal',
      '--skip-test-db',
      ...(user ? ['--user=mysql'] : []),
    ]);
  } else if (user) giveWay(data, user);
  say(`Starting MariaDB on 127.0.0.1:${port}`);
  const child = spawn(
    whereIs('mariadbd', 'mysqld'),
    [
      '--no-defaults',
      `--datadir=${data}`,
      `--socket=${join(data, 'm.sock').length < 100 ? join(data, 'm.sock') : `/tmp/admissa-${port}.sock`}`,
      `--pid-file=${join(data, 'm.pid')}`,
      `--port=${port}`,
      '--bind-address=127.0.0.1',
      '--skip-log-bin',
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_ci',
      `--innodb-buffer-pool-size=${memory}`,
      '--max-connections=200',
      ...(user ? ['--user=mysql'] : []),
    ],
    { stdio: ['ignore', 'ignore', 'pipe'], detached: true },
  );
  let errors = '';
  child.stderr.on('data', (chunk) => (errors = (errors + chunk).slice(-6000)));
  const ended = new Promise((done) => child.once('exit', done));
  let running = true;
  void ended.then(() => (running = false));
  for (let tries = 0; ; tries++) {
    if (!running) throw new Obstacle(`MariaDB did not start. Its last words:\n${errors}`);
    if (!(await portIsFree(port))) break;
    if (tries > 300) throw new Obstacle(`MariaDB did not answer within half a minute.\n${errors}`);
    await new Promise((wait) => setTimeout(wait, 100));
  }
  return {
    port,
    stop: async () => {
      if (running) child.kill('SIGTERM');
      await ended;
    },
  };
}

function mysqlUser() {
  const line = readFileSync('/etc/passwd', 'utf8').split('\n').find((entry) => entry.startsWith('mysql:'));
  if (!line) throw new Obstacle('There is no user “mysql” on this machine. Install mariadb-server and start again.');
  const [, , uid, gid] = line.split(':');
  return { uid: Number(uid), gid: Number(gid) };
}

/** As root the server runs as mysql: it must own the data and be able to walk to it. */
function giveWay(data, user) {
  chownSync(data, user.uid, user.gid);
  for (let folder = dirname(data); folder !== '/'; folder = dirname(folder)) {
    if (!mayEnter(folder)) throw new Obstacle(`The user mysql cannot enter ${folder}. Choose another folder with --data DIR.`);
  }
}

/** Whether others may pass through a folder. */
const mayEnter = (folder) => (statSync(folder).mode & 0o001) !== 0;
