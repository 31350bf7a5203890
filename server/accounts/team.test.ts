/** Staff are invited, given parts, and let go; there is always an owner. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ColleagueView } from '../../contract';
import { Caller, linkIn, makeStack, type Stack } from '../../tests/support/stack';

let stack: Stack;
let odile: Caller;
beforeAll(async () => {
  stack = await makeStack({ members: 20 });
  odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
});
afterAll(() => stack.stop());

type Answer = { staff: ColleagueView[]; code: string; faults: { at: string; says: string }[] };
const post = (path: string, body: object = {}) => odile.post<Answer>(`/desk/team${path}`, body);
const all = async () => (await odile.get<Answer>('/desk/team')).body.staff;
const one = async (name: string) => (await all()).find((colleague) => colleague.name === name)!;
const maud = { name: 'Maud Tansley', mail: 'maud@quillmoor.example', parts: ['reviewer'] };

describe('the staff', () => {
  it('are listed with their parts, oldest first, and who looks', async () => {
    // Loaded at once, they may have come in one millisecond.
    for (const [n, first] of ['odile', 'tamsin', 'wilf'].entries())
      await stack.query('UPDATE staff SET created_at = created_at - INTERVAL ? SECOND WHERE mail LIKE ?', [
        3 - n,
        `${first}@%`,
      ]);
    expect((await all()).map(({ name, parts, you, invited }) => [name, parts[0], you, invited])).toEqual([
      ['Odile Harrowgate', 'owner', true, false],
      ['Tamsin Rooke', 'reviewer', false, false],
      ['Wilf Garrowby', 'editor', false, false],
      ['Bea Tolliver', 'bookkeeper', false, false],
    ]);
  });

  it('are invited by a letter whose link lets them choose a password, and come to the desk by it', async () => {
    const invited = await post('', maud);
    expect(invited.body.staff.at(-1)).toMatchObject({ name: maud.name, parts: ['reviewer'], invited: true });
    // Nobody signs in without a password.
    const nobody = new Caller(stack.address);
    for (const password of ['', ' ', 'quillmoor-demo'])
      expect((await nobody.post('/desk/sign-in', { mail: maud.mail, password })).status).not.toBe(200);
    const letter = await stack.letter(maud.mail);
    expect(letter.subject).toContain('invited to the desk');
    const link = linkIn(letter);
    expect(link).toContain('/desk/reset/');
    const her = new Caller(stack.address);
    const token = link.split('/').at(-1);
    expect((await her.post('/desk/reset', { token, password: 'moss lantern heather' })).status).toBe(200);
    expect((await her.get<{ parts: string[] }>('/desk/me')).body.parts).toEqual(['reviewer']);
    expect((await one(maud.name)).invited).toBe(false);
    // Once.
    expect((await nobody.post('/desk/reset', { token, password: 'other lantern heather' })).status).not.toBe(200);
  });

  it('have one account for one address, a name and a part', async () => {
    for (const [body, at] of [
      [{ ...maud, mail: 'MAUD@Quillmoor.example' }, 'mail'],
      [{ ...maud, mail: 'no address' }, 'mail'],
      [{ ...maud, mail: 'other@quillmoor.example', name: '7' }, 'name'],
      [{ ...maud, mail: 'other@quillmoor.example', parts: [] }, 'parts'],
    ] as const) {
      const { status, body: answer } = await post('', body);
      expect([status, answer.faults?.[0]?.at]).toEqual([422, at]);
    }
    expect(await all()).toHaveLength(5);
  });

  it('get other parts, and may do from then on what those may', async () => {
    const { id } = await one(maud.name);
    const her = await new Caller(stack.address).staffIn(maud.mail, 'moss lantern heather');
    expect((await her.get('/desk/setup/draft')).status).toBe(403);
    await post(`/${id}/parts`, { parts: ['editor'] });
    expect((await her.get('/desk/setup/draft')).status).toBe(200);
    await post(`/${id}/remove`);
    expect((await her.get('/desk/me')).status).toBe(401);
    expect(await all()).toHaveLength(4);
  });

  it('always have an owner who can sign in, also where two owners let each other go in one instant', async () => {
    const { id: own } = await one('Odile Harrowgate');
    for (const [path, body] of [
      [`/${own}/remove`, {}],
      [`/${own}/parts`, { parts: ['manager'] }],
    ] as const)
      expect([(await post(path, body)).status, (await post(path, body)).body.code]).toEqual([409, 'last-owner']);
    // One who was invited and never came does not count.
    await post('', { name: 'Ives Corran', mail: 'ives@quillmoor.example', parts: ['owner'] });
    expect((await post(`/${own}/remove`)).body.code).toBe('last-owner');
    const token = linkIn(await stack.letter('ives@quillmoor.example'))
      .split('/')
      .at(-1);
    const ives = new Caller(stack.address);
    await ives.post('/desk/reset', { token, password: 'moss lantern heather' });
    const { id: his } = await one('Ives Corran');
    const both = await Promise.all([
      odile.post<Answer>(`/desk/team/${his}/parts`, { parts: ['editor'] }),
      ives.post<Answer>(`/desk/team/${own}/parts`, { parts: ['editor'] }),
    ]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, expect.any(Number)]);
    const owners = await stack.query<{ name: string }>(`SELECT name FROM staff WHERE parts LIKE '%"owner"%'`);
    expect(owners).toHaveLength(1);
  });
});
