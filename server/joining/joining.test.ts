import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, codeIn, linkIn, makeStack, until, type Stack } from '../../tests/support/stack';
import { HOUR, MINUTE } from '../../core/kernel';
import type { JoiningView, SiteView } from '../../contract';
import type { GateSight } from '../../core/joining';

type ReviewSight = Extract<GateSight, { kind: 'review' }>;

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack();
});
afterAll(() => stack.stop());

let n = 0;
const freshMail = () => `perrin.${++n}@oake.example`;
const caller = () => new Caller(stack.address);
const joining = async (who: Caller) => (await who.get<SiteView>('/site/view?path=/joining')).body.place as JoiningView;
const move = (ms: number) =>
  stack.services.clock.moveTo(stack.services.clock.now() + ms, stack.services.database.source);
const memberOf = async (mail: string) =>
  await stack.query<{ id: string; standing: string; shadow_of: string }>('SELECT * FROM member WHERE mail = ?', [mail]);

async function signedUp(mail = freshMail(), answers: Record<string, unknown> = {}) {
  const who = caller();
  const sent = await who.join({ mail, ...answers });
  expect(sent).toEqual({ status: 200, body: { next: '/joining' } });
  const letter = await stack.letter(mail);
  return { who, mail, code: codeIn(letter), link: linkIn(letter) };
}

describe('sending the form', () => {
  it('tells every fault and keeps nothing', async () => {
    const who = caller();
    const sent = await who.join({ mail: 'perrin@oake', password: 'aaaaaaaaaa', 'colonies-kept': 'three' });
    expect(sent.status).toBe(422);
    expect(sent.body.code).toBe('form-faults');
    expect(sent.body.faults!.map((fault) => fault.at)).toEqual(['mail', 'password', 'colonies-kept']);
    expect(sent.body.faults![1]!.says).toContain('first to be guessed');
    expect(who.cookie).toBe('');
    expect(await memberOf('perrin@oake')).toEqual([]);
  });

  it('refuses a password made of the person’s own words', async () => {
    const sent = await caller().join({
      mail: 'perrin.oakenshaw@oake.example',
      'full-name': 'Perrin Oakenshaw',
      password: 'perrinoakenshaw',
    });
    expect(sent.body.faults!.map((fault) => fault.at)).toEqual(['password']);
  });

  it('signs the applicant in at once and says where they stand', async () => {
    const { who, mail } = await signedUp();
    const view = await joining(who);
    expect(view).toMatchObject({ kind: 'joining', state: 'open', act: { kind: 'confirmEmail', mail, usable: true } });
    expect(view.gates.map((gate) => gate.state)).toEqual(['now', 'toCome']);
    expect(view.answers).toContainEqual({ label: 'Colonies kept', value: '3 colonies' });
  });

  it('is sent once however often the same sending arrives', async () => {
    const mail = freshMail();
    const once = crypto.randomUUID();
    const answers = { mail };
    const both = await Promise.all([caller().join(answers, { once }), caller().join(answers, { once })]);
    expect(both.map((sent) => sent.status)).toEqual([200, 200]);
    expect(await memberOf(mail)).toHaveLength(1);
    await stack.settled();
    expect(stack.letters.list(mail)).toHaveLength(1);
  });

  it('takes two people who send one new address side by side until one of them confirms it', async () => {
    const mail = freshMail();
    const [one, other] = [caller(), caller()];
    await Promise.all([one.join({ mail }), other.join({ mail })]);
    expect((await memberOf(mail)).map((row) => row.shadow_of)).toEqual(['', '']);
    await stack.settled();
    const codes = stack.letters.list(mail).map(codeIn);
    const tries = [];
    for (const code of codes) tries.push((await one.post('/site/joining/code', { code })).status);
    // Its own opens the gate; the other's is wrong before, and asked for no more after.
    expect(tries.filter((status) => status === 200)).toHaveLength(1);
    expect((await memberOf(mail)).map((row) => row.shadow_of === '').sort()).toEqual([false, true]);
  });

  it('takes nothing from programs, and does not tell them', async () => {
    const mail = freshMail();
    const trapped = await caller().join({ mail }, { website: 'https://honey.example' });
    expect(trapped).toEqual({ status: 200, body: { next: '/joining' } });
    const quick = await caller().join({ mail }, { took: 300 });
    expect(quick.body.code).toBe('too-many');
    expect(await memberOf(mail)).toEqual([]);
  });

  it('knows no form but those there are', async () => {
    expect(
      (await caller().post('/site/join/nowhere', { once: crypto.randomUUID(), answers: {}, took: 9e4 })).status,
    ).toBe(404);
  });
});

