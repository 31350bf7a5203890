/** `npm run bench`: each measure as one line of JSON, ratios from one run on one machine. */
import { buildServices } from '../../server/compose';
import { readConfig } from '../../server/platform/config';
import { makeLog } from '../../server/platform/log';
import { loadQuillmoor } from '../support/stack';
import { doors } from './doors.bench';
import { pages } from './pages.bench';
import { signIns } from './signin.bench';

async function main(): Promise<void> {
  const env = Object.fromEntries(Object.entries(process.env).filter(([name]) => name.startsWith('ADMISSA_'))) as Record<
    string,
    string
  >;
  doors();
  const { services, close } = await buildServices(readConfig(process.env), makeLog('warn'));
  try {
    await loadQuillmoor(services, 1_000);
    await pages(services, env);
    await signIns(services, env);
  } finally {
    await close();
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
  process.exit(1);
});
