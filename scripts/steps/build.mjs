/** Builds browser parts and server when a source has changed since the last build. */
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pack } from './pack.mjs';
import { run } from './run.mjs';
import { say } from './say.mjs';

const sources = ['core', 'contract', 'server', 'web', 'standins', 'demo', 'package-lock.json', 'tsconfig.json'];
const configs = ['vite.site.config.ts', 'vite.desk.config.ts', 'vite.server.config.ts'];

function fingerprint(root) {
  const hash = createHash('sha256');
  const take = (path) => hash.update(path).update(readFileSync(join(root, path)));
  const walk = (folder) => {
    for (const entry of readdirSync(join(root, folder), { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const path = `${folder}/${entry.name}`;
      if (entry.isDirectory()) walk(path);
      else if (!entry.name.endsWith('.test.ts')) take(path);
    }
  };
  for (const source of [...sources, ...configs]) {
    if (source.includes('.')) take(source);
    else walk(source);
  }
  return hash.digest('hex');
}

export async function build(root) {
  const mark = join(root, 'dist', '.built');
  const now = fingerprint(root);
  if (existsSync(mark) && readFileSync(mark, 'utf8') === now) return;
  const env = { ...process.env, NODE_ENV: 'production' };
  const vite = join(root, 'node_modules/vite/bin/vite.js');
  const step = (...args) => run(process.execPath, [vite, 'build', '--logLevel', 'error', ...args], { cwd: root, env });
  say('Building the site');
  await Promise.all([step('-c', 'vite.site.config.ts'), step('-c', 'vite.site.config.ts', '--ssr')]);
  say('Building the desk and the server');
  await Promise.all([step('-c', 'vite.desk.config.ts'), step('-c', 'vite.server.config.ts')]);
  for (const part of ['site', 'desk']) pack(join(root, 'dist', part));
  mkdirSync(join(root, 'dist'), { recursive: true });
  writeFileSync(mark, now);
}
