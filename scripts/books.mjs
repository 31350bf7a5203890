/** `npm run books`: checks the books of the demo, or of the site whose data `--data` names, while it runs. */
import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from './steps/build.mjs';
import { checkNode, installModules } from './steps/machine.mjs';
import { readOptions } from './steps/options.mjs';
import { run } from './steps/run.mjs';
import { giveUp } from './steps/say.mjs';

const root = fileURLToPath(new URL('..', import.meta.url));

try {
  const options = readOptions();
  checkNode();
  await installModules(root);
  await build(root);
  const folder = resolve(root, options.data);
  const read = (name) => readFileSync(join(folder, name), 'utf8').trim();
  const env = { ...process.env };
  if (!env.ADMISSA_DB_PASSWORD) {
    env.ADMISSA_DB_PORT = String(options.database);
    env.ADMISSA_DB_PASSWORD = read('database-password');
    env.ADMISSA_CARD_URL = `http://127.0.0.1:${options.cards}`;
    env.ADMISSA_CARD_KEY = JSON.parse(read('cards.key.json')).key;
  }
  await run(process.execPath, [join(root, 'dist/server/books.js')], { cwd: root, show: true, env });
} catch (error) {
  giveUp(error);
}
