/** Whose an address is, whose a form is, and what stays of somebody who left. */
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { MINUTE } from '../../core/kernel';
import { sweepSendings } from '../platform/acts';
import type { JoiningView, SiteView } from '../../contract';
import { Caller, codeIn, linkIn, makeStack, perrin, type Stack } from '../../tests/support/stack';
import type { GateSight } from '../../core/joining';

type ReviewSight = Extract<GateSight, { kind: 'review' }>;

let stack: Stack;
beforeAll(async () => {
  stack = await makeStack();
});
afterAll(() => stack.stop());
beforeEach(() => stack.query('DELETE FROM rate_limit'));

let n = 0;
const freshMail = () => `ingrid.${++n}@oake.example`;
const caller = () => new Caller(stack.address);
const joining = async (who: Caller) => (await who.get<SiteView>('/site/view?path=/joining')).body.place as JoiningView;
const move = (ms: number) =>
  stack.services.clock.moveTo(stack.services.clock.now() + ms, stack.services.database.source);
const latest = async (mail: string) => {
  await stack.settled();
  return stack.letters.list(mail)[0]!;
};
const tokenIn = (letter: Awaited<ReturnType<typeof latest>>) => linkIn(letter).split('/').pop()!;

/** How many statements one piece of work sends through the data source and the pool. */
async function statements(work: () => Promise<unknown>): Promise<number> {
  const { source, pool } = stack.services.database;
  let count = 0;
  const was = source.logger;
  const execute = pool.execute.bind(pool);
  const counting = { ...was, logQuery: () => void count++ } as unknown as typeof was;
  for (const name of ['logQueryError', 'logQuerySlow', 'logSchemaBuild', 'logMigration', 'log'] as const)
    (counting as unknown as Record<string, () => void>)[name] = () => undefined;
  source.logger = counting;
  pool.execute = ((...args: Parameters<typeof execute>) => {
    count++;
    return execute(...args);
  }) as typeof pool.execute;
  try {
    await work();
    return count;
  } finally {
    source.logger = was;
    pool.execute = execute;
  }
}

describe('the key of a form', () => {
  it('is kept nowhere, and neither is anything that the answers could be guessed from', async () => {
    const once = crypto.randomUUID();
    await caller().join({ mail: freshMail() }, { once });
    const rows = await stack.query<Record<string, Buffer>>('SELECT * FROM sent_act');
    const everything = JSON.stringify([rows, await stack.query('SELECT * FROM application')]);
    expect(everything).not.toContain(once);
    expect(rows.every((row) => row['key_hash']!.length === 32)).toBe(true);
  });

  it('with other answers opens nothing, whoever repeats it', async () => {
    const once = crypto.randomUUID();
    await caller().join({ mail: freshMail(), 'full-name': 'The First Applicant' }, { once });
    const thief = caller();
    for (const answers of [
      { mail: freshMail() },
      { mail: 'ida.marrowby@mail.example' },
      { password: 'fern lantern dusk' },
    ])
      expect((await thief.join(answers, { once })).body).toMatchObject({ code: 'already-sent' });
    expect(thief.cookie).toBe('');
  });

  it('with the same answers leads the same browser to the same session, and no further', async () => {
    const once = crypto.randomUUID();
    const mail = freshMail();
    const [first, again] = [caller(), caller()];
    await first.join({ mail }, { once });
    // The answer was lost on the way: the phone sends once more.
    expect((await again.join({ mail }, { once })).status).toBe(200);
    expect(again.cookie).toBe(first.cookie);
    await first.post('/site/sign-out');
    const after = caller();
    expect((await after.join({ mail }, { once })).body).toMatchObject({ code: 'already-sent' });
    expect(after.cookie).toBe('');
  });

  it('opens nothing after a change of password, and is forgotten after minutes', async () => {
    const once = crypto.randomUUID();
    const mail = freshMail();
    const who = caller();
    await who.join({ mail }, { once });
    await who.post('/site/joining/code', { code: codeIn(await latest(mail)) });
    const change = { current: perrin.password, password: 'fern lantern dusk' };
    expect((await who.post('/site/password', change)).status).toBe(200);
    expect(
      await stack.query('SELECT 1 FROM sent_act f JOIN member m ON m.id = f.who WHERE m.mail = ?', [mail]),
    ).toEqual([]);
    const [late, mailLate] = [crypto.randomUUID(), freshMail()];
    await caller().join({ mail: mailLate }, { once: late });
    await stack.query('UPDATE sent_act SET expires_at = NOW(3)');
    await sweepSendings(stack.services.db.manager);
    expect(await stack.query('SELECT 1 FROM sent_act')).toEqual([]);
  });

  it('ends the session that the browser had before', async () => {
    const who = caller();
    await who.signIn('gwenna.fairclough@mail.example');
    const before = who.cookie;
    await who.join({ mail: freshMail() });
    const old = await fetch(`${stack.address}/`, { headers: { cookie: before } });
    expect(await old.text()).not.toContain('Gwenna');
  });
});

