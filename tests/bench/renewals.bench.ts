/**
 * Renewals: terms that are due at once, asked for, charged at the card house and booked by the product, against the bare
 * statements and the call that each of them needs, written down by hand; they write as much as has to be kept of each.
 * Both with as many hands, each against a card house that does nothing but say yes, and in turn: as many by hand as the
 * product has just carried out, since a machine that others use is not the same from one minute to the next.
 */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createPool, type Pool } from 'mysql2/promise';
import { generate } from '../../demo/generate';
import { load } from '../../demo/load';
import type { LevelId, MemberId, PaymentId, TermId } from '../../core/kernel';
import type { Facts } from '../../core/facts';
import { beginTerm, type Term } from '../../core/money';
import { buildServices, type Services } from '../../server/compose';
import { readConfig } from '../../server/platform/config';
import { makeLog } from '../../server/platform/log';
import { until } from '../support/stack';
import { quillmoor } from '../support/quillmoor';
import { report, round, usedBy } from './measure';
import { databasePid } from './processes';

const SIZES = [2_000, 20_000] as const;
/** As many jobs are carried out at once: two of each lane. */
const HANDS = 4;
const DAY = 86_400_000;
const BATCH = 1_000;
/** In so many turns. */
const TURNS = 10;
const level = quillmoor.levels.get('patron' as LevelId)!;
const price = level.prices[0]!;

/** Says yes to each charge, once a key. */
async function yesHouse() {
  const taken = new Set<string>();
  const server = createServer((request, response) => {
    let body = '';
    request.on('data', (part) => (body += String(part)));
    request.on('end', () => {
      const key = String(request.headers['idempotency-key']);
      const { amount = 0, words = '' } = JSON.parse(body || '{}') as { amount?: number; words?: string };
      taken.add(key);
      const card = { token: 'ct_bench', last: '0531', expires: '12/49' };
      const answer = { id: `cp_${key}`, key, amount, words, state: 'paid', reason: null, card, refunds: [], page: '' };
      response.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(answer));
    });
  });
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  return { url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, taken, stop: () => server.close() };
}

async function fill(pool: Pool, table: string, columns: string, rows: unknown[][]): Promise<void> {
  for (let from = 0; from < rows.length; from += BATCH)
    await pool.query(`INSERT INTO ${table} (${columns}) VALUES ?`, [rows.slice(from, from + BATCH)]);
}

/** One whose term is due: what is known of them, and the term. */
type Due = { readonly term: Term; readonly facts: Facts };

/** So many people with a card and a term that is due now. */
async function dueTerms(services: Services, count: number): Promise<Due[]> {
  const { pool } = services.database;
  const now = services.clock.now();
  const people = [...generate({ seed: 1911, members: count, at: now, setup: quillmoor })];
  await load(pool, people, quillmoor, 'none', () => undefined);
  await pool.query('DELETE FROM job');
  const began = now - 31 * DAY;
  const due = people.map(({ facts }, n): Due => {
    const id = `b${String(n).padStart(19, '0')}` as TermId;
    const about = { id, member: facts.member as MemberId, level: level.id, price, chosen: 2_000 };
    const term = beginTerm(
      { ...about, by: 'card', code: null, credit: 0, tax: 0, paid: 2_000 },
      began,
      quillmoor.doc.site.zone,
    );
    return { term: { ...term, told: 1 }, facts };
  });
  const rows = due.map(({ term }) => [
    term.id,
    term.member,
    term.level,
    'running',
    new Date(term.from),
    new Date(term.until!),
    null,
    2_000,
    JSON.stringify(term),
  ]);
  await fill(pool, 'term', 'id, member, level, state, from_at, until_at, ended_at, monthly, data', rows);
  const cards = due.map(({ term }) => [term.member, 'ct_bench', '0531', '12/49', new Date(began), 0]);
  await fill(pool, 'card', 'member, token, last, expires, since, told', cards);
  return due;
}

/** Processor time and time by the clock, in milliseconds. */
type Took = { cpu: number; wall: number };
async function timed(sum: Took, work: () => Promise<void>): Promise<void> {
  const pids = [process.pid, databasePid()];
  const [cpu, began] = [usedBy(pids), performance.now()];
  await work();
  sum.cpu += usedBy(pids) - cpu;
  sum.wall += performance.now() - began;
}

type Ask = (sql: string, params: unknown[]) => Promise<unknown>;

async function within(pool: Pool, work: (ask: Ask) => Promise<void>): Promise<void> {
  const connection = await pool.getConnection();
  try {
    await connection.query('START TRANSACTION');
    await work((sql, params) => connection.query(sql, params));
    await connection.query('COMMIT');
  } catch (error) {
    await connection.query('ROLLBACK');
    // Whoever lost a deadlock begins again, as the product does.
    if ((error as { code?: string }).code !== 'ER_LOCK_DEADLOCK') throw error;
    await within(pool, work);
  } finally {
    connection.release();
  }
}

