/** The bare thing to measure against: Express with nothing but what is asked. A process of its own. */
import express from 'express';
import { createPool } from 'mysql2/promise';

const pool = createPool({
  host: '127.0.0.1',
  port: Number(process.env['ADMISSA_DB_PORT']),
  user: 'admissa',
  password: process.env['ADMISSA_DB_PASSWORD'],
  database: process.env['ADMISSA_DB_NAME'],
  connectionLimit: 8,
});
const ids = (process.env['BENCH_IDS'] ?? '').split(',');
const padding = 'x'.repeat(10_000);
/** As long as the page it is measured against. */
const ready = Buffer.from('x'.repeat(Number(process.env['BENCH_READY'] ?? 6_500)));
let turn = 0;

const app = express();
app.disable('etag');
app.disable('x-powered-by');
/** Two reads by primary key and 10 kB of JSON. */
app.get('/two-reads', async (_req, res) => {
  const id = ids[turn++ % ids.length]!;
  const [member] = await pool.execute('SELECT id, name FROM member WHERE id = ?', [id]);
  const [facts] = await pool.execute('SELECT facts FROM member_facts WHERE member = ?', [id]);
  res.setHeader('Content-Type', 'application/json');
  res.end(JSON.stringify({ member, facts, padding }));
});
/** A buffer that is ready. */
app.get('/ready', (_req, res) => {
  res.setHeader('Content-Type', 'text/html; charset=utf-8');
  res.end(ready);
});
app.listen(Number(process.env['BENCH_PORT']), '127.0.0.1');
