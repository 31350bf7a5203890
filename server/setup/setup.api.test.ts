import Ajv from 'ajv/dist/2020';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DraftView } from '../../contract';
import { quillmoorDocument } from '../../tests/support/quillmoor';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';

let stack: Stack;
let wilf: Caller;
let odile: Caller;
beforeAll(async () => {
  stack = await makeStack({ members: 40 });
  wilf = await new Caller(stack.address).staffIn('wilf@quillmoor.example');
  odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
});
afterAll(() => stack.stop());

const draft = async (who = wilf) => (await who.get<DraftView>('/desk/setup/draft')).body;
const item = async (kind: string, id: string) =>
  (await draft()).items.find((one) => one.kind === kind && one.id === id)!;
const save = async (kind: string, id: string, change: object, who = wilf) => {
  const { version, body } = await item(kind, id);
  return who.post(`/desk/setup/items/${kind}/${id}`, { version, body: { ...body, ...change } });
};

describe('the draft', () => {
  it('tells the address that people use, whichever way somebody of the staff has come', async () => {
    expect((await draft()).address).toBe(stack.services.config.address);
  });

  it('tells who changed what, and is saved item by item', async () => {
    expect(await save('field', 'colonies-kept', { help: 'Nuclei too.' })).toMatchObject({
      status: 200,
      body: { version: 2, by: 'Wilf Garrowby' },
    });
    expect(await item('field', 'colonies-kept')).toMatchObject({
      version: 2,
      by: 'Wilf Garrowby',
      body: { help: 'Nuclei too.' },
    });
    const [entry] = await stack.query<{ act: string; name: string; detail: string }>(
      'SELECT act, name, detail FROM audit ORDER BY id DESC LIMIT 1',
    );
    expect(entry).toMatchObject({ act: 'setup.saved', name: 'Wilf Garrowby' });
    expect(JSON.parse(entry!.detail)).toEqual({ kind: 'field', id: 'colonies-kept' });
  });

  it('refuses a save made from what somebody else has changed, and says who', async () => {
    const { version, body } = await item('field', 'interests');
    const saved = (who: Caller, help: string) =>
      who.post('/desk/setup/items/field/interests', { version, body: { ...body, help } });
    expect((await saved(odile, 'What you like.')).status).toBe(200);
    const late = await saved(wilf, 'What you love.');
    expect(late).toMatchObject({ status: 409, body: { code: 'stale' } });
    expect(late.body['detail']).toBe('Odile Harrowgate changed this a moment ago.');
    expect((await item('field', 'interests')).body['help']).toBe('What you like.');
  });

  it('a repeat of the same sending is answered as the first and saves nothing', async () => {
    const { version, body } = await item('group', 'mentors');
    const send = () =>
      wilf.post(
        '/desk/setup/items/group/mentors',
        { version, body: { ...body, title: 'Mentors all' } },
        'k'.repeat(20),
      );
    expect([await send(), await send()].map(({ status, body: { version: at } }) => [status, at])).toEqual([
      [200, version + 1],
      [200, version + 1],
    ]);
  });

  it('says what cannot be saved and why', async () => {
    const refused = await save('form', 'join-quillmoor', { address: 'Join us!' });
    expect(refused).toMatchObject({ status: 422, body: { code: 'setup-faults', faults: [{ at: 'address' }] } });
    expect(refused.body['detail']).toContain('An address has small letters, digits and single hyphens.');
    expect((await wilf.post('/desk/setup/items/site/other', { version: 0, body: {} })).status).toBe(422);
  });

  it('keeps what is in use, and says how much of it', async () => {
    const { version } = await item('field', 'years-keeping');
    const refused = await wilf.post('/desk/setup/items/field/years-keeping/remove', { version });
    expect(refused).toMatchObject({ status: 409, body: { code: 'in-use' } });
    expect(refused.body['detail']).toMatch(/^It is used by \d+ .+\. Retire it instead/);
    expect((await wilf.post('/desk/setup/items/field/nothing/remove', { version: 0 })).status).toBe(404);
  });

  it('takes an item out, and another order', async () => {
    const { version } = await item('topic', 'swarm-alerts');
    expect((await wilf.post('/desk/setup/items/topic/swarm-alerts/remove', { version })).status).toBe(409);
    await wilf.post('/desk/setup/items/group/cooks', { version: 0, body: { id: 'cooks', title: 'Cooks' } });
    const cooks = await item('group', 'cooks');
    expect((await wilf.post('/desk/setup/items/group/cooks/remove', { version: cooks.version })).status).toBe(200);
    expect((await draft()).gone).toMatchObject([{ kind: 'group', id: 'cooks', by: 'Wilf Garrowby' }]);

    const fields = async () => (await draft()).items.filter(({ kind }) => kind === 'field').map(({ id }) => id);
    const turned = (await fields()).reverse();
    await wilf.post('/desk/setup/order/field', { ids: turned });
    expect(await fields()).toEqual(turned);
    // One that somebody has added meanwhile comes after the others.
    await wilf.post('/desk/setup/order/field', { ids: turned.slice(1).reverse() });
    expect((await fields()).at(-1)).toBe(turned[0]);
  });
});