/** The statements of one renewal and nothing else: two transactions with a call between them. */
async function bareRenewal(pool: Pool, house: string, { term, facts }: Due): Promise<void> {
  const payment = `c${term.id.slice(1)}` as PaymentId;
  const now = new Date();
  const next = new Date(now.getTime() + 31 * DAY);
  const bill = { parts: [{ of: 'term', amount: 2_000 }], worth: 2_000, tax: 0, rate: 0, credit: 0, total: 2_000 };
  const data = {
    taking: { level: term.level, price, chosen: 2_000 },
    code: null,
    bill: { ...bill, from: now.getTime(), until: next.getTime() },
    tries: [] as unknown[],
  };
  const enter = async (ask: Ask, what: string, lines: [string, number][]) => {
    const [made] = (await ask('INSERT INTO ledger_entry (at, what, payment, member) VALUES (?, ?, ?, ?)', [
      now,
      what,
      payment,
      term.member,
    ])) as [{ insertId: number }];
    await ask('INSERT INTO ledger_line (entry, account, level, amount) VALUES ?', [
      lines.map(([account, amount]) => [made.insertId, account, term.level, amount]),
    ]);
  };
  const person =
    'SELECT m.mail_key, f.facts FROM member m JOIN member_facts f ON f.member = m.id WHERE m.id = ? FOR UPDATE';
  await within(pool, async (ask) => {
    await ask(`SELECT id FROM job WHERE lane = 'work' AND state = 'ready' AND run_at <= ? LIMIT 1`, [now]);
    await ask('SELECT data FROM term WHERE id = ? FOR UPDATE', [term.id]);
    await ask(person, [term.member]);
    const owing = JSON.stringify({ ...term, state: 'owing' });
    await ask('UPDATE term SET state = ?, data = ? WHERE id = ?', ['owing', owing, term.id]);
    await ask(
      'INSERT INTO payment (id, member, term, renewal, level, n, kind, state, `by`, amount, received, refunded, reference, card, opened_at, data) VALUES (?)',
      [
        [
          payment,
          term.member,
          term.id,
          `${term.id}:${term.until}`,
          term.level,
          1,
          'renewal',
          'taking',
          'card',
          2_000,
          0,
          0,
          payment.slice(-12),
          '',
          now,
          JSON.stringify(data),
        ],
      ],
    );
    await enter(ask, 'charge', [
      ['owed', 2_000],
      ['income', -2_000],
    ]);
    await ask('INSERT INTO job (kind, lane, job_key, run_at, payload) VALUES ?', [
      [['takePayment', 'cards', `take:${payment}`, now, JSON.stringify({ payment, tried: 0 })]],
    ]);
    await ask('INSERT INTO job (kind, lane, job_key, run_at, payload) VALUES ?', [
      [['termTimer', 'work', `term:${term.id}`, next, JSON.stringify({ term: term.id })]],
    ]);
  });
  const response = await fetch(`${house}/payments`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'idempotency-key': `${payment}:0` },
    body: JSON.stringify({ amount: 2_000, currency: 'GBP', words: 'Patron', token: 'ct_bench' }),
  });
  await response.json();
  await within(pool, async (ask) => {
    await ask('DELETE FROM job WHERE job_key = ?', [`take:${payment}`]);
    await ask('SELECT * FROM payment WHERE id = ? FOR UPDATE', [payment]);
    const [[found]] = (await ask(person, [term.member])) as [[{ facts: string }]];
    await ask('SELECT data FROM term WHERE id = ? FOR UPDATE', [term.id]);
    await enter(ask, 'payment', [
      ['card', 2_000],
      ['owed', -2_000],
    ]);
    const running = JSON.stringify({ ...term, span: { from: now.getTime(), until: next.getTime() } });
    await ask('UPDATE term SET state = ?, until_at = ?, data = ? WHERE id = ?', ['running', next, running, term.id]);
    const tried = { at: now.getTime(), by: 'card', result: 'paid', reason: '', amount: 2_000 };
    await ask('UPDATE payment SET state = ?, received = 2000, done_at = ?, data = ? WHERE id = ?', [
      'paid',
      now,
      JSON.stringify({ ...data, tries: [tried] }),
      payment,
    ]);
    const [count] = (await ask('UPDATE receipt_count SET last = LAST_INSERT_ID(last + 1) WHERE id = 1', [])) as [
      { insertId: number },
    ];
    const lines = [{ label: 'Patron', note: 'from £10.00 a month, 28 October to 28 November', amount: 2_000 }];
    const receipt = JSON.stringify({ to: [facts.name, facts.mail], lines, notes: ['Paid by card ending 0531'] });
    await ask('INSERT INTO receipt (number, kind, payment, member, at, amount, data) VALUES (?)', [
      [count.insertId, 'payment', payment, term.member, now, 2_000, receipt],
    ]);
    await ask('INSERT INTO member_paid (member, level, at) VALUES (?)', [[term.member, term.level, now]]);
    await ask(
      `INSERT INTO member_term (member, level, from_at, until_at, paid_until) VALUES (?)
       ON DUPLICATE KEY UPDATE until_at = VALUES(until_at), paid_until = VALUES(paid_until)`,
      [[term.member, term.level, new Date(term.from), next, next]],
    );
    const known = JSON.parse(found.facts) as Facts;
    const held = { level: term.level, from: term.from, until: next.getTime(), paidUntil: next.getTime() };
    const after: Facts = {
      ...known,
      terms: [...known.terms, held],
      paid: [...known.paid, { level: term.level, at: now.getTime() }],
    };
    await ask('UPDATE member_facts SET facts = ? WHERE member = ?', [JSON.stringify(after), term.member]);
    await ask('INSERT INTO timeline (member, at, what, title, note) VALUES (?)', [
      [term.member, now, 'level.renewed', 'Renewed as Patron, £20.00', `Receipt ${count.insertId}`],
    ]);
    await ask('UPDATE job SET run_at = ? WHERE job_key = ?', [next, `term:${term.id}`]);
  });
}

