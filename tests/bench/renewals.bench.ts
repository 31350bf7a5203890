/**
 * Renewals: terms that are due at once, asked for, charged at the card house and booked by the product, against the bare
 * statements and the call that each of them needs, written down by hand. Both with as many hands, each against a
 * card house that does nothing but say yes.
 */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { createPool, type Pool } from 'mysql2/promise';
import { generate } from '../../demo/generate';
import { load } from '../../demo/load';
import type { LevelId, MemberId, PaymentId, TermId } from '../../core/kernel';
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

/** So many people with a card and a term that is due now. */
async function dueTerms(services: Services, count: number): Promise<Term[]> {
  const { pool } = services.database;
  const now = services.clock.now();
  const people = [...generate({ seed: 1911, members: count, at: now, setup: quillmoor })];
  await load(pool, people, quillmoor, 'none', () => undefined);
  await pool.query('DELETE FROM job');
  const began = now - 31 * DAY;
  const terms = people.map(({ facts }, n): Term => {
    const id = `b${String(n).padStart(19, '0')}` as TermId;
    const about = { id, member: facts.member as MemberId, level: level.id, price, chosen: 2_000 };
    const term = beginTerm(
      { ...about, by: 'card', code: null, credit: 0, paid: 2_000 },
      began,
      quillmoor.doc.site.zone,
    );
    return { ...term, told: 1 };
  });
  await fill(
    pool,
    'term',
    'id, member, level, state, from_at, until_at, ended_at, monthly, data',
    terms.map((term) => [
      term.id,
      term.member,
      term.level,
      'running',
      new Date(term.from),
      new Date(term.until!),
      null,
      2_000,
      JSON.stringify(term),
    ]),
  );
  const cards = terms.map(({ member }) => [member, 'ct_bench', '0531', '12/49', new Date(began), 0]);
  await fill(pool, 'card', 'member, token, last, expires, since, told', cards);
  return terms;
}

type Took = { readonly cpu: number; readonly wall: number };
async function timed(count: number, work: () => Promise<void>): Promise<Took> {
  const pids = [process.pid, databasePid()];
  const [cpu, began] = [usedBy(pids), performance.now()];
  await work();
  return { cpu: (usedBy(pids) - cpu) / count, wall: (performance.now() - began) / count };
}

/** The statements of one renewal and nothing else: two transactions with a call between them. */
async function bareRenewal(pool: Pool, house: string, term: Term, n: number): Promise<void> {
  const payment = `c${String(n).padStart(19, '0')}` as PaymentId;
  const now = new Date();
  const owing = JSON.stringify({ ...term, state: 'owing' });
  const data = JSON.stringify({ taking: { level: term.level, price, chosen: 2_000 }, bill: {}, tries: [] });
  const within = async (
    work: (ask: (sql: string, params: unknown[]) => Promise<unknown>) => Promise<void>,
  ): Promise<void> => {
    const connection = await pool.getConnection();
    try {
      await connection.query('START TRANSACTION');
      await work((sql, params) => connection.query(sql, params));
      await connection.query('COMMIT');
    } catch (error) {
      await connection.query('ROLLBACK');
      // Whoever lost a deadlock begins again, as the product does.
      if ((error as { code?: string }).code !== 'ER_LOCK_DEADLOCK') throw error;
      await within(work);
    } finally {
      connection.release();
    }
  };
  const entry = async (
    ask: (sql: string, params: unknown[]) => Promise<unknown>,
    what: string,
    lines: [string, number][],
  ) => {
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
  await within(async (ask) => {
    await ask(`SELECT id FROM job WHERE lane = 'work' AND state = 'ready' AND run_at <= ? LIMIT 1`, [now]);
    await ask('SELECT data FROM term WHERE id = ? FOR UPDATE', [term.id]);
    await ask(
      'SELECT m.mail_key, f.facts FROM member m JOIN member_facts f ON f.member = m.id WHERE m.id = ? FOR UPDATE',
      [term.member],
    );
    await ask('UPDATE term SET state = ?, data = ? WHERE id = ?', ['owing', owing, term.id]);
    await ask(
      'INSERT INTO payment (id, member, term, renewal, level, n, kind, state, `by`, amount, received, refunded, reference, card, opened_at, data) VALUES (?)',
      [
        [
          payment,
          term.member,
          term.id,
          `${term.id}:${n}`,
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
          data,
        ],
      ],
    );
    await entry(ask, 'charge', [
      ['owed', 2_000],
      ['income', -2_000],
    ]);
    await ask('UPDATE member_term SET until_at = ? WHERE member = ?', [now, term.member]);
    await ask('UPDATE member_facts SET facts = facts WHERE member = ?', [term.member]);
    await ask('INSERT INTO job (kind, lane, job_key, run_at, payload) VALUES (?)', [
      ['takePayment', 'cards', `take:${payment}`, now, '{}'],
    ]);
  });
  const response = await fetch(`${house}/payments`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', 'idempotency-key': `${payment}:0` },
    body: JSON.stringify({ amount: 2_000, currency: 'GBP', words: 'Patron', token: 'ct_bench' }),
  });
  await response.json();
  await within(async (ask) => {
    await ask('DELETE FROM job WHERE job_key = ?', [`take:${payment}`]);
    await ask('SELECT * FROM payment WHERE id = ? FOR UPDATE', [payment]);
    await ask(
      'SELECT m.mail_key, f.facts FROM member m JOIN member_facts f ON f.member = m.id WHERE m.id = ? FOR UPDATE',
      [term.member],
    );
    await ask('SELECT data FROM term WHERE id = ? FOR UPDATE', [term.id]);
    await entry(ask, 'payment', [
      ['card', 2_000],
      ['owed', -2_000],
    ]);
    await ask('UPDATE term SET state = ?, data = ? WHERE id = ?', ['running', owing, term.id]);
    await ask('UPDATE payment SET state = ?, received = 2000, done_at = ?, data = ? WHERE id = ?', [
      'paid',
      now,
      data,
      payment,
    ]);
    const [count] = (await ask('UPDATE receipt_count SET last = LAST_INSERT_ID(last + 1) WHERE id = 1', [])) as [
      { insertId: number },
    ];
    await ask('INSERT INTO receipt (number, kind, payment, member, at, amount, data) VALUES (?)', [
      [count.insertId, 'payment', payment, term.member, now, 2_000, data],
    ]);
    await ask('INSERT INTO member_paid (member, level, at) VALUES (?)', [[term.member, term.level, now]]);
    await ask('UPDATE member_term SET until_at = ? WHERE member = ?', [now, term.member]);
    await ask('UPDATE member_facts SET facts = facts WHERE member = ?', [term.member]);
    await ask('INSERT INTO timeline (member, at, what, title) VALUES (?)', [
      [term.member, now, 'level.renewed', 'Renewed'],
    ]);
    await ask('INSERT INTO job (kind, lane, job_key, run_at, payload) VALUES (?)', [
      ['termTimer', 'work', `bare:${term.id}`, new Date(now.getTime() + 31 * DAY), '{}'],
    ]);
  });
}

