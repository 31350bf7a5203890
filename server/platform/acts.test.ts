/** One envelope for every act: who, the key of its sending, state and audit in one transaction. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, codeIn, makeStack, perrin, type Stack } from '../../tests/support/stack';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack();
});
afterAll(() => stack.stop());

const key = () => crypto.randomUUID();
const send = (who: Caller, path: string, body: unknown, once: string) => who.post(path, body, once);

const acts = (subject: string) =>
  stack.query<{ who: string; name: string; act: string }>(
    `SELECT who, name, act FROM audit WHERE subject = ? AND kind = 'staff' ORDER BY id`,
    [subject],
  );
const waiting = async (name: string) =>
  (
    await stack.query<{ id: string; member: string }>(
      'SELECT a.id, a.member FROM application a JOIN member m ON m.id = a.member WHERE m.name = ?',
      [name],
    )
  )[0]!;

describe('a repeat of one sending', () => {
  it('is answered as the first was, and changes nothing', async () => {
    const tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
    const { id, member } = await waiting('Anselm Pikard');
    const once = key();
    const path = `/desk/applications/${id}/ask`;
    const first = await send(tamsin, path, { id, text: 'How far is your apiary?' }, once);
    expect(first.status).toBe(200);
    // Without the key the same question is one too many.
    expect((await tamsin.post(path, { text: 'How far is your apiary?' })).status).toBe(409);
    expect(await send(tamsin, path, { id, text: 'How far is your apiary?' }, once)).toEqual(first);
    const [{ id: staff } = { id: '' }] = await stack.query<{ id: string }>(
      `SELECT id FROM staff WHERE name = 'Tamsin Rooke'`,
    );
    expect(await acts(member)).toEqual([{ who: staff, name: 'Tamsin Rooke', act: 'application.questionAsked' }]);
  });

  it('with something else in it is told so; another’s sending under the same key is their own', async () => {
    const [tamsin, odile] = [
      await new Caller(stack.address).staffIn('tamsin@quillmoor.example'),
      await new Caller(stack.address).staffIn('odile@quillmoor.example'),
    ];
    const { id, member } = await waiting('Jessamy Thorle');
    const once = key();
    const path = `/desk/applications/${id}`;
    expect((await send(tamsin, `${path}/decline`, { reason: 'Too far.' }, once)).status).toBe(200);
    const other = await send(tamsin, `${path}/decline`, { reason: 'Not yet.' }, once);
    expect(other).toMatchObject({ status: 409, body: { code: 'already-sent' } });
    expect((await send(odile, `${path}/reopen`, {}, once)).status).toBe(200);
    expect((await acts(member)).map((row) => row.act)).toEqual(['application.declined', 'application.reopened']);
  });

  it('in the same instant is carried out once', async () => {
    const tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
    const { id, member } = await waiting('Jessamy Thorle');
    const once = key();
    const path = `/desk/applications/${id}/approve`;
    const answers = await Promise.all([1, 2, 3].map(() => send(tamsin, path, {}, once)));
    expect(answers.map((answer) => answer.status)).toEqual([200, 200, 200]);
    expect(new Set(answers.map((answer) => JSON.stringify(answer.body))).size).toBe(1);
    expect((await acts(member)).filter((row) => row.act === 'application.approved')).toHaveLength(1);
  });

  it('of a member’s answer is no second answer, and nothing is kept of one who withdraws', async () => {
    const who = new Caller(stack.address);
    await who.join({ mail: 'repeat@oake.example' });
    const code = codeIn(await stack.letter('repeat@oake.example'));
    const once = key();
    expect((await send(who, '/site/joining/code', { code }, once)).status).toBe(200);
    expect((await send(who, '/site/joining/code', { code }, once)).status).toBe(200);
    expect((await who.post('/site/joining/code', { code })).status).toBe(409);
    expect((await send(who, '/site/joining/withdraw', {}, key())).status).toBe(200);
    expect(await stack.query(`SELECT 1 FROM sent_act WHERE answer LIKE '%Perrin Oake%'`)).toEqual([]);
  });

  it('that was refused is not remembered: it may be sent again', async () => {
    const who = new Caller(stack.address);
    await who.signIn('ida.marrowby@mail.example');
    const once = key();
    const wrong = { current: 'not this one', password: perrin.password };
    expect((await send(who, '/site/password', wrong, once)).status).toBe(422);
    const { length } = await stack.query('SELECT 1 FROM sent_act');
    expect((await send(who, '/site/password', wrong, once)).status).toBe(422);
    expect(await stack.query('SELECT 1 FROM sent_act')).toHaveLength(length);
  });
});