describe('publishing', () => {
  it('tells whom it moves before, and moves them; the revision can be read, compared and brought back', async () => {
    const waiting = await stack.query("SELECT id FROM application WHERE state = 'open' AND gate_kind = 'review'");
    expect(waiting.length).toBeGreaterThan(0);
    const path = await item('path', 'keeper-path');
    const gates = (path.body['gates'] as { id: string }[]).filter(({ id }) => id !== 'review');
    await save('path', 'keeper-path', { gates });
    const { rows, total } = (await wilf.get<{ rows: { says: string }[]; total: number }>('/desk/setup/people')).body;
    expect(total).toBe(waiting.length);
    expect(rows.map(({ says }) => says)).toContain('Anselm Pikard is admitted');

    const { stamp, revision } = await draft();
    const stale = await wilf.post('/desk/setup/publish', { stamp: 'x', note: '' });
    expect(stale).toMatchObject({ status: 409, body: { code: 'draft-changed' } });
    expect(await wilf.post('/desk/setup/publish', { stamp, note: ' No review ' })).toEqual({
      status: 200,
      body: { revision: revision + 1 },
    });
    await stack.settled();
    expect(await stack.query("SELECT id FROM application WHERE state = 'open' AND gate_kind = 'review'")).toEqual([]);

    const history = (await odile.get<{ rows: object[] }>('/desk/setup/history')).body.rows;
    expect(history[0]).toMatchObject({ number: revision + 1, note: 'No review', author: 'Wilf Garrowby' });
    const old = await odile.get<{ document: Record<string, unknown> }>(`/desk/setup/revisions/${revision}`);
    expect((old.body.document['paths'] as { gates: unknown[] }[])[0]!.gates).toHaveLength(2);
    expect((await odile.get('/desk/setup/revisions/99')).status).toBe(404);

    const back = await odile.post('/desk/setup/draft', { document: old.body.document, stamp: (await draft()).stamp });
    expect(back.status).toBe(200);
    expect((await item('path', 'keeper-path')).body['gates']).toHaveLength(2);
    // What is as it was is not said to have been changed by whoever brought it back.
    expect((await item('message', 'declined')).by).toBe('');
  });

  it('has to wait for what blocks it, and says so', async () => {
    await save('path', 'keeper-path', { landing: 'nowhere' });
    const refused = await wilf.post('/desk/setup/publish', { stamp: (await draft()).stamp, note: '' });
    expect(refused).toMatchObject({ status: 422, body: { code: 'setup-faults' } });
    expect(refused.body['detail']).toMatch(
      /^Publishing has to wait: Keeper path names a page that is not there\. Choose a page/,
    );
    await save('path', 'keeper-path', { landing: 'winter-guide' });
  });
});

describe('a file', () => {
  const bring = async (document: unknown) => wilf.post('/desk/setup/draft', { document, stamp: (await draft()).stamp });

  it('that is foreign, newer or broken is refused with the places, and the draft stays', async () => {
    const before = (await draft()).stamp;
    expect((await bring({ pages: [] })).body['detail']).toMatch(/^This file is no set-up of Admissa/);
    expect((await bring({ format: 'admissa-setup/99' })).body['detail']).toMatch(/newer version of Admissa/);
    const broken = quillmoorDocument() as unknown as { pages: { address: string }[] };
    broken.pages[0]!.address = 'Über uns';
    expect(await bring(broken)).toMatchObject({
      status: 422,
      body: { faults: [{ at: 'pages.0.address', says: 'An address has small letters, digits and single hyphens.' }] },
    });
    expect((await wilf.post('/desk/setup/draft', { document: [], stamp: before })).status).toBe(400);
    expect((await draft()).stamp).toBe(before);
  });

  it('of an older format is brought up to date', async () => {
    const old = { ...quillmoorDocument(), format: 'admissa-setup/1' };
    expect((await bring(old)).status).toBe(200);
  });

  it('fits the published schema, by another program’s reading of it', async () => {
    const { body: schema } = await wilf.get<object>('/setup-schema.json');
    const validate = new Ajv({ strict: false, validateFormats: false }).compile(schema);
    expect(validate(quillmoorDocument()), JSON.stringify(validate.errors)).toBe(true);
    expect(validate({ ...quillmoorDocument(), pages: [{ id: 'x' }] })).toBe(false);
    expect((schema as { $schema: string }).$schema).toBe('https://json-schema.org/draft/2020-12/schema');
  });
});

