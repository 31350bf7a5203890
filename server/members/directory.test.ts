import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';
import type { MemberRow, MemberView } from '../../contract';
import { standings } from '../../core/facts';
import { searchWords } from './member.words';

type Page = { rows: MemberRow[]; total: number; more: string | null };
let stack: Stack;
let odile: Caller;
beforeAll(async () => {
  stack = await makeStack({ members: 400 });
  odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
});
afterAll(() => stack.stop());

const list = async (query: Record<string, string | number> = {}) =>
  (await odile.get<Page>(`/desk/members?${new URLSearchParams(Object.entries(query).map(([k, v]) => [k, String(v)]))}`))
    .body;

describe('the list of members', () => {
  it.each(['name', 'newest', 'oldest', 'seen'])(
    'sorted by %s, pages by key to the end: everybody once, in order',
    async (sort) => {
      const seen: MemberRow[] = [];
      let after: string | undefined;
      do {
        const page: Page = await list({ sort, limit: 70, ...(after ? { after } : {}) });
        expect(page.total).toBe(400);
        seen.push(...page.rows);
        after = page.more ?? undefined;
      } while (after);
      expect(seen).toHaveLength(400);
      expect(new Set(seen.map((row) => row.id)).size).toBe(400);
      const column = { name: 'name', newest: 'joined_at DESC', oldest: 'joined_at', seen: 'seen_at DESC' }[sort];
      const down = sort === 'newest' || sort === 'seen' ? 'DESC' : '';
      const expected = await stack.query<{ id: string }>(`SELECT id FROM member ORDER BY ${column}, id ${down}`);
      expect(seen.map((row) => row.id)).toEqual(expected.map((row) => row.id));
    },
  );

  it.each([
    ['seen', 'seen_at DESC, id DESC'],
    ['unseen', 'seen_at, id'],
  ])('goes on behind those who were never seen: %s', async (sort, order) => {
    await stack.query('UPDATE member SET seen_at = NULL WHERE number % 9 = 0');
    const seen: string[] = [];
    let after: string | undefined;
    do {
      const page: Page = await list({ sort, limit: 11, ...(after ? { after } : {}) });
      seen.push(...page.rows.map((row) => row.id));
      after = page.more ?? undefined;
    } while (after && seen.length < 1000);
    const expected = await stack.query<{ id: string }>(`SELECT id FROM member ORDER BY ${order}`);
    expect(seen).toEqual(expected.map(({ id }) => id));
  });

  it('begins at the first page where a key is none of its own', async () => {
    const first = await list({ sort: 'newest' });
    const key = (...parts: unknown[]) => Buffer.from(JSON.stringify(parts)).toString('base64url');
    for (const after of [key('Abel', 'ü'.repeat(20)), key('no date', 'x'.repeat(20)), key(null, 5), key(), '%'])
      expect(await list({ sort: 'newest', after })).toEqual(first);
  });

  it('narrows by standing, level held now, and group, and counts what fits', async () => {
    for (const standing of standings) {
      const page = await list({ standing, limit: 200 });
      expect(page.rows.every((row) => row.standing === standing)).toBe(true);
    }
    const mentors = await list({ group: 'mentors', standing: 'admitted', limit: 200 });
    expect(mentors.total).toBe(mentors.rows.length);
    expect(mentors.rows.map((row) => row.name)).toContain('Gwenna Fairclough');
    expect(mentors.rows.every((row) => row.groups?.includes('Mentors'))).toBe(true);
    const patrons = await list({ level: 'patron', limit: 200 });
    expect(patrons.rows.map((row) => row.name)).toEqual(expect.arrayContaining(['Philippa Ansty', 'Osric Danvell']));
    expect((await list({ level: 'keeper', q: 'tobias wetherfold' })).total).toBe(0);
  });

  it.each([
    ['ida marr', 'Ida Marrowby'],
    ['MARROWBY IDA', 'Ida Marrowby'],
    ['ida.marrowby@mail', 'Ida Marrowby'],
    ['  philippa  ', 'Philippa Ansty'],
    ['qm9 3xe', 'Maud Esterling'],
  ])('finds by the beginnings of words: “%s”', async (q, name) => {
    expect((await list({ q })).rows.map((row) => row.name)).toContain(name);
  });

  it('finds nobody by the middle of a word, by a wildcard or by nothing', async () => {
    expect((await list({ q: 'arrowby' })).total).toBe(0);
    expect((await list({ q: '%' })).total).toBe(0);
    expect((await list({ q: '_da' })).total).toBe(0);
    expect((await odile.get<{ people: unknown[] }>('/desk/find?q=%20')).body.people).toEqual([]);
  });

  it('says dates, levels and the end of terms in words', async () => {
    const [ida] = (await list({ q: 'ida marrowby' })).rows;
    expect(ida).toMatchObject({ level: 'Keeper', groups: 'Swarm collectors', standing: 'admitted' });
    expect(ida!.joined).toMatch(/^\d{1,2} [A-Z][a-z]{2} 20\d\d$/);
    const [tobias] = (await list({ q: 'tobias wetherfold' })).rows;
    expect(tobias!.until).toMatch(/^ended \d{1,2} [A-Z][a-z]{2} 20\d\d$/);
    const [anselm] = (await list({ q: 'anselm pikard' })).rows;
    expect(anselm!.joined).toMatch(/^applied /);
    expect(anselm!.level).toBeNull();
  });

  it('accents and capitals make no difference', () => {
    expect(searchWords('Åse ØDEGÅRD,  o’Hara')).toEqual(['ase', 'odegard', 'o’hara']);
  });

  it('counts everybody and each standing', async () => {
    const { body } = await odile.get<{ everyone: number; standings: { count: number }[]; levels: unknown[] }>(
      '/desk/members-counts',
    );
    expect(body.everyone).toBe(400);
    expect(body.standings.reduce((sum, item) => sum + item.count, 0)).toBe(400);
    expect(body.levels).toHaveLength(4);
  });
});

describe('one person', () => {
  const open = async (name: string) => {
    const [row] = (await list({ q: name })).rows;
    return (await odile.get<MemberView>(`/desk/members/${row!.id}`)).body;
  };

  it('shows facts in words and a timeline, newest first', async () => {
    const tobias = await open('Tobias Wetherfold');
    expect(tobias.membership).toMatch(/^Keeper, ended /);
    expect(tobias.timeline[0]).toMatchObject({ title: 'Lapsed', mark: 'lapsed' });
    expect(tobias.timeline.at(-1)).toMatchObject({ title: 'Applicant', mark: 'applicant' });
    expect(tobias.facts.find((fact) => fact.label === 'Apiary postcode')!.value).toBe('QM5 9HD');
    expect(JSON.stringify(tobias)).not.toMatch(/\d{4}-\d{2}-\d{2}|heard-of-us|colonies-kept/);
  });

  it('shows an application with its limit, to be decided by reviewers alone', async () => {
    const anselm = await open('Anselm Pikard');
    expect(anselm.application).toMatchObject({
      state: 'open',
      gate: 'Review',
      canReview: true,
      limit: { passed: 9, allowed: 14, target: 5, says: '9 days', left: '5 left' },
    });
    const wilf = await new Caller(stack.address).staffIn('wilf@quillmoor.example');
    expect((await wilf.get<MemberView>(`/desk/members/${anselm.id}`)).body.application!.canReview).toBe(false);
    expect((await wilf.post(`/desk/applications/${anselm.application!.id}/approve`)).status).toBe(403);
  });

  it('who does not exist is a 404', async () => {
    expect((await odile.get(`/desk/members/${'z'.repeat(20)}`)).status).toBe(404);
  });
});