describe('people are called as they are called', () => {
  it.each([
    ['Ingrid Strauß', 'strauss.ingrid@oake.example'],
    ['Jürgen Weiß', 'weiss@oake.example'],
    ['Ebba 🐝 🍯 Oake', 'ebba@oake.example'],
    ['Åse Ødegård', 'ase.odegard@oake.example'],
    ['Straße strasse STRASSE', 'strasse@oake.example'],
    ['李 小龍', 'li@oake.example'],
    ['İbrahim ıĞ', 'ibrahim@oake.example'],
  ])('%s can join, and is found', async (name, mail) => {
    expect(await caller().join({ mail, 'full-name': name })).toMatchObject({ status: 200 });
    const odile = await caller().staffIn('odile@quillmoor.example');
    const word = encodeURIComponent(name.split(' ')[0]!);
    const found = await odile.get<{ people: { name: string }[] }>(`/desk/find?q=${word}`);
    expect(found.body.people.map((person) => person.name)).toContain(name);
  });
});

describe('an address that nobody has confirmed', () => {
  it('is not taken by the first who uses it: the letter’s reader decides which sign-up is theirs', async () => {
    const mail = freshMail();
    const stranger = caller();
    await stranger.join({ mail, 'full-name': 'Ingrid Strauß', password: 'the strangers own words' });
    const strangers = await latest(mail);
    const ingrid = caller();
    await ingrid.join({ mail, 'full-name': 'Ingrid Strauß', 'colonies-kept': '7' });
    const hers = await latest(mail);
    expect(hers.subject).toBe(strangers.subject);
    // Both letters say when their form was sent; the page behind each link says with which answers.
    expect(hers.text).toMatch(/sent at \d\d:\d\d on \d+ \w+ \d{4}/);
    expect(await caller().html(new URL(linkIn(strangers)).pathname)).toContain('3 colonies');
    expect(await caller().html(new URL(linkIn(hers)).pathname)).toContain('7 colonies');
    // The stranger's code opens nothing in her session.
    expect((await ingrid.post('/site/joining/code', { code: codeIn(strangers) })).body).toMatchObject({
      code: 'code-wrong',
    });
    expect((await ingrid.post('/site/joining/code', { code: codeIn(hers) })).status).toBe(200);
    // Now it is hers: the stranger's sign-up leads nowhere, by code, by link, by a new code.
    expect((await stranger.post('/site/joining/code', { code: codeIn(strangers) })).body).toMatchObject({
      code: 'code-wrong',
    });
    const click = { token: tokenIn(strangers), password: 'the strangers own words' };
    expect((await caller().post('/site/confirm', click)).body).toMatchObject({ code: 'code-replaced' });
    expect(await caller().html(new URL(linkIn(strangers)).pathname)).toContain(
      'has been confirmed for another sign-up',
    );
    await move(MINUTE);
    expect((await stranger.post('/site/joining/resend')).status).toBe(200);
    expect((await latest(mail)).subject).toBe('You have an account at Quillmoor already');
    const owners = await stack.query<{ id: string }>('SELECT id FROM member WHERE owned_mail = ?', [mail]);
    expect(owners).toHaveLength(1);
  });

  it('confirmed by a link takes the reader’s password, and the stranger’s opens nothing', async () => {
    const mail = freshMail();
    const stranger = caller();
    await stranger.join({ mail, password: 'the strangers own words' });
    const reader = caller();
    const click = { token: tokenIn(await latest(mail)), password: 'fern lantern dusk' };
    expect((await reader.post('/site/confirm', click)).body).toEqual({ next: '/joining' });
    expect((await joining(reader)).act?.kind).toBe('review');
    expect((await stranger.get('/site/view?path=/account')).body).toHaveProperty('elsewhere');
    expect((await caller().signIn(mail, 'the strangers own words')).status).toBe(401);
    expect((await caller().signIn(mail, 'fern lantern dusk')).status).toBe(200);
  });

  it('is thrown away by its reader with one click', async () => {
    const mail = freshMail();
    const stranger = caller();
    await stranger.join({ mail });
    const token = tokenIn(await latest(mail));
    expect((await caller().post('/site/confirm/discard', { token })).body).toEqual({ next: '/withdrawn' });
    expect(await stack.query('SELECT 1 FROM member WHERE mail = ?', [mail])).toEqual([]);
    expect((await stranger.get('/site/view?path=/joining')).body).toHaveProperty('elsewhere');
  });

  it('can be finished by the second when the first withdraws, confirmed or not', async () => {
    for (const confirms of [false, true]) {
      const mail = freshMail();
      const [first, second] = [caller(), caller()];
      await first.join({ mail });
      const code = codeIn(await latest(mail));
      await second.join({ mail, 'full-name': 'Second Oake' });
      if (confirms) expect((await first.post('/site/joining/code', { code })).status).toBe(200);
      await first.post('/site/joining/withdraw');
      await move(MINUTE);
      expect((await second.post('/site/joining/resend')).status).toBe(200);
      expect((await second.post('/site/joining/code', { code: codeIn(await latest(mail)) })).status).toBe(200);
      const odile = await caller().staffIn('odile@quillmoor.example');
      const found = await odile.get<{ people: { name: string }[] }>('/desk/find?q=Second');
      expect(found.body.people.map((person) => person.name)).toContain('Second Oake');
      await second.post('/site/joining/withdraw');
    }
  });
});

