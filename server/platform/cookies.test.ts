import type { AddressInfo } from 'node:net';
import express from 'express';
import { describe, expect, it } from 'vitest';
import { clearCookie, cookieOf, setCookie } from './cookies';

const secret = 'a'.repeat(43);

async function cookieSet(secure: boolean, clear = false): Promise<string> {
  const app = express();
  app.get('/', (_req, res) => {
    if (clear) clearCookie(res, 'admissa_member', secure);
    else setCookie(res, 'admissa_member', secret, null, secure);
    res.end();
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((ready) => server.once('listening', ready));
  const response = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/`);
  server.close();
  return response.headers.getSetCookie()[0]!;
}

describe('cookies', () => {
  it('are secure where the address is https, and always HttpOnly and Lax', async () => {
    expect(await cookieSet(true)).toBe(`admissa_member=${secret}; Path=/; HttpOnly; Secure; SameSite=Lax`);
    expect(await cookieSet(false)).toBe(`admissa_member=${secret}; Path=/; HttpOnly; SameSite=Lax`);
    expect(await cookieSet(true, true)).toMatch(/^admissa_member=; .*Expires=Thu, 01 Jan 1970/);
  });

  it.each([
    [undefined, null],
    ['', null],
    [`other=1; admissa_member=${secret}`, secret],
    [`admissa_member=${secret}; other=1`, secret],
    [`xadmissa_member=${secret}`, null],
    ['admissa_member=short', null],
    [`admissa_member=${'"'.repeat(43)}`, null],
  ])('are read from “%s”', (header, value) => expect(cookieOf(header, 'admissa_member')).toBe(value));
});
