import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';
import type { MemberRow, MemberView, SavedView } from '../../contract';
import { standings, type Facts, type FieldValue } from '../../core/facts';
import { valueColumns, type AnswerRule, type FieldTest } from '../../core/fields';
import { meetsAnswers } from '../../core/fields/answerRule';
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

describe('filtered by answers', () => {
  const number = (value: number, op: 'atLeast' | 'atMost' = 'atLeast') =>
    ({ fact: 'field', field: 'years-keeping', test: { op, value } }) as AnswerRule;
  const postcode = (op: 'startsWith' | 'is', value: string) =>
    ({ fact: 'field', field: 'apiary-postcode', test: { op, value } }) as AnswerRule;
  const heard = (value: string) => ({ fact: 'field', field: 'heard-of-us', test: { op: 'is', value } }) as AnswerRule;
  const interest = (value: string) =>
    ({ fact: 'field', field: 'interests', test: { op: 'includes', value } }) as AnswerRule;
  const agreed = (op: 'atLeast' | 'atMost', value: number) =>
    ({ fact: 'field', field: 'rules', test: { op, value } }) as AnswerRule;
  const day = (field: 'since-day' | 'season', op: 'from' | 'until', on: string) =>
    ({ fact: 'field', field, test: { op, day: on } }) as AnswerRule;
  /** Days and spans of days, which Quillmoor asks nobody for. */
  beforeAll(async () => {
    const own = { seenBy: 'staff', changedBy: 'staff' };
    const made = await stack.publish((doc) =>
      doc.fields.push(
        { id: 'since-day', label: 'Since', of: { kind: 'date' }, ...own } as never,
        { id: 'season', label: 'Season', of: { kind: 'dateRange' }, ...own } as never,
      ),
    );
    expect(made.ok).toBe(true);
    const people = await stack.query<{ id: string }>('SELECT id FROM member ORDER BY number LIMIT 20');
    for (const [at, { id }] of people.entries()) {
      const [first, last] = [`20${10 + at}-03-02`, `20${10 + at}-09-30`];
      for (const [field, value] of [
        ['since-day', first],
        ['season', `${first}/${last}`],
      ]) {
        await stack.query(
          'INSERT INTO member_value (member, field, text, number, value) VALUES (?, ?, ?, NULL, JSON_QUOTE(?))',
          [id, field, value, value],
        );
        await stack.query('UPDATE member_facts SET facts = JSON_SET(facts, ?, ?) WHERE member = ?', [
          `$.fields."${field}"`,
          value,
          id,
        ]);
      }
    }
  });
  /** Lists of several answers, one of them longer than the column that holds its beginning. */
  beforeAll(async () => {
    const many = Array.from({ length: 30 }, (_, n) => `interest-${n}`);
    const lists = [['queen-rearing'], ['queen-rearing', 'honey-shows'], ['honey-shows'], many, [...many].reverse()];
    const people = await stack.query<{ id: string }>('SELECT id FROM member ORDER BY number LIMIT ?', [lists.length]);
    for (const [at, list] of lists.entries()) {
      const json = JSON.stringify(list);
      await stack.query(
        `INSERT INTO member_value (member, field, text, number, value) VALUES (?, 'interests', ?, NULL, ?)
         ON DUPLICATE KEY UPDATE text = VALUES(text), value = VALUES(value)`,
        [people[at]!.id, list.join(',').slice(0, 190), json],
      );
      await stack.query(
        `UPDATE member_facts SET facts = JSON_SET(facts, '$.fields.interests', JSON_EXTRACT(?, '$')) WHERE member = ?`,
        [json, people[at]!.id],
      );
    }
  });
  const whole = async (rule: AnswerRule) => {
    const rows = await stack.query<{ id: string; facts: string }>(
      `SELECT m.id, f.facts FROM member m JOIN member_facts f ON f.member = m.id ORDER BY m.name, m.id`,
    );
    return rows
      .filter(({ facts }) => meetsAnswers(rule, new Map(Object.entries((JSON.parse(facts) as Facts).fields))))
      .map(({ id }) => id);
  };

  it.each<[string, AnswerRule]>([
    ['a number at least', number(5)],
    ['a number at most', number(2, 'atMost')],
    ['a choice', heard('market-stall')],
    ['first letters, small or not', postcode('startsWith', 'qm4')],
    ['nothing but those letters', postcode('startsWith', 'Q_4%')],
    ['the very text', postcode('is', 'QM4 7TB')],
    ['another way of writing it', postcode('is', 'qm4 7tb')],
    ['all of two', { all: [number(3), heard('market-stall')] }],
    ['one of two', { any: [number(20), postcode('startsWith', 'QM9')] }],
    ['none of two', { none: [number(3), heard('market-stall')] }],
    ['none of nothing', { none: [] }],
    ['one of nothing', { any: [] }],
    ['all of nothing', { all: [] }],
    ['one of several', interest('queen-rearing')],
    ['the last of many', interest('interest-29')],
    ['one that is cut where the column ends', interest('interest-1')],
    ['the beginning of one that was cut', interest('interest-1'.slice(0, 8))],
    [
      'a word where a number stands',
      { fact: 'field', field: 'years-keeping' as never, test: { op: 'is', value: '5' } },
    ],
    ['a field nobody has', { fact: 'field', field: 'no-such' as never, test: { op: 'answered' } }],
    ['a version agreed to', agreed('atLeast', 3)],
    ['an earlier one', agreed('atMost', 2)],
    ['a day or later', day('since-day', 'from', '2020-03-02')],
    ['a day or earlier', day('since-day', 'until', '2020-03-02')],
    ['a span that begins then or later', day('season', 'from', '2020-03-02')],
    ['a span that begins later than that day', day('season', 'from', '2020-03-03')],
    ['a span that ends then or earlier', day('season', 'until', '2020-09-30')],
    ['a span that has not ended then', day('season', 'until', '2020-09-29')],
    [
      'a day where a choice stands',
      { fact: 'field', field: 'heard-of-us' as never, test: { op: 'from', day: '2020-01-01' } },
    ],
    ['whatever was answered', { fact: 'field', field: 'years-keeping' as never, test: { op: 'answered' } }],
  ])('%s: whom the rule finds', async (_, rule) => {
    const expected = await whole(rule);
    const page = await list({ where: JSON.stringify(rule), limit: 200 });
    expect(page.total).toBe(expected.length);
    expect(page.rows.map(({ id }) => id)).toEqual(expected.slice(0, 200));
  });

  it('goes by the whole of what is longer than its column', async () => {
    const [{ id } = { id: '' }] = await stack.query<{ id: string }>('SELECT id FROM member ORDER BY name LIMIT 1');
    const long = 'é'.repeat(150) + 'Strauß '.repeat(20);
    await stack.query('UPDATE member_value SET text = ?, value = ? WHERE member = ? AND field = ?', [
      long.slice(0, 190),
      JSON.stringify(long),
      id,
      'apiary-postcode',
    ]);
    const found = async (rule: AnswerRule) => (await list({ where: JSON.stringify(rule) })).rows.map((row) => row.id);
    expect(await found(postcode('is', long))).toEqual([id]);
    expect(await found(postcode('is', long.toUpperCase().replaceAll('SS', 'ß')))).toEqual([id]);
    expect(await found(postcode('is', `${long.slice(0, -1)}x`))).toEqual([]);
    expect(await found(postcode('startsWith', long.slice(0, 200)))).toEqual([id]);
    expect(await found(postcode('startsWith', `${long.slice(0, 200)}x`))).toEqual([]);
  });

  it('finds whom a door lets in, also where a field has become another and answers stayed as they were given', async () => {
    const given: FieldValue[] = ['5', 5, true, '2020-03-02', ['5'], ['5', 'other'], 'QM4\u00a07TB', 'ΟΔΟΣ', 'οδος 4'];
    const people = await stack.query<{ id: string }>('SELECT id FROM member ORDER BY number LIMIT ?', [given.length]);
    const fields = ['years-keeping', 'apiary-postcode', 'interests', 'heard-of-us'];
    for (const field of fields) {
      await stack.query('DELETE FROM member_value WHERE field = ?', [field]);
      await stack.query(`UPDATE member_facts SET facts = JSON_REMOVE(facts, ?)`, [`$.fields.${field}`]);
      for (const [at, value] of given.entries()) {
        const { text, number: count } = valueColumns(value);
        const json = JSON.stringify(value);
        const { id } = people[at]!;
        await stack.query('INSERT INTO member_value (member, field, text, number, value) VALUES (?, ?, ?, ?, ?)', [
          ...[id, field, text, count, json],
        ]);
        await stack.query(`UPDATE member_facts SET facts = JSON_SET(facts, ?, JSON_EXTRACT(?, '$')) WHERE member = ?`, [
          ...[`$.fields.${field}`, json, id],
        ]);
      }
    }
    const tests: FieldTest[] = [
      { op: 'answered' },
      ...['5', 5, true, false, 'QM4 7TB', 'qm4 7Tb', 'QM4\u00a07TB', 'ΟΔΟΣ', 'οδοσ'].map((value): FieldTest => ({
        op: 'is',
        value,
      })),
      ...[4, 5, 6].flatMap((value): FieldTest[] => [
        { op: 'atLeast', value },
        { op: 'atMost', value },
      ]),
      ...['5', 'qm4 7', 'qm4\u00a07', 'οδος', 'ΟΔΟΣ', 'οδοσ'].map((value): FieldTest => ({ op: 'startsWith', value })),
      ...['5', 'other'].map((value): FieldTest => ({ op: 'includes', value })),
      { op: 'from', day: '2020-03-02' },
      { op: 'until', day: '2020-03-02' },
    ];
    for (const field of fields)
      for (const test of tests) {
        const rule = { fact: 'field', field, test } as AnswerRule;
        const page = await list({ where: JSON.stringify(rule), limit: 200 });
        expect([rule, page.rows.map(({ id }) => id)]).toEqual([rule, await whole(rule)]);
      }
  });

  it.each([
    `${'{"none":['.repeat(7)}${']}'.repeat(7)}`,
    `${'{"none":['.repeat(400)}${']}'.repeat(400)}`,
    '{',
    '"x"',
    '{"fact":"field"}',
    `{"all":[${'{"all":[]},'.repeat(40)}{"all":[]}]}`,
  ])('refuses %s as no rule', async (where) => {
    expect((await odile.get(`/desk/members?where=${encodeURIComponent(where)}`)).status).toBe(400);
  });
});

