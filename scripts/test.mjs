/**
 * `npm test`: types, lint, boundaries, unit, server and fault tests, journeys in Chromium. What is about days (money, paths
 * and Today) lives on one of the days of `scripts/steps/days.mjs`, in turn. On a new machine it sets everything up first.
 * `npm test -- --day NAME`: only what is about days, on that one; NAME is an awkward day, or `all`.
 * `npm test -- --changed`: what stands nearest to what has been changed since the last commit, for before the next one.
 */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, chmodSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';
import { stripVTControlCharacters } from 'node:util';
import { AWKWARD_DAYS, beginOf, dayInTurn } from './steps/days.mjs';
import { build } from './steps/build.mjs';
import { changedFiles, nearestTo } from './steps/changed.mjs';
import { checkNode, installModules, installPackages } from './steps/machine.mjs';
import { startMariadb } from './steps/mariadb.mjs';
import { freePort } from './steps/ports.mjs';
import { endRunning, whenToldToStop } from './steps/run.mjs';
import { giveUp, Obstacle, say } from './steps/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const bin = (name) => join(root, 'node_modules/.bin', name);
/** What was found of types, by the content of each file. */
const types = join(root, 'node_modules/.cache/types.tsbuildinfo');
const failures = [];
/** What each step took. */
const took = [];
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
      const seconds = Math.round((performance.now() - began) / 1000);
      took.push([name, seconds]);
      say(`${name}: ${code === 0 ? 'green' : 'red'} after ${seconds} s`);
      resolve();
    });
  });
}

/** The tests that are about days, by the begin of their paths. */
const aboutDays = {
  server: ['server/money/', 'server/joining/', 'server/today/', 'tests/faults/money'],
  journeys: ['money.spec', 'levels.spec', 'joining.spec', 'desk.spec'],
};

/** The tests that need a database, those about days and all others. */
function testsOf(kind) {
  const [folders, end] = {
    server: [['server', 'standins', 'tests/faults', 'tests/commands'], '.test.ts'],
    journeys: [['tests/journeys'], '.spec.ts'],
  }[kind];
  const files = folders.flatMap((folder) =>
    readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith(end))
      .map((file) => `${folder}/${file}`),
  );
  const isAboutDays = (file) => aboutDays[kind].some((begin) => file.replace('tests/journeys/', '').startsWith(begin));
  return { dated: files.filter(isAboutDays), rest: files.filter((file) => !isAboutDays(file)) };
}

/** Runs tests of one project with Vitest. @param only parts of their paths; all where there is none */
const runner = (project, as = project, only = []) => [
  'run',
  '--project',
  project,
  '--reporter=dot',
  '--reporter=json',
  `--outputFile.json=${join(folder, `${as}.json`)}`,
  ...only,
];

/** What one file of results counts: Vitest's or Playwright's. */
function counted({ stats, ...found }) {
  if (!stats) return [found.numPassedTests, found.numFailedTests, found.numPendingTests];
  return [stats.expected + stats.flaky, stats.unexpected, stats.skipped];
}

/** Adds up what the runners have written down. */
function tally(folder) {
  const sums = [0, 0, 0];
  for (const name of readdirSync(folder).filter((file) => file.endsWith('.json'))) {
    const counts = counted(JSON.parse(readFileSync(join(folder, name), 'utf8')));
    counts.forEach((count, at) => (sums[at] += count));
  }
  const [passed, failed, skipped] = sums;
  return { passed, failed, skipped };
}

/** What failed, by name: read in one place, also where only the end of a long run is kept. */
function failedTests(folder) {
  const found = readdirSync(folder).filter((file) => file.endsWith('.json'));
  return found.flatMap((file) => namesFailed(JSON.parse(readFileSync(join(folder, file), 'utf8'))));
}

/** The names of failed tests in one file of results, Vitest's or Playwright's, each with the begin of what it said. */
function namesFailed({ testResults, suites }) {
  const short = (text = '') => stripVTControlCharacters(text).split('\n').slice(0, 12).join('\n    ');
  if (testResults)
    return testResults.flatMap(({ name, message, assertionResults }) => {
      const own = assertionResults.filter(({ status }) => status === 'failed');
      const lines = own.map(({ fullName, failureMessages }) => `${fullName}\n    ${short(failureMessages[0])}`);
      return [...(message ? [short(message)] : []), ...lines].map((line) => `${relative(root, name)} › ${line}`);
    });
  return (suites ?? []).flatMap((suite) => [
    ...namesFailed(suite),
    ...(suite.specs ?? [])
      .filter(({ ok }) => !ok)
      .map(({ title, tests }) => `${suite.file} › ${title}\n    ${short(tests[0]?.results[0]?.error?.message)}`),
  ]);
}

