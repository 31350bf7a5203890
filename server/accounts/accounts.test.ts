import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, PASSWORD, linkIn, makeStack, type Stack } from '../../tests/support/stack';
import { DAY, HOUR } from '../../core/kernel';
import type { SiteView } from '../../contract';
import { deviceOf } from './sessions';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack();
});
afterAll(() => stack.stop());

const IDA = 'ida.marrowby@mail.example';
const GWENNA = 'gwenna.fairclough@mail.example';
const PHILIPPA = 'philippa.ansty@mail.example';
const caller = () => new Caller(stack.address);
const move = (ms: number) =>
  stack.services.clock.moveTo(stack.services.clock.now() + ms, stack.services.database.source);
const account = async (who: Caller) =>
  (await who.get<SiteView>('/site/view?path=/account')).body.place as Extract<SiteView['place'], { kind: 'account' }>;

describe('signing in', () => {
  it('leads where one wanted to go, and only within the site', async () => {
    const at = async (next: string) =>
      (await caller().post<{ next: string }>('/site/sign-in', { mail: IDA, password: PASSWORD, next })).body.next;
    expect(await at('/my-bees')).toBe('/my-bees');
    for (const evil of ['//evil.example', '/\\evil.example', 'https://evil.example', '/a?b=//c'])
      expect(await at(evil)).toBe('/');
  });

  it('leads an applicant to where they stand', async () => {
    expect((await caller().signIn('anselm.pikard@mail.example')).body.next).toBe('/joining');
  });

  it('answers the same for a wrong password and an unknown address', async () => {
    const [wrong, unknown] = [
      await caller().signIn(IDA, 'not the password'),
      await caller().signIn('nobody@oake.example', 'not the password'),
    ];
    expect(wrong.status).toBe(401);
    expect(unknown).toEqual(wrong);
  });

  it('names what was left empty, at the site and at the desk, and counts no try', async () => {
    await stack.query('DELETE FROM rate_limit');
    for (const area of ['site', 'desk'])
      for (const [mail, password, at] of [
        ['', '', ['mail', 'password']],
        [' ', PASSWORD, ['mail']],
        [IDA, '', ['password']],
      ] as const) {
        const { status, body } = await caller().post(`/${area}/sign-in`, { mail, password });
        expect(status).toBe(422);
        expect((body['faults'] as { at: string }[]).map((fault) => fault.at)).toEqual(at);
      }
    expect(await stack.query('SELECT 1 FROM rate_limit')).toEqual([]);
  });

  it('gives a new secret each time and keeps only its digest', async () => {
    const [one, two] = [caller(), caller()];
    await one.signIn(IDA);
    await two.signIn(IDA);
    expect(one.cookie).not.toBe(two.cookie);
    const stored = JSON.stringify(await stack.query('SELECT HEX(token_hash) AS h, id, device FROM session'));
    expect(stored).not.toContain(one.cookie.split('=')[1]);
  });

  it('sets a cookie no script can read, for this site alone', async () => {
    const response = await caller().raw('/api/site/sign-in', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ mail: IDA, password: PASSWORD, remember: true }),
    });
    const [cookie] = response.headers.getSetCookie();
    expect(cookie).toMatch(/^admissa_member=[\w-]{43}; /);
    expect(cookie).toContain('HttpOnly');
    expect(cookie).toContain('SameSite=Lax');
    expect(cookie).toContain('Max-Age=5184000');
    expect(cookie).not.toContain('Secure');
  });

  it('ends by itself after half a day unused, and later where one asked to be remembered', async () => {
    const [short, long] = [caller(), caller()];
    await short.signIn(IDA);
    await long.post('/site/sign-in', { mail: IDA, password: PASSWORD, remember: true });
    await move(11 * HOUR);
    expect(await short.html('/')).toContain('Ida Marrowby');
    await move(11 * HOUR);
    expect(await short.html('/')).toContain('Ida Marrowby');
    await move(12 * HOUR);
    expect(await short.html('/')).not.toContain('Ida Marrowby');
    expect(await long.html('/')).toContain('Ida Marrowby');
    await move(61 * DAY);
    expect(await long.html('/')).not.toContain('Ida Marrowby');
  });

  it('replaces the session of the same browser', async () => {
    const who = caller();
    await who.signIn(IDA);
    const first = who.cookie;
    await who.signIn(IDA);
    const response = await fetch(`${stack.address}/`, { headers: { cookie: first } });
    expect(await response.text()).not.toContain('Ida Marrowby');
  });

  it('of members opens nothing at the desk, and the other way round', async () => {
    const member = caller();
    await member.signIn(IDA);
    const swapped = member.cookie.replace('admissa_member', 'admissa_staff');
    expect((await fetch(`${stack.address}/api/desk/me`, { headers: { cookie: swapped } })).status).toBe(401);
    const staff = await caller().staffIn('odile@quillmoor.example');
    expect(
      await (
        await fetch(`${stack.address}/account`, {
          headers: { cookie: staff.cookie.replace('staff', 'member') },
          redirect: 'manual',
        })
      ).status,
    ).toBe(302);
  });
});

