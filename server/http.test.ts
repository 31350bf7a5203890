/** The pipeline under odd requests: bodies, names of the site, packing, files by content. */
import { createHash } from 'node:crypto';
import { connect } from 'node:net';
import { brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import { request } from 'node:http';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { quillmoorDocument } from '../tests/support/quillmoor';
import { Caller, makeStack, until, type Stack } from '../tests/support/stack';

let stack: Stack;
let port: number;
beforeAll(async () => {
  stack = await makeStack({ members: 14 });
  port = stack.config.port;
});
afterAll(() => stack.stop());
const caller = () => new Caller(stack.address);

/** Says so much to a raw line and gives what came back, as soon as the answer's head is there. */
function raw(lines: string[], after = ''): Promise<string> {
  return new Promise((answered, failed) => {
    const socket = connect(port, '127.0.0.1', () => socket.write(`${lines.join('\r\n')}\r\n\r\n${after}`));
    let heard = '';
    socket.on('data', (chunk) => {
      heard += chunk.toString();
      if (heard.includes('\r\n\r\n')) {
        socket.destroy();
        answered(heard);
      }
    });
    socket.on('error', failed);
    socket.on('close', () => answered(heard));
    // A line that nobody answers is no answer, rather than a test without an end.
    socket.setTimeout(20_000, () => socket.destroy());
  });
}
const own = () => `Host: 127.0.0.1:${port}`;
const statusOf = (answer: string) => Number(/^HTTP\/1\.1 (\d+)/.exec(answer)?.[1]);

/** One answer, unpacked by nobody. */
function plainly(
  path: string,
  headers: Record<string, string>,
): Promise<{ headers: Record<string, unknown>; body: Buffer }> {
  return new Promise((done, failed) => {
    request({ host: '127.0.0.1', port, path, headers: { host: `127.0.0.1:${port}`, ...headers } }, (res) => {
      const chunks: Buffer[] = [];
      res.on('data', (chunk: Buffer) => chunks.push(chunk));
      res.on('end', () => done({ headers: res.headers, body: Buffer.concat(chunks) }));
    })
      .on('error', failed)
      .end();
  });
}

describe('a body', () => {
  it.each([
    'application/json',
    'application/x-www-form-urlencoded',
    'text/plain',
    'multipart/form-data; boundary=x',
    '',
  ])('of 200 MB as “%s” is refused before it comes, at any address', async (type) => {
    for (const path of [
      '/api/site/sign-in',
      '/api/nowhere',
      '/sign-in',
      '/nowhere',
      '/desk/sign-in',
      '/notices/cards',
    ]) {
      const head = [`POST ${path} HTTP/1.1`, own(), 'Content-Length: 200000000'];
      expect(statusOf(await raw([...head, ...(type ? [`Content-Type: ${type}`] : [])])), path).toBe(413);
    }
  });

  it.each(['/api/site/sign-in', '/notices/cards'])(
    'without a length is read at %s up to the limit and no further',
    async (path) => {
      const answer = await new Promise<{ status: number; sent: number }>((done) => {
        const head = [`POST ${path} HTTP/1.1`, own(), 'Content-Type: application/json', 'Transfer-Encoding: chunked'];
        let sent = 0;
        let status = 0;
        const socket = connect(port, '127.0.0.1', () => {
          socket.write(`${head.join('\r\n')}\r\n\r\n`);
          const chunk = `10000\r\n${'x'.repeat(65_536)}\r\n`;
          const more = () => {
            while (sent < 4_000 && socket.writable) {
              sent++;
              if (!socket.write(chunk)) return void socket.once('drain', more);
            }
          };
          more();
        });
        socket.on('data', (data) => (status ||= statusOf(data.toString())));
        socket.on('error', () => undefined);
        socket.on('close', () => done({ status, sent }));
        const hangUp = () => void setTimeout(() => socket.destroy(), 50);
        until('the answer', async () => (status ? true : null)).then(hangUp, hangUp);
      });
      expect(answer.status).toBe(413);
      expect(answer.sent).toBeLessThan(4_000);
    },
  );

  it('that is packed, or of another kind, or where none belongs, is not read', async () => {
    const bomb = gzipSync(Buffer.alloc(50_000_000));
    const post = (headers: Record<string, string>, body: BodyInit) =>
      caller().raw('/api/site/sign-in', { method: 'POST', headers, body });
    expect((await post({ 'content-type': 'application/json', 'content-encoding': 'gzip' }, bomb)).status).toBe(415);
    expect((await post({ 'content-type': 'text/plain' }, '{"mail":"x","password":"y"}')).status).toBe(415);
    expect((await post({ 'content-type': 'application/x-www-form-urlencoded' }, 'mail=x&password=y')).status).toBe(415);
    expect(
      statusOf(await raw(['GET / HTTP/1.1', `Cookie: admissa_member=x`, own(), 'Content-Length: 5'], 'hello')),
    ).toBe(400);
    expect(
      (await caller().raw('/sign-in', { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' }))
        .status,
    ).toBe(415);
  });

  it('of many at once costs the server next to nothing', async () => {
    const before = process.memoryUsage().rss;
    const head = ['POST /sign-in HTTP/1.1', own(), 'Content-Length: 16000000', 'Content-Type: text/plain'];
    const answers = await Promise.all(Array.from({ length: 40 }, () => raw(head, 'x'.repeat(100_000))));
    expect(answers.map(statusOf)).toEqual(Array.from({ length: 40 }, () => 413));
    expect(process.memoryUsage().rss - before).toBeLessThan(100_000_000);
    expect((await caller().raw('/')).status).toBe(200);
  });
});

describe('the names of the site', () => {
  it.each(['evil.example', 'evil.example:80', '', '127.0.0.1', '127.0.0.1:1', 'localhost.evil.example'])(
    'another Host, “%s”, is answered nothing, though Origin says the same',
    async (host) => {
      for (const path of ['/', '/api/site/view?path=/', '/desk', '/assets/site/nothing.js'])
        expect(statusOf(await raw([`GET ${path} HTTP/1.1`, `Host: ${host}`])), path).toBe(421);
      const body = '{"mail":"a","password":"b"}';
      const head = [
        'POST /api/site/sign-in HTTP/1.1',
        `Host: ${host}`,
        `Origin: http://${host}`,
        `Content-Length: ${body.length}`,
      ];
      expect(statusOf(await raw([...head, 'Content-Type: application/json'], body))).toBe(421);
    },
  );

  it('on this machine are those of loopback, with the port', async () => {
    for (const host of [`127.0.0.1:${port}`, `localhost:${port}`, `LOCALHOST:${port}`, `[::1]:${port}`])
      expect(statusOf(await raw(['GET / HTTP/1.1', `Host: ${host}`])), host).toBe(200);
  });

  it('do not include an Origin that merely equals the Host', async () => {
    const response = await caller().raw('/api/site/sign-out', {
      method: 'POST',
      headers: { 'content-type': 'application/json', origin: `http://127.0.0.1:${port + 1}` },
      body: '{}',
    });
    expect(response.status).toBe(403);
  });

  it('health answers whoever asks, as balancers do, by number', async () => {
    expect(statusOf(await raw(['GET /health/ready HTTP/1.1', 'Host: 10.0.0.7']))).toBe(200);
  });
});

describe('packing', () => {
  it('built files as Brotli and gzip made at build, for good', async () => {
    const html = await caller().html('/');
    const door = await caller().html('/desk');
    for (const path of [/src="([^"]+\.js)"/.exec(html)![1]!, /href="([^"]+\.css)"/.exec(door)![1]!]) {
      const plain = await plainly(path, {});
      const br = await plainly(path, { 'accept-encoding': 'gzip, deflate, br' });
      const gzip = await plainly(path, { 'accept-encoding': 'gzip' });
      expect(br.headers).toMatchObject({ 'content-encoding': 'br', vary: 'Accept-Encoding' });
      expect(gzip.headers).toMatchObject({ 'content-encoding': 'gzip', vary: 'Accept-Encoding' });
      expect(plain.headers['content-encoding']).toBeUndefined();
      expect(brotliDecompressSync(br.body).equals(plain.body)).toBe(true);
      expect(gunzipSync(gzip.body).equals(plain.body)).toBe(true);
      expect(br.body.length).toBeLessThan(plain.body.length * 0.6);
    }
  });

  it('pages kept ready, a member’s page and JSON, each the same as unpacked', async () => {
    const ida = caller();
    await ida.signIn('ida.marrowby@mail.example');
    for (const [path, cookie] of [
      ['/', ''],
      ['/winter-treatment-guide', ''],
      ['/my-bees', ida.cookie],
      ['/api/site/view?path=/', ida.cookie],
      ['/api/site/view?path=/about', ''],
    ] as const) {
      const headers: Record<string, string> = cookie ? { cookie } : {};
      const plain = await plainly(path, headers);
      for (const [encoding, open] of [
        ['br', brotliDecompressSync],
        ['gzip', gunzipSync],
      ] as const) {
        const packed = await plainly(path, { ...headers, 'accept-encoding': encoding });
        expect(packed.headers['content-encoding'], `${path} ${encoding}`).toBe(encoding);
        expect(String(packed.headers['vary']), path).toContain('Accept-Encoding');
        expect(open(packed.body).equals(plain.body), path).toBe(true);
      }
      const none = await plainly(path, { ...headers, 'accept-encoding': 'br;q=0, gzip;q=0' });
      expect(none.headers['content-encoding'], path).toBeUndefined();
    }
  });

  it('nothing that holds a secret beside what the asker chose', async () => {
    const who = caller();
    await who.join({ mail: 'packed@oake.example' });
    for (const path of ['/sign-in?next=/about', '/joining', '/account', '/reset/x', '/confirm/x']) {
      const { headers } = await plainly(path, {
        'accept-encoding': 'br, gzip',
        cookie: who.cookie,
      });
      expect(headers['content-encoding'], path).toBeUndefined();
      const json = await plainly(`/api/site/view?path=${encodeURIComponent(path)}`, {
        'accept-encoding': 'br, gzip',
        cookie: who.cookie,
      });
      expect(json.headers['content-encoding'], `JSON of ${path}`).toBeUndefined();
    }
  });
});

describe('what is somebody’s own', () => {
  it('is kept by no browser, and cleared from it on the way out, at the site and at the desk', async () => {
    const ida = caller();
    await ida.signIn('ida.marrowby@mail.example');
    for (const path of ['/', '/account', '/pay', '/about', '/my-bees', '/api/site/view?path=%2Faccount']) {
      const { headers } = await ida.raw(path, { redirect: 'manual' });
      expect([path, headers.get('cache-control')]).toEqual([path, expect.stringContaining('no-store')]);
    }
    const out = await ida.raw('/api/site/sign-out', {
      method: 'POST',
      body: '{}',
      headers: { 'content-type': 'application/json' },
    });
    expect(out.headers.get('clear-site-data')).toContain('"cache"');
    // Of nobody a page may be kept as long as it is asked about.
    expect((await caller().raw('/about')).headers.get('cache-control')).not.toContain('no-store');
    const odile = await caller().staffIn('odile@quillmoor.example');
    for (const path of ['/desk', '/api/desk/me'])
      expect((await odile.raw(path)).headers.get('cache-control')).toContain('no-store');
    const left = await odile.raw('/api/desk/sign-out', {
      method: 'POST',
      body: '{}',
      headers: { 'content-type': 'application/json' },
    });
    expect(left.headers.get('clear-site-data')).toContain('"cache"');
  });
});

describe('the look', () => {
  const iconOf = (html: string) => /href="(\/icon-\w+\.svg)"/.exec(html)![1]!;

  it('has its mark at an address of its content, and an address that never was is kept by nobody', async () => {
    const response = await caller().raw(iconOf(await caller().html('/')));
    expect(response.status).toBe(200);
    expect(response.headers.get('cache-control')).toContain('immutable');
    const unknown = await caller().raw('/icon-0123456789abcdef.svg');
    expect(unknown.status).toBe(404);
    expect(unknown.headers.get('cache-control') ?? '').not.toContain('immutable');
  });

  it('may be a picture, made small, seen through where it was, and kept by browsers for good', async () => {
    const draw = sharp({ create: { width: 1200, height: 600, channels: 4, background: '#0000' } });
    const plum = await sharp({ create: { width: 800, height: 200, channels: 4, background: '#56365f' } })
      .png()
      .toBuffer();
    const oval = Buffer.from('<svg width="800" height="200"><ellipse cx="400" cy="100" rx="400" ry="100"/></svg>');
    const png = await draw
      .composite([{ input: oval, left: 200, top: 200 }])
      .png()
      .toBuffer();
    const wilf = await caller().staffIn('wilf@quillmoor.example');
    const bring = async (bytes: Buffer, name: string) => {
      const body = new FormData();
      body.set('picture', new File([Uint8Array.from(bytes)], name));
      const response = await wilf.raw('/api/desk/pictures/logo', {
        method: 'POST',
        body,
        headers: { origin: stack.address },
      });
      return { status: response.status, body: (await response.json()) as Record<string, never> };
    };
    expect((await bring(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'), 'x.png')).status).toBe(422);
    const jpeg = await sharp(plum).jpeg().toBuffer();
    expect((await bring(jpeg, 'moor.jpg')).body).toMatchObject({ width: 384, height: 96 });
    const made = await bring(png, 'moor.png');
    // The rim that was even is gone: what is left is four times as wide as high.
    expect(made).toMatchObject({ status: 200, body: { width: 384, height: 96 } });
    await stack.publish((doc) => (doc.site.look.mark = made.body as never));
    const html = await caller().html('/');
    const src = /<img class="mast__logo" src="(\/icon-\w+\.webp)" width="384" height="96"/.exec(html)![1]!;
    expect(html).toContain(`<link rel="icon" href="${src}">`);
    const response = await caller().raw(src);
    expect(response.headers.get('content-type')).toBe('image/webp');
    expect(response.headers.get('cache-control')).toContain('immutable');
    const { format, hasAlpha } = await sharp(Buffer.from(await response.arrayBuffer())).metadata();
    expect([format, hasAlpha]).toEqual(['webp', true]);
    expect((await caller().raw('/favicon.ico')).headers.get('content-type')).toBe('image/webp');
    await stack.publish((doc) => (doc.site.look.mark = quillmoorDocument().site.look.mark));
  });

  it('when new comes whole from a process that has noticed, and its mark from one that has not yet', async () => {
    const other = await stack.second();
    other.services.live.stop();
    const old = iconOf(await caller().html('/'));
    const { setups, live, clock } = stack.services;
    const site = live.must.setup.doc.site;
    const [row] = await stack.query<{ version: number; id: string }>(
      `SELECT id, version FROM setup_item WHERE kind = 'site'`,
    );
    await setups.save('site', row!.id, { ...site, look: { ...site.look, accent: '#1F4E5F' } }, row!.version);
    const draft = (await setups.draft()).stamp;
    await setups.publish({ note: 'Another colour', author: 'Odile Harrowgate', at: clock.now(), draft });
    await live.refresh();
    const lagging = new Caller(other.services.config.address);
    // Style and policy are of one set-up in every answer, whichever process gives it.
    for (const [who, has] of [
      [lagging, false],
      [caller(), true],
    ] as const) {
      const response = await who.raw('/');
      const style = /<style>(.*?)<\/style>/s.exec(await response.text())![1]!;
      expect(style.includes('#1F4E5F')).toBe(has);
      const digest = createHash('sha256').update(style).digest('base64');
      expect(response.headers.get('content-security-policy')).toContain(digest);
    }
    const icon = iconOf(await caller().html('/'));
    expect(icon).not.toBe(old);
    expect(await (await lagging.raw(icon)).text()).toContain('#1F4E5F');
    expect(await (await caller().raw(old)).text()).not.toContain('#1F4E5F');
  });
});

describe('addresses that a browser would take elsewhere', () => {
  it.each([
    '/%09//evil.example',
    '/\t//evil.example',
    '/\n/evil.example',
    '/ //evil.example',
    '/\\evil.example',
    '//evil.example',
  ])('%j leads nowhere else', async (path) => {
    const { body } = await caller().get<{ elsewhere?: string }>(`/site/view?path=${encodeURIComponent(path)}`);
    if (body.elsewhere === undefined) return;
    expect(new URL(body.elsewhere, stack.address).host).toBe(new URL(stack.address).host);
    expect(new URL(body.elsewhere.replace(/[\t\r\n]/g, ''), stack.address).host).toBe(new URL(stack.address).host);
  });
});

describe('what browsers and engines ask unasked', () => {
  it('favicon.ico is the mark, robots.txt lets in to the pages alone', async () => {
    const icon = await caller().raw('/favicon.ico');
    expect(icon.headers.get('content-type')).toContain('image/svg+xml');
    expect(await icon.text()).toContain('<svg');
    const robots = await caller().html('/robots.txt');
    for (const line of ['User-agent: *', 'Disallow: /desk', 'Disallow: /confirm']) expect(robots).toContain(line);
  });
});

describe('a hidden page', () => {
  it('costs what a missing one costs: the page is looked at once, resolved never', async () => {
    const { live } = stack.services;
    const hidden = live.must.setup.doc.pages.find(
      (page) => page.outside.view === 'nothing' && !('everyone' in page.door),
    )!;
    const [a, b] = [await caller().raw(`/${hidden.address}`), await caller().raw('/no-such-page')];
    expect([a.status, b.status]).toEqual([404, 404]);
    const strip = (html: string) => html.replaceAll(hidden.address, 'x').replaceAll('no-such-page', 'x');
    expect(strip(await a.text())).toBe(strip(await b.text()));
  });
});