describe('whether an address is known', () => {
  const known = 'philippa.ansty@mail.example';

  it('cannot be told from however many sign-ups with it', async () => {
    const outcome = async (mail: string) => {
      const passwords = ['one', 'two', 'three', 'four', 'five'].map((word) => `${word} lantern heather`);
      for (const password of passwords) await caller().join({ mail, password });
      const tries = [];
      for (const password of passwords) tries.push((await caller().signIn(mail, password)).status);
      return tries;
    };
    expect(await outcome(known)).toEqual(await outcome(freshMail()));
  });

  it('cannot be told from the work of signing up and of asking for a code', async () => {
    const [one, other] = [caller(), caller()];
    const fresh = freshMail();
    // What is made at the first use of a form is made before.
    await caller().join({ mail: freshMail() });
    await stack.settled();
    // Nothing else may speak to the database meanwhile.
    const { jobs, live } = stack.services;
    await jobs.stop();
    live.stop();
    try {
      const joinNew = await statements(() => one.join({ mail: fresh }));
      const joinKnown = await statements(() => other.join({ mail: known }));
      expect(joinKnown).toBe(joinNew);
      await move(MINUTE);
      const resendNew = await statements(() => one.post('/site/joining/resend'));
      const resendKnown = await statements(() => other.post('/site/joining/resend'));
      expect(resendKnown).toBe(resendNew);
    } finally {
      jobs.start();
      live.follow();
    }
  });
});