describe('sessions', () => {
  it('are listed by device and can be ended one by one, or all others at once', async () => {
    const [here, there, third] = [caller(), caller(), caller()];
    for (const who of [here, there, third]) await who.signIn(GWENNA);
    const list = (await account(here)).sessions;
    expect(list.filter((session) => session.here)).toHaveLength(1);
    expect(list).toHaveLength(3);
    const other = list.find((session) => !session.here)!;
    expect((await here.post('/site/sessions/end', { id: other.id })).status).toBe(200);
    expect((await account(here)).sessions).toHaveLength(2);
    await here.post('/site/sessions/end', { id: 'others' });
    expect((await account(here)).sessions).toHaveLength(1);
    expect((await there.get('/site/view?path=/account')).body).toHaveProperty('elsewhere');
  });

  it('of somebody else cannot be ended', async () => {
    const [ida, gwenna] = [caller(), caller()];
    await ida.signIn(IDA);
    await gwenna.signIn(GWENNA);
    const [session] = (await account(gwenna)).sessions.filter((item) => item.here);
    await ida.post('/site/sessions/end', { id: session!.id });
    expect((await account(gwenna)).kind).toBe('account');
  });

  it('are swept once they are over', async () => {
    await caller().signIn(IDA);
    await stack.services.sessions.sweep(stack.services.clock.now() + 100 * DAY);
    expect(await stack.query('SELECT 1 FROM session')).toEqual([]);
  });

  it.each([
    ['Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/156.0 Safari/537.36', 'Chromium on Linux'],
    ['Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) Version/18.0 Mobile Safari/604.1', 'Safari on iOS'],
    ['Mozilla/5.0 (Windows NT 10.0; rv:140.0) Gecko/20100101 Firefox/140.0', 'Firefox on Windows'],
    ['', 'A browser on an unknown system'],
  ])('name the device: %s', (agent, device) => expect(deviceOf(agent)).toBe(device));
});

describe('a forgotten password', () => {
  it('is answered the same for every address, and by mail to its owner alone', async () => {
    const known = await caller().post('/site/forgotten', { mail: PHILIPPA });
    const unknown = await caller().post('/site/forgotten', { mail: 'nobody@oake.example' });
    expect(known).toEqual({ status: 200, body: { done: true } });
    expect(unknown).toEqual(known);
    expect((await stack.letter('nobody@oake.example')).subject).toBe('No account with this address');
    expect((await stack.letter(PHILIPPA)).subject).toBe('Choose a new password for Quillmoor');
    expect((await caller().post('/site/forgotten', { mail: 'nobody' })).body).toMatchObject({ code: 'form-faults' });
  });

  it('is replaced by a link that works once; all sessions end and the owner is told', async () => {
    const old = caller();
    await old.signIn(PHILIPPA);
    await caller().post('/site/forgotten', { mail: PHILIPPA });
    const earlier = linkIn(await stack.letter(PHILIPPA, (letter) => letter.subject.startsWith('Choose')));
    await stack.settled();
    await caller().post('/site/forgotten', { mail: PHILIPPA });
    await stack.settled();
    const link = linkIn(stack.letters.list(PHILIPPA).find((letter) => letter.subject.startsWith('Choose'))!);
    const who = caller();
    const reset = (address: string, password: string) =>
      who.post('/site/reset', { token: address.split('/').pop(), password });
    expect(await who.html(new URL(link).pathname)).toContain('Set this password');
    expect((await reset(earlier, 'ivy bramble sunrise')).body).toMatchObject({ code: 'token-used' });
    expect((await reset(link, 'password12')).body).toMatchObject({ code: 'weak-password' });
    expect(await reset(link, 'ivy bramble sunrise')).toEqual({ status: 200, body: { next: '/' } });
    expect(await who.html('/')).toContain('Philippa Ansty');
    expect((await reset(link, 'ivy bramble sunset')).body).toMatchObject({ code: 'token-used' });
    expect(await old.html('/')).not.toContain('Philippa Ansty');
    expect((await caller().signIn(PHILIPPA)).status).toBe(401);
    expect((await caller().signIn(PHILIPPA, 'ivy bramble sunrise')).status).toBe(200);
    await stack.letter(PHILIPPA, (letter) => letter.subject === 'Your password was changed');
  });

  it('has a link that is too old after an hour', async () => {
    await caller().post('/site/forgotten', { mail: GWENNA });
    const link = linkIn(await stack.letter(GWENNA, (letter) => letter.subject.startsWith('Choose')));
    await move(HOUR);
    expect(await caller().html(new URL(link).pathname)).toContain('has been used or is too old');
    expect(
      (await caller().post('/site/reset', { token: link.split('/').pop(), password: 'ivy bramble sunrise' })).body,
    ).toMatchObject({ code: 'token-used' });
  });
});

