import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';
import type { MadeUpView, SightView } from '../../contract';

let stack: Stack;
let wilf: Caller;
let tamsin: Caller;
beforeAll(async () => {
  stack = await makeStack({ members: 12 });
  wilf = await new Caller(stack.address).staffIn('wilf@quillmoor.example');
  tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
});
afterAll(() => stack.stop());

type People = { people: MadeUpView[] };
type Refused = { code: string; faults?: { at: string; says: string }[] };
const keeper = {
  name: 'A new Keeper',
  standing: 'admitted',
  days: 3,
  levels: [{ level: 'keeper', left: 30 }],
  groups: ['mentors'],
  answers: { 'years-keeping': '7', 'apiary-postcode': 'qm4 7tb' },
};
const make = (change: object = {}) => wilf.post<People>('/desk/made-up', { person: { ...keeper, ...change } });
const day = (ahead: number) => new Date(stack.services.clock.now() + ahead * 86_400_000).toISOString().slice(0, 10);
const sight = async (person: string, on?: string) =>
  (await tamsin.get<SightView>(`/desk/viewpoint?person=${person}${on ? `&on=${on}` : ''}`)).body;

describe('somebody made up', () => {
  let one: MadeUpView;

  it('is kept as their fields keep answers, and told in words', async () => {
    const { status, body } = await make();
    expect(status).toBe(200);
    one = body.people[0]!;
    expect(one.note).toBe('Admitted, Keeper and Mentors');
    expect(one.person.answers).toEqual({ 'years-keeping': 7, 'apiary-postcode': 'QM4 7TB' });
  });

  it('loses a level on the day it ends', async () => {
    const { people } = (await make({ name: 'No mentor', groups: [] })).body;
    const { id } = people.at(-1)!;
    expect((await sight(id, day(29))).sentence).toBe('Opens 8 of 10 pages, all but Mentor notes and Committee papers.');
    expect((await sight(id, day(31))).sentence).toBe('Opens 7 of 10 pages.');
    await wilf.post(`/desk/made-up/${id}/remove`);
  });

  it('is looked at as, on any day, and is in no list and no count of members', async () => {
    const seen = await sight(one.id);
    expect(seen.person).toEqual({ id: one.id, name: 'A new Keeper', note: 'Keeper', standing: 'admitted' });
    expect(seen.sentence).toBe('Opens 9 of 10 pages, all but Committee papers.');
    expect((await sight(one.id, day(-30))).person.note).toBe('not here yet');
    expect(await (await wilf.raw(`/viewpoint/${one.id}/${day(0)}/my-bees`)).text()).toContain('QM4 7TB');
    expect((await wilf.get<{ total: number }>('/desk/members')).body.total).toBe(12);
    expect((await wilf.get<{ people: unknown[] }>('/desk/find?q=A%20new')).body.people).toEqual([]);
  });

  it('takes no answer that the field does not take, and says which', async () => {
    const { status, body } = (await make({
      answers: { 'years-keeping': 'many', 'apiary-postcode': 'moor' },
    })) as unknown as {
      status: number;
      body: Refused;
    };
    expect(status).toBe(422);
    expect(body.faults?.map(({ at }) => at)).toEqual(['answers.years-keeping', 'answers.apiary-postcode']);
    expect((await make({ standing: 'knighted' })).status).toBe(400);
    expect((await make({ days: -1 })).status).toBe(400);
  });

  it('is changed from the version that was seen, by those who work on the set-up', async () => {
    const path = `/desk/made-up/${one.id}`;
    const changed = { ...keeper, name: 'Another' };
    expect((await tamsin.post(path, { version: 1, person: changed })).status).toBe(403);
    const { body } = await wilf.post<People>(path, { version: 1, person: changed });
    expect(body.people[0]).toMatchObject({ version: 2, person: { name: 'Another' } });
    const late = await wilf.post<Refused>(path, { version: 1, person: keeper });
    expect([late.status, late.body.code]).toEqual([409, 'draft-changed']);
    const [row] = await stack.query<{ name: string }>(`SELECT JSON_VALUE(person, '$.name') AS name FROM made_up`);
    expect(row!.name).toBe('Another');
  });

  it('is gone once they are taken out', async () => {
    expect((await wilf.post<People>(`/desk/made-up/${one.id}/remove`)).body.people).toEqual([]);
    expect((await wilf.post(`/desk/made-up/${one.id}/remove`)).status).toBe(404);
    expect((await wilf.get(`/desk/viewpoint?person=${one.id}`)).status).toBe(404);
  });

  it('is one of a hundred at most', async () => {
    for (let n = 0; n < 100; n++) await make({ name: `Keeper ${n}` });
    const { status, body } = (await make()) as unknown as { status: number; body: Refused };
    expect([status, body.code]).toEqual([422, 'form-faults']);
  });
});
