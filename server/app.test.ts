import { createHash } from 'node:crypto';
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { reservedAddresses } from '../core/pages';
import type { SetupDocument } from '../core/setup';
import { Caller, makeStack, type Stack } from '../tests/support/stack';
import { makeApp } from './app';
import { makeLog } from './platform/log';

let stack: Stack;
let who: Caller;
beforeAll(async () => {
  stack = await makeStack({ members: 14 });
  who = new Caller(stack.address);
});
afterAll(() => stack.stop());

const post = (path: string, body: string, headers: Record<string, string> = {}) =>
  who.raw(path, { method: 'POST', body, headers: { 'content-type': 'application/json', ...headers } });

describe('headers', () => {
  it('allow no script or style but those of the house', async () => {
    const response = await who.raw('/');
    const policy = response.headers.get('content-security-policy')!;
    expect(policy).toMatch(/^default-src 'none'; script-src 'self'; style-src 'self' 'sha256-[\w+/]{43}=';/);
    expect(policy).not.toContain('unsafe');
    expect(response.headers.get('x-content-type-options')).toBe('nosniff');
    expect(response.headers.has('x-powered-by')).toBe(false);
    expect(response.headers.has('strict-transport-security')).toBe(false);
  });

  it('give the desk a nonce of its own each time, its door no script at all, and forbid framing either', async () => {
    const door = (await who.raw('/desk')).headers.get('content-security-policy')!;
    expect(door).not.toContain('script-src');
    const odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
    const policies = await Promise.all(
      [1, 2].map(async () => (await odile.raw('/desk')).headers.get('content-security-policy')!),
    );
    expect(policies[0]).toMatch(/style-src 'self' 'nonce-[\w+/=]{24}'/);
    expect(policies[0]).not.toBe(policies[1]);
    for (const policy of [door, ...policies]) expect(policy).toContain("frame-ancestors 'none'");
    const html = await odile.html('/desk/members');
    expect(html).toMatch(/<noscript>[^]*works by JavaScript/);
    expect(html).toMatch(/<meta name="style-nonce" content="[\w+/=]{24}"/);
  });

  it('keep pages out of shared caches and files in for good', async () => {
    const html = await who.html('/');
    expect((await who.raw('/')).headers.get('cache-control')).toBe('private, no-cache');
    for (const file of [/src="(\/assets\/site\/start-[\w-]+\.js)"/, /href="(\/icon-\w+\.svg)"/]) {
      const response = await who.raw(file.exec(html)![1]!);
      expect(response.status).toBe(200);
      expect(response.headers.get('cache-control')).toMatch(/max-age=31536000, ?immutable/);
    }
  });

  it('no HTML of the site carries an inline script or handler, nor a style but the one its policy names', async () => {
    for (const path of [
      '/',
      '/about',
      '/winter-treatment-guide',
      '/join/quillmoor',
      '/sign-in',
      '/forgotten',
      '/no-such-page',
    ]) {
      const response = await who.raw(path);
      const html = await response.text();
      const [style, ...others] = [...html.matchAll(/<style>(.*?)<\/style>/gs)].map((found) => found[1]!);
      expect(others, path).toEqual([]);
      const digest = createHash('sha256').update(style!).digest('base64');
      expect(response.headers.get('content-security-policy'), path).toContain(`style-src 'self' 'sha256-${digest}';`);
      expect(html, path).not.toMatch(/ style="| on\w+="|<style[^>]/);
      expect(html.match(/<script(?![^>]* src=)(?![^>]*type="application\/json")/g), path).toBeNull();
    }
  });
});

