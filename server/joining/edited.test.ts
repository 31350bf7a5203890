/** The set-up is edited in every way under people who wait, and the clock runs on for a month afterwards. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { quillmoorDocument } from '../../tests/support/quillmoor';
import { Caller, codeIn, makeStack, perrin, type Stack } from '../../tests/support/stack';
import type { MemberView, PlaceView, TodayView } from '../../contract';
import type { SetupDocument } from '../../core/setup';

type Joining = Extract<PlaceView, { kind: 'joining' }>;
type Gate = SetupDocument['paths'][number]['gates'][number];

let stack: Stack;
let tamsin: Caller;
beforeAll(async () => {
  stack = await makeStack({ members: 20 });
  tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
});
afterAll(() => stack.stop());

const publish = (change: (doc: SetupDocument) => void) => stack.publish(change);
let person = 0;
/** Somebody who has just applied; `confirmed` waits for the reviewers. */
async function applicant(confirmed: boolean): Promise<{ who: Caller; member: string; mail: string }> {
  const who = new Caller(stack.address);
  const mail = `edited.${++person}@oake.example`;
  await who.join({ ...perrin, mail, 'full-name': `Perrin Oake ${person}` });
  if (confirmed) await who.post('/site/joining/code', { code: codeIn(await stack.letter(mail)) });
  const [row] = await stack.query<{ id: string }>('SELECT id FROM member WHERE mail = ?', [mail]);
  return { who, member: row!.id, mail };
}
const own = async (who: Caller) => (await who.get<{ place: Joining }>('/site/view?path=/joining')).body.place;
const dataOf = async (member: string) => {
  const [row] = await stack.query<{ data: string }>('SELECT data FROM application WHERE member = ?', [member]);
  return JSON.parse(row!.data) as {
    state: string;
    gate: string;
    dueAt: number | null;
    limitAt: number;
    targetAt: number;
  };
};
/** Everything that shows the person answers. */
async function looks(member: string, who: Caller): Promise<{ sheet: MemberView; own: Joining }> {
  const sheet = await tamsin.get<MemberView>(`/desk/members/${member}`);
  expect(sheet.status).toBe(200);
  const today = await tamsin.get<TodayView>('/desk/today');
  expect(today.status).toBe(200);
  const response = await who.raw('/joining');
  expect(response.status).toBe(200);
  return { sheet: sheet.body, own: await own(who) };
}
const reset = () => publish((doc) => Object.assign(doc, quillmoorDocument()));
const gates = (doc: SetupDocument) => doc.paths[0]!.gates;

type Edit = (doc: SetupDocument) => void;
const edits: [what: string, edit: Edit][] = [
  ['a longer target', (doc) => Object.assign(gates(doc)[1]!, { target: { count: 13, unit: 'days' } })],
  [
    'shorter limits',
    (doc) => gates(doc).forEach((gate) => Object.assign(gate, { limit: { count: 1, unit: 'hours' } })),
  ],
  ['the gates in the other order', (doc) => void gates(doc).reverse()],
  ['the first gate removed', (doc) => void gates(doc).shift()],
  ['the last gate removed', (doc) => void gates(doc).pop()],
  [
    'a gate added between',
    (doc) => void gates(doc).splice(1, 0, { ...gates(doc)[1]!, id: 'first-look', title: 'First look' } as Gate),
  ],
  [
    'both gates replaced',
    (doc) => (doc.paths[0]!.gates = gates(doc).map((gate) => ({ ...gate, id: `${gate.id}-anew` }) as Gate)),
  ],
  [
    'a gate of another kind under the same id',
    (doc) => (doc.paths[0]!.gates = [{ ...gates(doc)[1]!, id: gates(doc)[0]!.id } as Gate]),
  ],
  ['letting in when time is up', (doc) => Object.assign(gates(doc)[1]!, { then: 'admit' })],
];

