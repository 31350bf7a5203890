/** A process that does nothing but weigh passwords when asked: so many, ten under way. */
import { createServer } from 'node:http';
import { hash, verify } from '@node-rs/argon2';
import { PASSWORD } from '../support/stack';

const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
const stored = hash(PASSWORD, cost);

/** @returns how many that were a second */
async function weigh(what: string | null, amount: number): Promise<number> {
  const against = await stored;
  const began = performance.now();
  let begun = 0;
  const one = async () => {
    while (begun++ < amount) await (what === 'hash' ? hash(PASSWORD, cost) : verify(against, PASSWORD));
  };
  await Promise.all(Array.from({ length: 10 }, one));
  return amount / ((performance.now() - began) / 1000);
}

createServer((req, res) => {
  const asked = new URL(req.url ?? '/', 'http://bench.example').searchParams;
  void weigh(asked.get('what'), Number(asked.get('amount') ?? 0)).then((rate) => res.end(String(rate)));
}).listen(Number(process.env['BENCH_PORT']), '127.0.0.1');
