/** The card stand-in: a card house with its own interface and page. A process of its own. */
import { mkdirSync } from 'node:fs';
import { createServer } from 'node:http';
import { dirname } from 'node:path';
import { House } from './house';
import { cardHouse } from './http';
import { Notices, calm } from './notices';

const env = (name: string, otherwise: string) => process.env[`STANDIN_CARD_${name}`] ?? otherwise;
const port = Number(env('PORT', '4404'));
const file = process.env['STANDIN_CARD_FILE'] ?? null;

if (file) mkdirSync(dirname(file), { recursive: true });
const mood = { ...calm };
/** When the house opens, by its own clock; now, where nothing else is said. */
const ahead = Date.parse(env('NOW', new Date().toISOString())) - Date.now();
const house = new House(file, () => Date.now() + ahead);
const notices = new Notices(house, env('NOTIFY', 'http://127.0.0.1:4400/notices/cards'), env('NOTICE_KEY', ''), mood);
const server = createServer(cardHouse({ house, notices, mood, key: env('KEY', '') }));

server.on('error', (error: NodeJS.ErrnoException) => {
  process.stderr.write(
    error.code === 'EADDRINUSE'
      ? `Port ${port} is taken; the card stand-in needs it.\n`
      : `Card stand-in: ${error.message}\n`,
  );
  process.exit(1);
});
server.listen(port, '127.0.0.1', () => process.stdout.write('Card stand-in ready\n'));

function stop(): void {
  server.close(() => process.exit(0));
  setTimeout(() => process.exit(0), 1_000).unref();
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
