import { gzipSync } from 'node:zlib';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, codeIn, makeStack, type Stack } from '../../tests/support/stack';

let stack: Stack;
let plum: Buffer;
let moss: Buffer;
beforeAll(async () => {
  stack = await makeStack({ members: 30 });
  const made = await stack.publish((doc) => {
    doc.fields.push(
      { id: 'portrait', label: 'Portrait', of: { kind: 'picture' }, seenBy: 'members', changedBy: 'member' } as never,
      { id: 'pass', label: 'Pass', of: { kind: 'picture' }, seenBy: 'member', changedBy: 'member' } as never,
      { id: 'seal', label: 'Seal', of: { kind: 'picture' }, seenBy: 'staff', changedBy: 'member' } as never,
    );
    doc.forms[0]!.parts.unshift({ part: 'field', field: 'portrait' as never, required: true, half: false } as never);
  });
  expect(made.ok).toBe(true);
  const of = (background: string) => sharp({ create: { width: 900, height: 600, channels: 3, background } });
  plum = await of('#56365f')
    .jpeg()
    .withExif({ IFD3: { GPSLatitudeRef: 'N' }, IFD0: { Copyright: 'Moor secret' } })
    .toBuffer();
  moss = await of('#3e6527').png().toBuffer();
});
afterAll(() => stack.stop());

const caller = () => new Caller(stack.address);
const keep = async (file: Buffer | string, who = caller(), path = '/site/pictures') => {
  const body = new FormData();
  body.set('picture', new File([file as never], 'moor.jpg', { type: 'image/jpeg' }));
  const response = await who.raw(`/api${path}`, { method: 'POST', body, headers: { origin: stack.address } });
  return { status: response.status, body: (await response.json()) as { id: string; picture: string; code?: string } };
};
const look = (id: string, who = caller(), size = 'small') => who.raw(`/picture/${id}/${size}`);
const rows = (member: string) =>
  stack.query<{ id: string; field: string }>('SELECT id, field FROM picture WHERE member = ? ORDER BY field', [member]);

describe('a picture', () => {
  it('is made anew in two sizes, without anything the file knew', async () => {
    const { status, body } = await keep(plum);
    expect(status).toBe(200);
    for (const [size, width, height] of [
      ['small', 160, 160],
      ['large', 900, 600],
    ] as const) {
      const response = await look(body.id, caller(), size);
      expect(response.headers.get('content-type')).toBe('image/webp');
      expect(response.headers.get('cache-control')).toBe('private, no-cache');
      expect(response.headers.get('content-security-policy')).toBe("default-src 'none'; sandbox");
      const bytes = Buffer.from(await response.arrayBuffer());
      expect(await sharp(bytes).metadata()).toMatchObject({ format: 'webp', width, height });
      expect(bytes.includes('Moor secret')).toBe(false);
    }
    const again = await caller().raw(`/picture/${body.id}/small`, {
      headers: { 'if-none-match': `"${body.id}-small"` },
    });
    expect(again.status).toBe(304);
    expect((await look(body.id, caller(), 'huge')).status).toBe(404);
  });

  it.each<[string, () => Buffer | string]>([
    ['nothing', () => ''],
    ['words', () => 'no picture at all'],
    ['a program', () => '<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'],
    ['a packed file', () => gzipSync('x'.repeat(100))],
    ['the beginning of a picture', () => plum.subarray(0, 120)],
    ['a picture of more points than there is room for', () => bomb()],
  ])('of %s is refused as none', async (_, file) => {
    const { status, body } = await keep(file());
    expect([status, body.code]).toEqual([422, 'no-picture']);
  });

  it('that is too large is refused before it is read', async () => {
    const large = await keep(Buffer.alloc(9.5 * 1024 * 1024));
    expect(large.status).toBe(413);
    // Just under the whole, over what one picture may have.
    expect((await keep(Buffer.alloc(8.5 * 1024 * 1024))).status).toBe(400);
  });

  it('small enough for a choice is made for those who work on the set-up', async () => {
    const wilf = await caller().staffIn('wilf@quillmoor.example');
    const { body } = await keep(moss, wilf, '/desk/pictures');
    expect(body.picture).toMatch(/^data:image\/webp;base64,[A-Za-z0-9+/]+=*$/);
    expect((await keep(moss, caller(), '/desk/pictures')).status).toBe(401);
  });
});

/** A PNG that says it has 40,000 by 40,000 points. */
function bomb(): Buffer {
  const png = Buffer.from(moss);
  png.writeUInt32BE(40_000, 16);
  png.writeUInt32BE(40_000, 20);
  return png;
}