describe('answers put right by staff', () => {
  const of = async (name: string) =>
    (await stack.query<{ id: string }>('SELECT id FROM member WHERE name = ?', [name]))[0]!.id;

  it('are kept with who did it on the timeline and in the audit, and only what was sent', async () => {
    const id = await of('Ida Marrowby');
    const before = (await odile.get<{ values: Record<string, unknown> }>(`/desk/members/${id}/answers`)).body.values;
    const done = await odile.post(`/desk/members/${id}/answers`, {
      answers: { 'colonies-kept': '7', 'apiary-postcode': 'qm4 7tc' },
    });
    expect(done).toEqual({ status: 200, body: { changed: ['Apiary postcode', 'Colonies kept'] } });
    const { body } = await odile.get<MemberView>(`/desk/members/${id}`);
    expect(body.timeline[0]!.title).toBe('Odile Harrowgate changed Apiary postcode and Colonies kept');
    const [audit] = await stack.query<{ name: string; subject: string }>(
      `SELECT name, subject FROM audit WHERE act = 'profile.corrected'`,
    );
    expect(audit).toEqual({ name: 'Odile Harrowgate', subject: id });
    const after = (await odile.get<{ values: Record<string, unknown> }>(`/desk/members/${id}/answers`)).body.values;
    expect(after).toEqual({ ...before, 'colonies-kept': 7, 'apiary-postcode': 'QM4 7TC' });
    // Found by its new postcode.
    expect((await list({ q: '7tc' })).rows.map((row) => row.id)).toContain(id);
    expect((await odile.post(`/desk/members/${id}/answers`, { answers: { 'colonies-kept': '7' } })).body).toEqual({
      changed: [],
    });
  });

  it('are refused as a form refuses them, and nothing is kept by halves', async () => {
    const id = await of('Ida Marrowby');
    const wrong = await odile.post<{ faults: { at: string }[] }>(`/desk/members/${id}/answers`, {
      answers: { 'colonies-kept': 'many', 'apiary-postcode': 'QM4 7TD', 'full-name': '' },
    });
    expect([wrong.status, wrong.body.faults.map(({ at }) => at)]).toEqual([422, ['full-name', 'colonies-kept']]);
    const { body } = await odile.get<{ values: Record<string, unknown> }>(`/desk/members/${id}/answers`);
    expect(body.values['apiary-postcode']).toBe('QM4 7TC');
  });

  it('take no address, nothing that nobody changes, and are nobody’s who is not there', async () => {
    await stack.publish((doc) => {
      doc.fields.find(({ id }) => (id as string) === 'heard-of-us')!.changedBy = 'nobody';
    });
    const id = await of('Ida Marrowby');
    const sent = { mail: 'other@mail.example', 'heard-of-us': 'market-stall' };
    expect((await odile.post(`/desk/members/${id}/answers`, { answers: sent })).body).toEqual({ changed: [] });
    expect((await odile.post(`/desk/members/${'z'.repeat(20)}/answers`, { answers: {} })).status).toBe(404);
    expect((await odile.get(`/desk/members/${'z'.repeat(20)}/answers`)).status).toBe(404);
  });
});

