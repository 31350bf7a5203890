import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';
import type { DraftView } from '../../contract';

let stack: Stack;
let wilf: Caller;
let ida: string;
beforeAll(async () => {
  stack = await makeStack({ members: 20, env: { ADMISSA_LIMIT_FACTOR: '1' } });
  wilf = await new Caller(stack.address).staffIn('wilf@quillmoor.example');
  [{ id: ida } = { id: '' }] = await stack.query<{ id: string }>(`SELECT id FROM member WHERE name = 'Ida Marrowby'`);
});
afterAll(() => stack.stop());

/** Changes a letter of the draft. */
async function write(id: string, change: Record<string, unknown>): Promise<void> {
  const { body } = await wilf.get<DraftView>('/desk/setup/draft');
  const item = body.items.find((one) => one.kind === 'message' && one.id === id)!;
  const saved = await wilf.post(`/desk/setup/items/message/${id}`, {
    version: item.version,
    body: { ...item.body, ...change },
  });
  expect(saved.status).toBe(200);
}
const anne = [
  { chip: 'firstName', or: 'friend' },
  ', you are ',
  { chip: 'level', or: 'no' },
  ' member: ',
  { chip: 'reason', or: '' },
];

describe('a letter of the draft', () => {
  beforeAll(() => write('declined', { subject: anne }));

  it('is read in the words of one person, and stand-ins for what only the occasion knows', async () => {
    const of = async (person: string) => (await wilf.get(`/desk/letters/declined?person=${person}`)).body['subject'];
    expect(await of(ida)).toBe('Ida, you are Keeper member: (reason)');
    expect(await of('visitor')).toBe('friend, you are no member: (reason)');
    expect((await wilf.get(`/desk/letters/declined?person=${'z'.repeat(20)}`)).status).toBe(404);
    expect((await wilf.get('/desk/letters/no-such?person=visitor')).status).toBe(404);
  });

  it('stands as a page that runs nothing and that the desk alone may frame', async () => {
    const page = await wilf.raw(`/viewpoint/letter/declined/${ida}`);
    expect(page.headers.get('content-security-policy')).toBe(
      "default-src 'none'; style-src 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'self'; sandbox",
    );
    expect(await page.text()).toContain('Quillmoor');
    for (const [who, status] of [
      ['tamsin@quillmoor.example', 403],
      ['bea@quillmoor.example', 403],
    ] as const)
      expect(
        (await (await new Caller(stack.address).staffIn(who)).raw(`/viewpoint/letter/declined/${ida}`)).status,
      ).toBe(status);
    expect((await new Caller(stack.address).raw(`/viewpoint/letter/declined/${ida}`)).status).toBe(401);
    for (const path of ['declined/nobody', `declined/${ida}/yesterday`, 'Declined/visitor', 'no-such/visitor', ''])
      expect((await wilf.raw(`/viewpoint/letter/${path}`)).status, path).toBe(404);
  });

  it('is tried by whoever asks: it comes to them, marked, and to nobody else', async () => {
    const sent = await wilf.post('/desk/letters/declined/test', { person: ida });
    expect(sent.body).toEqual({ says: 'A test is on its way to wilf@quillmoor.example.' });
    const letter = await stack.letter('wilf@quillmoor.example');
    expect(letter.subject).toBe('Test: Ida, you are Keeper member: (reason)');
    expect(stack.letters.list('ida.marrowby@mail.example')).toEqual([]);
    const [row] = await stack.query<{ about: string; member: string | null }>('SELECT about, member FROM outgoing');
    // Gone with her, should she go.
    expect(row).toEqual({ about: ida, member: null });
    expect(await stack.query(`SELECT 1 FROM audit WHERE act = 'letters.tested'`)).toHaveLength(1);
  });

  it('cannot be tried without end', async () => {
    for (let n = 0; n < 40; n++) await wilf.post('/desk/letters/declined/test', { person: 'visitor' });
    expect((await wilf.post('/desk/letters/declined/test', { person: 'visitor' })).status).toBe(429);
  });
});

describe('a letter that is switched off', () => {
  it('leaves to nobody, and is tried all the same', async () => {
    await stack.publish((doc) => {
      for (const message of doc.messages)
        if (message.id === 'welcome-keeper' || message.id === 'declined') message.off = true;
    });
    const odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
    const [{ id } = { id: '' }] = await stack.query<{ id: string }>(
      `SELECT a.id FROM application a JOIN member m ON m.id = a.member WHERE m.name = 'Anselm Pikard'`,
    );
    expect((await odile.post(`/desk/applications/${id}/approve`, {})).status).toBe(200);
    const [row] = await stack.query<{ standing: string }>(`SELECT standing FROM member WHERE name = 'Anselm Pikard'`);
    expect(row!.standing).toBe('admitted');
    expect(
      await stack.query(`SELECT 1 FROM outgoing o JOIN member m ON m.id = o.member WHERE m.name = 'Anselm Pikard'`),
    ).toEqual([]);
    // Nothing has told him, so nothing stands in the way of taking it back.
    expect((await odile.post(`/desk/applications/${id}/undo`, {})).status).toBe(200);
    const tried = await odile.post('/desk/letters/declined/test', { person: 'visitor' });
    expect(tried.status).toBe(200);
  });
});