describe('who leaves leaves nothing', () => {
  const traces = async (needle: RegExp) => {
    const tables = (await stack.query<Record<string, string>>('SHOW TABLES')).map((row) => Object.values(row)[0]!);
    const found: string[] = [];
    for (const table of tables)
      if (needle.test(JSON.stringify(await stack.query(`SELECT * FROM ${table}`)))) found.push(table);
    return found;
  };

  it('by withdrawing from the review, letters to staff about them included', async () => {
    const mail = freshMail();
    const who = caller();
    await who.join({ mail, 'full-name': 'Wystan Thistlegate' });
    await who.post('/site/joining/code', { code: codeIn(await latest(mail)) });
    for (let day = 0; day < 6; day++) await stack.pass('day');
    await stack.letter('tamsin@quillmoor.example', (letter) => letter.subject.startsWith('Wystan'));
    // What a reviewer was answered a moment ago names them, too.
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    const [row] = await stack.query<{ id: string }>(
      'SELECT a.id FROM application a JOIN member m ON m.id = a.member WHERE m.mail = ?',
      [mail],
    );
    await tamsin.post(`/desk/applications/${row!.id}/ask`, { text: 'How far is it?' }, crypto.randomUUID());
    const back = caller();
    await back.signIn(mail, perrin.password);
    expect(await traces(/Wystan|ingrid\.\d+@oake/)).not.toEqual([]);
    expect((await back.post('/site/joining/withdraw')).status).toBe(200);
    await stack.settled();
    expect(await traces(new RegExp(`Wystan|Thistlegate|${mail}`))).toEqual([]);
  });

  it('by being swept, a letter to an address nobody owned included', async () => {
    const mail = freshMail();
    await caller().join({ mail, 'full-name': 'Lost Thistlegate' });
    await caller().post('/site/forgotten', { mail });
    await stack.settled();
    for (let day = 0; day < 8; day++) await stack.pass('day');
    expect(await traces(new RegExp(`Thistlegate|${mail}`))).toEqual([]);
  });
});

describe('a decision and its audit are one', () => {
  it('when the audit cannot be written nothing is decided, and the reviewer is told so', async () => {
    const mail = freshMail();
    const who = caller();
    await who.join({ mail });
    await who.post('/site/joining/code', { code: codeIn(await latest(mail)) });
    const [row] = await stack.query<{ id: string }>(
      'SELECT a.id FROM application a JOIN member m ON m.id = a.member WHERE m.mail = ?',
      [mail],
    );
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    await stack.query('RENAME TABLE audit TO audit_away');
    const failed = await tamsin.post(`/desk/applications/${row!.id}/approve`);
    await stack.query('RENAME TABLE audit_away TO audit');
    expect(failed.status).toBe(500);
    const state = () => stack.query<{ state: string }>('SELECT state FROM application WHERE id = ?', [row!.id]);
    expect(await state()).toEqual([{ state: 'open' }]);
    expect((await tamsin.post(`/desk/applications/${row!.id}/approve`)).status).toBe(200);
    expect(await state()).toEqual([{ state: 'admitted' }]);
  });
});