describe('requests from elsewhere', () => {
  it.each([
    ['another origin', { origin: 'https://evil.example' }],
    ['a site the browser calls other', { 'sec-fetch-site': 'cross-site' }],
    ['a neighbour of the same domain', { 'sec-fetch-site': 'same-site' }],
    ['no origin at all, said to be null', { origin: 'null' }],
  ])('from %s change nothing', async (_, headers) => {
    const response = await post('/api/site/sign-out', '{}', headers as Record<string, string>);
    expect(response.status).toBe(403);
    expect(await response.json()).toMatchObject({ code: 'other-site' });
  });

  it('of one’s own are taken, and reading is free', async () => {
    expect(
      (await post('/api/site/sign-out', '{}', { origin: stack.address, 'sec-fetch-site': 'same-origin' })).status,
    ).toBe(200);
    expect((await who.raw('/', { headers: { origin: 'https://evil.example' } })).status).toBe(200);
  });
});

describe('problems', () => {
  const isProblem = async (response: Response, status: number, code: string) => {
    expect(response.status).toBe(status);
    expect(response.headers.get('content-type')).toContain('application/problem+json');
    const body = (await response.json()) as Record<string, unknown>;
    expect(body).toMatchObject({ type: `/problems/${code}`, status, code, title: expect.any(String) });
    expect(JSON.stringify(body)).not.toMatch(/node_modules|\.ts:|at \w+ \(/);
    return body;
  };

  it('are told for what cannot be read', async () => {
    await isProblem(await post('/api/site/sign-in', '{"mail": '), 400, 'bad-input');
    await isProblem(await post('/api/site/sign-in', JSON.stringify({ mail: 'x'.repeat(300_000) })), 413, 'too-large');
    await isProblem(await post('/api/site/sign-in', '[]'), 400, 'bad-input');
    await isProblem(await post('/api/site/sign-in', '"text"', { 'content-type': 'text/plain' }), 415, 'wrong-type');
  });

  it('name the input that is wrong', async () => {
    const body = await isProblem(await post('/api/site/sign-in', '{"mail": 5}'), 400, 'bad-input');
    expect((body['faults'] as { at: string }[]).map((fault) => fault.at)).toEqual(['mail', 'password']);
    const long = JSON.stringify({ mail: 'x'.repeat(201) });
    expect(await isProblem(await post('/api/desk/sign-in', long), 400, 'bad-input')).toMatchObject({
      detail: 'mail: There is room for 200 characters. password: This is needed.',
      faults: [
        { at: 'mail', says: 'There is room for 200 characters.' },
        { at: 'password', says: 'This is needed.' },
      ],
    });
  });

  it('are told for text that is no text as for any other that is wrong', async () => {
    for (const mail of ['\ud800@mail.example', '\u0000', '💥'.repeat(60)]) {
      const body = JSON.stringify({ mail, password: 'quillmoor-demo' });
      await isProblem(await post('/api/site/sign-in', body), 401, 'wrong-sign-in');
      await isProblem(await post('/api/desk/sign-in', body), 401, 'wrong-sign-in');
      await isProblem(await post('/api/site/forgotten', body), 422, 'form-faults');
    }
  });

  it('are told for addresses that do not exist', async () => {
    await isProblem(await who.raw('/api/site/nowhere'), 404, 'not-found');
    await isProblem(await post('/nowhere', '{}'), 404, 'not-found');
    await isProblem(await who.raw('/assets/site/nowhere.js'), 404, 'not-found');
    expect((await who.raw('/nowhere')).status).toBe(404);
    expect(await who.html('/nowhere/at/all')).toContain('There is no such page');
  });

  it.each([
    '/%',
    '/%E0%A4%A',
    '/..%2f..%2fetc',
    "/'; DROP TABLE member; --",
    '/join/',
    '/join/%00',
    '/confirm/',
    '/reset/' + 'x'.repeat(2_000),
  ])('%s is no 500', async (path) => {
    expect((await who.raw(path)).status).toBeLessThan(500);
  });

  it.each([
    ['/desk/members?limit=0', 400],
    ['/desk/members?sort=backwards', 400],
    ['/desk/members?after=rubbish', 200],
    ['/desk/members?q=%25%27%22%5C', 200],
    ['/desk/members/short', 400],
    ['/desk/viewpoint?person=nobody', 400],
    ['/desk/viewpoint?person=visitor&on=2026-02-31', 200],
  ])('bad input at %s gives %i', async (path, status) => {
    const staff = await new Caller(stack.address).staffIn('odile@quillmoor.example');
    expect((await staff.get(path)).status).toBe(status);
  });
});

describe('what machines ask', () => {
  it('the description of the API is OpenAPI 3.1 and lists every endpoint', async () => {
    const { body } = await who.get<{
      openapi: string;
      paths: Record<string, Record<string, { summary: string }>>;
      components: { schemas: object };
    }>('/openapi.json');
    expect(body.openapi).toMatch(/^3\.1/);
    expect(body.paths['/site/join/{form}']!['post']!.summary).toBe('Sends a signup form');
    expect(Object.keys(body.paths).length).toBeGreaterThan(30);
    expect(body.components.schemas).toHaveProperty('Problem');
  });

  it('health: alive, and ready with the revision served', async () => {
    expect(await (await who.raw('/health/live')).json()).toEqual({ live: true });
    expect(await (await who.raw('/health/ready')).json()).toEqual({
      ready: true,
      revision: 1,
      mail: { waiting: 0, stuck: 0, oldestMinutes: 0 },
    });
  });
});

describe('the log', () => {
  it('has a line for every page, a visitor’s as well', async () => {
    const lines: string[] = [];
    const log = makeLog('debug', { write: (line) => void lines.push(line) });
    const server = createServer(await makeApp({ ...stack.services, log }));
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
    const { port } = server.address() as AddressInfo;
    const host = new URL(stack.address).host;
    const get = (path: string, cookie = '') =>
      new Promise<void>((done, failed) => {
        const asked = request({ host: '127.0.0.1', port, path, headers: { host, cookie } }, (answer) => {
          answer.resume().once('end', () => done());
        });
        asked.once('error', failed);
        asked.end();
      });
    await get('/about');
    await get('/about', `admissa_member=${'x'.repeat(43)}`);
    await new Promise((closed) => server.close(closed));
    const said = lines.map((line) => JSON.parse(line) as { msg: string; path?: string; status?: number });
    expect(said.filter(({ msg, status }) => msg === 'http' && status === 200)).toHaveLength(2);
  });
});

const pageOf = (doc: SetupDocument, id: string) => doc.pages.find((page) => page.id === id)!;

describe('addresses', () => {
  it('that the product answers itself are reserved, so that no page stands there', () => {
    const [app] = stack.server.listeners('request') as unknown as {
      router: { stack: { route?: { path: string | RegExp } }[] };
    }[];
    const paths = app!.router.stack.flatMap(({ route }) => (route ? [route.path] : []));
    const firsts = paths.flatMap((path) =>
      typeof path === 'string'
        ? [path.split('/')[1]!.split('.')[0]!]
        : [...path.source.matchAll(/\^\\\/\(?([\w|-]+)/g)].flatMap(([, names]) => names!.split('|')),
    );
    const { places } = stack.services.sources;
    const all = new Set([...firsts, ...Object.keys(places), 'api', 'assets', 'health']);
    // A picture in the address bar, and what matches everything.
    for (const none of ['', 'icon-']) all.delete(none);
    expect([...all].filter((first) => !reservedAddresses.has(first)).sort()).toEqual([]);
    expect(all.size).toBeGreaterThan(20);
  });

  it('of pages that lead to each other end where they began, and nobody is sent round', async () => {
    await stack
      .publish((doc) => {
        const [one, two] = [pageOf(doc, 'my-bees'), pageOf(doc, 'mentor-notes')];
        one.outside = { view: 'otherPage', page: two.id };
        two.outside = { view: 'otherPage', page: one.id };
      })
      .then((done) => expect(done).toMatchObject({ refusal: { code: 'setup-faults' } }));
  });
});
