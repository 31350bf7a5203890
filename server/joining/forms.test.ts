/** Who may send a form, how many, what follows; forms of those who are known. */
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ShownForm, NoticeView, PlaceView, SiteView } from '../../contract';
import type { AnyForm } from '../../core/forms';
import type { SetupDocument } from '../../core/setup';
import { quillmoorDocument } from '../../tests/support/quillmoor';
import { Caller, codeIn, linkIn, makeStack, perrin, until, type Stack } from '../../tests/support/stack';
import { factsOf, gatherFacts } from '../members';

let stack: Stack;
let odile: Caller;
let tamsin: Caller;
beforeAll(async () => {
  stack = await makeStack({ members: 20 });
  odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
  tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
});
afterAll(() => stack.stop());

/** Quillmoor anew, with its signup form changed. */
const withForm = (change: Partial<AnyForm>, more: (doc: SetupDocument) => void = () => undefined) =>
  stack.publish((doc) => {
    Object.assign(doc, quillmoorDocument());
    Object.assign(doc.forms[0]!, change);
    more(doc);
  });
let person = 0;
const someone = () => {
  const n = ++person;
  return { who: new Caller(stack.address), mail: `forms.${n}@oake.example`, name: `Perrin Oake ${n}` };
};
async function sends(more: Record<string, unknown> = {}, answers: Record<string, unknown> = {}) {
  const { who, mail, name } = someone();
  const sent = await who.join({ ...perrin, mail, 'full-name': name, ...answers }, more);
  const [row] = await stack.query<{ id: string }>('SELECT id FROM member WHERE mail = ?', [mail]);
  return { who, mail, name, sent, id: row?.id ?? '' };
}
const view = async (who: Caller, path: string) => (await who.get<SiteView>(`/site/view?path=${path}`)).body;
const place = async <K extends PlaceView['kind']>(who: Caller, path: string, kind: K) => {
  const found = (await view(who, path)).place;
  expect(found.kind).toBe(kind);
  return found as Extract<PlaceView, { kind: K }>;
};
const stands = async (id: string) => {
  const [row] = await stack.query<{ state: string; gate: string }>(
    'SELECT state, gate_kind AS gate FROM application WHERE member = ?',
    [id],
  );
  return `${row?.state} ${row?.gate}`.trim();
};
const confirm = async (who: Caller, mail: string) =>
  who.post('/site/joining/code', { code: codeIn(await stack.letter(mail, ({ text }) => /^ {4}\w{3}-/m.test(text))) });

