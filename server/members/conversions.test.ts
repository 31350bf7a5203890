import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, makeStack, until, type Stack } from '../../tests/support/stack';
import type { DraftView, MemberRow } from '../../contract';
import type { Facts } from '../../core/facts';
import { factsOf, gatherFacts } from './index';

let stack: Stack;
let odile: Caller;
beforeAll(async () => {
  stack = await makeStack({ members: 260 });
  odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
});
afterAll(() => stack.stop());

const FIELD = 'years-keeping';
const values = async () =>
  new Map(
    (
      await stack.query<{ member: string; value: string }>('SELECT member, value FROM member_value WHERE field = ?', [
        FIELD,
      ])
    ).map(({ member, value }) => [member, JSON.parse(value) as unknown]),
  );
const foretold = async () =>
  (
    await odile.get<{
      foretold: { answered: number; stay: number; rows: { name: string; value: string; says: string }[] } | null;
    }>(`/desk/fields/${FIELD}/conversion`)
  ).body.foretold;

/** Changes the kind of the field in the draft. */
async function become(of: object): Promise<void> {
  const { body } = await odile.get<DraftView>('/desk/setup/draft');
  const item = body.items.find((one) => one.kind === 'field' && one.id === FIELD)!;
  const saved = await odile.post(`/desk/setup/items/field/${FIELD}`, {
    version: item.version,
    body: { ...item.body, of },
  });
  expect(saved.status).toBe(200);
}
async function live(): Promise<void> {
  const { body } = await odile.get<DraftView>('/desk/setup/draft');
  expect((await odile.post('/desk/setup/publish', { stamp: body.stamp, note: '' })).status).toBe(200);
}

describe('a field that becomes of another kind', () => {
  it('says before which answers stay as they are, with the reason', async () => {
    expect(await foretold()).toBeNull();
    const before = await values();
    const over = [...before.values()].filter((value) => (value as number) > 8).length;
    expect(over).toBeGreaterThan(3);
    await become({ kind: 'number', whole: true, least: 0, most: 8 });
    const told = (await foretold())!;
    expect([told.answered, told.stay]).toEqual([before.size, over]);
    expect(told.rows[0]!.says).toContain('8');
    // Told by what is stored, and nothing of it is changed.
    expect(await values()).toEqual(before);
  });

  it('turns what can be turned once it is live, in rows, ready facts and filters, and leaves the rest', async () => {
    const before = await values();
    await become({ kind: 'shortText', longest: 1 });
    const told = (await foretold())!;
    const long = [...before.values()].filter((value) => (value as number) > 9).length;
    expect(told.stay).toBe(long);
    expect(before.size - long).toBeGreaterThan(100);
    await live();
    await stack.pass('hour');
    const after = await until('the answers to be turned', async () => {
      const now = await values();
      return [...now.values()].filter((value) => typeof value === 'string').length === before.size - told.stay
        ? now
        : null;
    });
    for (const [member, value] of before) {
      expect(after.get(member)).toBe((value as number) > 9 ? value : String(value));
    }
    expect(await foretold()).toBeNull();
    const { manager } = stack.services.database.source;
    for (const member of [...before.keys()].slice(0, 20)) {
      const ready = (await factsOf(manager, member as never))!;
      const { fields } = await gatherFacts(manager, member as never);
      expect(ready.fields).toEqual(fields);
    }
  });

  it('finds people by the new kind', async () => {
    const all = await values();
    await become({ kind: 'number', whole: true });
    await live();
    await stack.pass('hour');
    const rule = { fact: 'field', field: FIELD, test: { op: 'atLeast', value: 5 } };
    const page = (
      await odile.get<{ rows: MemberRow[]; total: number }>(
        `/desk/members?where=${encodeURIComponent(JSON.stringify(rule))}`,
      )
    ).body;
    const rows = await stack.query<{ facts: string }>('SELECT facts FROM member_facts');
    const many = rows.filter(({ facts }) => {
      const value = (JSON.parse(facts) as Facts).fields[FIELD as never] as unknown;
      return typeof value === 'number' && value >= 5;
    });
    expect(page.total).toBe(many.length);
    expect([...(await values()).values()].every((value) => typeof value === 'number')).toBe(true);
    expect(page.total).toBe([...all.values()].filter((value) => Number(value) >= 5).length);
  });
});

describe('a field that is made of others', () => {
  const apiary = async () =>
    new Map(
      (
        await stack.query<{ name: string; text: string }>(
          `SELECT m.name, v.text FROM member_value v JOIN member m ON m.id = v.member WHERE v.field = 'apiary'`,
        )
      ).map(({ name, text }) => [name, text]),
    );
  const made = (of: unknown) =>
    stack.publish((doc) => {
      const others = doc.fields.filter(({ id }) => id !== ('apiary' as never));
      const about = { label: 'Apiary', seenBy: 'staff', changedBy: 'nobody' };
      doc.fields = [...others, { id: 'apiary', ...about, of: { kind: 'computed', of } } as never];
    });

  it('is made for everybody once it is live, and anew when it is made of something else', async () => {
    expect((await made([{ chip: 'field:apiary-postcode', or: '' }])).ok).toBe(true);
    await stack.pass('hour');
    const postcodes = await stack.query<{ name: string; text: string }>(
      `SELECT m.name, v.text FROM member_value v JOIN member m ON m.id = v.member WHERE v.field = 'apiary-postcode'`,
    );
    expect(postcodes.length).toBeGreaterThan(200);
    await until('the field to be made', async () => ((await apiary()).size === postcodes.length ? true : null));
    expect(await apiary()).toEqual(new Map(postcodes.map(({ name, text }) => [name, text])));
    const both = [{ chip: 'field:apiary-postcode', or: '' }, ', ', { chip: 'field:hive-type', or: '' }];
    expect((await made(both)).ok).toBe(true);
    await stack.pass('hour');
    await until('the field to be made anew', async () =>
      [...(await apiary()).values()].some((text) => text.endsWith(', Skep')) ? true : null,
    );
  });

  it('follows an answer that is put right, is found by, and is changed by nobody', async () => {
    const [person] = await stack.query<{ id: string; name: string }>(
      `SELECT m.id, m.name FROM member m JOIN member_value v ON v.member = m.id AND v.field = 'apiary-postcode'
       WHERE m.standing = 'admitted' ORDER BY m.number DESC LIMIT 1`,
    );
    const { id, name } = person!;
    const set = (answers: object) => odile.post(`/desk/members/${id}/answers`, { answers });
    expect((await set({ 'apiary-postcode': 'QM3 9ZZ', 'hive-type': 'top-bar', apiary: 'elsewhere' })).status).toBe(200);
    expect((await apiary()).get(name)).toBe('QM3 9ZZ, Top bar');
    const { manager } = stack.services.database.source;
    expect((await factsOf(manager, id as never))!.fields).toMatchObject({ apiary: 'QM3 9ZZ, Top bar' });
    const found = await odile.get<{ rows: MemberRow[] }>('/desk/members?q=9zz%20top');
    expect(found.body.rows.map((row) => row.id)).toEqual([id]);
    expect((await set({ 'hive-type': '' })).status).toBe(200);
    expect((await apiary()).get(name)).toBe('QM3 9ZZ');
  });
});
