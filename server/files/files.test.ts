/** Files of the site: brought in at the desk, and served behind the doors of the blocks that show them. */
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FileView } from '../../contract';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';

let stack: Stack;
let wilf: Caller;
let plum: Buffer;
const pdf = Buffer.from(`%PDF-1.4\n${'Mite count sheet. '.repeat(400)}\n%%EOF`);
beforeAll(async () => {
  stack = await makeStack({ members: 12 });
  wilf = await new Caller(stack.address).staffIn('wilf@quillmoor.example');
  plum = await sharp({ create: { width: 1_200, height: 800, channels: 3, background: '#56365f' } })
    .withExif({ IFD0: { Copyright: 'Moor secret' } })
    .jpeg()
    .toBuffer();
});
afterAll(() => stack.stop());

const bring = async (bytes: Buffer | string, name: string, who = wilf) => {
  const body = new FormData();
  body.set('file', new File([bytes as never], name));
  const response = await who.raw('/api/desk/files', { method: 'POST', body, headers: { origin: stack.address } });
  return { status: response.status, body: (await response.json()) as FileView & { code?: string } };
};
const get = (path: string, who = new Caller(stack.address), headers: Record<string, string> = {}) =>
  who.raw(path, { headers });
const member = async (mail: string) => {
  const who = new Caller(stack.address);
  await who.signIn(mail);
  return who;
};

describe('a file that is brought in', () => {
  it('is made anew in the widths of pages where it is a picture', async () => {
    const { status, body } = await bring(plum, 'Moor in October.jpg');
    expect(status).toBe(200);
    expect(body).toMatchObject({
      name: 'Moor in October.jpg',
      type: 'image/webp',
      by: 'Wilf Garrowby',
      picture: { width: 1_200, height: 800, widths: [480, 960, 1_200] },
      shownOn: [],
    });
    for (const width of [480, 960, 1_200]) {
      const response = await get(`/files/${body.id}/${width}.webp`, wilf);
      const bytes = Buffer.from(await response.arrayBuffer());
      expect(await sharp(bytes).metadata()).toMatchObject({ format: 'webp', width });
      expect(bytes.includes('Moor secret')).toBe(false);
    }
    for (const path of [`/files/${body.id}`, `/files/${body.id}/481.webp`, `/files/${'2'.repeat(20)}`])
      expect((await get(path, wilf)).status).toBe(404);
  });

  it.each<[string, () => Buffer | string, string, number]>([
    ['a document', () => pdf, 'sheet.pdf', 200],
    ['a list', () => 'name,colonies\nIda,4\n', 'list.csv', 200],
    ['a list as spreadsheets write it', () => Buffer.from('\ufeffname,colonies\nIda,4\n', 'utf16le'), 'list.csv', 200],
    ['a calendar', () => 'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nEND:VCALENDAR\r\n', 'moor.ics', 200],
    ['no calendar under the name of one', () => Buffer.from([0xff, 0xfe, 0, 0xdc, 0, 0]), 'x.ics', 422],
    ['a page that runs', () => '<html><script>alert(1)</script></html>', 'page.html', 422],
    ['a drawing that runs', () => '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>', 'x.svg', 422],
    ['a program', () => Buffer.from('7f454c4602010100000000000000000002003e00', 'hex'), 'x.txt', 422],
    ['no text under the name of one', () => Buffer.from([0, 1, 2, 3, 255]), 'x.txt', 422],
    ['nothing known', () => 'x', 'x', 422],
  ])('is %s', async (_, bytes, name, status) => {
    const brought = await bring(bytes(), name);
    expect(brought.status).toBe(status);
    if (status === 422) expect(brought.body.code).toBe('no-such-type');
    else expect(brought.body.type).toMatch(name.endsWith('pdf') ? /pdf$/ : /^text\/(csv|calendar)$/);
  });

  it('has no more bytes than there is room for, and a name that is only a name', async () => {
    expect((await bring(Buffer.alloc(10.5 * 1024 * 1024, 'x'), 'x.txt')).status).toBe(400);
    expect((await bring(Buffer.alloc(12 * 1024 * 1024, 'x'), 'x.txt')).status).toBe(413);
    expect((await bring('x', '../../etc/pass\u202ewd.txt')).body.name).toBe('passwd.txt');
  });

  it('is brought in by those who work on the set-up', async () => {
    for (const who of [new Caller(stack.address), await member('ida.marrowby@mail.example')])
      expect((await bring('x', 'x.txt', who)).status).toBe(401);
    const bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
    expect((await bring('x', 'x.txt', bea)).status).toBe(403);
  });
});