describe('a path that changes under people who wait', () => {
  it.each(edits)('%s: nobody is lost, nothing answers 500, and nothing spins for a month', async (_, edit) => {
    const people = [await applicant(false), await applicant(true)];
    expect(await publish(edit)).toMatchObject({ ok: true });
    for (const { member, who } of people) {
      const { sheet } = await looks(member, who);
      expect(sheet.application!.says).not.toContain('is gone');
      const { state, gate } = await dataOf(member);
      if (state !== 'open') expect(state).toBe('admitted');
      else {
        const path = stack.services.live.must.setup.paths.get('keeper-path')!;
        expect(path.gates.map(({ id }) => id as string)).toContain(gate);
      }
    }
    const moved = await stack.pass('day');
    expect(moved.happened).toBeLessThan(200);
    for (let day = 0; day < 31; day++) await stack.pass('day');
    // Whoever is still there shows everywhere; whoever is not was swept, as an unconfirmed sign-up is.
    for (const { member, who, mail } of people) {
      const [row] = await stack.query<{ state: string }>('SELECT state FROM application WHERE member = ?', [member]);
      if (!row) {
        expect(await stack.query('SELECT 1 FROM member WHERE mail = ?', [mail])).toEqual([]);
        continue;
      }
      expect(['admitted', 'outOfTime']).toContain(row.state);
      // A month later the browser's session has ended; staff still see all of it.
      expect(
        (await tamsin.staffIn('tamsin@quillmoor.example').then((in_) => in_.get(`/desk/members/${member}`))).status,
      ).toBe(200);
      expect((await who.raw('/joining')).status).toBeLessThan(500);
    }
    const [failed] = await stack.query<{ n: string }>(`SELECT COUNT(*) AS n FROM job WHERE state = 'failed'`);
    expect(Number(failed!.n)).toBe(0);
    expect(await reset()).toMatchObject({ ok: true });
  });

  it('keeps what was promised: target and limit are the instants of the day they came', async () => {
    const { member } = await applicant(true);
    const before = await dataOf(member);
    await publish((doc) => gates(doc).forEach((gate) => Object.assign(gate, { limit: { count: 2, unit: 'hours' } })));
    expect(await dataOf(member)).toMatchObject({ limitAt: before.limitAt, targetAt: before.targetAt });
    await reset();
  });

  it('moves whoever another process put at a gate that is gone, seconds later', async () => {
    const { member } = await applicant(false);
    const id = (await stack.query<{ id: string }>('SELECT id FROM application WHERE member = ?', [member]))[0]!.id;
    await publish((doc) => void gates(doc).shift());
    // As a process would that had not yet noticed.
    const { manager } = stack.services.database.source;
    await manager.query(
      `UPDATE application SET gate_kind = 'confirmEmail', data = JSON_SET(data, '$.gate', 'confirm-email', '$.detail.kind', 'confirmEmail') WHERE id = ?`,
      [id],
    );
    await stack.services.clock.moveTo(stack.services.clock.now() + 5_000, stack.services.database.source);
    await stack.settled();
    expect(await dataOf(member)).toMatchObject({ state: 'open', gate: 'review' });
    await reset();
  });
});