describe('a known address', () => {
  it('gets the same answer, the same next page and no access; its owner is told', async () => {
    const who = caller();
    const sent = await who.join({ mail: 'Ida.Marrowby@mail.example', 'full-name': 'Somebody Else' });
    expect(sent).toEqual({ status: 200, body: { next: '/joining' } });
    const view = await joining(who);
    expect(view).toMatchObject({
      state: 'open',
      act: { mail: 'Ida.Marrowby@mail.example', usable: true, fault: null },
    });
    const letter = await stack.letter('ida.marrowby@mail.example');
    expect(letter.subject).toBe('You have an account at Quillmoor already');
    expect(letter.text).toContain('Hello Ida,');
    expect(await who.html('/')).toContain('Somebody Else');
    expect(await who.html('/winter-treatment-guide')).not.toContain('50 ml');
    // A wrong code is counted, a new one may be asked for: as for anybody else.
    expect((await who.post('/site/joining/code', { code: 'AAAAAA' })).body).toMatchObject({
      code: 'code-wrong',
      detail: 'That is not the code we sent. 4 tries left.',
    });
    expect((await who.post('/site/joining/resend')).body).toMatchObject({ code: 'resend-too-soon' });
    // Ida is as she was.
    expect((await caller().signIn('ida.marrowby@mail.example')).status).toBe(200);
    const [ida] = await stack.query<{ name: string }>(
      `SELECT name FROM member WHERE mail_key = 'ida.marrowby@mail.example'`,
    );
    expect(ida!.name).toBe('Ida Marrowby');
  });

  it('cannot be told from a new one by signing out and in again', async () => {
    const [known, fresh] = ['gwenna.fairclough@mail.example', freshMail()];
    for (const mail of [known, fresh]) {
      const who = caller();
      await who.join({ mail, 'full-name': 'Somebody Else' });
      await who.post('/site/sign-out');
      expect(await who.signIn(mail, 'not the password')).toMatchObject({ status: 401 });
      expect(await who.signIn(mail, 'moss lantern heather')).toEqual({ status: 200, body: { next: '/joining' } });
      expect(await who.html('/account')).toContain('Somebody Else');
    }
    const gwenna = caller();
    await gwenna.signIn(known);
    expect(await gwenna.html('/account')).toContain('Gwenna Fairclough');
  });

  it('never shuts its owner out, however often others sign up with it', async () => {
    const mail = 'osric.danvell@mail.example';
    for (let n = 0; n < 5; n++) expect((await caller().join({ mail, 'full-name': 'Somebody Else' })).status).toBe(200);
    const osric = caller();
    expect((await osric.signIn(mail)).body).toEqual({ next: '/' });
    expect(await osric.html('/account')).toContain('Osric Danvell');
  });

  it('shows in no list and no count of the desk, and is swept like any other', async () => {
    const staff = await caller().staffIn('odile@quillmoor.example');
    const before = (await staff.get<{ everyone: number }>('/desk/members-counts')).body.everyone;
    await caller().join({ mail: 'philippa.ansty@mail.example', 'full-name': 'Nobody Inparticular' });
    expect((await staff.get<{ everyone: number }>('/desk/members-counts')).body.everyone).toBe(before);
    expect((await staff.get('/desk/find?q=Inparticular')).body).toEqual({ people: [] });
    const [shadow] = await stack.query<{ id: string }>(`SELECT id FROM member WHERE name = 'Nobody Inparticular'`);
    expect((await staff.get(`/desk/members/${shadow!.id}`)).status).toBe(404);
    expect((await staff.get(`/desk/viewpoint?person=${shadow!.id}`)).status).toBe(404);
  });
});

