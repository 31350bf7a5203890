/**
 * The member list at 200,000 members: two filters on answers, a level and a standing, against what somebody writes who
 * knows the tables and looks at the plan: the page by the index of its order, each member looked up by primary key; the
 * total by the filter that is narrowest.
 */
import type { LevelId } from '../../core/kernel';
import type { Services } from '../../server/compose';
import type { MemberQuery } from '../../server/members';
import type { AnswerRule } from '../../core/fields';
import { loadQuillmoor } from '../support/stack';
import { median, report, round } from './measure';

/** So many are made up one by one; the rest are copies of them, under ids, numbers and addresses of their own. */
const MADE = 10_000;
const COPIES = 19;
const MEMBERS = MADE * (COPIES + 1);
const ROUNDS = 15;
const LIMIT = 50;

const held =
  'SELECT 1 FROM member_term t WHERE t.member = m.id AND t.level = ? AND t.from_at <= ? AND (t.until_at IS NULL OR t.until_at > ?)';
const years = `SELECT 1 FROM member_value y WHERE y.member = m.id AND y.field = 'years-keeping' AND y.number >= ?`;
const code = `SELECT 1 FROM member_value p WHERE p.member = m.id AND p.field = 'apiary-postcode' AND p.text LIKE ?`;

type Case = { readonly name: string; readonly least: number; readonly begins: string };
const cases: readonly Case[] = [
  { name: 'many match', least: 1, begins: 'QM' },
  { name: 'few match', least: 12, begins: 'QM4 7' },
];

async function took(run: () => Promise<unknown>): Promise<number> {
  const began = performance.now();
  await run();
  return performance.now() - began;
}

/** In the database itself, which is quicker by far than making up people whose lives make sense. */
async function multiply({ database }: Services): Promise<void> {
  for (let n = 1; n <= COPIES; n++) {
    // No id of the product has an i in it.
    const mark = `i${String.fromCharCode(96 + n)}`;
    const id = (column: string) => `CONCAT(LEFT(${column}, 18), '${mark}')`;
    for (const sql of [
      `INSERT INTO member (id, number, mail_key, owned_mail, mail, name, standing, standing_since, joined_at, admitted_at, seen_at, password_hash, shadow_of)
       SELECT ${id('id')}, number + ${n * MADE * 10}, CONCAT('${mark}', mail_key), CONCAT('${mark}', owned_mail), CONCAT('${mark}', mail), name, standing,
         standing_since, joined_at, admitted_at, seen_at, password_hash, shadow_of FROM member WHERE number <= ${MADE}`,
      ...[
        ['member_value', 'field, text, number, value'],
        ['member_term', 'level, from_at, until_at'],
        ['member_facts', 'facts'],
      ].map(
        ([table, columns]) =>
          `INSERT INTO ${table} (member, ${columns}) SELECT ${id('v.member')}, ${columns!
            .split(', ')
            .map((column) => `v.${column}`)
            .join(', ')} FROM ${table} v JOIN member m ON m.id = v.member WHERE m.number <= ${MADE}`,
      ),
    ])
      await database.source.query(sql);
  }
}

export async function members(services: Services): Promise<void> {
  await loadQuillmoor(services, MADE);
  await multiply(services);
  const { directory, live, clock } = services;
  const { source } = services.database;
  await source.query('ANALYZE TABLE member, member_value, member_term');
  const now = clock.now();
  const at = new Date(now);
  for (const { name, least, begins } of cases) {
    const where: AnswerRule = {
      all: [
        { fact: 'field', field: 'years-keeping' as never, test: { op: 'atLeast', value: least } },
        { fact: 'field', field: 'apiary-postcode' as never, test: { op: 'startsWith', value: begins } },
      ],
    };
    const query: MemberQuery = {
      q: '',
      standing: 'admitted',
      level: 'keeper' as LevelId,
      where,
      sort: 'name',
      limit: LIMIT,
    };
    const given = ['admitted', 'keeper', at, at, least, `${begins}%`];
    const from = `FROM member m WHERE m.shadow_of = '' AND m.standing = ? AND EXISTS (${held}) AND EXISTS (${years}) AND EXISTS (${code})`;
    const sides = {
      page: [
        () => directory.page(query, live.must.setup, now),
        () =>
          source.query(
            `SELECT m.id, m.name, m.mail, m.standing, m.joined_at, m.seen_at ${from} ORDER BY m.name, m.id LIMIT ${LIMIT + 1}`,
            given,
          ),
      ],
      total: [
        () => directory.total(query, live.must.setup, now),
        () => source.query(`SELECT COUNT(*) AS n ${from}`, given),
      ],
    } as const;
    const [count] = (await sides.total[1]()) as { n: string }[];
    const ours = await directory.total(query, live.must.setup, now);
    if (ours !== Number(count!.n)) throw new Error(`The list counts ${ours}, by hand ${count!.n}`);
    for (const [what, [mine, bare]] of Object.entries(sides)) {
      const times: [number[], number[]] = [[], []];
      for (let round = 0; round < ROUNDS; round++) {
        times[0].push(await took(mine));
        times[1].push(await took(bare));
      }
      const [value, against] = [median(times[0]), median(times[1])];
      const ratio = round(against / value, 2);
      report({
        name: `members-${what}: ${MEMBERS.toLocaleString('en-GB')}, ${name} (${ours})`,
        value: round(value, 1),
        unit: 'ms',
        against: round(against, 1),
        ratio,
        goal: what === 'page' ? '>= 0.8' : '>= 1',
        met: ratio >= (what === 'page' ? 0.8 : 1),
      });
    }
  }
}
