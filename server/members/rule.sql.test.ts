/** One rule, three readings: for each generated rule the database finds whom the predicate, the columns and explain do. */
import fc from 'fast-check';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { doorColumnsOf, compile, explain, layoutOf, prepare, type Rule } from '../../core/doors';
import { Population, rowsIn, type Facts } from '../../core/facts';
import { DAY, type FieldId, type LevelId, type MemberId } from '../../core/kernel';
import { anyFacts, anyRule } from '../../tests/support/rules';
import { NOW } from '../../tests/support/quillmoor';
import { makeStack, type Stack } from '../../tests/support/stack';
import { gatherFacts } from './member.store';
import { ruleSql } from './rule.sql';

let stack: Stack;
let people: Facts[];
beforeAll(async () => {
  stack = await makeStack({ members: 60 });
  const made = await Promise.all(
    fc.sample(anyFacts, { numRuns: 60, seed: 1911 }).map(async (facts, at) => {
      const [row] = await stack.query<{ id: string }>('SELECT id FROM member ORDER BY number LIMIT 1 OFFSET ?', [at]);
      return { facts, id: row!.id };
    }),
  );
  // Terms that end as the next begins, and terms with a gap of a millisecond, as a renewal and a late one leave them.
  const chain = (gap: number) => [
    { level: 'keeper' as LevelId, from: NOW - 300 * DAY, until: NOW - 100 * DAY },
    { level: 'friend' as LevelId, from: NOW - 100 * DAY + gap, until: NOW - 10 * DAY },
    { level: 'keeper' as LevelId, from: NOW - 40 * DAY, until: null },
  ];
  for (const [at, gap] of [0, 1, -DAY].entries()) made[at]!.facts = { ...made[at]!.facts, terms: chain(gap) };
  await stack.services.database.source.transaction(async (manager) => {
    for (const { id, facts } of made) {
      for (const table of ['member_term', 'member_group', 'member_value'])
        await manager.query(`DELETE FROM ${table} WHERE member = ?`, [id]);
      await manager.query('UPDATE member SET standing = ?, mail = ?, admitted_at = ? WHERE id = ?', [
        facts.standing,
        made.indexOf(made.find((one) => one.id === id)!) % 7 === 0 ? 'Kaz@ELSEWHERE.example' : facts.mail,
        facts.admittedAt === null ? null : new Date(facts.admittedAt),
        id,
      ]);
      for (const { level, from, until } of facts.terms)
        await manager.query('INSERT IGNORE INTO member_term (member, level, from_at, until_at) VALUES (?, ?, ?, ?)', [
          id,
          level,
          new Date(from),
          until === null ? null : new Date(until),
        ]);
      for (const group of facts.groups)
        await manager.query('INSERT INTO member_group (member, group_id, since) VALUES (?, ?, ?)', [
          id,
          group,
          new Date(NOW),
        ]);
      for (const [field, value] of Object.entries(facts.fields))
        await manager.query('INSERT INTO member_value (member, field, text, number, value) VALUES (?, ?, ?, ?, ?)', [
          id,
          field,
          typeof value === 'number' || typeof value === 'boolean' ? null : String(value),
          typeof value === 'number' || typeof value === 'boolean' ? Number(value) : null,
          JSON.stringify(value),
        ]);
    }
  });
  people = await Promise.all(made.map(({ id }) => gatherFacts(stack.services.database.source.manager, id as MemberId)));
});
afterAll(() => stack.stop());

it('finds whom the predicate, the columns and explain find, for any rule on any day', async () => {
  const { setup } = stack.services.live.must;
  const layout = layoutOf(setup);
  const population = new Population(setup.doc.site.zone);
  for (const facts of people) population.put(facts);
  let found = 0;
  await fc.assert(
    fc.asyncProperty(anyRule, fc.integer({ min: -40, max: 40 }), async (rule: Rule, days) => {
      const now = NOW + days * DAY;
      const open = compile(rule, layout, setup);
      const expected = people
        .filter((facts) => open(prepare(layout, facts, now)))
        .map(({ member }) => member)
        .sort();
      const { sql, params } = ruleSql(rule, setup, now);
      const rows = await stack.query<{ id: string }>(`SELECT m.id FROM member m WHERE ${sql} ORDER BY m.id`, [
        ...params,
      ]);
      const told = new Set(expected);
      expect(rows.map(({ id }) => id)).toEqual(expected);
      expect(
        people
          .filter((facts) => explain(rule, facts, now, setup).open !== told.has(facts.member))
          .map((one) => one.mail),
      ).toEqual([]);
      const columns = [...rowsIn(doorColumnsOf(population, now, setup).who(rule))].map((row) => population.idOf(row));
      expect(columns.sort()).toEqual(expected);
      if (expected.length > 0 && expected.length < people.length) found++;
    }),
    { numRuns: 400, seed: 1911 },
  );
  // A test in which every rule let in everybody or nobody would show nothing.
  expect(found).toBeGreaterThan(60);
});

it.each(['NATIONAL', 'national', 'Nátional', 'natıonal'])('finds by %s whom the code finds', async (value) => {
  const { setup, doors } = stack.services.live.must;
  const rule: Rule = { fact: 'field', field: 'hive-type' as FieldId, test: { op: 'is', value } };
  const { sql, params } = ruleSql(rule, setup, NOW);
  const found = await stack.query<{ id: string }>(`SELECT m.id FROM member m WHERE ${sql} ORDER BY m.id`, [...params]);
  const all = await stack.query<{ id: string }>('SELECT id FROM member ORDER BY id');
  const { manager } = stack.services.database.source;
  const meets: string[] = [];
  for (const { id } of all) {
    const facts = await gatherFacts(manager, id as MemberId);
    if (facts && doors.meets(rule)(doors.prepare(facts, NOW))) meets.push(id);
  }
  expect(found.map(({ id }) => id)).toEqual(meets);
  expect(meets.length > 0).toBe(value.toLowerCase() === 'national');
});