/** Says what each step took, the longest first. */
function sayTimes() {
  const rows = took
    .sort(([, a], [, b]) => b - a)
    .map(([name, seconds]) => `${String(seconds).padStart(6)} s  ${name}\n`);
  process.stdout.write(`\n${rows.join('')}`);
}

/** The days that `--day` asks for; null where all is tested. */
function daysAsked() {
  const at = process.argv.indexOf('--day');
  if (at < 0) return null;
  const name = process.argv[at + 1] ?? '';
  if (name === 'all') return Object.keys(AWKWARD_DAYS);
  if (Object.hasOwn(AWKWARD_DAYS, name)) return [name];
  throw new Obstacle(`--day takes one of these: ${Object.keys(AWKWARD_DAYS).join(', ')}, all.`);
}

/** Runs go through the awkward days in turn, by how many commits there are; by the date where that cannot be told. */
function turn() {
  const { stdout } = spawnSync('git', ['rev-list', '--count', 'HEAD'], { cwd: root, encoding: 'utf8' });
  return Number.parseInt(stdout ?? '', 10) || Math.floor(Date.now() / 86_400_000);
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
  const asked = daysAsked();
  const nearest = process.argv.includes('--changed') ? nearestTo(root, changedFiles(root)) : null;
  checkNode();
  await installPackages(['mariadb-server', 'chromium-headless-shell']);
  await installModules(root);
  rmSync(join(root, 'test-results'), { recursive: true, force: true });

  // Two lanes, one a core: linting takes as long as all the others and the tests of the core together.
  const whatNeedsNoDatabase = () =>
    Promise.all([
      (async () => {
        const files = nearest?.lint ?? ['.'];
        const missing = '--no-error-on-unmatched-pattern';
        if (files.length === 0) return;
        await step('Lint', bin('eslint'), [...files, '--max-warnings', '0', '--no-warn-ignored', missing]);
        await step('Layout of the code', bin('prettier'), [
          '--check',
          '--log-level',
          'warn',
          '--ignore-unknown',
          missing,
          ...files,
        ]);
      })(),
      (async () => {
        await step('Types', bin('vue-tsc'), ['--noEmit', '-p', '.', '--incremental', '--tsBuildInfoFile', types]);
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
        await step('Which folders stand on which', bin('depcruise'), [
          '--config',
          '.dependency-cruiser.folders.cjs',
          'core',
          'contract',
          'server',
          'web',
        ]);
        await step('What nothing uses', bin('knip'), []);
        // What does not compile or breaks the rules is not worth minutes of tests.
        if (failures.length || over) return;
        await build(root);
        await step('The core', bin('vitest'), runner('core'));
      })(),
    ]);
  if (asked) await build(root);
  else await whatNeedsNoDatabase();
  if (failures.length) over = true;
  const started = (part) => (database = part);
  const needsDatabase = nearest === null || nearest.server.length + nearest.journeys.length > 0;
  if (!over && needsDatabase)
    await startMariadb({ folder, port: await freePort(), memory: '512M', quick: true, started });
  /** Runs tests on a day of the site's calendar. */
  const onDay = async (name, { server, journeys }) => {
    const day = beginOf(name);
    const env = {
      ADMISSA_CLOCK: day,
      ADMISSA_TEST_DB_PORT: String(database?.port),
      ADMISSA_TEST_DB_PASSWORD: database?.password ?? '',
      ADMISSA_TEST_RESULTS: join(folder, `journeys-${took.length}.json`),
      UV_THREADPOOL_SIZE: '4',
    };
    const when = name === 'plain' ? '' : ` on the day “${name}” (${day})`;
    if (server.length)
      await step(
        `Server, stand-ins, faults${when}`,
        bin('vitest'),
        runner('server', `server-${took.length}`, server),
        env,
      );
    if (journeys.length) await step(`Journeys in Chromium${when}`, bin('playwright'), ['test', ...journeys], env);
  };
  const server = testsOf('server');
  const journeys = testsOf('journeys');
  const dated = { server: server.dated, journeys: journeys.dated };
  const all = [
    ['plain', { server: server.rest, journeys: journeys.rest }],
    [dayInTurn(turn()), dated],
  ];
  const runs = nearest ? [['plain', nearest]] : (asked?.map((name) => [name, dated]) ?? all);
  for (const [name, tests] of runs) await onDay(name, tests);

  sayTimes();
  const { passed, failed, skipped } = tally(folder);
  process.stdout.write(`\n${failures.length ? `Red: ${failures.join(', ')}` : 'Everything is green.'}\n`);
  process.stdout.write(`${passed} passed, ${failed} failed, ${skipped} skipped\n`);
  for (const line of failedTests(folder)) process.stdout.write(`\n${line}\n`);
  if (failures.length) process.exitCode = 1;
} catch (error) {
  giveUp(error);
} finally {
  await clearUp();
}
