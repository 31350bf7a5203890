/** Sign-ins and sign-ups against what the machine's Argon2id allows with the same thread pool. */
import type { Services } from '../../server/compose';
import { randomUUID } from 'node:crypto';
import { PASSWORD, perrin } from '../support/stack';
import { inTurn, paired, requests, type Side } from './measure';
import { databasePid, startProcess } from './processes';

const json = (body: object) => ({
  method: 'POST' as const,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});

let person = 0;
/** A sign-up that nobody has sent before, filled in right. */
function signUp() {
  const answers = { ...perrin, 'full-name': `Perrin Oake ${++person}`, mail: `perrin.${person}@oake.example` };
  return json({ once: randomUUID(), website: '', took: 9e4, answers });
}

export async function signIns(services: Services, env: Record<string, string>): Promise<void> {
  const rows = (await services.database.source.query('SELECT mail FROM member LIMIT 1000')) as { mail: string }[];
  const product = await startProcess('dist/server/main.js', env, '/health/ready');
  const ceiling = await startProcess('dist/bench/ceiling.js', env, '/');
  const next = inTurn(rows.map(({ mail }) => json({ mail, password: PASSWORD })));
  const ours = (path: string, each: () => ReturnType<typeof json>): Side => ({
    run: (amount) => requests(product.address + path, amount, each),
    pids: [product.pid, databasePid()],
  });
  const argon = (what: string): Side => ({
    run: async (amount) => Number(await (await fetch(`${ceiling.address}/?what=${what}&amount=${amount}`)).text()),
    pids: [ceiling.pid],
  });
  try {
    await paired('sign-ins', ours('/api/site/sign-in', next), argon('verify'), 0.9);
    await paired('sign-ups', ours('/api/site/join/quillmoor', signUp), argon('hash'), 0.9);
  } finally {
    product.stop();
    ceiling.stop();
  }
}
