/** The mail stand-in: a real SMTP server and a page to read what came. A process of its own. */
import { mkdirSync } from 'node:fs';
import { createServer } from 'node:http';
import { dirname } from 'node:path';
import { Letters } from './letters';
import { mailPage } from './page';
import { smtpServer } from './smtp';

const smtpPort = Number(process.env['STANDIN_SMTP_PORT'] ?? 4402);
const pagePort = Number(process.env['STANDIN_MAIL_PAGE_PORT'] ?? 4401);
const file = process.env['STANDIN_MAIL_FILE'] ?? null;

if (file) mkdirSync(dirname(file), { recursive: true });
const letters = new Letters(file);
const smtp = smtpServer(letters);
const page = createServer(mailPage(letters));

function trouble(port: number) {
  return (error: NodeJS.ErrnoException) => {
    process.stderr.write(
      error.code === 'EADDRINUSE'
        ? `Port ${port} is taken; the mail stand-in needs it.\n`
        : `Mail stand-in: ${error.message}\n`,
    );
    process.exit(1);
  };
}

page.on('error', trouble(pagePort)).listen(pagePort, '127.0.0.1');
smtp.on('error', (error: NodeJS.ErrnoException) => {
  // A client that hangs up is no trouble of ours.
  if (error.code === 'EADDRINUSE') trouble(smtpPort)(error);
});
smtp.listen(smtpPort, '127.0.0.1', () => process.stdout.write('Mail stand-in ready\n'));

function stop(): void {
  smtp.close(() => process.exit(0));
  page.close();
  setTimeout(() => process.exit(0), 1_000).unref();
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