describe('a form of which there are only so many places', () => {
  const letters = { waiting: 'out-of-time', free: 'question' } as never;

  it('is shut when they are taken, for whoever opens it and whoever sends it all the same', async () => {
    await withForm({ places: { count: 1 } });
    const first = await sends();
    expect(first.sent.status).toBe(200);
    const shut = await place(new Caller(stack.address), '/join/quillmoor', 'notice');
    expect(shut.says).toEqual(['All places are taken.']);
    const second = await sends();
    expect(second.sent).toMatchObject({ status: 409, body: { code: 'form-shut', detail: 'All places are taken.' } });
    // Nothing is left of it.
    expect(second.id).toBe('');
    await first.who.post('/site/joining/withdraw');
  });

  it('gives the last one to one of many at once, from two processes', async () => {
    await withForm({ places: { count: 1 } });
    const other = await stack.second();
    const address = `http://127.0.0.1:${other.services.config.port}`;
    const sent = await Promise.all(
      Array.from({ length: 24 }, async (_, n) => {
        const { mail, name } = someone();
        const who = new Caller(n % 2 ? address : stack.address);
        return { who, answer: await who.join({ ...perrin, mail, 'full-name': name }) };
      }),
    );
    const taken = sent.filter(({ answer }) => answer.status === 200);
    expect(taken).toHaveLength(1);
    expect(sent.filter(({ answer }) => answer.body.code === 'form-shut')).toHaveLength(23);
    await taken[0]!.who.post('/site/joining/withdraw');
    // It stays to the end, and would send the letters of tests that stop the other one.
    await other.services.jobs.stop();
  });

  it('has a waiting list that moves up by itself, in the order in which people came', async () => {
    await withForm({ places: { count: 1, waitingList: letters } });
    const first = await sends();
    const waits = [await sends(), await sends()];
    expect(await Promise.all([first, ...waits].map(({ id }) => stands(id)))).toEqual([
      'open confirmEmail',
      'open place',
      'open place',
    ]);
    await stack.letter(waits[0]!.mail, ({ subject }) => /ran out of time/i.test(subject));
    expect((await place(new Caller(stack.address), '/join/quillmoor', 'join')).before).toContain('waiting list');
    expect((await place(waits[0]!.who, '/joining', 'joining')).act).toMatchObject({ kind: 'place' });
    await first.who.post('/site/joining/withdraw');
    await until('somebody to move up', async () =>
      (await stands(waits[0]!.id)) === 'open confirmEmail' ? true : null,
    );
    expect(await stands(waits[1]!.id)).toBe('open place');
    // The one who moved up gets a code, and a place is theirs until they are swept.
    expect(await confirm(waits[0]!.who, waits[0]!.mail)).toMatchObject({ status: 200 });
    // A second place, published.
    await withForm({ places: { count: 2, waitingList: letters } });
    await until('the second', async () => ((await stands(waits[1]!.id)) === 'open confirmEmail' ? true : null));
    for (const { who } of waits) await who.post('/site/joining/withdraw');
  });

  it('makes whoever is taken up again wait where their place is somebody else’s by now', async () => {
    await withForm({ places: { count: 1, waitingList: letters } });
    const [first, waits] = [await sends(), await sends()];
    expect(await confirm(first.who, first.mail)).toMatchObject({ status: 200 });
    const [row] = await stack.query<{ id: string }>('SELECT id FROM application WHERE member = ?', [first.id]);
    const decided = (what: string, body = {}) => odile.post(`/desk/applications/${row!.id}/${what}`, body);
    expect((await decided('decline', { reason: 'Too far.' })).status).toBe(200);
    await until('the next', async () => ((await stands(waits.id)) === 'open confirmEmail' ? true : null));
    expect((await decided('reopen')).status).toBe(200);
    expect(await stands(first.id)).toBe('open place');
    expect((await place(first.who, '/joining', 'joining')).act).toMatchObject({ kind: 'place' });
    await waits.who.post('/site/joining/withdraw');
    await until('a place', async () => ((await stands(first.id)) === 'open review' ? true : null));
    await first.who.post('/site/joining/withdraw');
  });

  it('lets whoever waits on their way where the places are taken away', async () => {
    await withForm({ places: { count: 1, waitingList: letters } });
    const [first, waits] = [await sends(), await sends()];
    await withForm({});
    expect(await stands(waits.id)).toBe('open confirmEmail');
    for (const { who } of [first, waits]) await who.post('/site/joining/withdraw');
  });
});

it('tells whoever is declined by a rule why', async () => {
  await stack.publish((doc) => {
    const review = doc.paths[0]!.gates.find(({ kind }) => kind === 'review') as { declineIf?: object };
    review.declineIf = {
      when: { fact: 'field', field: 'colonies-kept', test: { op: 'atLeast', value: 100 } },
      reason: 'We cannot look after so many.',
    };
  });
  const many = await sends({}, { 'colonies-kept': '400' });
  expect((await confirm(many.who, many.mail)).status).toBe(200);
  const { state, outcome } = await place(many.who, '/joining', 'joining');
  expect([state, outcome?.says]).toEqual(['declined', expect.stringContaining('We cannot look after so many.')]);
});

