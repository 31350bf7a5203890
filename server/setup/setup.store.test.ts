import type { EntityManager } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import third from '../../tests/fixtures/setup.3.json';
import { FORMAT_VERSION } from '../../core/setup';
import { quillmoorDocument } from '../../tests/support/quillmoor';
import { Caller, makeStack, until, type Stack } from '../../tests/support/stack';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack({ members: 12 });
});
afterAll(() => stack.stop());

const about = (heading: string) => ({ ...quillmoorDocument().pages.find((page) => page.id === 'about')!, heading });
const version = async () =>
  (await stack.query<{ version: number }>(`SELECT version FROM setup_item WHERE kind = 'page' AND id = 'about'`))[0]!
    .version;
const now = () => stack.services.clock.now();
/** Publishes the draft as it stands. */
const publish = async (note: string, manager?: EntityManager) => {
  const { setups } = stack.services;
  const { stamp } = await setups.draft();
  return setups.publish({ note, author: 'Wilf Garrowby', at: now(), draft: stamp }, manager);
};

describe('the draft', () => {
  it('changes nothing on the site until it is published', async () => {
    const { setups } = stack.services;
    expect(await setups.save('page', 'about', about('Who we are'), await version())).toMatchObject({ ok: true });
    expect(await new Caller(stack.address).html('/about')).toContain('About the association');
    const draft = (await setups.draft()).document as { pages: { id: string; heading?: string }[] };
    expect(draft.pages.find((page) => page.id === 'about')!.heading).toBe('Who we are');
  });

  it('refuses a save made from an older version, and hands out what stands there now', async () => {
    const { setups } = stack.services;
    const old = await version();
    expect((await setups.save('page', 'about', about('The first to save'), old)).ok).toBe(true);
    const late = await setups.save('page', 'about', about('The second to save'), old);
    expect(late).toMatchObject({
      ok: false,
      refusal: { code: 'stale', version: old + 1, body: { heading: 'The first to save' } },
    });
  });

  it('lets one of two who save at the same moment through', async () => {
    const { setups } = stack.services;
    const from = await version();
    const both = await Promise.all(['one', 'two'].map((heading) => setups.save('page', 'about', about(heading), from)));
    expect(both.map((save) => save.ok).sort()).toEqual([false, true]);
  });

  it('takes only what parses', async () => {
    const saved = await stack.services.setups.save(
      'page',
      'about',
      { ...about('x'), address: 'Not an address' },
      await version(),
    );
    expect(saved).toMatchObject({ ok: false, refusal: { code: 'setup-faults', faults: [{ where: 'address' }] } });
  });
});