it('the draft is looked at through somebody’s eyes, and the site stays as it is', async () => {
  const page = await item('page', 'about');
  await save('page', 'about', { ...page.body, heading: 'Bees of the draft' });
  const today = new Date(stack.services.clock.now()).toISOString().slice(0, 10);
  expect(await wilf.html(`/viewpoint/draft/visitor/${today}/about`)).toContain('Bees of the draft');
  expect(await wilf.html(`/viewpoint/visitor/${today}/about`)).not.toContain('Bees of the draft');
  expect(await new Caller(stack.address).html(`/viewpoint/draft/visitor/${today}/about`)).not.toContain('Bees');
  expect((await wilf.get('/desk/viewpoint?person=visitor&draft=yes')).status).toBe(200);
  // Who may not see the draft sees it through nobody's eyes either.
  const tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
  expect((await tamsin.raw(`/viewpoint/draft/visitor/${today}/about`)).status).toBe(403);
  expect((await tamsin.raw(`/viewpoint/visitor/${today}/about`)).status).toBe(200);
  expect((await tamsin.get('/desk/viewpoint?person=visitor&draft=yes')).status).toBe(403);
});

describe('an earlier revision', () => {
  it('comes back by its number; what is newer and in use comes in as retired, and is told', async () => {
    const { setups } = stack.services;
    const before = await setups.revision();
    const live = structuredClone(stack.services.live.must.setup.doc);
    await setups.replaceDraft(live);
    await stack.publish((doc) => {
      doc.groups.push({ id: 'bakers', title: 'Bakers' } as never, { id: 'brewers', title: 'Brewers' } as never);
    });
    const [member] = await stack.query<{ id: string }>('SELECT id FROM member LIMIT 1');
    await stack.query(`INSERT INTO member_group (member, group_id, since) VALUES (?, 'bakers', UTC_TIMESTAMP(3))`, [
      member!.id,
    ]);
    const { stamp } = await draft();
    const back = await wilf.post<{ kept: string[] }>('/desk/setup/restore', { number: before, stamp });
    expect([back.status, back.body.kept]).toEqual([200, ['Bakers']]);
    const groups = (await draft()).items.filter(({ kind }) => kind === 'group');
    expect(groups.find(({ id }) => id === 'bakers')!.body).toMatchObject({ retired: true });
    expect(groups.some(({ id }) => id === 'brewers')).toBe(false);
    const published = await wilf.post('/desk/setup/publish', { stamp: (await draft()).stamp, note: 'Back' });
    expect(published.status).toBe(200);
    expect((await wilf.post('/desk/setup/restore', { number: 9_999, stamp: (await draft()).stamp })).status).toBe(404);
  });

  it('larger than anything else that is sent is brought in as a file', async () => {
    const large = quillmoorDocument();
    const page = large.pages.find(({ id }) => id === 'about')!;
    for (let n = 0; n < 300; n++)
      large.pages.push({ ...structuredClone(page), id: `about-${n}` as never, address: `about-${n}` });
    expect(JSON.stringify(large).length).toBeGreaterThan(400_000);
    const { stamp } = await draft();
    expect((await wilf.post('/desk/setup/draft', { document: large, stamp })).status).toBe(200);
    // Everywhere else nothing so large is read.
    const sent = { kind: 'page', id: 'about', version: 1, body: { words: 'x'.repeat(300_000) } };
    expect((await wilf.post('/desk/setup/item', sent)).status).toBe(413);
  });
});

describe('matters of money', () => {
  it('are changed by staff who handle money; an editor saves the rest', async () => {
    const { body: level } = await item('level', 'keeper');
    const prices = (level['prices'] as { amount?: number }[]).map((price) => ({ ...price, amount: 100 }));
    const before = await draft();
    const says = 'changed by staff who handle money';
    const refused = async (sent: Promise<{ status: number; body: unknown }>) =>
      expect(await sent).toMatchObject({ status: 403, body: { detail: expect.stringContaining(says) as string } });
    await refused(save('level', 'keeper', { prices }));
    await refused(save('money', 'money', { transfer: { lines: [{ label: 'Account', text: 'Mine' }] } }));
    await refused(save('site', 'site', { currency: 'CHF' }));
    await refused(
      save('form', 'join-quillmoor', { hooks: [{ address: 'https://elsewhere.example/', generation: 1 }] }),
    );
    const gift = { id: 'gift', title: 'Gift', word: 'GIFT', off: { percent: 100 }, on: 'every' };
    await refused(wilf.post('/desk/setup/items/code/gift', { version: 0, body: gift }));
    const code = before.items.find(({ kind }) => kind === 'code')!;
    await refused(wilf.post(`/desk/setup/items/code/${code.id}/remove`, { version: code.version }));
    const other = quillmoorDocument();
    other.money.grace = { count: 99, unit: 'days' };
    await refused(wilf.post('/desk/setup/draft', { document: other, stamp: before.stamp }));
    expect((await draft()).stamp).toBe(before.stamp);
    expect((await save('level', 'keeper', { about: 'For those who keep bees.' })).status).toBe(200);
    expect((await save('level', 'keeper', { prices }, odile)).status).toBe(200);
  });
});
