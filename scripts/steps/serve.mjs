/**
 * Starts everything in order and ends it in the other order: database, stand-ins, product. When one part ends
 * by itself, all end.
 */
import { spawn } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { join, resolve } from 'node:path';
import { build } from './build.mjs';
import { endLeftovers, forgetRunning, noteRunning } from './leftovers.mjs';
import { checkNode, installModules, installPackages } from './machine.mjs';
import { startMariadb } from './mariadb.mjs';
import { portIsFree } from './ports.mjs';
import { readPrivate, refuseLink, writePrivate } from './private.mjs';
import { endRunning, run, whenToldToStop } from './run.mjs';
import { Obstacle, giveUp, say } from './say.mjs';
import { waitUntil } from './waiting.mjs';

/** What the card stand-in and the product know each other by: made once, and read by their owner alone. */
function secretsOf(folder) {
  const file = join(folder, 'cards.key.json');
  const kept = readPrivate(file);
  if (kept) return JSON.parse(kept);
  const made = { key: randomBytes(18).toString('hex'), noticeKey: `whsec_${randomBytes(24).toString('base64')}` };
  writePrivate(file, JSON.stringify(made));
  return made;
}

/** What lies in the data folder beside the database. Any of it may have been put there by somebody else. */
const KEPT = ['files', 'mail.jsonl', 'cards.jsonl', 'cards.key.json'];

/** @param extra.demo loads Quillmoor and lets the clock be moved */
export async function serve(root, options, extra) {
  checkNode();
  const folder = resolve(root, options.data);
  const parts = [];
  let stopping = null;
  const stop = () =>
    (stopping ??= (async () => {
      endRunning();
      for (const part of parts.reverse()) await part.stop();
      if (parts.length) forgetRunning(folder);
    })());
  whenToldToStop(stop, 0);
  for (const name of KEPT) refuseLink(join(folder, name));
  await endLeftovers(folder);
  const taken = [];
  for (const [name, port] of Object.entries({
    site: options.port,
    mail: options.mailPage,
    SMTP: options.smtp,
    database: options.database,
    'card house': options.cards,
  }))
    if (!(await portIsFree(port))) taken.push(`${port} (${name})`);
  if (taken.length)
    throw new Obstacle(
      `Taken already: port ${taken.join(', ')}. Perhaps the product is running; else choose others, for example: npm run ${extra.demo ? 'demo' : 'start'} -- --port ${options.port + 100}`,
    );
  try {
    await installPackages(['mariadb-server']);
    await installModules(root);
    await build(root);
    const started = (part) => {
      parts.push(part);
      noteRunning(
        folder,
        parts.map(({ pid }) => pid),
      );
    };
    const database = await startMariadb({ folder, port: options.database, memory: '512M', started });
    const keys = secretsOf(folder);
    const env = {
      ...process.env,
      NODE_ENV: 'production',
      // Argon2 works in this pool, on as many threads as there are cores; the others are left to files.
      UV_THREADPOOL_SIZE: '6',
      ADMISSA_PORT: String(options.port),
      ADMISSA_DB_PORT: String(options.database),
      ADMISSA_DB_PASSWORD: database.password,
      ADMISSA_SMTP_PORT: String(options.smtp),
      ADMISSA_MAIL_PAGE: `http://127.0.0.1:${options.mailPage}`,
      ADMISSA_FILES: process.env.ADMISSA_FILES ?? join(folder, 'files'),
      ADMISSA_DIST: join(root, 'dist'),
      ADMISSA_DEMO: extra.demo ? '1' : '0',
      ADMISSA_CARD_URL: process.env.ADMISSA_CARD_URL ?? `http://127.0.0.1:${options.cards}`,
      ADMISSA_CARD_KEY: process.env.ADMISSA_CARD_KEY ?? keys.key,
      ADMISSA_CARD_NOTICE_KEY: process.env.ADMISSA_CARD_NOTICE_KEY ?? keys.noticeKey,
      STANDIN_CARD_PORT: String(options.cards),
      STANDIN_CARD_KEY: keys.key,
      STANDIN_CARD_NOTICE_KEY: keys.noticeKey,
      STANDIN_CARD_NOTIFY: `http://127.0.0.1:${options.port}/notices/cards`,
      STANDIN_CARD_FILE: join(folder, 'cards.jsonl'),
      STANDIN_SMTP_PORT: String(options.smtp),
      STANDIN_MAIL_PAGE_PORT: String(options.mailPage),
      STANDIN_MAIL_FILE: join(folder, 'mail.jsonl'),
    };
    const file = (name) => join(root, 'dist/server', `${name}.js`);
    say('Starting the mail stand-in');
    started(child(file('mail'), env, root));
    await answers('the mail stand-in', options.mailPage, parts.at(-1));
    say('Starting the card stand-in');
    started(child(file('cards'), env, root));
    await answers('the card stand-in', options.cards, parts.at(-1));
    if (extra.demo) {
      say('Loading Quillmoor');
      await run(process.execPath, [file('seed'), '--members', String(options.members)], { cwd: root, env });
    }
    say('Starting the product');
    started(child(file('main'), env, root));
    await answers('the product', options.port, parts.at(-1));
    for (const part of parts)
      void part.ended.then(() => {
        if (stopping) return;
        process.stderr.write('\nOne part has ended by itself; stopping the others. Its last words are above.\n');
        process.exitCode = 1;
        stop().then(() => process.exit(1), giveUp);
      });
  } catch (error) {
    // Told to stop, what was under way ends with an error of its own, which nobody needs to read.
    const told = stopping !== null;
    await stop();
    if (told) await new Promise(() => {});
    throw error;
  }
}

function child(file, env, cwd) {
  const started = spawn(process.execPath, [file], { cwd, env, stdio: ['ignore', 'ignore', 'inherit'] });
  const part = { pid: started.pid, running: true, ended: new Promise((done) => started.once('exit', done)) };
  void part.ended.then(() => (part.running = false));
  part.stop = async () => {
    if (!part.running) return;
    started.kill('SIGTERM');
    const hard = setTimeout(() => started.kill('SIGKILL'), 7_000);
    await part.ended;
    clearTimeout(hard);
  };
  return part;
}

/** Waits until the part at `port` says that it is ready. */
const answers = (what, port, part) =>
  waitUntil({
    what,
    part,
    ready: async () => {
      try {
        return (await fetch(`http://127.0.0.1:${port}/health/ready`)).status < 500;
      } catch {
        // Not listening yet.
        return false;
      }
    },
  });
