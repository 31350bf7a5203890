/** What publishing would mean for everybody, by a picture that follows the database. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DoorView, ImpactView } from '../../contract';
import { doorsOf, ruleOf } from '../../core/doors';
import { factsAhead, readFacts, type Facts } from '../../core/facts';
import { dayOf } from '../../core/kernel';
import { endOfDay, startOfDay } from '../../core/kernel/calendar';
import type { Setup } from '../../core/setup';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';
import { Insight } from './insight';

let stack: Stack;
let odile: Caller;
beforeAll(async () => {
  stack = await makeStack({ members: 150 });
  odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
});
afterAll(() => stack.stop());

const impact = async (on?: string) => (await odile.get<ImpactView>(`/desk/setup/impact${on ? `?on=${on}` : ''}`)).body;
/** Changes the door of Keepers and Patrons in the draft. */
async function door(rule: object): Promise<void> {
  const { setups } = stack.services;
  const row = (await setups.draft()).rows.find(({ kind, id }) => kind === 'door' && id === 'keepers')!;
  const saved = await setups.save('door', 'keepers', { id: 'keepers', title: 'Keepers', rule }, row.version);
  expect(saved.ok).toBe(true);
}
const everybody = async () =>
  (
    await stack.query<{ facts: string }>(
      `SELECT f.facts FROM member_facts f JOIN member m ON m.id = f.member WHERE m.shadow_of = ''`,
    )
  ).map(({ facts }) => readFacts(facts));
const mayOpen = (setup: Setup, facts: Facts, now: number) => {
  const doors = doorsOf(setup);
  return doors.meets(ruleOf(setup.pages.get('winter-guide')!.door, setup))(doors.prepare(facts, now));
};
/** By asking the door of each person, one by one. */
async function oneByOne(now = stack.services.clock.now()) {
  const { live } = stack.services;
  const draft = (await live.draft()).setup;
  const today = stack.services.clock.now();
  const all = (await everybody()).map((one) => (now > today ? factsAhead(one, today, now) : one));
  const whose = (was: boolean, will: boolean) =>
    all.filter((one) => mayOpen(live.must.setup, one, now) === was && mayOpen(draft, one, now) === will).length;
  return { in: whose(false, true), out: whose(true, false) };
}

describe('impact of the draft', () => {
  it('is nothing while nothing changes', async () => {
    expect(await impact()).toMatchObject({ in: { count: 0, rows: [] }, out: { count: 0 }, places: [], others: 10 });
  });

  it('names whom the door lets in and shuts out, as the door itself would, each once', async () => {
    await door({ fact: 'level', is: ['friend'], when: 'now' });
    const told = await impact();
    const expected = await oneByOne();
    expect(expected.in).toBeGreaterThan(3);
    expect(expected.out).toBeGreaterThan(20);
    expect([told.in.count, told.out.count]).toEqual([expected.in, expected.out]);
    const guide = told.places.find(({ title }) => title === 'Winter treatment guide');
    expect(guide).toMatchObject({ title: 'Winter treatment guide', in: expected.in, out: expected.out });
    expect(guide!.after - guide!.now).toBe(expected.in - expected.out);
    expect(told.out.rows.every(({ name, standing }) => name !== '' && standing === 'admitted')).toBe(true);
    expect(new Set(told.in.rows.map(({ id }) => id)).size).toBe(told.in.count);
  });

  it('is told of another day, by the terms that run then', async () => {
    const { site } = stack.services.live.must.setup.doc;
    const on = dayOf(stack.services.clock.now() + 200 * 86_400_000, site);
    const told = await impact(on);
    const at = endOfDay(startOfDay(on, site.zone)!, site.zone);
    expect([told.in.count, told.out.count]).toEqual(Object.values(await oneByOne(at)));
    expect(told.out.count).not.toBe((await impact()).out.count);
    expect((await odile.get('/desk/setup/impact?on=2026-02-30')).status).toBe(400);
  });

  it('tells visitors apart: what opens to the world, and what shuts for it', async () => {
    const { setups } = stack.services;
    const was = structuredClone(stack.services.live.must.setup.doc);
    const doc = structuredClone(was);
    for (const page of doc.pages) {
      if (page.id === 'my-bees') page.door = { everyone: true };
      if (page.id === 'about') page.door = { rule: { fact: 'signedIn' } };
    }
    await setups.replaceDraft(doc);
    const told = await impact();
    expect([told.visitorsIn, told.visitorsOut]).toEqual([['My bees'], ['About']]);
    expect(told.places.find(({ title }) => title === 'About')).toMatchObject({ in: 0, out: 0, visitors: 'shutOut' });
    const asked = { rule: { none: [{ fact: 'standing', is: ['lapsed'] }] }, parts: [] };
    expect((await odile.post<DoorView>('/desk/setup/door', asked)).body.visitors).toBe(true);
    await setups.replaceDraft(was);
    await door({ fact: 'level', is: ['friend'], when: 'now' });
  });

  it('follows whoever changes, comes and goes, without being read anew', async () => {
    const before = await impact();
    const [id] = before.out.rows.map((row) => row.id);
    const { db } = stack.services;
    const [row] = await stack.query<{ facts: string }>('SELECT facts FROM member_facts WHERE member = ?', [id]);
    const facts = JSON.parse(row!.facts) as Facts;
    await db.query('UPDATE member_facts SET facts = ? WHERE member = ?', [
      JSON.stringify({ ...facts, terms: [], groups: [] }),
      id,
    ]);
    expect((await impact()).out.count).toBe(before.out.count - 1);
    const gone = before.out.rows[1]!.id;
    await db.query('DELETE FROM member WHERE id = ?', [gone]);
    await db.query('DELETE FROM member_facts WHERE member = ?', [gone]);
    const after = await impact();
    expect(after.out.count).toBe(before.out.count - 2);
    expect(after.out.count).toBe((await oneByOne()).out);
  });

  it('reads only what has changed, once it knows everybody', async () => {
    const asked: string[] = [];
    const insight = new Insight(async <R>(sql: string, params: readonly unknown[]) => {
      asked.push(sql);
      return stack.services.db.query<R[]>(sql, [...params]);
    });
    const { setup } = stack.services.live.must;
    const { people } = await insight.impact(setup, setup, 0, 0);
    expect(people).toBe((await everybody()).length);
    asked.length = 0;
    await Promise.all([insight.impact(setup, setup, 0, 0), insight.impact(setup, setup, 0, 0)]);
    expect(asked.filter((sql) => sql.includes('f.member >'))).toEqual([]);
    expect(asked.filter((sql) => sql.includes('changed_at')).length).toBe(2);
  });

  it('is for those alone who may work on the draft', async () => {
    const tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
    expect((await tamsin.get('/desk/setup/impact')).status).toBe(403);
  });
});