describe('in a profile', () => {
  let ida: Caller;
  let id: string;
  beforeAll(async () => {
    ida = caller();
    await ida.signIn('ida.marrowby@mail.example');
    [{ id } = { id: '' }] = await stack.query<{ id: string }>(`SELECT id FROM member WHERE name = 'Ida Marrowby'`);
  });
  const change = (answers: Record<string, unknown>, who = ida) => who.post('/site/profile', { answers });

  it('is its owner’s once it is kept, and gone when another takes its place or none', async () => {
    const one = (await keep(plum)).body.id;
    expect((await change({ portrait: one })).status).toBe(200);
    expect(await rows(id)).toEqual([{ id: one, field: 'portrait' }]);
    expect((await change({ portrait: one })).status).toBe(200);
    const other = (await keep(moss)).body.id;
    expect((await change({ portrait: other })).status).toBe(200);
    expect(await rows(id)).toEqual([{ id: other, field: 'portrait' }]);
    expect((await look(one, ida)).status).toBe(404);
    expect(await ida.html('/account')).toContain(`/picture/${other}/small`);
    expect((await change({ portrait: '' })).status).toBe(200);
    expect(await rows(id)).toEqual([]);
  });

  it('cannot be taken by somebody else, nor twice', async () => {
    const one = (await keep(plum)).body.id;
    await change({ portrait: one });
    const gwenna = caller();
    await gwenna.signIn('gwenna.fairclough@mail.example');
    const stolen = await change({ portrait: one, 'colonies-kept': '99' }, gwenna);
    expect(stolen).toMatchObject({ status: 422, body: { faults: [{ at: 'portrait' }] } });
    // Nothing of the rest was kept either.
    expect(JSON.stringify((await gwenna.html('/account')).match(/value="99"/))).toBe('null');
    expect((await change({ pass: one })).status).toBe(422);
    expect((await change({ portrait: '2'.repeat(20) })).status).toBe(422);
    expect(await rows(id)).toEqual([{ id: one, field: 'portrait' }]);
  });

  it('is seen by whom its field is seen by, and to everybody else there is none', async () => {
    const [portrait, pass, seal] = await Promise.all(
      [plum, moss, plum].map(async (file) => (await keep(file)).body.id),
    );
    await change({ portrait, pass, seal });
    const gwenna = caller();
    await gwenna.signIn('gwenna.fairclough@mail.example');
    const anselm = caller();
    await anselm.signIn('anselm.pikard@mail.example');
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    const seen = async (who: Caller) =>
      await Promise.all([portrait, pass, seal].map(async (one) => (await look(one!, who)).status === 200));
    expect(await seen(ida)).toEqual([true, true, false]);
    expect(await seen(gwenna)).toEqual([true, false, false]);
    expect(await seen(anselm)).toEqual([false, false, false]);
    expect(await seen(caller())).toEqual([false, false, false]);
    expect(await seen(tamsin)).toEqual([true, true, true]);
    const none = await look('2'.repeat(20), gwenna);
    const shut = await look(pass!, gwenna);
    expect([shut.status, await shut.text()]).toEqual([none.status, await none.text()]);
  });
});

