/** `npm run bench`: speed as ratios against the bare thing, one line of JSON a measure. */
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from './steps/build.mjs';
import { checkNode, installModules, installPackages } from './steps/machine.mjs';
import { startMariadb } from './steps/mariadb.mjs';
import { freePort } from './steps/ports.mjs';
import { endRunning, run, whenToldToStop } from './steps/run.mjs';
import { giveUp, say } from './steps/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'admissa-bench-'));
chmodSync(folder, 0o755);
let database = null;
const clearUp = async () => {
  endRunning();
  await database?.stop();
  rmSync(folder, { recursive: true, force: true });
};
whenToldToStop(clearUp, 1);
try {
  checkNode();
  await installPackages(['mariadb-server', 'chromium']);
  await installModules(root);
  await build(root);
  await run(
    process.execPath,
    [join(root, 'node_modules/vite/bin/vite.js'), 'build', '--logLevel', 'error', '-c', 'vite.bench.config.ts'],
    { cwd: root },
  );
  const started = (part) => (database = part);
  await startMariadb({ folder, port: await freePort(), memory: '512M', started });
  say('Measuring (about six minutes)');
  await run(process.execPath, [join(root, 'dist/bench/main.js')], {
    cwd: root,
    show: true,
    env: {
      ...process.env,
      NODE_ENV: 'production',
      UV_THREADPOOL_SIZE: '6',
      BENCH_DB_PID: String(database.pid),
      ADMISSA_DB_PORT: String(database.port),
      ADMISSA_DB_PASSWORD: database.password,
      ADMISSA_DB_NAME: 'admissa',
      ADMISSA_DEMO: '1',
      ADMISSA_LOG: 'error',
      // Limits count in the database like everything else, but must not refuse the benchmark's own sign-ins.
      ADMISSA_LIMIT_FACTOR: '100000',
    },
  });
} catch (error) {
  giveUp(error);
} finally {
  await clearUp();
}