describe('the code', () => {
  it('opens the gate, in small letters and with a hyphen too', async () => {
    const { who, code } = await signedUp();
    expect((await who.post('/site/joining/code', { code: ` ${code.toLowerCase()} ` })).status).toBe(200);
    const view = await joining(who);
    expect(view.act!.kind).toBe('review');
    expect((view.act as ReviewSight).says).toContain('Tamsin reads every application.');
    expect((await who.post('/site/joining/code', { code })).body).toMatchObject({ code: 'already-done' });
  });

  it('is void after five wrong tries, for the link as well, until a new one is asked for', async () => {
    const { who, code, link } = await signedUp();
    for (const left of [4, 3, 2, 1])
      expect((await who.post('/site/joining/code', { code: 'ZZZZZZ' })).body['detail']).toContain(
        left === 1 ? '1 try left' : `${left} tries left`,
      );
    expect((await who.post('/site/joining/code', { code: 'ZZZZZZ' })).body).toMatchObject({
      code: 'code-void',
      status: 410,
    });
    expect((await who.post('/site/joining/code', { code })).body).toMatchObject({ code: 'code-void' });
    const click = { token: link.split('/').pop(), password: 'fern lantern dusk' };
    expect((await caller().post('/site/confirm', click)).body).toMatchObject({ code: 'code-void' });
    expect((await joining(who)).act).toMatchObject({
      usable: false,
      fault: 'That code no longer works after too many wrong tries. Ask for a new one.',
    });
  });

  it('is replaced once a minute and five times a day', async () => {
    const { who, mail, code } = await signedUp();
    const soon = await who.post<{ code: string; wait: number }>('/site/joining/resend');
    expect(soon).toMatchObject({ status: 429, body: { code: 'resend-too-soon' } });
    expect(soon.body.wait).toBeGreaterThan(50);
    for (let sent = 1; sent <= 5; sent++) {
      await move(MINUTE);
      expect((await who.post('/site/joining/resend')).status).toBe(200);
      // Two letters that leave in one instant may come in either order.
      await until('the letter', async () => (stack.letters.list(mail).length === sent + 1 ? true : null));
    }
    await move(MINUTE);
    expect((await who.post('/site/joining/resend')).body).toMatchObject({ code: 'resend-limit' });
    expect((await who.post('/site/joining/code', { code })).body).toMatchObject({ code: 'code-replaced' });
    const newest = stack.letters.list(mail)[0]!;
    expect((await who.post('/site/joining/code', { code: codeIn(newest) })).status).toBe(200);
  });

  it('is refused after its lifetime, with the way on', async () => {
    const { who, code } = await signedUp();
    await move(2 * HOUR);
    expect((await who.post('/site/joining/code', { code })).body).toMatchObject({
      code: 'code-expired',
      detail: 'That code is too old. Ask for a new one.',
    });
    expect((await joining(who)).act).toMatchObject({ usable: false, wait: 0 });
    expect((await who.post('/site/joining/resend')).status).toBe(200);
  });

  it('of somebody else opens nothing', async () => {
    const [one, other] = [await signedUp(), await signedUp()];
    expect((await one.who.post('/site/joining/code', { code: other.code })).body).toMatchObject({ code: 'code-wrong' });
  });

  it('is stored nowhere in the clear once the mail has left', async () => {
    const { mail, code, link } = await signedUp();
    await stack.settled();
    const token = link.split('/').pop()!;
    const rows = await stack.query<Record<string, unknown>>('SELECT * FROM outgoing WHERE to_mail = ?', [mail]);
    expect(rows).toHaveLength(1);
    expect(rows[0]!['secrets']).toBeNull();
    expect(rows[0]!['sent_at']).not.toBeNull();
    const everything = JSON.stringify([
      rows,
      await stack.query('SELECT * FROM application'),
      await stack.query('SELECT * FROM job'),
    ]);
    for (const secret of [code, code.replace('-', ''), token]) expect(everything).not.toContain(secret);
  });
});