describe('a file behind a door', () => {
  let sheet: FileView;
  let moor: FileView;
  beforeAll(async () => {
    sheet = (await bring(pdf, 'Mite count sheet.pdf')).body;
    moor = (await bring(plum, 'moor.jpg')).body;
    const made = await stack.publish((doc) => {
      const guide = doc.pages.find(({ id }) => id === 'winter-guide')!;
      const about = doc.pages.find(({ id }) => id === 'about')!;
      const { id: file, name, bytes } = sheet;
      guide.blocks.push(
        { kind: 'file', id: 'mites', file, title: 'Mite count sheet', name, bytes } as never,
        { kind: 'picture', id: 'moor', picture: use(moor), alt: 'The moor', door: mentorsOnly } as never,
      );
      about.picture = use(moor);
    });
    expect(made.ok).toBe(true);
  });
  const use = ({ id, picture }: FileView) => ({ file: id, ...picture! });
  const mentorsOnly = { named: 'mentors-only' as never };

  it('is seen by whoever sees a block that shows it, and is absent for everybody else', async () => {
    const [ida, gwenna, anselm, tobias] = await Promise.all(
      ['ida.marrowby', 'gwenna.fairclough', 'anselm.pikard', 'tobias.wetherfold'].map((name) =>
        member(`${name}@mail.example`),
      ),
    );
    const sees = async (who: Caller | undefined) => (await get(`/files/${sheet.id}`, who)).status;
    expect([await sees(ida), await sees(gwenna)]).toEqual([200, 200]);
    for (const who of [anselm, tobias, undefined]) expect(await sees(who)).toBe(404);
    const shut = await get(`/files/${sheet.id}`, tobias);
    const none = await get(`/files/${'2'.repeat(20)}`, tobias);
    expect([...shut.headers.keys()].sort()).toEqual([...none.headers.keys()].sort());
    expect(await shut.text()).toBe(await none.text());
    // It is the picture of a page that is open to all, too.
    expect((await get(`/files/${moor.id}/480.webp`)).status).toBe(200);
    await stack.publish((doc) => {
      delete doc.pages.find(({ id }) => id === 'about')!.picture;
    });
    expect((await get(`/files/${moor.id}/480.webp`)).status).toBe(404);
    expect((await get(`/files/${moor.id}/480.webp`, ida)).status).toBe(404);
    expect((await get(`/files/${moor.id}/480.webp`, gwenna)).status).toBe(200);
  });

  it('is seen at the desk by whoever looks at its page as somebody, and on no page by those who work on pages', async () => {
    const staff = await Promise.all(
      ['wilf', 'tamsin', 'bea'].map((name) => new Caller(stack.address).staffIn(`${name}@quillmoor.example`)),
    );
    const see = async (path: string) => Promise.all(staff.map(async (who) => (await get(path, who)).status));
    expect(await see(`/files/${sheet.id}`)).toEqual([200, 200, 200]);
    const { body } = await bring('Of the committee', 'minutes.txt', staff[0]!);
    expect(await see(`/files/${body.id}`)).toEqual([200, 404, 404]);
  });

  it('is shown on its page in the widths there are, its room kept', async () => {
    const html = await (await member('gwenna.fairclough@mail.example')).html('/winter-treatment-guide');
    expect(html).toContain(`srcset="/files/${moor.id}/480.webp 480w, /files/${moor.id}/960.webp 960w`);
    expect(html).toMatch(/width="1200" height="800" alt="The moor"/);
    expect(html).toContain(`href="/files/${sheet.id}"`);
    const outside = await new Caller(stack.address).html('/winter-treatment-guide');
    for (const { id } of [sheet, moor]) expect(outside).not.toContain(id);
  });

  it('is taken along whole or in part, runs nowhere, and is asked for again by its mark', async () => {
    const ida = await member('ida.marrowby@mail.example');
    const whole = await get(`/files/${sheet.id}`, ida);
    expect(Object.fromEntries(whole.headers)).toMatchObject({
      'content-type': 'application/pdf',
      'content-length': String(pdf.length),
      'content-disposition': `attachment; filename*=UTF-8''Mite%20count%20sheet.pdf`,
      'content-security-policy': "default-src 'none'; sandbox",
      'x-content-type-options': 'nosniff',
      'cache-control': 'private, no-cache',
      'accept-ranges': 'bytes',
    });
    expect(Buffer.from(await whole.arrayBuffer()).equals(pdf)).toBe(true);
    const etag = whole.headers.get('etag')!;
    const ask = async (headers: Record<string, string>) => {
      const response = await get(`/files/${sheet.id}`, ida, headers);
      return [
        response.status,
        response.headers.get('content-range'),
        Buffer.from(await response.arrayBuffer()),
      ] as const;
    };
    const total = pdf.length;
    expect(await ask({ range: 'bytes=0-8' })).toEqual([206, `bytes 0-8/${total}`, pdf.subarray(0, 9)]);
    expect(await ask({ range: 'bytes=-5' })).toEqual([
      206,
      `bytes ${total - 5}-${total - 1}/${total}`,
      pdf.subarray(-5),
    ]);
    expect(await ask({ range: `bytes=${total}-` })).toEqual([416, `bytes */${total}`, Buffer.alloc(0)]);
    for (const range of ['bytes=9-2', 'lines=1-2', 'bytes=0-1,4-5'])
      expect((await ask({ range }))[2].length === total || (await ask({ range }))[0] === 416).toBe(true);
    expect((await ask({ range: 'bytes=0-8', 'if-range': '"other"' }))[0]).toBe(200);
    expect((await ask({ 'if-none-match': etag }))[0]).toBe(304);
  });

  it('is listed with where it is shown, and taken out only once nothing shows it', async () => {
    const listed = async () => (await wilf.get<{ files: FileView[] }>('/desk/files')).body.files;
    expect((await listed()).find(({ id }) => id === sheet.id)!.shownOn).toEqual(['Winter treatment guide']);
    const refused = await wilf.post(`/desk/files/${sheet.id}/remove`, {});
    expect([refused.status, refused.body]).toMatchObject([
      409,
      { code: 'file-in-use', detail: 'It is shown on Winter treatment guide. Take it off there first, and publish.' },
    ]);
    await stack.publish((doc) => {
      const guide = doc.pages.find(({ id }) => id === 'winter-guide')!;
      guide.blocks = guide.blocks.filter(({ id }) => id !== 'mites');
    });
    expect((await wilf.post(`/desk/files/${sheet.id}/remove`, {})).status).toBe(200);
    expect((await get(`/files/${sheet.id}`, wilf)).status).toBe(404);
    expect((await wilf.post(`/desk/files/${sheet.id}/remove`, {})).status).toBe(404);
    expect((await listed()).some(({ id }) => id === sheet.id)).toBe(false);
  });
});
