/**
 * `npm test`: types, lint, boundaries, unit, server and fault tests, journeys in Chromium; on a new machine it
 * sets everything up first.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, chmodSync, existsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from './steps/build.mjs';
import { checkNode, installModules, installPackages } from './steps/machine.mjs';
import { startMariadb } from './steps/mariadb.mjs';
import { freePort } from './steps/ports.mjs';
import { endRunning, whenToldToStop } from './steps/run.mjs';
import { giveUp, say } from './steps/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const bin = (name) => join(root, 'node_modules/.bin', name);
const failures = [];
const underWay = new Set();
let over = false;

/** Runs one kind of test; what it prints is shown as it comes. */
function step(name, command, args, env = {}) {
  if (over) return Promise.resolve();
  say(name);
  const began = performance.now();
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
    underWay.add(child);
    child.on('close', (code) => {
      underWay.delete(child);
      if (code !== 0) failures.push(name);
      say(`${name}: ${code === 0 ? 'green' : 'red'} after ${Math.round((performance.now() - began) / 1000)} s`);
      resolve();
    });
  });
}

const runner = (project) => [
  'run',
  '--project',
  project,
  '--reporter=dot',
  '--reporter=json',
  `--outputFile.json=${join(folder, `${project}.json`)}`,
];

/** Adds up what the runners have written down. */
function tally(folder) {
  const counts = { passed: 0, failed: 0, skipped: 0 };
  for (const name of ['core', 'server']) {
    const file = join(folder, `${name}.json`);
    if (!existsSync(file)) continue;
    const found = JSON.parse(readFileSync(file, 'utf8'));
    counts.passed += found.numPassedTests;
    counts.failed += found.numFailedTests;
    counts.skipped += found.numPendingTests;
  }
  const file = join(root, 'test-results/journeys.json');
  if (existsSync(file)) {
    const { stats } = JSON.parse(readFileSync(file, 'utf8'));
    counts.passed += stats.expected + stats.flaky;
    counts.failed += stats.unexpected;
    counts.skipped += stats.skipped;
  }
  return counts;
}

let database = null;
const folder = mkdtempSync(join(tmpdir(), 'admissa-test-'));
chmodSync(folder, 0o755);
const clearUp = async () => {
  over = true;
  endRunning();
  for (const child of underWay) child.kill('SIGTERM');
  await database?.stop();
  rmSync(folder, { recursive: true, force: true });
};
whenToldToStop(clearUp, 1);
try {
  checkNode();
  await installPackages(['mariadb-server', 'chromium']);
  await installModules(root);
  rmSync(join(root, 'test-results'), { recursive: true, force: true });

  // Two lanes, one a core: linting takes as long as all the others and the tests of the core together.
  await Promise.all([
    (async () => {
      await step('Lint', bin('eslint'), ['.', '--max-warnings', '0']);
      await step('Layout of the code', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
    })(),
    (async () => {
      await step('Types', bin('vue-tsc'), ['--noEmit', '-p', '.']);
      await step('Who may import whom', bin('depcruise'), [
        '--config',
        '.dependency-cruiser.cjs',
        'core',
        'contract',
        'server',
        'web',
        'standins',
        'demo',
      ]);
      await step('What nothing uses', bin('knip'), []);
      // What does not compile or breaks the rules is not worth minutes of tests.
      if (failures.length || over) return;
      await build(root);
      await step('The core', bin('vitest'), runner('core'));
    })(),
  ]);
  if (failures.length) over = true;
  const started = (part) => (database = part);
  if (!over) await startMariadb({ folder, port: await freePort(), memory: '512M', quick: true, started });
  const env = {
    ADMISSA_TEST_DB_PORT: String(database?.port),
    ADMISSA_TEST_DB_PASSWORD: database?.password ?? '',
    UV_THREADPOOL_SIZE: '4',
  };
  await step('Server, stand-ins and faults', bin('vitest'), runner('server'), env);
  await step('Journeys in Chromium', bin('playwright'), ['test'], env);

  const { passed, failed, skipped } = tally(folder);
  process.stdout.write(`\n${failures.length ? `Red: ${failures.join(', ')}` : 'Everything is green.'}\n`);
  process.stdout.write(`${passed} passed, ${failed} failed, ${skipped} skipped\n`);
  if (failures.length) process.exitCode = 1;
} catch (error) {
  giveUp(error);
} finally {
  await clearUp();
}
