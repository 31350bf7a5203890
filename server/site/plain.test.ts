/** The site's forms and the desk's door without script: plain POSTs, as a browser sends them. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, PASSWORD, codeIn, linkIn, makeStack, perrin, type Stack } from '../../tests/support/stack';

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack({ members: 14 });
});
afterAll(() => stack.stop());

type Answers = Record<string, string | string[] | boolean>;

/** Sends a form as a browser does: its hidden fields, and what is typed over them. */
async function send(who: Caller, path: string, typed: Answers, headers: Record<string, string> = {}) {
  const body = new URLSearchParams();
  for (const [name, value] of Object.entries(typed))
    for (const one of Array.isArray(value) ? value : [value]) if (one !== false) body.append(name, String(one));
  const response = await who.raw(path, {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded', origin: stack.address, ...headers },
    body: body.toString(),
  });
  return { status: response.status, to: response.headers.get('location'), html: await response.text() };
}
const hidden = (html: string, name: string): string =>
  new RegExp(`type="hidden" name="${name}" value="([^"]*)"`).exec(html)![1]!;
/** The signup form as it was opened a minute ago. */
async function opened(who: Caller): Promise<Answers> {
  const once = hidden(await who.html('/join/quillmoor'), 'once');
  return { once, opened: String(Date.now() - 60_000), website: '' };
}

describe('the signup form without script', () => {
  it('comes back with every fault and everything typed but the password, and is sent again', async () => {
    const who = new Caller(stack.address);
    const form = await opened(who);
    const wrong = {
      ...perrin,
      ...form,
      mail: 'perrin@oake',
      'full-name': 'Ingrid "Strauß" <b>',
      topics: ['apiary-news'],
    };
    const back = await send(who, '/join/quillmoor', wrong);
    expect(back.status).toBe(422);
    expect(back.html).toContain('One answer needs another look');
    expect(back.html).toContain('value="Ingrid &quot;Strauß&quot; &lt;b&gt;"');
    expect(back.html).toMatch(/<input[^>]*aria-describedby="[^"]*"[^>]*value="perrin@oake"|value="perrin@oake"/);
    expect(back.html).toMatch(/value="market-stall"[^>]* selected|<option[^>]* selected[^>]*>/);
    expect(back.html).not.toContain(perrin.password);
    const again = await send(who, '/join/quillmoor', { ...wrong, once: hidden(back.html, 'once'), mail: perrin.mail });
    expect([again.status, again.to]).toEqual([303, '/joining']);
    expect(await who.html('/joining')).toContain('Confirm your email');
  });

  it('a code that is wrong says so beside it, the right one goes on', async () => {
    const who = new Caller(stack.address);
    await send(who, '/join/quillmoor', { ...perrin, ...(await opened(who)), mail: 'tansy@oake.example' });
    const wrong = await send(who, '/joining', { act: 'code', code: 'ZZZZZZ' });
    expect(wrong.html).toContain('That is not the code we sent. 4 tries left.');
    const right = await send(who, '/joining', {
      act: 'code',
      code: codeIn(await stack.letter('tansy@oake.example')),
    });
    expect(right.status).toBe(303);
    expect(await who.html('/joining')).toContain('Your application is with us');
    const gone = await send(who, '/joining', { act: 'withdraw' });
    expect([gone.status, gone.to]).toEqual([303, '/withdrawn']);
  });

  it('is quicker than anyone only once: the time of the first opening goes along', async () => {
    const who = new Caller(stack.address);
    const form = { ...(await opened(who)), opened: String(Date.now()) };
    const quick = await send(who, '/join/quillmoor', { ...perrin, ...form, mail: 'quick@oake.example' });
    expect(quick.status).toBe(429);
    expect(hidden(quick.html, 'opened')).toBe(form.opened);
  });
});