/** @param env the environment of the product */
export async function renewals(env: NodeJS.ProcessEnv): Promise<void> {
  const house = await yesHouse();
  const each: { count: number; ours: Took; bare: Took }[] = [];
  for (const count of SIZES) {
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
    const terms = await dueTerms(services, count);
    const bare = await timed(count, async () => {
      let next = 0;
      const hand = async () => {
        for (let n = next++; n < count; n = next++) await bareRenewal(database.pool, house.url, terms[n]!, n);
      };
      await Promise.all(Array.from({ length: HANDS }, hand));
    });
    for (const table of ['payment', 'receipt', 'ledger_line', 'ledger_entry', 'member_paid', 'job', 'timeline'])
      await database.pool.query(`DELETE FROM ${table}`);
    await database.pool.query('UPDATE receipt_count SET last = 0');
    for (let from = 0; from < count; from += BATCH)
      await database.pool.query(
        'REPLACE INTO term (id, member, level, state, from_at, until_at, monthly, data) VALUES ?',
        [
          terms
            .slice(from, from + BATCH)
            .map((term) => [
              term.id,
              term.member,
              term.level,
              'running',
              new Date(term.from),
              new Date(term.until!),
              2_000,
              JSON.stringify(term),
            ]),
        ],
      );
    const due = terms.map(({ id, until: at }) => [
      'termTimer',
      `term:${id}`,
      new Date(at!),
      JSON.stringify({ term: id }),
    ]);
    await fill(database.pool, 'job', 'kind, job_key, run_at, payload', due);
    house.taken.clear();
    const paid = async () => {
      const [[row]] = (await database.pool.query(
        `SELECT COUNT(*) AS n FROM payment WHERE state = 'paid' AND kind = 'renewal'`,
      )) as unknown as [[{ n: string }]];
      return Number(row.n);
    };
    const ours = await timed(count, async () => {
      jobs.start();
      // Counting them costs as much as a renewal does: only once the last has been charged.
      const all = async () => house.taken.size >= count && (await paid()) >= count;
      await until('every renewal', async () => ((await all()) ? true : null), 3_600_000);
      await jobs.stop();
    });
    if (house.taken.size !== count) throw new Error(`${house.taken.size} charges of ${count}`);
    each.push({ count, ours, bare });
    await close();
    await admin.query(`DROP DATABASE ${name}`);
    await admin.end();
  }
  house.stop();
  const [few, many] = each as [(typeof each)[number], (typeof each)[number]];
  const ratio = round(many.bare.cpu / many.ours.cpu, 2);
  report({
    name: `renewals: ${many.count}`,
    value: round(many.ours.cpu, 2),
    unit: 'ms of processor time each',
    against: round(many.bare.cpu, 2),
    ratio,
    goal: '>= 0.6',
    met: ratio >= 0.6,
    rate: round(many.bare.wall / many.ours.wall, 2),
    perSecond: Math.round(1000 / many.ours.wall),
    /** What one costs among twenty thousand, by what it costs among two thousand. */
    growth: round(many.ours.cpu / few.ours.cpu, 2),
  });
}
