/** Pages: a member's, a visitor's, and what rendering costs the server. */
import type { Services } from '../../server/compose';
import { visitorFacts, type Facts } from '../../core/facts';
import { Site, loadTemplate, placeFor } from '../../server/site';
import { inTurn, median, paired, report, requests } from './measure';
import { databasePid, startProcess } from './processes';

const MEMBERS = 200;

export async function pages(services: Services, env: Record<string, string>): Promise<void> {
  const keepers = (await services.database.source.query(
    `SELECT m.id FROM member m JOIN member_term t ON t.member = m.id AND t.level = 'keeper' AND t.until_at > NOW() WHERE m.standing = 'admitted' LIMIT ?`,
    [MEMBERS],
  )) as { id: string }[];
  const cookies: string[] = [];
  for (const { id } of keepers) {
    const { secret } = await services.accounts.openSession(id as never, 'bench', true, null);
    cookies.push(`admissa_member=${secret}`);
  }
  const product = await startProcess('dist/server/main.js', env, '/health/ready');
  const ids = keepers.map((row) => row.id).join(',');
  const size = String((await (await fetch(`${product.address}/`)).arrayBuffer()).byteLength);
  const bare = await startProcess('dist/bench/bare.js', { ...env, BENCH_IDS: ids, BENCH_READY: size }, '/ready');
  const next = inTurn(cookies.map((cookie) => ({ headers: { cookie } })));
  const ours = (path: string, each?: typeof next) => ({
    run: (amount: number) => requests(product.address + path, amount, each),
    pids: [product.pid, databasePid()],
  });
  const theirs = (path: string) => ({
    run: (amount: number) => requests(bare.address + path, amount),
    pids: [bare.pid, databasePid()],
  });
  try {
    const guide = '/winter-treatment-guide';
    const many = `${keepers.length} members in turn`;
    await paired(`a members-only page, ${many}, HTML`, ours(guide, next), theirs('/two-reads'), 0.7);
    await paired('a members-only page, JSON', ours(`/api/site/view?path=${guide}`, next), theirs('/two-reads'), 0.7);
    await paired('a visitor’s page', ours('/'), theirs('/ready'), 0.8);
  } finally {
    product.stop();
    bare.stop();
  }
  await rendering(services);
}

/** Processor time of a content page as it is served: kept ready, filled for each of the members in turn. */
async function filling(services: Services, site: Site): Promise<void> {
  const { live, clock } = services;
  const rows = (await services.database.source.query('SELECT facts FROM member_facts LIMIT 500')) as {
    facts: string;
  }[];
  const people = rows.map((row) => JSON.parse(row.facts) as Facts);
  const times: number[] = [];
  for (let round = 0; round < 12; round++) {
    const began = process.cpuUsage();
    for (const facts of people) await site.ready('/', { facts, session: null, now: clock.now() }, live.must);
    const used = process.cpuUsage(began);
    if (round >= 2) times.push((used.user + used.system) / 1000 / people.length);
  }
  const value = Math.round(median(times) * 1000) / 1000;
  const ratio = Math.round((value / 3) * 1000) / 1000;
  report({
    name: 'a content page as served',
    value,
    unit: 'ms of processor time, median',
    against: 3,
    ratio,
    goal: '< 3 ms',
    met: value < 3,
  });
}

/** Processor time of one whole document, resolved and rendered without anything kept ready. */
async function rendering(services: Services): Promise<void> {
  const { live, config, clock, sources } = services;
  const site = new Site({ ...services, template: await loadTemplate(config.dist), address: config.address });
  await filling(services, site);
  for (const [name, path, goal] of [
    ['rendering a content page anew', '/', 3],
    ['rendering the signup form', '/join/quillmoor', 20],
  ] as const) {
    const times: number[] = [];
    for (let n = 0; n < 400; n++) {
      const began = process.cpuUsage();
      const looker = { facts: visitorFacts, session: null, now: clock.now() };
      const place = await placeFor(path, looker, live.must, sources);
      if (place.is === 'view') await site.document(place.view, live.must);
      const used = process.cpuUsage(began);
      if (n >= 100) times.push((used.user + used.system) / 1000);
    }
    const value = Math.round(median(times) * 100) / 100;
    report({
      name,
      value,
      unit: 'ms of processor time, median',
      against: goal,
      ratio: Math.round((value / goal) * 100) / 100,
      goal: `< ${goal} ms`,
      met: value < goal,
    });
  }
}