describe('what staff can take back', () => {
  async function admitted() {
    const mail = freshMail();
    const who = caller();
    await who.join({ mail, 'years-keeping': '12' });
    await who.post('/site/joining/code', { code: codeIn(await latest(mail)) });
    const [row] = await stack.query<{ id: string; member: string }>(
      'SELECT a.id, a.member FROM application a JOIN member m ON m.id = a.member WHERE m.mail = ?',
      [mail],
    );
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    expect((await tamsin.post(`/desk/applications/${row!.id}/approve`)).status).toBe(200);
    return { ...row!, mail, who, tamsin };
  }

  it('a yes, until its letter leaves: standing, level, group and letter are as before', async () => {
    const { id, member, mail, who, tamsin } = await admitted();
    expect(await who.html('/winter-treatment-guide')).toContain('50 ml');
    expect((await tamsin.post(`/desk/applications/${id}/undo`)).body).toEqual({
      says: 'Perrin Oake waits for an answer as before; no letter has left.',
    });
    expect(await who.html('/winter-treatment-guide')).not.toContain('50 ml');
    for (const table of ['member_term', 'member_group'])
      expect(await stack.query(`SELECT 1 FROM ${table} WHERE member = ?`, [member])).toEqual([]);
    await move(2 * MINUTE);
    await stack.settled();
    expect(stack.letters.list(mail).map((letter) => letter.subject)).toEqual(['Your code for joining Quillmoor']);
    const acts = `SELECT act FROM audit WHERE subject = ? AND kind = 'staff' ORDER BY id`;
    expect(await stack.query(acts, [member])).toEqual([
      { act: 'application.approved' },
      { act: 'application.approvalUndone' },
    ]);
    expect((await tamsin.post(`/desk/applications/${id}/approve`)).status).toBe(200);
  });

  it('not once the letter has left', async () => {
    const { id, mail, tamsin } = await admitted();
    await move(MINUTE);
    await stack.letter(mail, (letter) => letter.subject.startsWith('Welcome'));
    expect((await tamsin.post(`/desk/applications/${id}/undo`)).body).toMatchObject({ code: 'too-late-to-undo' });
  });

  it('a no: the application is open again, with audit, and its writer reads so', async () => {
    const { id, member, who, tamsin } = await admitted();
    await tamsin.post(`/desk/applications/${id}/undo`);
    await tamsin.post(`/desk/applications/${id}/decline`, { reason: 'Too far.' });
    expect((await joining(who)).state).toBe('declined');
    const seen = await tamsin.get<{ application: { canReopen: boolean } }>(`/desk/members/${member}`);
    expect(seen.body.application.canReopen).toBe(true);
    expect((await tamsin.post(`/desk/applications/${id}/reopen`)).body).toEqual({
      says: 'The application of Perrin Oake is open again.',
    });
    expect((await joining(who)).act?.kind).toBe('review');
    const acts = await stack.query<{ act: string }>(
      'SELECT act FROM audit WHERE subject = ? ORDER BY id DESC LIMIT 1',
      [member],
    );
    expect(acts).toEqual([{ act: 'application.reopened' }]);
    expect((await tamsin.post(`/desk/applications/${id}/reopen`)).status).toBe(409);
  });

  it('a no, by whom it was said to: once the time the path sets is over', async () => {
    await stack.publish((doc) => {
      for (const path of doc.paths) path.again = { count: 6, unit: 'hours' };
    });
    const { id, who, tamsin } = await admitted();
    await tamsin.post(`/desk/applications/${id}/undo`);
    await tamsin.post(`/desk/applications/${id}/decline`, { reason: 'Too far.' });
    const told = (await joining(who)) as unknown as { again: { says: string; now: boolean } };
    expect(told.again.now).toBe(false);
    expect(told.again.says).toMatch(/^You can apply again from \d{1,2} \w+ 20\d\d, with the answers you have given\.$/);
    expect((await who.post('/site/joining/again')).body).toMatchObject({ code: 'again-too-soon' });
    await move(6 * 60 * MINUTE);
    expect(await who.html('/joining')).toContain('Apply again');
    expect((await who.post('/site/joining/again')).body).toEqual({ next: '/joining' });
    expect((await joining(who)).act?.kind).toBe('review');
    expect((await who.post('/site/joining/again')).status).toBe(409);
  });

  it('and whoever was slower reads who did what and when', async () => {
    const { id, tamsin } = await admitted();
    const odile = await caller().staffIn('odile@quillmoor.example');
    await move(MINUTE + 1_000);
    expect((await odile.post(`/desk/applications/${id}/decline`, { reason: 'Too far.' })).body).toMatchObject({
      code: 'already-done',
      detail: 'Tamsin admitted Perrin a minute ago; your answer was not sent.',
    });
    expect((await tamsin.post(`/desk/applications/${id}/approve`)).body).toMatchObject({
      detail: 'You admitted Perrin a minute ago; your answer was not sent.',
    });
  });
});

