import { createHash } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Caller, PASSWORD, SITE_NOW, linkIn, makeStack, perrin, type Stack } from '../../tests/support/stack';
import { DAY, HOUR } from '../../core/kernel';
import type { SiteView } from '../../contract';
import { deviceOf } from '../callers/sessions';

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

  it('lets in whoever has answered with whatever ends a line', async () => {
    const answer = ['one', 'two\u2028three', 'four " \\ 5'].join('\n');
    const set = `UPDATE member_facts f JOIN member m ON m.id = f.member SET f.facts = JSON_SET(f.facts, '$.name', ?)
      WHERE m.mail = ?`;
    await stack.query(set, [answer, IDA]);
    const who = caller();
    expect((await who.signIn(IDA)).status).toBe(200);
    await stack.query(set, ['Ida Marrowby', IDA]);
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
    const secret = /admissa_member=([\w-]{43})/.exec(one.cookie)![1]!;
    const rows = await stack.query<{ token_hash: Buffer; id: string; device: string }>(
      'SELECT token_hash, id, device FROM session',
    );
    // Neither the text of the secret nor its bytes lie anywhere; its digest does.
    const bytes = Buffer.from(secret, 'base64url');
    for (const row of rows) {
      expect(row.token_hash.equals(bytes) || row.token_hash.includes(Buffer.from(secret))).toBe(false);
      expect(`${row.id} ${row.device}`.includes(secret)).toBe(false);
    }
    expect(rows.some((row) => row.token_hash.equals(createHash('sha256').update(secret).digest()))).toBe(true);
  });

  it('sets a cookie no script can read, for this site alone', async () => {
    const response = await caller().raw('/api/site/sign-in', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ mail: IDA, password: PASSWORD, remember: true }),
    });
    const cookies = response.headers.getSetCookie();
    for (const one of cookies) expect(one).toContain('HttpOnly');
    const cookie = cookies.find((one) => one.startsWith('admissa_member='));
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
    expect(earlier).not.toBe(link);
    expect((await reset(link, 'password12')).body).toMatchObject({ code: 'weak-password' });
    expect(await reset(link, 'ivy bramble sunrise')).toEqual({ status: 200, body: { next: '/' } });
    expect(await who.html('/')).toContain('Philippa Ansty');
    // Used, and with it every other link that was on its way.
    for (const spent of [link, earlier])
      expect((await reset(spent, 'ivy bramble sunset')).body).toMatchObject({ code: 'token-used' });
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
    // Whose it is reads of it, in case it was somebody else.
    const told = await stack.letter('wilf@quillmoor.example', ({ subject }) => /password was changed/i.test(subject));
    expect(linkIn(told)).toMatch(/\/desk\/forgotten$/);
  });

  it('leaves nothing behind where it meets a withdrawal', async () => {
    const mail = 'leaves.soon@oake.example';
    const who = caller();
    await who.join({ ...perrin, mail, 'full-name': 'Leaves Soon' });
    const [{ id } = { id: '' }] = await stack.query<{ id: string }>('SELECT id FROM member WHERE mail = ?', [mail]);
    const both = await Promise.all([
      who.post('/site/password', { current: perrin.password, password: 'ivy bramble sunrise' }),
      who.post('/site/joining/withdraw', {}),
    ]);
    expect(both[1].status).toBe(200);
    // And once it is over: the password is changed of nobody.
    const gone = await stack.services.database.source.transaction((manager) =>
      stack.services.accounts.setPassword(manager, id as never, 'x', null),
    );
    expect(gone).toBe(false);
    for (const table of ['member', 'timeline', 'outgoing', 'session', 'member_facts']) {
      const column = table === 'member' ? 'id' : table === 'session' ? 'subject' : 'member';
      expect([table, await stack.query(`SELECT 1 FROM ${table} WHERE ${column} = ?`, [id])]).toEqual([table, []]);
    }
  });
});