describe('nothing that rows point at can vanish', () => {
  const version = async (kind: string, id: string) =>
    (await stack.query<{ version: number }>('SELECT version FROM setup_item WHERE kind = ? AND id = ?', [kind, id]))[0]!
      .version;

  it('taking it out of the draft is refused with the places and the counts', async () => {
    const { setups } = stack.services;
    const refused = await setups.remove('level', 'keeper', await version('level', 'keeper'));
    if (refused.ok || refused.refusal.code !== 'in-use') throw new Error('It was let go.');
    expect(refused.refusal.places).toContain('paths.0.grants.0');
    expect(refused.refusal.rows).toEqual([{ count: expect.any(Number), what: expect.stringMatching(/^\d+ terms?$/) }]);
    expect(await setups.remove('path', 'keeper-path', await version('path', 'keeper-path'))).toMatchObject({
      ok: false,
      refusal: { code: 'in-use', places: ['forms.0.purpose.path'] },
    });
    expect(await setups.remove('level', 'keeper', 999)).toMatchObject({ refusal: { code: 'stale' } });
    expect(await setups.remove('level', 'nobody', 1)).toMatchObject({ refusal: { code: 'not-found' } });
  });

  it('nor does it go by an import: the draft cannot go live', async () => {
    const gone = await publish((doc) => {
      doc.forms = [];
      doc.paths = [];
      delete doc.site.joinBy;
      for (const page of doc.pages)
        page.blocks = page.blocks.filter(({ kind }) => kind !== 'callToAction' && kind !== 'questions');
      for (const menu of doc.menus) menu.items = menu.items.filter((item) => 'page' in item.to);
    });
    expect(gone).toMatchObject({
      ok: false,
      refusal: {
        code: 'in-use',
        items: expect.arrayContaining([expect.objectContaining({ where: 'Keeper path' })]),
      },
    });
    await reset();
  });

  it('retired, it is offered to nobody and works on for those who have it', async () => {
    const { who, member } = await applicant(true);
    await publish((doc) => {
      doc.forms[0]!.retired = true;
      delete doc.site.joinBy;
      doc.paths[0]!.retired = true;
    });
    const visitor = new Caller(stack.address);
    expect((await visitor.raw('/join/quillmoor')).status).toBe(404);
    expect((await visitor.join()).status).toBe(404);
    expect((await visitor.html('/')).includes('href="/join/quillmoor')).toBe(false);
    expect((await looks(member, who)).own.act).toMatchObject({ kind: 'review' });
    const id = (await looks(member, who)).sheet.application!.id;
    expect((await tamsin.post(`/desk/applications/${id}/approve`)).status).toBe(200);
    expect(await dataOf(member)).toMatchObject({ state: 'admitted' });
    await reset();
  });

  it('what nothing points at goes', async () => {
    const { setups } = stack.services;
    const unused = { id: 'unused', title: 'Unused' };
    expect(await setups.save('group', 'unused', unused, 0)).toEqual({ ok: true, value: 1 });
    expect(await setups.remove('group', 'unused', 1)).toEqual({ ok: true, value: 2 });
    const { document } = await setups.draft();
    expect((document['groups'] as { id: string }[]).some(({ id }) => id === 'unused')).toBe(false);
  });
});

describe('the draft', () => {
  it('of two who make one new item in the same moment, one is told of the other', async () => {
    const { setups } = stack.services;
    const both = await Promise.all(
      ['One', 'Other'].map((title) => setups.save('group', 'both', { id: 'both', title }, 0)),
    );
    expect(both.map(({ ok }) => ok).sort()).toEqual([false, true]);
    const late = both.find(({ ok }) => !ok);
    expect(late).toMatchObject({ refusal: { code: 'stale', version: 1, body: { id: 'both' } } });
  });

  it('that is no longer what was read is not published', async () => {
    const { setups, clock } = stack.services;
    const { stamp } = await setups.draft();
    await setups.save('group', 'more', { id: 'more', title: 'More' }, 0);
    const about = { note: 'Not what I saw', author: 'Wilf Garrowby', at: clock.now(), draft: stamp };
    expect(await setups.publish(about)).toEqual({ ok: false, refusal: { code: 'draft-changed' } });
  });

  it('with holes can be saved, and says them when it is to go live', async () => {
    const { setups, live } = stack.services;
    const path = structuredClone(live.must.setup.doc.paths[0]!);
    const [row] = await stack.query<{ version: number }>(
      `SELECT version FROM setup_item WHERE kind = 'path' AND id = 'keeper-path'`,
    );
    const holed = { ...path, admitted: 'not-written-yet' };
    expect(await setups.save('path', path.id, holed, row!.version)).toMatchObject({ ok: true });
    expect(await publishDraft()).toMatchObject({
      ok: false,
      refusal: { code: 'setup-faults', faults: [{ where: 'path keeper-path admitted' }] },
    });
    await reset();
  });

  const publishDraft = async () => {
    const { setups, clock } = stack.services;
    return setups.publish({ note: '', author: '', at: clock.now(), draft: (await setups.draft()).stamp });
  };
});