describe('whom a door lets in, while it is built', () => {
  const keepers = { fact: 'level', is: ['keeper'], when: 'now' };
  const ask = (body: object) => odile.post<DoorView>('/desk/setup/door', body);

  it('is counted, by level and condition by condition, and named on asking', async () => {
    const rule = { all: [{ fact: 'standing', is: ['admitted'] }, keepers] };
    const { body } = await ask({ rule, parts: rule.all, list: 'inside' });
    const all = await everybody();
    const { setup } = stack.services.live.must;
    const now = stack.services.clock.now();
    const doors = doorsOf(setup);
    const meets = (one: object) => all.filter((facts) => doors.meets(one as never)(doors.prepare(facts, now))).length;
    expect(body.parts).toEqual(rule.all.map(meets));
    expect([body.inside, body.outside]).toEqual([meets(rule), all.length - meets(rule)]);
    expect(body.inside).toBeGreaterThan(10);
    expect(body.levels.reduce((sum, { count }) => sum + count, 0)).toBe(body.inside);
    expect(body.levels.map(({ title }) => title)).toContain('Keepers');
    expect(body.people!.count).toBe(body.inside);
    expect(body.people!.rows.every(({ standing }) => standing === 'admitted')).toBe(true);
    expect(body.change).toBeNull();
  });

  it('is held against the door that is live in its place, a block’s within its page’s', async () => {
    const page = 'winter-guide';
    const open = (await ask({ rule: { all: [] }, page })).body;
    expect(open.outside).toBe(0);
    expect(open.change!.letIn).toBe(open.inside - open.change!.before);
    expect(open.change!.shutOut).toBe(0);
    expect(open.change!.says).toContain('Keeper or Patron');
    const block = (await ask({ rule: { any: [] }, page, block: 'mentors-note', list: 'shutOut' })).body;
    expect(block.inside).toBe(0);
    expect(block.change!.before).toBeLessThan(open.change!.before);
    expect(block.people!.count).toBe(block.change!.shutOut);
    for (const place of [{ page: 'no-such' }, { page, block: 'no-such' }])
      expect((await ask({ rule: keepers, ...place })).body.change).toBeNull();
  });

  it('knows what names nothing as shut, and refuses what is no rule', async () => {
    const none = await ask({ rule: { none: [{ fact: 'group', is: ['no-such'] }] } });
    expect(none.body.inside).toBe(0);
    expect((await ask({ rule: { fact: 'level', is: [], when: 'now' } })).status).toBe(400);
    // A rule within rules without end is refused before anything walks down it.
    const deep = (times: number) => Array.from({ length: times }).reduce<object>((rule) => ({ all: [rule] }), keepers);
    expect((await ask({ rule: deep(30) })).status).toBe(200);
    const endless = await ask({ rule: deep(500) });
    expect([endless.status, endless.body]).toMatchObject([400, { code: 'bad-input' }]);
    const wilf = await new Caller(stack.address).staffIn('bea@quillmoor.example');
    expect((await wilf.post('/desk/setup/door', { rule: keepers })).status).toBe(403);
  });
});