describe('a form by invitation', () => {
  type Made = { written: number; links: { name: string; mail: string; link: string }[] };
  const invite = (people: object[], write = false) =>
    odile.post<Made>('/desk/forms/join-quillmoor/invitations', { people, write });
  type Listed = { total: number; used: number; invitations: { id: string; name: string; used: object | null }[] };
  const listed = async () => (await odile.get<Listed>('/desk/forms/join-quillmoor/invitations')).body;

  it('opens by a link of one’s own, once, with what is known of the invited', async () => {
    await withForm({ invited: true });
    const stranger = new Caller(stack.address);
    expect((await place(stranger, '/join/quillmoor', 'notice')).says[0]).toContain('those who were invited');
    expect((await sends()).sent.body.code).toBe('form-shut');
    const { body } = await invite([
      { name: 'Hesper Vane', mail: 'hesper@vane.example' },
      { name: 'Rafe', mail: '' },
    ]);
    const path = new URL(body.links[0]!.link).pathname + new URL(body.links[0]!.link).search;
    const opened = await place(stranger, encodeURIComponent(path), 'join');
    const start = Object.fromEntries(opened.questions.map(({ name, start: value }) => [name, value]));
    expect(start).toMatchObject({ 'full-name': 'Hesper Vane', mail: 'hesper@vane.example' });
    const taken = await sends({ invitation: opened.invitation });
    expect(taken.sent.status).toBe(200);
    expect((await sends({ invitation: opened.invitation })).sent.body.code).toBe('form-shut');
    expect((await place(stranger, encodeURIComponent(path), 'notice')).says[0]).toContain('has been used');
    const now = await listed();
    expect(now).toMatchObject({ total: 2, used: 1 });
    expect(now.invitations.find(({ name }) => name === 'Hesper Vane')?.used).toMatchObject({
      member: taken.id,
      says: expect.stringContaining(taken.name),
    });
    // Of the secret only a digest is kept.
    const [row] = await stack.query<{ n: string }>('SELECT COUNT(*) AS n FROM invitation WHERE token_hash = ?', [
      Buffer.from(opened.invitation),
    ]);
    expect(Number(row!.n)).toBe(0);
  });

  it('is taken back while nobody has used it', async () => {
    const { id } = (await listed()).invitations.find((one) => one.used === null)!;
    expect((await odile.post('/desk/forms/join-quillmoor/invitations/take-back', { id })).status).toBe(200);
    expect((await odile.post('/desk/forms/join-quillmoor/invitations/take-back', { id })).status).toBe(409);
    expect(await listed()).toMatchObject({ total: 1 });
  });

  it('is written to by the product where the form has a letter, and is told who was', async () => {
    const people = [
      { name: 'Ingrid Strauß', mail: 'ingrid@strauss.example' },
      { name: 'Rafe', mail: '' },
    ];
    const refused = await invite(people, true);
    expect([refused.status, refused.body]).toMatchObject([404, { detail: expect.stringContaining('no letter') }]);
    await withForm({ invited: true, inviting: 'invitation' as never });
    const made = await invite(people, true);
    expect(made.body).toMatchObject({ written: 1, links: [{ name: 'Rafe' }] });
    type Row = { id: string; name: string; written: string | null; used: object | null };
    const rows = async () =>
      (await odile.get<{ writes: boolean; invitations: Row[] }>('/desk/forms/join-quillmoor/invitations')).body;
    await stack.settled();
    const { writes, invitations } = await rows();
    expect(writes).toBe(true);
    const ingrid = invitations.find(({ name }) => name === 'Ingrid Strauß')!;
    expect(ingrid.written).toMatch(/^written to /);
    expect(invitations.find(({ name, used }) => name === 'Rafe' && !used)?.written).toBeNull();
    const [first] = stack.letters.list('ingrid@strauss.example');
    const linkOf = (text: string) => /http\S+invitation=[\w-]+/.exec(text)![0];
    const opens = async (link: string) => {
      const { pathname, search } = new URL(link);
      return place(new Caller(stack.address), encodeURIComponent(pathname + search), 'join');
    };
    const open = await opens(linkOf(first!.text));
    expect(open.questions.find(({ name }) => name === 'full-name')?.start).toBe('Ingrid Strauß');

    // A letter that was lost is written again; of the two links the newer one works.
    expect((await odile.post('/desk/forms/join-quillmoor/invitations/write', { id: ingrid.id })).status).toBe(200);
    await stack.settled();
    const letters = stack.letters.list('ingrid@strauss.example');
    expect(letters).toHaveLength(2);
    const links = letters.map(({ text }) => linkOf(text));
    const shown = await Promise.all(
      links.map(async (link) => {
        const { pathname, search } = new URL(link);
        const who = new Caller(stack.address);
        return (await who.get<object>(`/site/view?path=${encodeURIComponent(pathname + search)}`)).body;
      }),
    );
    expect(shown.filter((view) => JSON.stringify(view).includes('Ingrid Strauß'))).toHaveLength(1);
    for (const { id } of (await rows()).invitations.filter(({ used, name }) => !used && name !== 'Hesper Vane'))
      expect((await odile.post('/desk/forms/join-quillmoor/invitations/take-back', { id })).status).toBe(200);
    expect((await odile.post('/desk/forms/join-quillmoor/invitations/write', { id: ingrid.id })).status).toBe(409);
  });

  it('takes its letter back with it while that has not left', async () => {
    const [before] = await stack.query<{ n: string }>('SELECT COUNT(*) AS n FROM outgoing WHERE to_mail = ?', [
      'slow@post.example',
    ]);
    const letters = stack.services;
    await letters.jobs.stop();
    await invite([{ name: 'Slow Post', mail: 'slow@post.example' }], true);
    const { id, written } = (
      await odile.get<{ invitations: { id: string; name: string; written: string }[] }>(
        '/desk/forms/join-quillmoor/invitations',
      )
    ).body.invitations.find(({ name }) => name === 'Slow Post')!;
    expect(written).toBe('their letter is on its way');
    const taken = await odile.post('/desk/forms/join-quillmoor/invitations/take-back', { id });
    expect(taken).toMatchObject({ status: 200 });
    const [after] = await stack.query<{ n: string }>('SELECT COUNT(*) AS n FROM outgoing WHERE to_mail = ?', [
      'slow@post.example',
    ]);
    expect([Number(before!.n), Number(after!.n)]).toEqual([0, 0]);
    letters.jobs.start();
  });

  it('is refused with the line that is wrong, and nothing is made', async () => {
    const before = (await listed()).total;
    const { status, body } = await invite([
      { name: 'Right', mail: 'right@oake.example' },
      { name: 'Odd', mail: 'no@where' },
    ]);
    expect([status, body]).toMatchObject([422, { faults: [{ at: '1', label: 'no@where' }] }]);
    expect((await listed()).total).toBe(before);
  });
});

