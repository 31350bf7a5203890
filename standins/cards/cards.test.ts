import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Webhook } from 'standardwebhooks';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { until } from '../../tests/support/stack';
import { luhn, testCards } from './cards';
import { House } from './house';
import { cardHouse } from './http';
import { Notices, calm } from './notices';

const folder = mkdtempSync(join(tmpdir(), 'cards-'));
const file = join(folder, 'cards.jsonl');
const KEY = `whsec_${Buffer.from('a key of the card house').toString('base64')}`;
const numberOf = (title: RegExp) => Object.entries(testCards).find(([, { title: says }]) => title.test(says))![0];
const mood = { ...calm };
const house = new House(file);
const came: { type: string; id: string; key: string }[] = [];
let server: Server;
let hearer: Server;
let address: string;

beforeAll(async () => {
  hearer = createServer((req, res) => {
    let text = '';
    req.on('data', (part: Buffer) => (text += String(part)));
    req.on('end', () => {
      const headers = Object.fromEntries(Object.entries(req.headers).map(([name, value]) => [name, String(value)]));
      const told = new Webhook(KEY).verify(text, headers) as { type: string; data: { key: string } };
      came.push({ type: told.type, id: headers['webhook-id']!, key: told.data.key });
      res.writeHead(204).end();
    });
  });
  await new Promise<void>((ready) => hearer.listen(0, '127.0.0.1', () => ready()));
  const to = `http://127.0.0.1:${(hearer.address() as AddressInfo).port}/`;
  server = createServer(cardHouse({ house, notices: new Notices(house, to, KEY, mood), mood, key: 'secret' }));
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', () => ready()));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterEach(() => void Object.assign(mood, calm));
afterAll(() => {
  server.close();
  hearer.close();
  rmSync(folder, { recursive: true });
});

const call = async (path: string, body?: object, key?: string, bearer = 'secret') => {
  const response = await fetch(address + path, {
    method: body ? 'POST' : 'GET',
    headers: { authorization: `Bearer ${bearer}`, ...(key ? { 'idempotency-key': key } : {}) },
    body: body ? JSON.stringify(body) : null,
  });
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
};
const asked = { amount: 4800, currency: 'GBP', words: 'Keeper', returnTo: 'http://site.example/paid/x' };
const give = (page: unknown, form: Record<string, string>) =>
  fetch(`${address}${String(page)}`, {
    method: 'POST',
    redirect: 'manual',
    headers: { 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ act: 'pay', expires: '12/49', ...form }),
  });

describe('the card house', () => {
  it('has numbers of its own, each of which a mistyped digit is found in', () => {
    for (const number of Object.keys(testCards)) {
      expect(luhn(number)).toBe(true);
      const wrong = number.slice(0, -1) + ((Number(number.at(-1)) + 1) % 10);
      expect(luhn(wrong)).toBe(false);
    }
  });

  it('takes a payment of one key once, charges what it keeps, and gives back no more than came', async () => {
    const first = await call('/payments', asked, 'one');
    expect((await call('/payments', asked, 'one')).body['id']).toBe(first.body['id']);
    expect((await give(first.body['page'], { number: numberOf(/^Pays once/) })).headers.get('location')).toBe(
      asked.returnTo,
    );
    const paid = (await call(`/payments/${String(first.body['id'])}`)).body as {
      state: string;
      card: { token: string; last: string };
    };
    expect(paid).toMatchObject({ state: 'paid', card: { last: '1060' } });
    expect(JSON.stringify(paid)).not.toContain(numberOf(/^Pays once/));
    const again = await call('/payments', { ...asked, token: paid.card.token }, 'two');
    expect(again.body).toMatchObject({ state: 'refused', reason: 'not-enough' });
    const refund = (amount: number, key: string) =>
      call(`/payments/${String(first.body['id'])}/refunds`, { amount }, key);
    expect((await refund(1800, 'back')).body).toMatchObject({ amount: 1800 });
    expect((await refund(1800, 'back')).status).toBe(200);
    expect((await refund(3001, 'more')).status).toBe(422);
    expect(house.byItsKey('one')!.refunds).toHaveLength(1);
  });

  it('asks its owner to say yes, tells a wrong number, and is known by its key alone', async () => {
    const { body } = await call('/payments', asked, 'three');
    const wrong = await give(body['page'], { number: '9704 1911 0411 1594' });
    expect([wrong.status, await wrong.text()]).toEqual([422, expect.stringContaining('This is no card number')]);
    const step = await give(body['page'], { number: numberOf(/^Asks its owner to confirm/) });
    expect(await step.text()).toContain('Is it you?');
    expect(house.byItsKey('three')!.state).toBe('open');
    expect((await give(body['page'], { number: numberOf(/^Asks its owner to confirm/), yes: '1' })).status).toBe(303);
    expect((await call('/record', undefined, undefined, 'guess')).status).toBe(401);
  });

  it('tells late, twice and reversed, each under one name, and nothing where notices are lost', async () => {
    const pay = async (key: string) => {
      const { body } = await call('/payments', asked, key);
      await give(body['page'], { number: numberOf(/^Pays, every time/) });
    };
    mood.twice = true;
    await pay('twice');
    await until('both', () => Promise.resolve(came.filter(({ key }) => key === 'twice').length === 2 ? true : null));
    expect(new Set(came.filter(({ key }) => key === 'twice').map(({ id }) => id)).size).toBe(1);
    Object.assign(mood, calm, { reversed: true });
    await pay('older');
    await pay('newer');
    await until('the older', () => Promise.resolve(came.some(({ key }) => key === 'older') ? true : null));
    const order = came.map(({ key }) => key).filter((key) => key === 'older' || key === 'newer');
    expect(order).toEqual(['newer', 'older']);
    Object.assign(mood, calm, { lost: true });
    await pay('lost');
    expect(came.some(({ key }) => key === 'lost')).toBe(false);
  });

  it('keeps its books over a restart, and lets nothing run in its pages', async () => {
    await call('/payments', { ...asked, words: '<script>alert(1)</script>' }, 'odd');
    expect(await (await fetch(`${address}/`)).text()).not.toContain('<script>');
    expect(new House(file).all()).toEqual(house.all());
  });

  it('says nothing while it is away', async () => {
    mood.away = true;
    await expect(call('/payments', asked, 'away')).rejects.toThrow();
    mood.away = false;
    expect((await call('/payments?key=away')).status).toBe(404);
  });
});
