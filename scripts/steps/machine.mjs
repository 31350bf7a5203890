/** What the machine must have: a recent Node, Debian packages, the npm packages of the lock file. */
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { run, whereIs } from './run.mjs';
import { Obstacle, say } from './say.mjs';

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 11))
    throw new Obstacle(`Node ${process.versions.node} is too old. Install Node 20.11 or later and start again.`);
}

const needed = {
  'mariadb-server': () => whereIs('mariadbd', 'mysqld'),
  chromium: () => whereIs('chromium'),
  /** The same browser without a desktop's parts: a third of the processor's time to start and to load a page. */
  'chromium-headless-shell': () => whereIs('chromium-headless-shell'),
};

/** Installs the Debian packages that are missing. */
export async function installPackages(names) {
  const missing = names.filter((name) => !needed[name]());
  if (missing.length === 0) return;
  const apt = whereIs('apt-get');
  if (!apt)
    throw new Obstacle(`Install ${missing.join(' and ')} and start again; this machine has no apt-get to do it.`);
  const root = process.getuid?.() === 0;
  const sudo = whereIs('sudo');
  if (!root && !sudo)
    throw new Obstacle(`Installing ${missing.join(' and ')} needs root. Run this as root or install sudo.`);
  const as = root ? [] : [sudo];
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  // Debian would start a server of its own on the usual port; the project runs its own on another.
  say(`Installing ${missing.join(' and ')} from Debian (a minute or two)`);
  const call = (...args) => run([...as, apt, ...args][0], [...as, apt, ...args].slice(1), { env });
  await call('update', '-qq');
  await call('install', '-y', '-qq', '--no-install-recommends', ...missing);
  const still = names.filter((name) => !needed[name]());
  if (still.length)
    throw new Obstacle(`${still.join(' and ')} could not be installed. Install by hand and start again.`);
}

/** Installs the npm packages when the lock file has changed since the last time. */
export async function installModules(root) {
  const mark = join(root, 'node_modules', '.admissa-lock');
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  say('Installing npm packages (about a minute)');
  await run('npm', ['ci', '--no-audit', '--no-fund'], { cwd: root });
  writeFileSync(mark, lock);
}
