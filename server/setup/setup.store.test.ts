import { afterAll, beforeAll, describe, expect, it } from 'vitest';
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

describe('the draft', () => {
  it('changes nothing on the site until it is published', async () => {
    const { setups } = stack.services;
    expect(await setups.save('page', 'about', about('Who we are'), await version())).toMatchObject({ ok: true });
    expect(await new Caller(stack.address).html('/about')).toContain('About the association');
    const draft = (await setups.draft()) as { pages: { id: string; heading?: string }[] };
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
    expect(await setups.publish('A better heading', 'Wilf Garrowby', now())).toEqual({ ok: true, value: before + 1 });
    for (const address of [stack.address, other.services.config.address])
      await until('the new heading', async () =>
        (await new Caller(address).html('/about')).includes('Keepers of the moor') ? true : null,
      );
    expect(other.services.live.must.revision).toBe(before + 1);
  });

  it('keeps a history of who, when and what', async () => {
    const [newest, first] = await stack.services.setups.history();
    expect(newest).toMatchObject({ note: 'A better heading', author: 'Wilf Garrowby' });
    expect((newest!.changes as { kind: string; id: string }[]).map(({ kind, id }) => `${kind}/${id}`)).toEqual([
      'page/about',
    ]);
    expect(first!.number).toBe(newest!.number - 1);
  });

  it('refuses a draft with a hole and leaves everything as it was', async () => {
    const { setups, live } = stack.services;
    const doc = quillmoorDocument();
    doc.paths[0]!.admitted = 'a-message-that-is-not-there' as never;
    await setups.replaceDraft(doc);
    const refused = await setups.publish('With a hole', 'Wilf Garrowby', now());
    expect(refused).toMatchObject({
      ok: false,
      refusal: { code: 'setup-faults', faults: [{ where: 'paths.0.admitted' }] },
    });
    await live.refresh();
    expect(live.must.setup.doc.paths[0]!.admitted).toBe('welcome-keeper');
  });

  it('removes what the draft no longer has', async () => {
    const { setups, live } = stack.services;
    const doc = quillmoorDocument();
    doc.pages = doc.pages.filter((page) => page.id !== 'my-bees');
    doc.menus[0]!.items = doc.menus[0]!.items.filter((item) => !('page' in item.to && item.to.page === 'my-bees'));
    await setups.replaceDraft(doc);
    expect((await setups.publish('No more apiaries', 'Wilf Garrowby', now())).ok).toBe(true);
    await live.refresh();
    expect(live.must.setup.pages.has('my-bees')).toBe(false);
    expect(await stack.query(`SELECT 1 FROM setup_item WHERE id = 'my-bees'`)).toEqual([]);
    expect((await new Caller(stack.address).raw('/my-bees')).status).toBe(404);
  });
});

describe('a site without a set-up', () => {
  it('makes its owner once, on the first visit to the desk', async () => {
    const { freshDatabase, dropDatabase, configFor, freePort } = await import('../../tests/support/stack');
    const { start } = await import('../compose');
    const { makeLog } = await import('../platform/log');
    const database = await freshDatabase();
    const running = await start(configFor(database, await freePort(), 1025, { ADMISSA_DEMO: '0' }), makeLog('silent'));
    try {
      const who = new Caller(running.services.config.address);
      expect((await who.raw('/')).headers.get('location')).toBe('/desk');
      expect((await who.get('/desk/begin')).body).toEqual({ siteName: '', firstRun: true });
      const owner = {
        siteName: 'Quillmoor Beekeepers',
        name: 'Odile Harrowgate',
        mail: 'odile@quillmoor.example',
        password: 'short',
      };
      expect((await who.post('/desk/first-run', owner)).body).toMatchObject({
        code: 'form-faults',
        faults: [{ at: 'password' }],
      });
      expect((await who.post('/desk/first-run', { ...owner, password: 'moss lantern heather' })).status).toBe(200);
      expect((await who.get('/desk/me')).body).toMatchObject({
        name: 'Odile Harrowgate',
        siteName: 'Quillmoor Beekeepers',
      });
      expect(await who.html('/')).toContain('This is the site of Quillmoor Beekeepers.');
      const late = await new Caller(running.services.config.address).post('/desk/first-run', {
        ...owner,
        password: 'moss lantern heather',
      });
      expect(late.body).toMatchObject({ code: 'already-done' });
    } finally {
      await running.stop();
      await dropDatabase(database);
    }
  });
});
