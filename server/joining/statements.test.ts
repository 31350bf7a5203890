/** How many statements an act of a person costs: each is a journey to the database. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readFacts, type Facts } from '../../core/facts';
import type { MemberId } from '../../core/kernel';
import { gatherFacts } from '../members';
import { Caller, codeIn, makeStack, type Stack } from '../../tests/support/stack';
import { statementsOf } from '../../tests/support/statements';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack({ members: 20, env: { ADMISSA_WORKER: '0' } });
  stack.services.live.stop();
});
afterAll(() => stack.stop());

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
    const { v: _v, ...kept } = readFacts(facts) as Facts & { v?: unknown };
    expect(sorted(kept)).toEqual(sorted(await gatherFacts(manager, member as MemberId)));
  }
}

describe('an act reads what it needs once, and writes it once', () => {
  it('a sign-up, a confirmation, an admission, taken back and given again', async () => {
    const who = new Caller(stack.address);
    const joined = await statementsOf(stack, () => who.join());
    await stack.services.jobs.once('mail');
    const code = codeIn(await stack.letter('perrin@oake.example'));
    await factsAgree();
    const confirmed = await statementsOf(stack, () => who.post('/site/joining/code', { code }));
    const tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
    const [row] = await stack.query<{ id: string }>(
      `SELECT a.id FROM application a JOIN member m ON m.id = a.member WHERE m.mail = 'perrin@oake.example'`,
    );
    const approve = () => tamsin.post(`/desk/applications/${row!.id}/approve`);
    const admitted = await statementsOf(stack, approve);
    await factsAgree();
    expect((await tamsin.post(`/desk/applications/${row!.id}/undo`)).status).toBe(200);
    await factsAgree();
    expect((await approve()).status).toBe(200);
    await factsAgree();
    // With the session, the limits, the audit and the two of the transaction itself.
    expect({ joined: joined.length, confirmed: confirmed.length, admitted: admitted.length }).toEqual({
      joined: 17,
      confirmed: 15,
      admitted: 14,
    });
  });

  it('a sign-in: one that counts the try and reads the accounts, one that opens the session; wrong ones alike', async () => {
    const signIn = (mail: string, password?: string) => () => new Caller(stack.address).signIn(mail, password);
    expect(await statementsOf(stack, signIn('ida.marrowby@mail.example'))).toHaveLength(2);
    const wrong = await statementsOf(stack, signIn('ida.marrowby@mail.example', 'not the password'));
    const unknown = await statementsOf(stack, signIn('nobody@oake.example', 'not the password'));
    expect(unknown).toHaveLength(wrong.length);
  });

  it('a sign-up with a known address costs as many, so that nobody can tell', async () => {
    const unknown = await statementsOf(stack, () => new Caller(stack.address).join({ mail: 'new@oake.example' }));
    const known = await statementsOf(stack, () =>
      new Caller(stack.address).join({ mail: 'ida.marrowby@mail.example' }),
    );
    expect(known.length).toBe(unknown.length);
    await factsAgree();
  });
});
