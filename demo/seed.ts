/** Loads Quillmoor into an empty database; does nothing where there is a set-up already. */
import { makeSetup } from '../core/setup';
import { hashPassword } from '../server/accounts';
import { buildServices } from '../server/compose';
import { readConfig } from '../server/platform/config';
import { makeLog } from '../server/platform/log';
import { generate } from './generate';
import { clear, load } from './load';
import { loadBoards } from './load.boards';
import { loadMoney } from './load.money';
import { PASSWORD, madeUp, staff } from './people';
import { bringPictures } from './pictures';
import document from './quillmoor.json';

const SEED = 1911;

function option(name: string, otherwise: number): number {
  const at = process.argv.indexOf(`--${name}`);
  const value = at < 0 ? otherwise : Number(process.argv[at + 1]);
  if (!Number.isInteger(value) || value < 1) throw new Error(`--${name} takes a whole number from 1.`);
  return value;
}

async function main(): Promise<void> {
  const members = option('members', 400);
  const seed = option('seed', SEED);
  const { services, close } = await buildServices(readConfig(process.env), makeLog('warn'));
  try {
    if (await services.setups.revision()) {
      process.stdout.write('Quillmoor is loaded already.\n');
      return;
    }
    const made = makeSetup(document);
    if (!made.ok)
      throw new Error(`The demo’s set-up has holes:\n${made.refusal.map((f) => `${f.where}: ${f.says}`).join('\n')}`);
    const passwordHash = await hashPassword(PASSWORD);
    const now = services.clock.now();
    await clear(services.database.pool);
    const people = [...generate({ seed, members, at: now, setup: made.value })];
    const count = await load(services.database.pool, people, made.value, passwordHash, (n) =>
      process.stdout.write(`${n.toLocaleString('en-GB')} of ${members.toLocaleString('en-GB')} members loaded\n`),
    );
    const payments = await loadMoney(services.database.pool, people, made.value, services.config.cards);
    process.stdout.write(`${payments.toLocaleString('en-GB')} payments loaded\n`);
    const entries = await loadBoards(services, people, made.value, now);
    process.stdout.write(`${entries.toLocaleString('en-GB')} entries loaded\n`);
    await bringPictures(services.files);
    for (const person of staff) await services.staff.add({ ...person, passwordHash });
    for (const person of madeUp)
      await services.madeUp.make(
        { who: { kind: 'clock' }, act: 'madeUp.made', once: null },
        person,
        'Odile Harrowgate',
        made.value,
      );
    // Last, so that a run that broke half-way is seen to be unfinished.
    const draft = await services.setups.replaceDraft(made.value.doc);
    const about = { note: 'Quillmoor as it stands', author: 'Odile Harrowgate', at: now, draft };
    const published = await services.setups.publish(about);
    if (!published.ok) throw new Error('The demo’s set-up could not be published.');
    process.stdout.write(`Quillmoor is loaded: ${count.toLocaleString('en-GB')} members.\n`);
  } finally {
    await close();
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
  process.exit(1);
});