describe('who may send it', () => {
  it('says from when and until when, on the page and to whoever sends', async () => {
    await withForm({ opens: '2126-03-01' });
    const says = 'This form opens on 1 March 2126.';
    expect((await place(new Caller(stack.address), '/join/quillmoor', 'notice')).says).toEqual([says]);
    expect((await sends()).sent.body).toMatchObject({ code: 'form-shut', detail: says });
  });

  it('takes addresses of some places only, and never those that are thrown away', async () => {
    await withForm({ domains: { take: 'only', list: ['oake.example'] } });
    const faultOf = async (mail: string) => (await sends({}, { mail })).sent.body.faults?.[0];
    expect(await faultOf('perrin@vane.example')).toMatchObject({
      at: 'mail',
      says: 'This form takes addresses of @oake.example only.',
    });
    await withForm({});
    expect(await faultOf('perrin@mailinator.com')).toMatchObject({
      at: 'mail',
      says: expect.stringContaining('thrown away'),
    });
  });
});

describe('what follows when it was sent', () => {
  const after = (then: NonNullable<AnyForm['after']>) => withForm({ after: then });

  it.each([
    [{ then: 'words', text: 'Thank you, {first}.' } as const, '/sent/quillmoor'],
    [{ then: 'page', page: 'about' as never } as const, '/sent/quillmoor'],
    [{ then: 'address', address: 'https://stall.quillmoor.example/' } as const, 'https://stall.quillmoor.example/'],
  ])('%j leads to %s', async (then, next) => {
    await after(then);
    const { who, sent } = await sends();
    expect(sent.body.next).toBe(next);
    const found = await who.get<SiteView & { elsewhere?: string }>('/site/view?path=/sent/quillmoor');
    if (then.then === 'page') expect(found.body.elsewhere).toBe('/about');
    else expect(found.body.place).toMatchObject({ kind: 'notice' });
    await who.post('/site/joining/withdraw');
  });

  it('letters leave once the address is known to be the sender’s, with the answers that were chosen', async () => {
    const copy = (doc: SetupDocument) =>
      doc.messages.push({
        id: 'copy',
        title: 'Copy',
        subject: 'What you sent',
        parts: [{ part: 'text', words: ['You told us:\n', { chip: 'answers', or: 'nothing' }] }],
      } as never);
    const letters = [
      { message: 'copy', to: 'sender' },
      { message: 'copy', to: { part: 'bookkeeper' }, answers: ['colonies-kept'] },
      { message: 'copy', to: { address: 'stall@quillmoor.example' }, answers: ['heard-of-us'] },
    ] as never;
    await withForm({ letters }, copy);
    const { who, mail } = await sends();
    await stack.settled();
    expect(stack.letters.list('bea@quillmoor.example')).toHaveLength(0);
    await confirm(who, mail);
    const sent = await stack.letter(mail, ({ subject }) => subject === 'What you sent');
    expect(sent.text).toContain('Years keeping bees: 4');
    const bea = await stack.letter('bea@quillmoor.example');
    expect(bea.text).toContain('3 colonies');
    expect(bea.text).not.toContain('Years keeping');
    expect((await stack.letter('stall@quillmoor.example')).text).toContain('Stall at Quillmoor market');
    // A shadow sends none of them.
    const shadow = await sends({}, { mail });
    await stack.settled();
    expect(stack.letters.list(mail).filter(({ subject }) => subject === 'What you sent')).toHaveLength(1);
    await shadow.who.post('/site/joining/withdraw');
  });
});