describe('an answer to a reviewer', () => {
  it('of four thousand characters is stored whole, and shown to its writer', async () => {
    const mail = freshMail();
    const who = caller();
    await who.join({ mail });
    await who.post('/site/joining/code', { code: codeIn(await latest(mail)) });
    const [row] = await stack.query<{ id: string }>(
      'SELECT a.id FROM application a JOIN member m ON m.id = a.member WHERE m.mail = ?',
      [mail],
    );
    const tamsin = await caller().staffIn('tamsin@quillmoor.example');
    await tamsin.post(`/desk/applications/${row!.id}/ask`, { text: 'Where will they stand?' });
    const asked = await joining(who);
    expect(asked.act).toMatchObject({ question: 'Where will they stand?', answer: null });
    expect((asked.act as ReviewSight).says).not.toContain('You need do nothing');
    const long = '🐝 behind the mill '.repeat(200).slice(0, 3_990);
    expect((await who.post('/site/joining/answer', { text: long })).status).toBe(200);
    expect((await joining(who)).act).toMatchObject({ question: 'Where will they stand?', answer: long.trim() });
    expect((await who.post('/site/joining/answer', { text: 'again' })).status).toBe(409);
  });
});

describe('a form that asks for no password', () => {
  beforeAll(async () => {
    await stack.publish((doc) => {
      for (const part of doc.forms[0]!.parts) if (part.part === 'password') part.later = true;
    });
  });
  const apply = async () => {
    const mail = `later-${crypto.randomUUID().slice(0, 8)}@oake.example`;
    const who = caller();
    expect((await who.join({ mail, password: undefined })).status).toBe(200);
    const letter = await stack.letter(mail);
    return { mail, who, letter };
  };
  const choose = (link: string, password: string, who = caller()) =>
    who.post<{ next: string }>('/site/reset', { token: link.split('/').pop(), password });

  it('brings a link by which it is chosen, once the address is confirmed by its code', async () => {
    expect(await caller().html('/join/quillmoor')).not.toContain('type="password"');
    const { mail, who, letter } = await apply();
    for (const tried of ['', 'moss lantern heather']) expect((await caller().signIn(mail, tried)).status).not.toBe(200);
    await who.post('/site/joining/code', { code: codeIn(letter) });
    const bringing = await stack.letter(mail, ({ text }) => text.includes('/reset/'));
    expect((await choose(linkIn(bringing), 'moss lantern heather')).status).toBe(200);
    expect((await caller().signIn(mail, 'moss lantern heather')).status).toBe(200);
    expect((await choose(linkIn(bringing), 'other lantern heather')).status).toBe(410);
  });

  it('asks for it at the link that confirms, in whatever browser, and sends no other', async () => {
    const { mail, who, letter } = await apply();
    const link = linkIn(letter);
    const token = link.split('/').pop();
    expect(await who.html(`/confirm/${token}`)).toContain('name="password"');
    const without = await who.post<{ faults: { at: string }[] }>('/site/confirm', { token, password: '' });
    expect([without.status, without.body.faults[0]!.at]).toEqual([422, 'password']);
    expect((await who.post('/site/confirm', { token, password: 'moss lantern heather' })).status).toBe(200);
    expect((await caller().signIn(mail, 'moss lantern heather')).status).toBe(200);
    await stack.settled();
    expect(stack.letters.list(mail).filter(({ text }) => text.includes('/reset/'))).toEqual([]);
  });
});