describe('limits', () => {
  let strict: Stack;
  beforeAll(async () => {
    strict = await makeStack({ members: 12, env: { ADMISSA_DEMO: '0', ADMISSA_PROXY: '1' } });
  });
  afterAll(() => strict.stop());
  beforeEach(() => strict.query('DELETE FROM rate_limit'));

  /** A browser behind the proxy, at a network address of its own. */
  const from = (ip: string, browser = new Caller(strict.address)) => ({
    browser,
    post: async (path: string, body: unknown) => {
      const response = await browser.raw(`/api${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-forwarded-for': ip },
        body: JSON.stringify(body),
      });
      return { status: response.status, body: (await response.json()) as Record<string, unknown> };
    },
  });
  const guess = (ip: string, mail = IDA) => from(ip).post('/site/sign-in', { mail, password: 'a guess at it' });

  it('stop guessing from one place, say when to try again, and hold in every process', async () => {
    for (let n = 0; n < 8; n++) expect((await guess('192.0.2.1')).status).toBe(401);
    expect(await guess('192.0.2.1')).toMatchObject({
      status: 429,
      body: { code: 'too-many', detail: 'Too many tries. Try again in 15 minutes.' },
    });
    const other = await strict.second();
    const there = from('192.0.2.1', new Caller(other.services.config.address));
    expect((await there.post('/site/sign-in', { mail: IDA, password: PASSWORD })).status).toBe(429);
    expect((await from('192.0.2.1').post('/site/sign-in', { mail: GWENNA, password: PASSWORD })).status).toBe(200);
    // The clock of a real site is not to be moved.
    const odile = from('192.0.2.2');
    await odile.post('/desk/sign-in', { mail: 'odile@quillmoor.example', password: PASSWORD });
    expect((await odile.post('/desk/clock', { by: 'day' })).status).toBe(403);
  });

  it.each([
    ['an accent', 'ída.marrowby@mail.example'],
    ['full width', 'ｉda.marrowby@mail.example'],
    ['a soft hyphen', 'ida\u00AD.marrowby@mail.example'],
    ['no width', 'ida\u200B.marrowby@mail.example'],
    ['capitals', 'IDA.Marrowby@mail.example'],
  ])('are not dodged by spelling the address with %s', async (_, spelled) => {
    const mails = [IDA, spelled];
    let weighed = 0;
    for (let n = 0; n < 20; n++) {
      const { status } = await guess('192.0.2.3', mails[n % 2]!);
      if (status === 401) weighed++;
    }
    // Either both spellings are counted as one, or the other spelling is nobody's address and leads to no account.
    if (weighed > 8) {
      const right = await from('192.0.2.9').post('/site/sign-in', { mail: spelled, password: PASSWORD });
      expect(right.status).toBe(401);
    } else expect(weighed).toBe(8);
  });

  it('let nobody shut out another: wrong tries from elsewhere leave a member and the owner alone', async () => {
    for (let n = 0; n < 12; n++) await guess('192.0.2.4');
    expect((await from('192.0.2.5').post('/site/sign-in', { mail: IDA, password: PASSWORD })).status).toBe(200);
    for (let n = 0; n < 12; n++)
      await from('192.0.2.4').post('/desk/sign-in', { mail: 'odile@quillmoor.example', password: 'wrong' });
    const odile = { mail: 'odile@quillmoor.example', password: PASSWORD };
    expect((await from('192.0.2.5').post('/desk/sign-in', odile)).status).toBe(200);
  });

  it('have a wide net for one address, which does not catch a device that was let in before', async () => {
    const home = from('192.0.2.6');
    expect((await home.post('/site/sign-in', { mail: IDA, password: PASSWORD })).status).toBe(200);
    await home.post('/site/sign-out', {});
    for (let n = 0; n < 100; n++) await strict.services.limits.waits(['signInByAddress', `member:${IDA}`]);
    expect(await from('192.0.2.7').post('/site/sign-in', { mail: IDA, password: PASSWORD })).toMatchObject({
      status: 429,
      body: { detail: expect.stringContaining('a device you have signed in with before') },
    });
    expect((await home.post('/site/sign-in', { mail: IDA, password: PASSWORD })).status).toBe(200);
    // The cookie of another device, or one that somebody made up, is none.
    const forged = from('192.0.2.7');
    const made = `admissa_known=${'A'.repeat(43)}.${'B'.repeat(22)}`;
    const answer = await forged.browser.raw('/api/site/sign-in', {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: made },
      body: JSON.stringify({ mail: IDA, password: PASSWORD }),
    });
    expect(answer.status).toBe(429);
  });

  it('never refuse the reset of an address: what strangers ask too often is put off by at most an hour', async () => {
    for (let n = 0; n < 8; n++)
      expect((await from(`192.0.2.${100 + n}`).post('/site/forgotten', { mail: PHILIPPA })).status).toBe(200);
    const jobs = await strict.query<{ run_at: Date }>(
      `SELECT run_at FROM job WHERE kind = 'resetMail' AND run_at > ${SITE_NOW}`,
    );
    // Of those put off there is one, within the hour.
    expect(jobs).toHaveLength(1);
    expect(jobs[0]!.run_at.getTime() - strict.services.clock.now()).toBeLessThanOrEqual(60 * 60_000);
    expect((await from('192.0.2.110').post('/site/forgotten', { mail: PHILIPPA })).body).toEqual({ done: true });
    await strict.settled();
    expect(strict.letters.list(PHILIPPA).length).toBeLessThanOrEqual(5);
    // All the links that came work until one is used.
    const first = linkIn(strict.letters.list(PHILIPPA).at(-1)!);
    expect(await new Caller(strict.address).html(new URL(first).pathname)).toContain('Set this password');
  });

  it('one caller cannot fill a mailbox, whatever sends the letters', async () => {
    const mail = 'honeysuckle@oake.example';
    const sends = [];
    for (let n = 0; n < 20; n++) {
      const { status } = await from('192.0.2.8').post('/site/join/quillmoor', {
        once: crypto.randomUUID(),
        answers: { ...perrin, mail },
        took: 60_000,
      });
      sends.push(status);
    }
    expect(sends.filter((status) => status === 200)).toHaveLength(4);
    expect(new Set(sends.slice(4))).toEqual(new Set([429]));
    await strict.settled();
    expect(strict.letters.list(mail)).toHaveLength(4);
    // Five in all within the hour, from wherever, whatever sends them.
    for (let n = 0; n < 12; n++) {
      await from(`192.0.2.${120 + n}`).post('/site/join/quillmoor', {
        once: crypto.randomUUID(),
        answers: { ...perrin, mail },
        took: 60_000,
      });
      await from(`192.0.2.${140 + n}`).post('/site/forgotten', { mail });
      await from(`192.0.2.${160 + n}`).post('/desk/forgotten', { mail });
    }
    await strict.settled();
    expect(strict.letters.list(mail)).toHaveLength(5);
  });

  it('keep neither names nor addresses', async () => {
    await guess('192.0.2.66', 'marigold@oake.example');
    expect(JSON.stringify(await strict.query('SELECT * FROM rate_limit'))).not.toMatch(/marigold|192\.0\.2/);
  });
});

describe('what a password may not be', () => {
  it.each([
    ['the own name', 'Philippa Ansty'],
    ['the site’s name and a year', 'quillmoor1911'],
    ['the site’s kind', 'Beekeepers-2026'],
    ['the address', 'philippa.ansty1'],
    ['what is guessed first', 'password1234'],
  ])('%s: at a change and by a link', async (_, password) => {
    const who = caller();
    await who.signIn(PHILIPPA, 'ivy bramble sunrise');
    expect((await who.post('/site/password', { current: 'ivy bramble sunrise', password })).body).toMatchObject({
      code: 'weak-password',
    });
    await stack.query('DELETE FROM rate_limit');
    await caller().post('/site/forgotten', { mail: PHILIPPA });
    await stack.settled();
    const token = linkIn(stack.letters.list(PHILIPPA)[0]!).split('/').pop();
    expect((await caller().post('/site/reset', { token, password })).body).toMatchObject({ code: 'weak-password' });
  });

  it('a link from before a change of password works no more', async () => {
    await stack.query('DELETE FROM rate_limit');
    await caller().post('/site/forgotten', { mail: PHILIPPA });
    await stack.settled();
    const token = linkIn(stack.letters.list(PHILIPPA)[0]!).split('/').pop();
    const who = caller();
    await who.signIn(PHILIPPA, 'ivy bramble sunrise');
    const change = { current: 'ivy bramble sunrise', password: 'fern lantern dusk' };
    expect((await who.post('/site/password', change)).status).toBe(200);
    expect((await caller().post('/site/reset', { token, password: 'moss lantern heather' })).body).toMatchObject({
      code: 'token-used',
    });
  });
});

describe('what is tried leaves a trace', () => {
  it('staff sign-ins, good and bad, and what is not theirs', async () => {
    await stack.query('DELETE FROM audit');
    await caller().post('/desk/sign-in', { mail: 'bea@quillmoor.example', password: 'wrong' });
    await caller().post('/desk/sign-in', { mail: 'nobody@quillmoor.example', password: 'wrong' });
    const bea = await caller().staffIn('bea@quillmoor.example');
    expect((await bea.post(`/desk/applications/${'x'.repeat(20)}/approve`)).status).toBe(403);
    const rows = await stack.query<{ act: string; who: string; name: string; detail: string }>(
      'SELECT * FROM audit ORDER BY id',
    );
    expect(rows.map((row) => [row.act, row.who !== '', row.name])).toEqual([
      ['staff.signInFailed', true, 'Bea Tolliver'],
      ['staff.signInFailed', false, ''],
      ['staff.signedIn', true, 'Bea Tolliver'],
      ['refused', true, 'Bea Tolliver'],
    ]);
    expect(rows[3]!.detail).toContain('review.approve');
  });
});

describe('a session', () => {
  it('of who comes daily never ends with its cookie: that is renewed once a day, and only where it was asked for', async () => {
    const [remembered, short] = [caller(), caller()];
    await remembered.post('/site/sign-in', { mail: IDA, password: 'ivy bramble sunrise', remember: true });
    await short.post('/site/sign-in', { mail: IDA, password: 'ivy bramble sunrise' });
    const renewals = async (who: Caller) =>
      (await who.raw('/')).headers.getSetCookie().filter((line) => line.startsWith('admissa_member='));
    expect(await renewals(remembered)).toEqual([]);
    const { clock, database } = stack.services;
    await clock.moveTo(clock.now() + 24 * 3_600_000, database.source);
    const [renewed] = await renewals(remembered);
    expect(renewed).toContain('Max-Age=5184000');
    expect(renewed).toContain(remembered.cookie.match(/admissa_member=[^;]+/)![0]);
    expect(await renewals(remembered)).toEqual([]);
    expect(await renewals(short)).toEqual([]);
  });

  it('ends after half a year however much it is used, and one that is not remembered after a week', async () => {
    const [remembered, short] = [caller(), caller()];
    await remembered.post('/site/sign-in', { mail: IDA, password: 'ivy bramble sunrise', remember: true });
    await short.signIn(IDA, 'ivy bramble sunrise');
    for (let half = 1; half <= 13; half++) {
      await move(11.9 * HOUR);
      expect(await short.html('/')).toContain('Ida Marrowby');
    }
    for (let half = 1; half <= 2; half++) {
      await move(11.9 * HOUR);
      await short.html('/');
    }
    expect(await short.html('/')).not.toContain('Ida Marrowby');
    for (let week = 1; week <= 24; week++) {
      await move(7 * DAY);
      expect(await remembered.html('/')).toContain('Ida Marrowby');
    }
    await move(8 * DAY);
    expect(await remembered.html('/')).not.toContain('Ida Marrowby');
  });
});

describe('many at once', () => {
  it('are weighed so many at a time; beyond the queue the answer is a 503 that says when, and pages go on', async () => {
    await stack.query('DELETE FROM rate_limit');
    const crowd = Array.from({ length: 90 }, (_, n) =>
      caller()
        .signIn(`nobody.${n}@oake.example`, 'not the password')
        .then(({ status, body }) => ({ status, body })),
    );
    const pages = await Promise.all(Array.from({ length: 10 }, () => caller().raw('/')));
    expect(pages.map((page) => page.status)).toEqual(Array.from({ length: 10 }, () => 200));
    const answers = await Promise.all(crowd);
    const busy = answers.filter(({ status }) => status === 503);
    expect(busy.length).toBeGreaterThan(0);
    expect(busy[0]!.body).toMatchObject({ code: 'busy', wait: 3 });
    expect(answers.every(({ status }) => status === 401 || status === 503)).toBe(true);
    expect((await caller().signIn(IDA, 'ivy bramble sunrise')).status).toBe(200);
  });
});

describe('the page one begins at', () => {
  it('is that of a level or group, where one wanted none in particular', async () => {
    await stack.publish((doc) => {
      doc.site.starts = [{ group: 'mentors' as never, page: 'mentor-notes' as never }];
    });
    expect((await caller().signIn(GWENNA)).body.next).toBe('/mentor-notes');
    const [keeper] = await stack.query<{ mail: string }>(
      `SELECT mail FROM member WHERE standing = 'admitted' AND id NOT IN (SELECT member FROM member_group) ORDER BY number DESC LIMIT 1`,
    );
    expect((await caller().signIn(keeper!.mail)).body.next).toBe('/');
    const wanted = await caller().post<{ next: string }>('/site/sign-in', {
      mail: GWENNA,
      password: PASSWORD,
      next: '/about',
    });
    expect(wanted.body.next).toBe('/about');
  });
});