describe('a plain form', () => {
  it('from another site is not taken, whatever it says', async () => {
    const who = new Caller(stack.address);
    for (const [name, value] of [
      ['origin', 'https://elsewhere.example'],
      ['sec-fetch-site', 'cross-site'],
    ] as const) {
      const form = { mail: 'ida.marrowby@mail.example', password: PASSWORD };
      expect((await send(who, '/sign-in', form, { [name]: value })).status).toBe(403);
    }
  });

  it('signs in, goes where it was going, and keeps that through a mistake', async () => {
    const who = new Caller(stack.address);
    const mail = 'ida.marrowby@mail.example';
    const wrong = await send(who, '/sign-in?next=/about', { mail, password: 'wrong', next: '/about' });
    expect(wrong.html).toContain('That address and password do not go together.');
    expect(hidden(wrong.html, 'next')).toBe('/about');
    expect(wrong.html).toContain(`value="${mail}"`);
    const right = await send(who, '/sign-in', { mail, password: PASSWORD, next: '/about' });
    expect([right.status, right.to]).toEqual([303, '/about']);
    const out = await send(who, '/sign-out', {});
    expect([out.status, out.to]).toEqual([303, '/']);
    const astray = await send(who, '/sign-in', { mail, password: PASSWORD, next: '//elsewhere.example' });
    expect(astray.to).toBe('/');
  });

  it('of the account says what was done, once, and a title says what needs another look', async () => {
    const who = new Caller(stack.address);
    await who.signIn('ida.marrowby@mail.example');
    const page = await who.html('/account');
    const asked = hidden(page, 'asked');
    const kept = await send(who, '/account', { act: 'profile', asked, 'full-name': 'Ida Marrowby' });
    expect([kept.status, kept.to]).toEqual([303, '/account?done=profile']);
    expect(await who.html('/account?done=profile')).toMatch(/role="status"[^>]*>Your profile is kept\.</);
    for (const path of ['/account', '/account?done=constructor', '/about?done=profile'])
      expect(await who.html(path)).not.toContain('Your profile is kept.');
    const wrong = await send(who, '/account', { act: 'password', current: 'not it', password: 'ivy bramble sunrise' });
    expect(wrong.html).toContain('<title>One answer needs another look · ');
    const right = await send(who, '/account', { act: 'password', current: PASSWORD, password: 'ivy bramble sunrise' });
    expect(right.to).toBe('/account?done=password');
  });

  it('to a place that takes none is not read', async () => {
    expect((await send(new Caller(stack.address), '/about', { a: 'b' })).status).toBe(415);
  });
});

describe('the door of the desk', () => {
  const mail = 'tamsin@quillmoor.example';

  it('asks whoever is not signed in, says what is wrong, and leads to where they were going', async () => {
    const who = new Caller(stack.address);
    const door = await who.html('/desk/members');
    expect(door).not.toContain('<script');
    const wrong = await send(who, '/desk/sign-in', { mail, password: 'wrong', next: '/desk/members' });
    expect(wrong.status).toBe(401);
    expect(wrong.html).toContain('That address and password do not go together.');
    expect(wrong.html).toContain(`value="${mail}"`);
    expect(hidden(wrong.html, 'next')).toBe('/desk/members');
    const right = await send(who, '/desk/sign-in', { mail, password: PASSWORD, next: '/desk/members' });
    expect([right.status, right.to]).toEqual([303, '/desk/members']);
    expect(await who.html('/desk/members')).toContain('<script');
  });

  it('never leads away from the desk', async () => {
    for (const next of ['https://elsewhere.example', '//elsewhere.example', '/sign-in', '/desk/../about', '/desk\\x'])
      expect((await send(new Caller(stack.address), '/desk/sign-in', { mail, password: PASSWORD, next })).to).toBe(
        '/desk',
      );
  });

  it('sends a link to choose a new password, which works once and weighs what is chosen', async () => {
    const who = new Caller(stack.address);
    const same = 'If we know that address, we have written to it.';
    expect((await send(who, '/desk/forgotten', { mail: 'nobody@oake.example' })).html).toContain(same);
    expect((await send(who, '/desk/forgotten', { mail })).html).toContain(same);
    const link = new URL(linkIn(await stack.letter(mail))).pathname;
    expect(link).toMatch(/^\/desk\/reset\//);
    expect((await send(who, link, { password: 'tamsin rooke' })).html).toContain('your own words');
    expect((await send(who, link, { password: 'fern lantern dusk' })).to).toBe('/desk');
    expect(await who.html(link)).toContain('This link has been used or is too old.');
    const old = await send(new Caller(stack.address), '/desk/sign-in', { mail, password: PASSWORD });
    expect(old.status).toBe(401);
  });
});

describe('addresses at which no form stands', () => {
  it.each(['/sign-in/elsewhere', '/account/elsewhere', '/pay/elsewhere', '/join', '/join/', '/join/quillmoor/more'])(
    'take none: %s',
    async (path) => {
      const who = new Caller(stack.address);
      const { status, to } = await send(who, path, { mail: 'ida.marrowby@mail.example', password: PASSWORD });
      expect([status, to]).toEqual([415, null]);
      expect(who.cookie).toBe('');
    },
  );
});