describe('changing the password', () => {
  it('asks for the present one, and signs out all other devices', async () => {
    const [here, there] = [caller(), caller()];
    await here.signIn(IDA);
    await there.signIn(IDA);
    const change = (current: string, password: string) => here.post('/site/password', { current, password });
    expect((await change('not it', 'ivy bramble sunrise')).body).toMatchObject({ code: 'wrong-password' });
    expect((await change(PASSWORD, 'idamarrowby')).body).toMatchObject({ code: 'weak-password' });
    expect((await change(PASSWORD, 'short')).body).toMatchObject({
      code: 'weak-password',
      detail: expect.stringContaining('5 of 10'),
    });
    expect((await change(PASSWORD, 'ivy bramble sunrise')).status).toBe(200);
    expect((await account(here)).name).toBe('Ida Marrowby');
    expect((await there.get('/site/view?path=/account')).body).toHaveProperty('elsewhere');
    expect((await caller().signIn(IDA, 'ivy bramble sunrise')).status).toBe(200);
  });

  it('works for staff as well', async () => {
    const [here, there] = [
      await caller().staffIn('wilf@quillmoor.example'),
      await caller().staffIn('wilf@quillmoor.example'),
    ];
    expect((await here.get<{ sessions: unknown[] }>('/desk/sessions')).body.sessions).toHaveLength(2);
    expect((await here.post('/desk/password', { current: 'no', password: 'ivy bramble sunrise' })).body).toMatchObject({
      code: 'wrong-password',
    });
    expect((await here.post('/desk/password', { current: PASSWORD, password: 'ivy bramble sunrise' })).status).toBe(
      200,
    );
    expect((await there.get('/desk/me')).status).toBe(401);
    expect((await here.get('/desk/me')).status).toBe(200);
  });
});

describe('limits', () => {
  it('stop guessing at one address, wherever it comes from, and say when to try again', async () => {
    const strict = await makeStack({ members: 12, env: { ADMISSA_DEMO: '0' } });
    try {
      const guess = () => new Caller(strict.address).signIn(IDA, 'a guess at it');
      for (let n = 0; n < 8; n++) expect((await guess()).status).toBe(401);
      const ninth = (await guess()) as { status: number; body: Record<string, unknown> };
      expect(ninth).toMatchObject({
        status: 429,
        body: { code: 'too-many', detail: 'Too many tries from here. Try again in 15 minutes.' },
      });
      // Counted in the database: another process refuses as well. Another address is not affected.
      const other = await strict.second();
      expect((await new Caller(other.services.config.address).signIn(IDA)).status).toBe(429);
      expect((await new Caller(strict.address).signIn(GWENNA)).status).toBe(200);
      // The clock of a real site is not to be moved.
      const odile = await new Caller(strict.address).staffIn('odile@quillmoor.example');
      expect((await odile.post('/desk/clock', { by: 'day' })).status).toBe(403);
    } finally {
      await strict.stop();
    }
  });
});
