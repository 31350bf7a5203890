/** Purpose: the processes that are measured: the product's own server and the bare things, each alone. */
import { spawn, type ChildProcess } from 'node:child_process';
import { resolve } from 'node:path';
import { freePort, until } from '../support/stack';

export type Running = { readonly address: string; readonly pid: number; stop(): void };

/** @param path answers 200 once it is ready */
export async function startProcess(file: string, env: Record<string, string>, path: string): Promise<Running> {
  const port = await freePort();
  const child: ChildProcess = spawn(process.execPath, [resolve(file)], {
    env: {
      ...process.env,
      ...env,
      NODE_ENV: 'production',
      UV_THREADPOOL_SIZE: '6',
      ADMISSA_PORT: String(port),
      BENCH_PORT: String(port),
      ADMISSA_WORKER: '0',
    },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  const address = `http://127.0.0.1:${port}`;
  await until(`${file} to answer`, async () => ((await fetch(address + path).catch(() => null))?.ok ? true : null));
  return { address, pid: child.pid!, stop: () => void child.kill('SIGTERM') };
}

/** The database server's process: its work belongs to whoever asks it. */
export const databasePid = (): number => Number(process.env['BENCH_DB_PID']);