describe('a further form that a gate asks for', () => {
  it('is sent from one’s own page, goes into profile and rules, and lets on', async () => {
    await withForm({}, (doc) => {
      doc.forms.push({
        id: 'more',
        address: 'more',
        title: 'A little more',
        purpose: { is: 'step' },
        sendLabel: 'Send',
        parts: [{ part: 'field', field: 'hive-type', required: true, half: false }],
      } as never);
      doc.paths[0]!.gates.splice(1, 0, {
        kind: 'completeProfile',
        id: 'more',
        title: 'A little more',
        form: 'more',
        limit: { count: 10, unit: 'days' },
        message: 'question',
        reminder: 'question',
      } as never);
    });
    const { who, mail, id } = await sends();
    await confirm(who, mail);
    expect(await stands(id)).toBe('open completeProfile');
    const own = await place(who, '/joining', 'joining');
    expect((own.further as ShownForm).questions.map(({ name }) => name)).toEqual(['hive-type']);
    const wrong = await who.post<{ faults: { at: string }[] }>('/site/joining/form', { answers: {} });
    expect([wrong.status, wrong.body.faults[0]?.at]).toEqual([422, 'hive-type']);
    expect((await who.post('/site/joining/form', { answers: { 'hive-type': 'skep' } })).status).toBe(200);
    expect(await stands(id)).toBe('open review');
    const { manager } = stack.services.database.source;
    expect((await factsOf(manager, id as never))?.fields).toMatchObject({ 'hive-type': 'skep' });
    const [row] = await stack.query<{ answers: string }>('SELECT answers FROM form_sending WHERE member = ?', [id]);
    expect(JSON.parse(row!.answers)).toMatchObject({ fields: { 'hive-type': 'skep' } });
    // Not asked twice.
    expect((await who.post('/site/joining/form', { answers: { 'hive-type': 'skep' } })).status).toBe(409);
    await who.post('/site/joining/withdraw');
    expect(await stack.query('SELECT id FROM form_sending WHERE member = ?', [id])).toEqual([]);
  });
});

describe('two of the staff have to say yes', () => {
  it('each once', async () => {
    await withForm({}, (doc) => Object.assign(doc.paths[0]!.gates[1]!, { yes: 2 }));
    const { who, mail, id } = await sends();
    await confirm(who, mail);
    const [row] = await stack.query<{ id: string }>('SELECT id FROM application WHERE member = ?', [id]);
    const yes = (staff: Caller) => staff.post<{ says: string }>(`/desk/applications/${row!.id}/approve`);
    expect((await yes(tamsin)).body.says).toContain('another yes');
    expect((await yes(tamsin)).status).toBe(409);
    expect(await stands(id)).toBe('open review');
    expect((await yes(odile)).status).toBe(200);
    expect(await stands(id)).toBe('admitted');
  });
});

it('only those decide whom the path names', async () => {
  const [one] = await stack.query<{ id: string }>(`SELECT id FROM staff WHERE mail = 'odile@quillmoor.example'`);
  await withForm({}, (doc) => Object.assign(doc.paths[0]!.gates[1]!, { reviewers: [one!.id] }));
  const { who, mail, id } = await sends();
  await confirm(who, mail);
  const [row] = await stack.query<{ id: string }>('SELECT id FROM application WHERE member = ?', [id]);
  const seen = (staff: Caller) => staff.get<{ application: { canReview: boolean } }>(`/desk/members/${id}`);
  expect((await seen(tamsin)).body.application.canReview).toBe(false);
  expect((await seen(odile)).body.application.canReview).toBe(true);
  const refused = await tamsin.post(`/desk/applications/${row!.id}/decline`, { reason: 'No.' });
  expect([refused.status, refused.body['detail']]).toEqual([403, expect.stringContaining('Others decide')]);
  expect((await odile.post(`/desk/applications/${row!.id}/approve`)).status).toBe(200);
});

