/** `npm run books`: checks the books and says what is wrong with them; ends with 1 where anything is. */
import { buildServices } from './compose';
import { readConfig } from './platform/config';
import { makeLog } from './platform/log';

async function main(): Promise<void> {
  const { services, close } = await buildServices(readConfig(process.env), makeLog('warn'));
  try {
    const { says, faults } = await services.bookChecks.view(services.clock.now(), services.live.must.setup);
    process.stdout.write(`${[...faults, says].join('\n')}\n`);
    if (faults.length) process.exitCode = 1;
  } finally {
    await close();
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