describe('the link', () => {
  it('confirms by a click, not by being opened, and on another device signs its reader in', async () => {
    const { who, link } = await signedUp();
    const path = new URL(link).pathname;
    const elsewhere = caller();
    const seen = await elsewhere.html(path);
    expect(seen).toContain('Yes, confirm my address');
    // The reader sees whose sign-up this is before anything is done.
    for (const shown of ['Perrin Oake', 'QM4 7TB', 'Stall at Quillmoor market']) expect(seen).toContain(shown);
    expect((await joining(who)).act?.kind).toBe('confirmEmail');
    const token = path.split('/').pop();
    expect((await elsewhere.post('/site/confirm', { token })).body).toMatchObject({
      code: 'form-faults',
      faults: [{ at: 'password' }],
    });
    // With the password that was chosen, both devices stay.
    const password = 'moss lantern heather';
    expect(await elsewhere.post('/site/confirm', { token, password })).toEqual({
      status: 200,
      body: { next: '/joining' },
    });
    expect((await joining(elsewhere)).gates.map((gate) => gate.state)).toEqual(['done', 'now']);
    expect((await joining(who)).gates.map((gate) => gate.state)).toEqual(['done', 'now']);
    // A second click does no harm.
    expect(await who.post('/site/confirm', { token })).toEqual({ status: 200, body: { next: '/joining' } });
    const third = await caller().post('/site/confirm', { token, password: 'fern lantern dusk' });
    expect(third).toEqual({ status: 200, body: { next: path } });
    expect(await caller().html(path)).toContain('Nothing more is to be done here.');
  });

  it('that was never sent leads nowhere', async () => {
    expect((await caller().post('/site/confirm', { token: 'x'.repeat(43) })).status).toBe(410);
    expect((await caller().post('/site/confirm/discard', { token: 'x'.repeat(43) })).status).toBe(410);
    expect(await caller().html(`/confirm/${'x'.repeat(43)}`)).toContain('This link no longer works.');
  });
});

describe('ends', () => {
  it('an unconfirmed sign-up is swept by the clock and its address is free again', async () => {
    const { who, mail } = await signedUp();
    await stack.settled();
    await stack.pass('day');
    expect(await memberOf(mail)).toHaveLength(1);
    for (let day = 0; day < 6; day++) await stack.pass('day');
    await stack.pass('hour');
    expect(await memberOf(mail)).toEqual([]);
    for (const table of ['application', 'one_time', 'member_facts', 'member_word', 'timeline'])
      expect(await stack.query(`SELECT 1 FROM ${table} WHERE member NOT IN (SELECT id FROM member)`)).toEqual([]);
    expect((await who.get('/site/view?path=/account')).body).toEqual({ elsewhere: '/sign-in?next=%2Faccount' });
    expect((await caller().join({ mail })).status).toBe(200);
    expect((await memberOf(mail)).map((row) => row.shadow_of)).toEqual(['']);
  });

  it('withdrawing erases everything', async () => {
    const { who, mail } = await signedUp();
    expect(await who.post('/site/joining/withdraw')).toEqual({ status: 200, body: { next: '/withdrawn' } });
    expect(await memberOf(mail)).toEqual([]);
    expect(who.cookie).toBe('');
    expect((await who.post('/site/joining/withdraw')).status).toBe(401);
  });
});