describe('views that are kept', () => {
  const views = async (who = odile) => (await who.get<{ views: SavedView[] }>('/desk/saved-views')).body.views;
  const keeper = { level: 'keeper', sort: 'newest' };

  it('are kept by name for everybody, one a name, and taken out', async () => {
    expect(await views()).toEqual([]);
    const kept = await odile.post<{ views: SavedView[] }>('/desk/saved-views', { name: 'Keepers', asked: keeper });
    expect(kept.body.views).toMatchObject([{ name: 'Keepers', asked: keeper, note: expect.stringMatching(/^Odile/) }]);
    const tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
    const where = JSON.stringify({ all: [] });
    await tamsin.post('/desk/saved-views', { name: 'KEEPÉRS', asked: { sort: 'name', where } });
    const [view, ...others] = await views();
    expect(others).toEqual([]);
    expect(view).toMatchObject({
      name: 'KEEPÉRS',
      asked: { sort: 'name', where },
      note: expect.stringMatching(/^Tamsin/),
    });
    expect((await tamsin.post(`/desk/saved-views/${view!.id}/remove`)).body).toEqual({ views: [] });
    expect((await odile.post(`/desk/saved-views/${view!.id}/remove`)).status).toBe(404);
  });

  it('keep no words that were searched for, and are as many as a list can hold', async () => {
    const refused = await odile.post('/desk/saved-views', { name: 'Ida', asked: { ...keeper, q: 'Ida' } });
    expect(refused.status).toBe(400);
    for (let n = 0; n < 60; n++)
      expect((await odile.post('/desk/saved-views', { name: `View ${n}`, asked: keeper })).status).toBe(200);
    expect((await odile.post('/desk/saved-views', { name: 'One more', asked: keeper })).status).toBe(422);
    expect((await odile.post('/desk/saved-views', { name: 'View 3', asked: { sort: 'seen' } })).status).toBe(200);
  });
});

