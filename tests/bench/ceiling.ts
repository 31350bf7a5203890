/** A process that does nothing but verify passwords when asked. */
import { createServer } from 'node:http';
import { verifications } from './signin.bench';

createServer((req, res) => {
  const seconds = Number(new URL(req.url ?? '/', 'http://bench.example').searchParams.get('seconds') ?? 0);
  if (!seconds) return void res.end('ready');
  void verifications(seconds).then((rate) => res.end(String(rate)));
}).listen(Number(process.env['BENCH_PORT']), '127.0.0.1');