describe('publishing', () => {
  it('makes the draft live as the next revision, here at once and in another process within a second', async () => {
    const { setups, live } = stack.services;
    const other = await stack.second();
    await setups.save('page', 'about', about('Keepers of the moor'), await version());
    const before = live.must.revision;
    expect(await publish('A better heading')).toEqual({ ok: true, value: before + 1 });
    for (const address of [stack.address, other.services.config.address])
      await until('the new heading', async () =>
        (await new Caller(address).html('/about')).includes('Keepers of the moor') ? true : null,
      );
    expect(other.services.live.must.revision).toBe(before + 1);
  });

  it('keeps a history of who, when and what', async () => {
    const [newest, first] = await stack.services.setups.history();
    expect(newest).toMatchObject({ note: 'A better heading', author: 'Wilf Garrowby' });
    expect(newest!.changes.map(({ kind, id }) => `${kind}/${id}`)).toEqual(['page/about']);
    expect(first!.number).toBe(newest!.number - 1);
  });

  it('refuses a draft with a hole and leaves everything as it was', async () => {
    const { setups, live } = stack.services;
    const doc = quillmoorDocument();
    doc.paths[0]!.admitted = 'a-message-that-is-not-there' as never;
    await setups.replaceDraft(doc);
    const refused = await publish('With a hole');
    expect(refused).toMatchObject({
      ok: false,
      refusal: { code: 'setup-faults', faults: [{ where: 'path keeper-path admitted' }] },
    });
    await live.refresh();
    expect(live.must.setup.doc.paths[0]!.admitted).toBe('welcome-keeper');
  });

  it('makes nothing live that came into the draft while it was under way', async () => {
    const { setups, live } = stack.services;
    await setups.replaceDraft(quillmoorDocument());
    const late = { ...about('Late'), id: 'late', address: 'late' };
    // The other's save waits at the door of the table until the publication has read what there is.
    const db = stack.services.database.source;
    await db.transaction(async (manager) => {
      const find = manager.getRepository.bind(manager);
      let saved = false;
      manager.getRepository = ((entity: never) => {
        const rows = find(entity) as { find: (how: unknown) => Promise<unknown> };
        const read = rows.find.bind(rows);
        rows.find = async (how) => {
          const found = await read(how);
          if (!saved) {
            saved = true;
            expect((await setups.save('page', 'late', late, 0)).ok).toBe(true);
          }
          return found;
        };
        return rows;
      }) as never;
      expect((await publish('Without the late one', manager)).ok).toBe(true);
    });
    await live.refresh();
    expect(live.must.setup.pages.has('late' as never)).toBe(false);
    expect(await stack.query(`SELECT live FROM setup_item WHERE id = 'late'`)).toEqual([{ live: null }]);
  });

  it('removes what the draft no longer has', async () => {
    const { setups, live } = stack.services;
    const doc = quillmoorDocument();
    doc.pages = doc.pages.filter((page) => page.id !== 'my-bees');
    doc.menus[0]!.items = doc.menus[0]!.items.filter((item) => !('page' in item.to && item.to.page === 'my-bees'));
    await setups.replaceDraft(doc);
    expect((await publish('No more apiaries')).ok).toBe(true);
    await live.refresh();
    expect(live.must.setup.pages.has('my-bees')).toBe(false);
    expect(await stack.query(`SELECT 1 FROM setup_item WHERE id = 'my-bees'`)).toEqual([]);
    expect((await new Caller(stack.address).raw('/my-bees')).status).toBe(404);
  });
});

describe('items that an older version of the product has stored', () => {
  it('are brought up to date all together before they are read, one of them into two', async () => {
    const { setups } = stack.services;
    const items = await stack.query<{ kind: string; id: string }>('SELECT kind, id FROM setup_item');
    const old = (third as { forms: object[] }).forms[0]!;
    await stack.query(`DELETE FROM setup_item WHERE kind = 'field' AND id = 'rules'`);
    await stack.query(
      `UPDATE setup_item SET format = 3, live = ?, draft = ? WHERE kind = 'form' AND id = 'join-quillmoor'`,
      [JSON.stringify(old), JSON.stringify({ ...old, title: 'Join us' })],
    );
    const [form, ...others] = await Promise.all([1, 2, 3].map(() => setups.draft()));
    for (const one of others) expect(one.document).toEqual(form!.document);
    const doc = form!.document as { fields: { id: string }[]; forms: { title: string; parts: object[] }[] };
    expect(doc.fields.at(-1)).toMatchObject({ id: 'rules', of: { kind: 'agreement', version: 3 } });
    expect(doc.forms[0]!.title).toBe('Join us');
    expect(doc.forms[0]!.parts).toContainEqual({ part: 'field', field: 'rules', required: true, half: false });
    const rows = await stack.query<{ kind: string; id: string; live: string; draft: string; format: number }>(
      'SELECT kind, id, live, draft, format FROM setup_item',
    );
    expect(rows.every(({ format }) => format === FORMAT_VERSION)).toBe(true);
    expect(rows.map(({ kind, id }) => `${kind}/${id}`).sort()).toEqual(
      items.map(({ kind, id }) => `${kind}/${id}`).sort(),
    );
    const rules = rows.find(({ kind, id }) => kind === 'field' && id === 'rules')!;
    expect(rules.live).toBe(rules.draft);
    // The only change that is left to be published is the one the draft holds.
    expect((await publish('Join us')).ok).toBe(true);
    const [revision] = await setups.history();
    expect(revision!.changes.map(({ kind, id }) => `${kind}/${id}`)).toEqual(['form/join-quillmoor']);
  });
});
