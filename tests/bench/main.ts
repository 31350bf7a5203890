/**
 * `npm run bench`: each measure as one line of JSON, ratios from one run on one machine. BENCH_ONLY names the kinds
 * that are wanted: doors, joining, search, money, renewals, members, pages, sign-ins, phone.
 */
import { buildServices } from '../../server/compose';
import { readConfig } from '../../server/platform/config';
import { makeLog } from '../../server/platform/log';
import { loadQuillmoor } from '../support/stack';
import { doors } from './doors.bench';
import { joining } from './joining.bench';
import { forecast, forecastReckoned, moneyReckoned } from './money.bench';
import { members } from './members.bench';
import { pages } from './pages.bench';
import { phone } from './phone.bench';
import { renewals } from './renewals.bench';
import { search } from './search.bench';
import { signIns } from './signin.bench';

async function main(): Promise<void> {
  const env = Object.fromEntries(Object.entries(process.env).filter(([name]) => name.startsWith('ADMISSA_'))) as Record<
    string,
    string
  >;
  const wanted = (process.env['BENCH_ONLY'] ?? '').split(',').filter(Boolean);
  const asked = (name: string) => wanted.length === 0 || wanted.includes(name);
  if (asked('doors')) doors();
  if (asked('joining')) joining();
  if (asked('search')) search();
  if (asked('money')) moneyReckoned();
  if (asked('money')) forecastReckoned();
  if (asked('renewals')) await renewals(process.env);
  const { services, close } = await buildServices(readConfig(process.env), makeLog('warn'));
  try {
    // Its 200,000 are apart: what they leave in memory is no measure of a site of a thousand.
    if (wanted.includes('members')) return await members(services);
    await loadQuillmoor(services, 1_000);
    if (asked('money')) await forecast(services);
    if (asked('pages')) await pages(services, env);
    if (asked('sign-ins')) await signIns(services, env);
    if (asked('phone')) await phone(env);
  } finally {
    await close();
  }
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
  process.exit(1);
});