describe('a follow-up form', () => {
  let gwenna: Caller;
  let ida: Caller;
  const questionnaire = (doc: SetupDocument) => {
    // Quillmoor has one of its own for the same people.
    doc.forms = doc.forms.filter(({ id }) => id !== 'mentors-questionnaire');
    doc.forms.push({
      id: 'questionnaire',
      address: 'questionnaire',
      title: 'Mentor’s questionnaire',
      purpose: {
        is: 'followUp',
        audience: { fact: 'group', is: ['mentors'] },
        grants: [
          { group: 'committee', when: { fact: 'field', field: 'hive-type', test: { op: 'is', value: 'skep' } } },
        ],
      },
      sendLabel: 'Send',
      parts: [{ part: 'field', field: 'hive-type', required: true, half: false, start: { from: 'profile' } }],
    } as never);
  };
  beforeAll(async () => {
    await withForm({}, questionnaire);
    gwenna = new Caller(stack.address);
    await gwenna.signIn('gwenna.fairclough@mail.example');
    ida = new Caller(stack.address);
    await ida.signIn('ida.marrowby@mail.example');
  });
  const noticeOn = async (who: Caller, path: string) => (await view(who, path)).shell.notice as NoticeView | null;

  it('stands on every page of those to whom it is put, until it is put off', async () => {
    for (const path of ['/', '/about', '/account'])
      expect(await noticeOn(gwenna, path)).toMatchObject({ href: '/form/questionnaire' });
    expect(await gwenna.html('/')).toContain('Mentor’s questionnaire');
    expect(await noticeOn(ida, '/')).toBe(null);
    expect((await gwenna.post('/site/forms/questionnaire/later')).status).toBe(200);
    expect(await noticeOn(gwenna, '/')).toBe(null);
    await stack.query('UPDATE form_put_off SET until_at = ?', [new Date(0)]);
    expect(await noticeOn(gwenna, '/')).not.toBe(null);
  });

  it('is for nobody else, whatever is sent', async () => {
    expect((await place(ida, '/form/questionnaire', 'notice')).says[0]).toContain('not for you');
    const sent = await ida.post('/site/forms/questionnaire', { answers: { 'hive-type': 'skep' } });
    expect([sent.status, sent.body['code']]).toEqual([409, 'form-shut']);
    const visitor = await new Caller(stack.address).get<{ elsewhere: string }>('/site/view?path=/form/questionnaire');
    expect(visitor.body.elsewhere).toBe('/sign-in?next=%2Fform%2Fquestionnaire');
  });

  it('goes into the profile, gives what its answers give, and is done', async () => {
    const faults = await gwenna.post<{ faults: object[] }>('/site/forms/questionnaire', {
      answers: { 'hive-type': 'box' },
    });
    expect([faults.status, faults.body.faults]).toMatchObject([422, [{ at: 'hive-type' }]]);
    const key = crypto.randomUUID();
    const send = () => gwenna.post('/site/forms/questionnaire', { answers: { 'hive-type': 'skep' } }, key);
    expect(await send()).toMatchObject({ status: 200, body: { next: '/sent/questionnaire' } });
    expect((await send()).status).toBe(200);
    const [row] = await stack.query<{ id: string }>(
      `SELECT id FROM member WHERE mail = 'gwenna.fairclough@mail.example'`,
    );
    const { manager } = stack.services.database.source;
    const facts = (await factsOf(manager, row!.id as never))!;
    expect(facts.groups).toContain('committee');
    expect(facts).toMatchObject({
      fields: (await gatherFacts(manager, row!.id as never)).fields,
    });
    expect(await stack.query('SELECT id FROM form_sending WHERE form = ?', ['questionnaire'])).toHaveLength(1);
    expect(await noticeOn(gwenna, '/')).toBe(null);
    expect((await place(gwenna, '/form/questionnaire', 'form')).questions[0]?.start).toBe('skep');
    const moments = await stack.query<{ title: string; note: string }>(
      `SELECT title, note FROM timeline WHERE member = ? AND what = 'form.sent'`,
      [row!.id],
    );
    expect(moments).toEqual([{ title: 'Sent “Mentor’s questionnaire”', note: 'Given: Committee' }]);
  });

  it('can be read by those who manage, in the order of the form', async () => {
    type Answers = {
      total: number;
      columns: string[];
      rows: { id: string; name: string; values: string[] }[];
      next: string | null;
    };
    const { body } = await odile.get<Answers>('/desk/forms/questionnaire/answers');
    expect(body).toMatchObject({
      total: 1,
      columns: ['Hive type'],
      rows: [{ name: 'Gwenna Fairclough', values: [expect.stringMatching(/skep/i)] }],
      next: null,
    });
    // Pages go on by key and overlap nowhere.
    const [row] = await stack.query<{ member: string }>('SELECT member FROM form_sending WHERE form = ?', [
      'questionnaire',
    ]);
    const many = Array.from({ length: 230 }, (_, n) => [
      `x${String(n).padStart(19, '0')}`,
      'questionnaire',
      row!.member,
      1,
      '{"name":"","mail":"","fields":{},"topics":[]}',
      new Date(1_700_000_000_000 + Math.floor(n / 3)),
    ]);
    await stack.query('INSERT INTO form_sending (id, form, member, revision, answers, sent_at) VALUES ?', [many]);
    const seen: string[] = [];
    for (let next: string | null = ''; next !== null;) {
      const found: { body: Answers } = await odile.get(
        `/desk/forms/questionnaire/answers${next ? `?after=${encodeURIComponent(next)}` : ''}`,
      );
      seen.push(...found.body.rows.map(({ id }) => id));
      next = found.body.next;
    }
    expect([seen.length, new Set(seen).size]).toEqual([231, 231]);
    await stack.query(`DELETE FROM form_sending WHERE id LIKE 'x%'`);
  });

  it('works without script', async () => {
    const send = (body: Record<string, string>) =>
      gwenna.raw('/form/questionnaire', {
        method: 'POST',
        headers: { 'content-type': 'application/x-www-form-urlencoded', origin: stack.address },
        body: new URLSearchParams(body).toString(),
      });
    const wrong = await send({ 'hive-type': 'box' });
    expect([wrong.status, await wrong.text()]).toMatchObject([422, expect.stringContaining('answers offered')]);
    const right = await send({ 'hive-type': 'national' });
    expect([right.status, right.headers.get('location')]).toEqual([303, '/sent/questionnaire']);
    const later = await send({ act: 'later' });
    expect([later.status, later.headers.get('location')]).toEqual([303, '/']);
  });
});

