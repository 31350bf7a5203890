/** How many statements an act of a person costs: each is a journey to the database. */
import { MysqlQueryRunner } from 'typeorm/driver/mysql/MysqlQueryRunner.js';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readFacts, type Facts } from '../../core/facts';
import type { MemberId } from '../../core/kernel';
import { gatherFacts } from '../members';
import { Caller, codeIn, makeStack, type Stack } from '../../tests/support/stack';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack({ members: 20, env: { ADMISSA_WORKER: '0' } });
  stack.services.live.stop();
});
afterAll(() => stack.stop());

/** The statements of one act, by whichever way they go to the database. */
async function statements(act: () => Promise<unknown>): Promise<string[]> {
  const said: string[] = [];
  const { query } = MysqlQueryRunner.prototype;
  const { pool } = stack.services.database;
  const execute = pool.execute.bind(pool);
  MysqlQueryRunner.prototype.query = function (this: MysqlQueryRunner, sql: string, ...rest: never[]) {
    said.push(sql);
    return query.call(this, sql, ...(rest as [])) as never;
  };
  pool.execute = ((sql: string, ...rest: never[]) => {
    said.push(sql);
    return execute(sql, ...rest);
  }) as typeof pool.execute;
  try {
    await act();
  } finally {
    MysqlQueryRunner.prototype.query = query;
    pool.execute = execute;
  }
  return said;
}
/** What people are known by, as kept ready and as their rows say. */
async function factsAgree(): Promise<void> {
  const { manager } = stack.services.database.source;
  const rows = await stack.query<{ member: string; facts: string }>('SELECT member, facts FROM member_facts');
  const sorted = (facts: Facts) => ({
    ...facts,
    terms: [...facts.terms].sort((a, b) => a.from - b.from || (a.level < b.level ? -1 : 1)),
    groups: [...facts.groups].sort(),
    topics: [...facts.topics].sort(),
  });
  for (const { member, facts } of rows) {
    const { v: _v, ...kept } = readFacts(facts) as Facts & { v?: number };
    expect(sorted(kept)).toEqual(sorted(await gatherFacts(manager, member as MemberId)));
  }
}

describe('an act reads what it needs once, and writes it once', () => {
  it('a sign-up, a confirmation, an admission, taken back and given again', async () => {
    const who = new Caller(stack.address);
    const joined = await statements(() => who.join());
    await stack.services.jobs.once('mail');
    const code = codeIn(await stack.letter('perrin@oake.example'));
    await factsAgree();
    const confirmed = await statements(() => who.post('/site/joining/code', { code }));
    const tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
    const [row] = await stack.query<{ id: string }>(
      `SELECT a.id FROM application a JOIN member m ON m.id = a.member WHERE m.mail = 'perrin@oake.example'`,
    );
    const approve = () => tamsin.post(`/desk/applications/${row!.id}/approve`);
    const admitted = await statements(approve);
    await factsAgree();
    expect((await tamsin.post(`/desk/applications/${row!.id}/undo`)).status).toBe(200);
    await factsAgree();
    expect((await approve()).status).toBe(200);
    await factsAgree();
    // With the session, the limits, the audit and the transaction's own three.
    expect({ joined: joined.length, confirmed: confirmed.length, admitted: admitted.length }).toEqual({
      joined: 22,
      confirmed: 16,
      admitted: 15,
    });
  });

  it('a sign-up with a known address costs as many, so that nobody can tell', async () => {
    const unknown = await statements(() => new Caller(stack.address).join({ mail: 'new@oake.example' }));
    const known = await statements(() => new Caller(stack.address).join({ mail: 'ida.marrowby@mail.example' }));
    expect(known.length).toBe(unknown.length);
    await factsAgree();
  });
});
