/** Starts the product: reads the configuration, serves until told to stop. */
import { readConfig } from './platform/config';
import { makeLog } from './platform/log';
import { start } from './compose';

async function main(): Promise<void> {
  const config = readConfig(process.env);
  const log = makeLog(config.log);
  const running = await start(config, log);
  let stopping = false;
  const stop = () => {
    if (stopping) return;
    stopping = true;
    running.stop().then(
      () => process.exit(0),
      (error: unknown) => {
        log.error({ err: error }, 'stopped badly');
        process.exit(1);
      },
    );
  };
  process.on('SIGTERM', stop);
  process.on('SIGINT', stop);
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
});
