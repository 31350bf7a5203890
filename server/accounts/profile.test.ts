import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { MemberId } from '../../core/kernel';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';
import { factsOf, gatherFacts } from '../members';

let stack: Stack;
let ida: Caller;
let id: MemberId;
beforeAll(async () => {
  stack = await makeStack({ members: 40 });
  ida = new Caller(stack.address);
  await ida.signIn('ida.marrowby@mail.example');
  const [row] = await stack.query<{ id: MemberId }>(`SELECT id FROM member WHERE mail = 'ida.marrowby@mail.example'`);
  id = row!.id;
});
afterAll(() => stack.stop());

const keep = (answers: Record<string, unknown>, who = ida) => who.post('/site/profile', { answers });
const titles = async () =>
  (
    await stack.query<{ title: string }>(
      `SELECT title FROM timeline WHERE member = ? AND what = 'profile.changed' ORDER BY id`,
      [id],
    )
  ).map(({ title }) => title);

describe('a member’s own profile', () => {
  it('is kept as typed values, ready facts and words to be found by, and staff see it on the timeline', async () => {
    expect(await keep({ 'full-name': 'Ida Heatherfold', 'colonies-kept': '12', 'hive-type': 'skep' })).toEqual({
      status: 200,
      body: { done: true },
    });
    const { manager } = stack.services.database.source;
    const facts = await factsOf(manager, id);
    expect(facts).toMatchObject({ name: 'Ida Heatherfold', fields: { 'colonies-kept': 12, 'hive-type': 'skep' } });
    // What is ready equals what the rows say.
    const { name, fields } = await gatherFacts(manager, id);
    expect(facts).toMatchObject({ name, fields });
    expect(Object.keys(facts!.fields).sort()).toEqual(Object.keys(fields).sort());
    expect(
      await stack.query('SELECT text, number FROM member_value WHERE member = ? AND field = ?', [id, 'colonies-kept']),
    ).toEqual([{ text: null, number: 12 }]);
    expect(await titles()).toEqual(['Changed Full name, Colonies kept and Hive type']);
    const wilf = await new Caller(stack.address).staffIn('wilf@quillmoor.example');
    const found = async (q: string) => JSON.stringify((await wilf.get(`/desk/members?q=${q}`)).body);
    expect(await found('heatherfold')).toContain('Ida Heatherfold');
    // The site greets by it at once.
    expect(await ida.html('/')).toContain('Ida Heatherfold');
    await keep({ 'full-name': 'Ida Marrowby' });
  });

  it('says nothing of what is the same, and empties what was emptied', async () => {
    const before = (await titles()).length;
    await keep({ 'colonies-kept': '12' });
    expect((await titles()).length).toBe(before);
    await keep({ 'hive-type': '' });
    expect((await titles()).at(-1)).toBe('Changed Hive type');
    expect(await stack.query('SELECT 1 FROM member_value WHERE member = ? AND field = ?', [id, 'hive-type'])).toEqual(
      [],
    );
  });

  it('takes nothing that may not be changed, and half of nothing', async () => {
    const before = await factsOf(stack.services.database.source.manager, id);
    await keep({ 'heard-of-us': 'swarm', mail: 'other@mail.example', standing: 'closed', nonsense: ['x'] });
    const refused = await keep({ 'years-keeping': '5', 'colonies-kept': 'many' });
    expect(refused).toMatchObject({ status: 422, body: { code: 'form-faults', faults: [{ at: 'colonies-kept' }] } });
    expect(await factsOf(stack.services.database.source.manager, id)).toEqual(before);
  });

  it('is not for applicants, nor for who is not signed in', async () => {
    const anselm = new Caller(stack.address);
    await anselm.signIn('anselm.pikard@mail.example');
    expect((await keep({ 'colonies-kept': '1' }, anselm)).status).toBe(200);
    expect(await anselm.html('/account')).not.toContain('name="colonies-kept"');
    expect((await keep({ 'colonies-kept': '1' }, new Caller(stack.address))).status).toBe(401);
  });

  it('works without script: the same answers, the same faults', async () => {
    const send = (fields: Record<string, string>) =>
      ida.raw('/account', {
        method: 'POST',
        headers: { 'content-type': 'application/x-www-form-urlencoded', origin: stack.address },
        body: new URLSearchParams({ act: 'profile', asked: 'colonies-kept interests', ...fields }).toString(),
      });
    expect((await send({ 'colonies-kept': '9', interests: 'pollen' })).status).toBe(303);
    expect(await factsOf(stack.services.database.source.manager, id)).toMatchObject({
      fields: { 'colonies-kept': 9, interests: ['pollen'] },
    });
    const wrong = await send({ 'colonies-kept': 'nine' });
    expect(wrong.status).toBe(422);
    const html = await wrong.text();
    expect(html).toContain('Write a number in digits, such as 3.');
    expect(html).toContain('value="nine"');
    // Unticking everything empties it.
    await send({ 'colonies-kept': '9' });
    expect((await factsOf(stack.services.database.source.manager, id))!.fields).not.toHaveProperty('interests');
  });
});