it('the link of a letter that a form sends to staff leads to the person', async () => {
  await withForm({ letters: [{ message: 'review-reminder', to: { part: 'editor' } }] as never });
  const { who, mail, id } = await sends();
  await confirm(who, mail);
  const letter = await stack.letter('wilf@quillmoor.example');
  expect(linkIn(letter)).toBe(`${stack.address}/desk/members?person=${id}`);
});

describe('what a form leads to paying', () => {
  const costs = async (form = 'patron') => (await place(new Caller(stack.address), `/join/${form}`, 'join')).costs;
  const patron = (doc: SetupDocument) => doc.paths.find(({ id }) => id === 'patron-path')!;

  it('is told before it is filled in, as it is taken', async () => {
    await withForm({});
    const prices = ['Patron: from £10.00 a month', 'Patron: £120.00 a year'];
    expect(await costs()).toEqual({ says: 'What it costs', prices });
    await withForm({}, (doc) => {
      doc.money.tax = { name: 'VAT', mode: 'added', rate: 2000 };
      Object.assign(doc.levels.find(({ id }) => id === 'patron')!.prices[1]!, { fee: 500 });
    });
    expect(await costs()).toMatchObject({
      prices: ['Patron: from £10.00 a month (plus 20% VAT)', 'Patron: £120.00 a year (£5.00 to join, plus 20% VAT)'],
    });
  });

  it('is what it may cost where that hangs on answers, and nothing where nothing is paid', async () => {
    const when = { fact: 'field', field: 'colonies-kept', test: { op: 'answered' } } as never;
    await withForm({});
    expect(await costs('quillmoor')).toBeNull();
    await withForm({}, (doc) => (doc.paths[0]!.turns = [{ when, to: patron(doc).id }]));
    expect(await costs('quillmoor')).toEqual({ ...(await costs()), says: 'What it may cost, by your answers' });
    await withForm({}, (doc) =>
      patron(doc).gates.forEach((gate) => gate.kind === 'payment' && Object.assign(gate, { when })),
    );
    expect(await costs()).toMatchObject({ says: 'What it may cost, by your answers' });
  });
});
