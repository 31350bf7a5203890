/** Sign-ins against what the machine's Argon2id allows with the same thread pool. */
import { hash, verify } from '@node-rs/argon2';
import type { Services } from '../../server/api';
import { PASSWORD } from '../support/stack';
import { inTurn, reportRate, requests } from './measure';
import { startProcess } from './pages.bench';

const SECONDS = 6;

export async function signIns(services: Services, env: Record<string, string>): Promise<void> {
  const rows = (await services.database.source.query('SELECT mail FROM member LIMIT 200')) as { mail: string }[];
  const product = await startProcess('dist/server/main.js', env, '/health/ready');
  const ceiling = await startProcess('dist/bench/ceiling.js', env, '/');
  try {
    const list = rows.map(({ mail }) => ({
      method: 'POST' as const,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ mail, password: PASSWORD }),
    }));
    const [signed, most] = await inTurn(
      3,
      () => requests(`${product.address}/api/site/sign-in`, SECONDS, list),
      async () => Number(await (await fetch(`${ceiling.address}/?seconds=${SECONDS}`)).text()),
    );
    reportRate('sign-ins', 'sign-ins/s', signed, most, 0.9);
  } finally {
    product.child.kill('SIGTERM');
    ceiling.child.kill('SIGTERM');
  }
}

/** Verifications a second with ten under way, nothing else. */
export async function verifications(seconds: number): Promise<number> {
  const stored = await hash(PASSWORD, { memoryCost: 19_456, timeCost: 2, parallelism: 1 });
  const end = performance.now() + seconds * 1000;
  let done = 0;
  const one = async () => {
    while (performance.now() < end) {
      await verify(stored, PASSWORD);
      done++;
    }
  };
  await Promise.all(Array.from({ length: 10 }, one));
  return done / seconds;
}
