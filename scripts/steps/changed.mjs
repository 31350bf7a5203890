/** What has been changed since the last commit, and which tests stand nearest to it. */
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { Obstacle } from './say.mjs';

/** Which journeys go through a place: the first that fits decides. A file that fits none has no journey of its own. */
const journeysThrough = [
  [/^tests\/journeys\/(\w+\.spec)\.ts$/, (spec) => [spec]],
  [/^web\/desk\/(money|levels)\//, () => ['money.spec', 'levels.spec']],
  [/^web\/desk\/(joining|letters)\//, () => ['setup.spec', 'joining.spec', 'forms.spec']],
  [/^web\/desk\/(members|people|rules|today)\//, () => ['people.spec']],
  [/^web\/desk\/(site|files|doors|text)\//, () => ['site.spec']],
  [/^web\/(desk|kit)\//, () => ['desk.spec']],
  [/^web\/site\/(form|inputs|gates)\//, () => ['joining.spec', 'forms.spec']],
  [/^web\/site\//, () => ['site.spec', 'account.spec']],
  [/^server\/(money)\//, () => ['money.spec']],
  [/^server\/(joining|accounts)\//, () => ['joining.spec', 'account.spec']],
];

function git(root, ...args) {
  const { status, stdout, stderr } = spawnSync('git', args, { cwd: root, encoding: 'utf8' });
  if (status !== 0) throw new Obstacle(`What has been changed is asked of git, which says: ${stderr.trim()}`);
  return stdout.split('\n').filter(Boolean);
}

/** The files that differ from the last commit; those of the last commit, where none does. */
export function changedFiles(root) {
  const now = [...git(root, 'diff', '--name-only', 'HEAD'), ...git(root, 'ls-files', '--others', '--exclude-standard')];
  return now.length ? now : git(root, 'diff', '--name-only', 'HEAD~1', 'HEAD');
}

/**
 * @param files paths from the root
 * @returns lint: the files that are there still; server: folders and files of tests that need a database; journeys: specs
 */
export function nearestTo(root, files) {
  const server = new Set();
  const journeys = new Set();
  for (const file of files) {
    const [, folder] =
      /^(server\/[^/]+\/|standins\/[^/]+\/|tests\/(?:faults|commands)\/[^/]+\.test\.ts)/.exec(file) ?? [];
    if (folder) server.add(folder);
    else if (/^server\/[^/]+\.test\.ts$/.test(file)) server.add(file);
    else if (/^server\/[^/]+\.ts$|^contract\//.test(file)) for (const one of atTheRoot(root)) server.add(one);
    for (const [place, specs] of journeysThrough) {
      const found = place.exec(file);
      if (!found) continue;
      for (const spec of specs(found[1])) journeys.add(spec);
      break;
    }
  }
  return {
    lint: files.filter((file) => existsSync(join(root, file))),
    server: [...server],
    journeys: [...journeys],
  };
}

/** The tests of the whole: every endpoint walked, the pipeline. */
const atTheRoot = (root) =>
  readdirSync(join(root, 'server'))
    .filter((name) => name.endsWith('.test.ts'))
    .map((name) => `server/${name}`);