/** Carries out so many by hand, as many at once as the product does. */
async function byHand(pool: Pool, house: string, due: readonly Due[]): Promise<void> {
  let next = 0;
  const hand = async () => {
    for (let one = due[next++]; one; one = due[next++]) await bareRenewal(pool, house, one);
  };
  await Promise.all(Array.from({ length: HANDS }, hand));
}

type Measured = { readonly count: number; readonly ours: Took; readonly bare: Took };

/** @param env the environment of the product */
async function measured(env: NodeJS.ProcessEnv, count: number): Promise<Measured> {
  const [house, bareHouse] = [await yesHouse(), await yesHouse()];
  const name = `admissa_renewals_${count}`;
  const admin = createPool({
    host: '127.0.0.1',
    port: Number(env['ADMISSA_DB_PORT']),
    user: 'admissa',
    password: env['ADMISSA_DB_PASSWORD'] ?? '',
  });
  await admin.query(`CREATE DATABASE ${name}`);
  const about = { ...env, ADMISSA_DB_NAME: name, ADMISSA_CARD_URL: house.url, ADMISSA_CARD_KEY: 'bench' };
  const { services, close } = await buildServices(
    readConfig({ ...about, ADMISSA_CARD_NOTICE_KEY: 'whsec_AAAA' }),
    makeLog('warn'),
  );
  const { setups, live, clock, jobs, database } = services;
  // No letters: they are the same on both sides, and wait for a mail server.
  const doc = structuredClone(quillmoor.doc);
  doc.money.letters = {};
  const draft = await setups.replaceDraft(doc);
  await setups.publish({ note: '', author: '', at: clock.now(), draft });
  await live.refresh();
  const people = await dueTerms(services, 2 * count);
  // Every other one, so that both are spread over the same rows.
  const [theirs, mine] = [people.filter((_, n) => n % 2 === 0), people.filter((_, n) => n % 2 === 1)];
  const rows = mine.map(({ term: { id, until } }) => [
    'termTimer',
    `term:${id}`,
    new Date(until!),
    JSON.stringify({ term: id }),
  ]);
  await fill(database.pool, 'job', 'kind, job_key, run_at, payload', rows);
  const ours: Took = { cpu: 0, wall: 0 };
  const bare: Took = { cpu: 0, wall: 0 };
  for (let turn = 1, done = 0; turn <= TURNS; turn++) {
    const upTo = turn === TURNS ? count : Math.round((count * turn) / TURNS);
    await timed(ours, async () => {
      jobs.start();
      await until('renewals', async () => (house.taken.size >= upTo ? true : null), 3_600_000);
      // The last of them are booked before it stands.
      await jobs.stop();
    });
    const { size } = house.taken;
    await timed(bare, () => byHand(database.pool, bareHouse.url, theirs.slice(done, size)));
    done = size;
  }
  const [[paid]] = (await database.pool.query(
    `SELECT COUNT(*) AS n FROM payment WHERE state = 'paid' AND kind = 'renewal'`,
  )) as unknown as [[{ n: string }]];
  if (Number(paid.n) !== 2 * count || bareHouse.taken.size !== count)
    throw new Error(`${paid.n} paid of ${2 * count}, ${bareHouse.taken.size} charges by hand`);
  await close();
  await admin.query(`DROP DATABASE ${name}`);
  await admin.end();
  house.stop();
  bareHouse.stop();
  return { count, ours, bare };
}

/** @param env the environment of the product */
export async function renewals(env: NodeJS.ProcessEnv): Promise<void> {
  const [few, many] = [await measured(env, SIZES[0]), await measured(env, SIZES[1])];
  const each = ({ count, ours }: Measured) => ours.cpu / count;
  const ratio = round(many.bare.cpu / many.ours.cpu, 2);
  report({
    name: `renewals: ${many.count}`,
    value: round(each(many), 2),
    unit: 'ms of processor time each',
    against: round(many.bare.cpu / many.count, 2),
    ratio,
    goal: '>= 0.6',
    met: ratio >= 0.6,
    rate: round(many.bare.wall / many.ours.wall, 2),
    perSecond: Math.round((1000 * many.count) / many.ours.wall),
    /** What one costs among twenty thousand, by what it costs among two thousand. */
    growth: round(each(many) / each(few), 2),
  });
}