describe('in a form', () => {
  it('comes along at sign-up, and the reviewer sees it', async () => {
    const who = caller();
    const portrait = (await keep(plum, who)).body.id;
    expect((await who.join({ mail: 'perrin.one@oake.example', portrait })).status).toBe(200);
    const letter = await stack.letter('perrin.one@oake.example');
    await who.post('/site/joining/code', { code: codeIn(letter) });
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    const [{ id } = { id: '' }] = await stack.query<{ id: string }>(
      `SELECT id FROM member WHERE mail = 'perrin.one@oake.example'`,
    );
    const { body } = await tamsin.get<{ application: { answers: object[] } }>(`/desk/members/${id}`);
    expect(body.application.answers).toContainEqual({ label: 'Portrait', value: 'a picture', picture: portrait });
    expect((await caller().join({ mail: 'perrin.two@oake.example' })).body).toMatchObject({
      faults: [{ at: 'portrait' }],
    });
    // Whoever goes takes it along.
    await who.post('/site/joining/withdraw');
    expect((await look(portrait, tamsin)).status).toBe(404);
  });

  const send = async (portrait: File | string, mail: string, who = caller()) => {
    const body = new FormData();
    const answers = {
      'full-name': 'Ingrid Strauß',
      mail,
      password: 'moss lantern heather',
      'apiary-postcode': 'QM4 7TB',
      'colonies-kept': '3',
      'years-keeping': '4',
      'heard-of-us': 'market-stall',
      rules: 'true',
    };
    body.set('once', crypto.randomUUID());
    body.set('portrait', portrait);
    for (const [name, value] of Object.entries(answers)) body.set(name, value);
    return who.raw('/join/quillmoor', { method: 'POST', body, headers: { origin: stack.address } });
  };

  it('comes along without script, and what was kept stays when the rest is wrong', async () => {
    expect(await caller().html('/join/quillmoor')).toContain('enctype="multipart/form-data"');
    const file = new File([moss as never], 'moor.png', { type: 'image/png' });
    const wrong = await send(file, 'no address');
    expect(wrong.status).toBe(422);
    const kept = /name="portrait" value="([a-z0-9]{20})"/.exec(await wrong.text())![1]!;
    const right = await send(kept, 'ingrid@strauss.example');
    expect([right.status, right.headers.get('location')]).toEqual([303, '/joining']);
    const [row] = await stack.query<{ id: string }>(
      `SELECT p.id FROM picture p JOIN member m ON m.id = p.member WHERE m.mail = 'ingrid@strauss.example'`,
    );
    expect(row!.id).toBe(kept);
  });

  it('that is none is a fault beside its question', async () => {
    const page = await send(new File(['words'], 'moor.png', { type: 'image/png' }), 'other@strauss.example');
    expect(page.status).toBe(422);
    expect(await page.text()).toContain('Choose a picture: a JPEG, PNG, WebP or GIF file of at most 8 MB.');
  });

  it('is refused in pieces, and from elsewhere', async () => {
    const raw = (body: string, headers: Record<string, string>) =>
      caller().raw('/join/quillmoor', { method: 'POST', body, headers: { origin: stack.address, ...headers } });
    expect((await raw('--x', { 'content-type': 'multipart/form-data; boundary=x' })).status).toBe(400);
    expect((await raw('--x', { 'content-type': 'multipart/form-data' })).status).toBe(400);
    const type = { 'content-type': 'multipart/form-data; boundary=x' };
    expect((await raw('--x', { ...type, origin: 'https://elsewhere.example' })).status).toBe(403);
    expect(
      (await caller().raw('/sign-in', { method: 'POST', body: '--x', headers: { origin: stack.address, ...type } }))
        .status,
    ).toBe(415);
  });
});

it('that was chosen and never sent is erased after a day', async () => {
  const { id } = (await keep(plum)).body;
  const { pictures, clock } = stack.services;
  await pictures.sweep(clock.now() + 23 * 3_600_000);
  expect((await look(id)).status).toBe(200);
  await pictures.sweep(clock.now() + 25 * 3_600_000);
  expect((await look(id)).status).toBe(404);
});

describe('a picture of somebody who was made up', () => {
  it('is theirs while it is their answer, seen by staff, and goes with them', async () => {
    const wilf = await caller().staffIn('wilf@quillmoor.example');
    const person = { name: 'A face', standing: 'admitted', days: 3, levels: [], groups: [], answers: {} };
    const made = (answers: object, path = '', version = {}) =>
      wilf.post<{ people: { id: string; version: number }[] }>(`/desk/made-up${path}`, {
        ...version,
        person: { ...person, answers },
      });
    const [first, second] = [(await keep(plum)).body.id, (await keep(moss)).body.id];
    const { id, version } = (await made({ portrait: first })).body.people.at(-1)!;
    expect(await rows(id)).toEqual([{ id: first, field: 'portrait' }]);
    expect((await look(first)).status).toBe(404);
    expect((await look(first, wilf)).status).toBe(200);
    expect((await made({ portrait: second }, `/${id}`, { version })).status).toBe(200);
    expect(await rows(id)).toEqual([{ id: second, field: 'portrait' }]);
    expect((await look(first, wilf)).status).toBe(404);
    // Somebody else's is not to be had, and nothing of the change is kept then.
    expect((await made({ portrait: second })).status).toBe(422);
    await made({}, `/${id}`, { version: version + 1 });
    expect(await rows(id)).toEqual([]);
    const third = (await keep(plum)).body.id;
    expect((await made({ portrait: third }, `/${id}`, { version: version + 2 })).status).toBe(200);
    await wilf.post(`/desk/made-up/${id}/remove`);
    expect((await look(third, wilf)).status).toBe(404);
  });
});