describe('groups given by staff', () => {
  it('are kept on the timeline, open what asks for them, and are taken again', async () => {
    const [{ id } = { id: '' }] = await stack.query<{ id: string }>(
      "SELECT id FROM member WHERE name = 'Ida Marrowby'",
    );
    const of = async () =>
      (await odile.get<{ groups: { id: string; held: boolean }[] }>(`/desk/members/${id}/groups`)).body.groups;
    expect((await of()).find((group) => group.id === 'mentors')).toMatchObject({ held: false });
    const given = await odile.post(`/desk/members/${id}/groups`, { id, into: ['mentors', 'no-such'], outOf: [] });
    expect([given.status, given.body]).toEqual([200, { into: ['Mentors'], outOf: [] }]);
    // Again, and nothing changes.
    expect((await odile.post(`/desk/members/${id}/groups`, { id, into: ['mentors'], outOf: [] })).body).toEqual({
      into: [],
      outOf: [],
    });
    expect((await of()).find((group) => group.id === 'mentors')).toMatchObject({ held: true });
    const inside = await list({ where: JSON.stringify({ fact: 'group', is: ['mentors'] }), limit: 200 });
    expect(inside.rows.map((row) => row.id)).toContain(id);
    const { timeline } = (await odile.get<MemberView>(`/desk/members/${id}`)).body;
    expect(timeline[0]!.title).toBe('Odile Harrowgate put them into Mentors');
    expect((await odile.post(`/desk/members/${id}/groups`, { id, into: [], outOf: ['mentors'] })).body).toEqual({
      into: [],
      outOf: ['Mentors'],
    });
    expect((await of()).find((group) => group.id === 'mentors')).toMatchObject({ held: false });
    const tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
    // Who may not change members may not change their groups either.
    expect((await tamsin.post(`/desk/members/${id}/groups`, { id, into: ['mentors'], outOf: [] })).status).toBe(403);
    expect((await odile.get('/desk/members/nobody-here/groups')).status).toBeGreaterThanOrEqual(400);
  });
});