describe('the review', () => {
  async function inReview(answers: Record<string, unknown> = {}) {
    const signed = await signedUp(freshMail(), answers);
    await signed.who.post('/site/joining/code', { code: signed.code });
    const [row] = await stack.query<{ id: string; member: string }>(
      'SELECT a.id, a.member FROM application a JOIN member m ON m.id = a.member WHERE m.mail = ?',
      [signed.mail],
    );
    return { ...signed, ...row! };
  }

  it('admits: standing, level, group by answer, message, and the guide opens at the next page view', async () => {
    const { who, mail, id, member } = await inReview({ 'years-keeping': '12' });
    expect(await who.html('/winter-treatment-guide')).not.toContain('50 ml');
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    const before = await tamsin.get<{ application: { grants: string; canReview: boolean } }>(`/desk/members/${member}`);
    expect(before.body.application.canReview).toBe(true);
    expect(before.body.application.grants).toMatch(/^Keeper until .* and Mentors$/);
    expect((await tamsin.post(`/desk/applications/${id}/approve`)).body).toEqual({
      says: 'Perrin Oake is admitted. The letter leaves in a minute.',
      undo: id,
    });
    const guide = await who.html('/winter-treatment-guide');
    expect(guide).toContain('Never more than 50 ml to a hive');
    expect(guide).toContain('Good to see you here, Perrin.');
    await stack.settled();
    expect(stack.letters.list(mail).some((letter) => letter.subject.startsWith('Welcome'))).toBe(false);
    await move(MINUTE);
    expect((await stack.letter(mail, (letter) => letter.subject.startsWith('Welcome'))).text).toContain(
      'You are now a Keeper',
    );
    const [row] = await stack.query<{ standing: string; admitted_at: Date }>(
      'SELECT standing, admitted_at FROM member WHERE id = ?',
      [member],
    );
    expect(row).toMatchObject({ standing: 'admitted', admitted_at: expect.any(Date) });
    const after = await tamsin.get<{ timeline: { title: string }[] }>(`/desk/members/${member}`);
    expect(after.body.timeline.map((item) => item.title)).toEqual(
      expect.arrayContaining(['Applicant', 'Email confirmed', 'Tamsin Rooke said yes', 'Admitted', 'Added to Mentors']),
    );
    expect((await tamsin.post(`/desk/applications/${id}/approve`)).body).toMatchObject({ code: 'already-done' });
    // Who did what: staff by id and name, a member by an id that leads nowhere once they are erased.
    expect(await stack.query('SELECT kind, name, act FROM audit WHERE subject = ? ORDER BY id', [member])).toEqual([
      { kind: 'member', name: '', act: 'joining.submitted' },
      { kind: 'member', name: '', act: 'joining.codeEntered' },
      { kind: 'staff', name: 'Tamsin Rooke', act: 'application.approved' },
    ]);
  });

  it('declines with a reason the applicant reads', async () => {
    const { who, mail, id } = await inReview();
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    expect((await tamsin.post(`/desk/applications/${id}/decline`, { reason: ' ' })).body).toMatchObject({
      code: 'reason-needed',
    });
    expect(
      (await tamsin.post(`/desk/applications/${id}/decline`, { reason: 'Your apiary lies in Harrowdale.' })).status,
    ).toBe(200);
    expect((await stack.letter(mail, (letter) => letter.subject === 'Your application to Quillmoor')).text).toContain(
      'Your apiary lies in Harrowdale.',
    );
    const view = await joining(who);
    expect(view).toMatchObject({
      state: 'declined',
      outcome: { says: expect.stringContaining('The reason: Your apiary lies in Harrowdale.') },
    });
    expect(await who.html('/winter-treatment-guide')).not.toContain('50 ml');
  });

  it('carries a question to the applicant and the answer back', async () => {
    const { who, mail, id, member } = await inReview();
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    await tamsin.post(`/desk/applications/${id}/ask`, { text: 'Where will the hives stand?' });
    expect((await stack.letter(mail, (letter) => letter.subject.includes('question'))).text).toContain(
      'Where will the hives stand?',
    );
    expect(((await joining(who)).act as ReviewSight).question).toBe('Where will the hives stand?');
    expect((await who.post('/site/joining/answer', { text: 'Behind the mill.' })).status).toBe(200);
    const seen = await tamsin.get<{ application: { question: unknown } }>(`/desk/members/${member}`);
    expect(seen.body.application.question).toEqual({ text: 'Where will the hives stand?', answer: 'Behind the mill.' });
  });

  it('shows likely duplicates: the same name, and the same family name at the same postcode', async () => {
    const { member } = await inReview({ 'full-name': 'Ida Marrowby' });
    const second = await inReview({ 'full-name': 'Ned Marrowby' });
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    const twins = async (id: string) =>
      (await tamsin.get<{ application: { duplicates: { name: string; why: string }[] } }>(`/desk/members/${id}`)).body
        .application.duplicates;
    expect((await twins(member)).map((twin) => twin.why)).toContain('same name');
    expect((await twins(second.member)).map((twin) => `${twin.name}: ${twin.why}`)).toContain(
      'Ida Marrowby: same family name, Apiary postcode QM4 7TB',
    );
  });

  it('reminds the reviewer at the target, and closes after a second time when the limit has passed', async () => {
    const { mail, id } = await inReview();
    await stack.settled();
    for (let day = 0; day < 6; day++) await stack.pass('day');
    expect(
      (await stack.letter('tamsin@quillmoor.example', (letter) => letter.subject.startsWith('Perrin Oake'))).text,
    ).toContain('Hello Tamsin,');
    for (let day = 0; day < 16; day++) await stack.pass('day');
    const [row] = await stack.query<{ state: string }>('SELECT state FROM application WHERE id = ?', [id]);
    expect(row!.state).toBe('outOfTime');
    await stack.letter(mail, (letter) => letter.subject === 'We ran out of time to read your application');
    expect((await memberOf(mail))[0]!.standing).toBe('closed');
  });
});
