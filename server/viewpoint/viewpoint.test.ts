import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { NOW, place, quillmoor } from '../../tests/support/quillmoor';
import { PAYS, giveCard, pay, payersOf } from '../../tests/support/money';
import { Caller, codeIn, makeStack, until, type Stack } from '../../tests/support/stack';
import { statementsOf } from '../../tests/support/statements';
import type { DoorSightView, SightView } from '../../contract';
import { factsAsOf } from '../../core/facts';
import { DAY, HOUR, dayOf } from '../../core/kernel';
import { factsOf, pastOf } from '../members';
import { instantOn } from './sight.service';

let stack: Stack;
let wilf: Caller;
beforeAll(async () => {
  stack = await makeStack();
  wilf = await new Caller(stack.address).staffIn('wilf@quillmoor.example');
});
afterAll(() => stack.stop());

const idOf = async (name: string) =>
  (await stack.query<{ id: string }>('SELECT id FROM member WHERE name = ?', [name]))[0]!.id;
const sight = async (person: string, on?: string) =>
  (await wilf.get<SightView>(`/desk/viewpoint?person=${person}${on ? `&on=${on}` : ''}`)).body;
const day = (ahead: number) => dayOf(stack.services.clock.now() + ahead * 86_400_000, place);

describe('what a person can open', () => {
  it('is one sentence for a visitor, a member, a mentor and an applicant', async () => {
    expect((await sight('visitor')).sentence).toBe('Opens 5 of 10 pages.');
    expect((await sight(await idOf('Ida Marrowby'))).sentence).toBe(
      'Opens 8 of 10 pages, all but Mentor notes and Committee papers.',
    );
    expect((await sight(await idOf('Gwenna Fairclough'))).sentence).toBe(
      'Opens 9 of 10 pages, all but Committee papers.',
    );
    expect((await sight(await idOf('Anselm Pikard'))).sentence).toBe(
      'Opens 5 of 10 pages. Waits at gate 2 of 2, Review. Five days left.',
    );
  });

  it('changes with the day: a term that will have ended', async () => {
    const ida = await idOf('Ida Marrowby');
    const later = await sight(ida, day(800));
    // Her membership has ended by then, and so has her standing.
    expect(later.sentence).toMatch(/^Opens 5 of 10 pages\b/);
    expect(later.person.standing).toBe('lapsed');
    expect(later.distance).toBe('in 800 days');
    expect((await sight(ida, day(-1))).distance).toBe('1 day ago');
    expect((await sight(ida)).distance).toMatch(/^today, \d\d:\d\d$/);
  });

  it('explains each page', async () => {
    const { pages } = await sight(await idOf('Tobias Wetherfold'));
    const guide = pages.find((page) => page.title === 'Winter treatment guide')!;
    expect(guide).toMatchObject({ open: false, outside: true, because: { of: 'all', met: false } });
    expect(JSON.stringify(guide.because)).toMatch(/Lapsed, since \d{1,2} \w{3} 20\d\d/);
  });

  it('of nobody is a 404', async () => {
    expect((await wilf.get(`/desk/viewpoint?person=${'z'.repeat(20)}`)).status).toBe(404);
  });
});

describe('a door that is being built', () => {
  const why = async (name: string, rule: object, more: object = {}) =>
    (
      await wilf.post<DoorSightView>('/desk/viewpoint/door', {
        person: name === 'visitor' ? name : await idOf(name),
        rule,
        page: 'winter-guide',
        ...more,
      })
    ).body;
  const admitted = { fact: 'standing', is: ['admitted'] };
  const mentors = { fact: 'group', is: ['mentors'] };
  const keepers = { fact: 'level', is: ['keeper'], when: 'now' };

  it.each([
    ['Tobias Wetherfold', { all: [admitted, keepers, mentors] }, 'Tobias must meet all of these and misses 3.'],
    ['Ida Marrowby', { all: [admitted, mentors] }, 'Ida must meet all of these and misses one.'],
    ['Ida Marrowby', { all: [admitted, keepers] }, 'Ida must meet all of these, and does.'],
    ['Ida Marrowby', { any: [admitted, mentors] }, 'Ida must meet one of these, and does.'],
    ['Ida Marrowby', { any: [mentors] }, 'Ida must meet one of these and meets none.'],
    ['Ida Marrowby', { none: [mentors] }, 'Ida must meet none of these, and meets none.'],
    ['Ida Marrowby', { none: [admitted, keepers] }, 'Ida must meet none of these and meets 2.'],
    ['Ida Marrowby', mentors, 'Ida must meet this, and does not.'],
    ['visitor', admitted, 'A visitor must meet this, and does not.'],
    ['visitor', { all: [] }, 'This door is open to everybody.'],
    ['visitor', { any: [] }, 'This door is shut for everybody.'],
  ])('tells %s of %j in one sentence', async (name, rule, head) => {
    const { open, because, ...told } = await why(name, rule);
    expect(told.head).toBe(head);
    expect(because.met).toBe(open);
  });

  it('tells what would open it, by the path an applicant is on, and what is seen of the page', async () => {
    const tobias = await why('Tobias Wetherfold', { all: [admitted, keepers] });
    expect(tobias.ways[0]).toMatch(
      /^Your Keeper membership ended on .+ Renewing it, £48.00 a year, opens this page again/,
    );
    expect(tobias.sees).toBe('Shut out of this page. Sees 2 of 8 blocks and the note.');
    const anselm = await why('Anselm Pikard', { all: [admitted, keepers] });
    expect(anselm.ways).toEqual(['Your application is on its way. This page opens once you are admitted.']);
    const ida = await why('Ida Marrowby', keepers);
    expect(ida).toMatchObject({ open: true, ways: [], sees: 'Gets in. Sees 7 of 8 blocks.' });
    expect((await why('visitor', keepers, { page: 'mentor-notes' })).sees).toBe(
      'Shut out of this page. Sees no sign of it.',
    );
    expect((await why('Ida Marrowby', keepers, { on: day(800) })).open).toBe(false);
  });

  it('of a day that is over is told by the facts and the set-up of that day', async () => {
    const ida = 'Ida Marrowby';
    // Two revisions: the first five days ago, another today that shuts her out.
    const ago = new Date(stack.services.clock.now() - 5 * 86_400_000);
    await stack.services.db.query('UPDATE setup_revision SET at = ? WHERE number = 1', [ago]);
    const hang = (door: object) =>
      stack.publish((doc) => void (doc.pages.find(({ id }) => id === 'winter-guide')!.door = door as never));
    await hang({ rule: mentors });
    const asked = await why(ida, mentors, { on: day(-2) });
    expect(asked).toMatchObject({ open: false, then: { open: true } });
    expect(asked.then!.title).toMatch(/^Ida got in on \d{1,2} \w+ 20\d\d, by revision 1$/);
    expect(asked.then!.head).toBe('Ida must meet all of these, and does.');
    expect((await why(ida, mentors, { on: day(-40) })).then).toBeNull();
    expect((await why(ida, mentors)).then).toBeNull();
    expect((await why(ida, mentors, { on: day(2) })).then).toBeNull();
    await hang({ named: 'keepers' });
  });

  it('is asked by those who work on the draft, about somebody there is', async () => {
    const rule = admitted;
    expect((await wilf.post('/desk/viewpoint/door', { person: 'z'.repeat(20), rule })).status).toBe(404);
    const bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
    expect((await bea.post('/desk/viewpoint/door', { person: 'visitor', rule })).status).toBe(403);
  });
});

describe('the view', () => {
  const view = async (name: string, path = '/', on = day(0)) =>
    wilf.raw(`/viewpoint/${name === 'visitor' ? name : await idOf(name)}/${on}${path}`);

  it('is the page as the person would see it', async () => {
    const ida = new Caller(stack.address);
    await ida.signIn('ida.marrowby@mail.example');
    const own = await ida.html('/winter-treatment-guide');
    const seen = await (await view('Ida Marrowby', '/winter-treatment-guide')).text();
    // What would act is taken out of the view: where links lead, where forms are sent.
    const words = (html: string) =>
      /<div id="site">.*<\/footer>/s.exec(html)![0].replace(/ (href|action|method)="[^"]*"/g, '');
    expect(words(seen)).toBe(words(own));
  });

  it('shows a visitor only what visitors see', async () => {
    const seen = await (await view('visitor', '/winter-treatment-guide')).text();
    expect(seen).toContain('The rest of the guide is for Keepers');
    expect(seen).not.toContain('50 ml');
  });

  it('is inert, may be framed by the desk alone, and keeps its links to itself', async () => {
    const response = await view('Anselm Pikard', '/joining');
    expect(response.headers.get('content-security-policy')).toMatch(
      /^default-src 'none'; style-src 'sha256-[\w+\/]{43}='; font-src 'self'; img-src 'self' data:; frame-ancestors 'self'; sandbox allow-same-origin$/,
    );
    const html = await response.text();
    expect(html).toContain('Your application is with us');
    expect(html).not.toContain('<script');
    const links = [...html.matchAll(/<a\b[^>]*?\shref="([^"]+)"/g)]
      .map((match) => match[1]!)
      .filter((href) => !href.startsWith('#') && !href.startsWith('mailto:'));
    expect(links.length).toBeGreaterThan(3);
    for (const href of links) expect(href).toMatch(/^\/viewpoint\/[a-z0-9]{20}\/\d{4}-\d\d-\d\d\//);
  });

  it('shows another day', async () => {
    expect(await (await view('Ida Marrowby', '/winter-treatment-guide', day(800))).text()).toContain(
      'Renew your membership',
    );
  });

  it.each([
    '/viewpoint/visitor',
    '/viewpoint/visitor/someday/',
    '/viewpoint/nobody/2026-10-14/',
    `/viewpoint/${'z'.repeat(20)}/2026-10-14/`,
  ])('%s is a 404', async (path) => {
    expect((await wilf.raw(path)).status).toBe(404);
  });
});

describe('another day at the same time', () => {
  it('keeps the time of day through a change of the clocks', () => {
    expect(instantOn(undefined, NOW, quillmoor)).toBe(NOW);
    expect(instantOn('2026-10-14', NOW, quillmoor)).toBe(NOW);
    // The end of the day: of 24 October by summer time, of 26 October by that of winter.
    expect(new Date(instantOn('2026-10-24', NOW, quillmoor)).toISOString()).toBe('2026-10-24T22:59:59.999Z');
    expect(new Date(instantOn('2026-10-26', NOW, quillmoor)).toISOString()).toBe('2026-10-26T23:59:59.999Z');
  });
});

describe('a past day', () => {
  it('is told as it was: standing, groups and terms of that day, or that nobody was here yet', async () => {
    const odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
    const who = new Caller(stack.address);
    await who.join({ 'full-name': 'Mercy Oake', mail: 'mercy@oake.example' });
    await who.post('/site/joining/code', { code: codeIn(await stack.letter('mercy@oake.example')) });
    const mercy = await idOf('Mercy Oake');
    for (let days = 0; days < 3; days++) await odile.post('/desk/clock', { by: 'day' });
    const [row] = await stack.query<{ id: string }>('SELECT id FROM application WHERE member = ?', [mercy]);
    expect((await odile.post(`/desk/applications/${row!.id}/approve`)).status).toBe(200);

    const now = await sight(mercy);
    expect(now.person.standing).toBe('admitted');
    expect(now.sentence).toMatch(/^Opens 8 of 10 pages/);
    const yesterday = await sight(mercy, day(-1));
    expect(yesterday.person.standing).toBe('applicant');
    expect(yesterday.sentence).toMatch(/^Opens 5 of 10 pages\./);
    expect(yesterday.distance).toBe('1 day ago');
    const before = await sight(mercy, day(-4));
    expect(before.sentence).toMatch(
      /^Mercy Oake was not here yet: first seen on .+\. As a visitor of that day: Opens 5 of 10/,
    );
    expect(before.person).toMatchObject({ name: 'Mercy Oake', note: 'not here yet' });
  });

  it('has the answers and the name of that day, whoever changed them since', async () => {
    const odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
    const ida = await idOf('Ida Marrowby');
    const { manager } = stack.services.database.source;
    const facts = async () => (await factsOf(manager, ida as never))!;
    const first = await facts();
    const at = stack.services.clock.now();
    await odile.post('/desk/clock', { by: 'day' });
    const change = (answers: object) => odile.post(`/desk/members/${ida}/answers`, { answers });
    const kept = first.fields as Record<string, unknown>;
    expect((await change({ 'full-name': 'Ida Strauß', 'colonies-kept': 9, 'talk-title': 'Heather' })).status).toBe(200);
    await odile.post('/desk/clock', { by: 'day' });
    expect((await change({ 'colonies-kept': null })).status).toBe(200);
    const now = await facts();
    expect([now.name, (now.fields as Record<string, unknown>)['colonies-kept']]).toEqual(['Ida Strauß', undefined]);
    const then = factsAsOf(now, await pastOf(manager, ida as never), at)!;
    expect([then.name, then.fields]).toEqual(['Ida Marrowby', kept]);
    const between = factsAsOf(now, await pastOf(manager, ida as never), at + DAY + HOUR)!;
    expect([between.name, (between.fields as Record<string, unknown>)['colonies-kept']]).toEqual(['Ida Strauß', 9]);
    expect((await sight(ida, dayOf(at, place))).person.name).toBe('Ida Marrowby');
  });
});

describe('money and the viewpoint', () => {
  const today = () => dayOf(stack.services.clock.now(), place);
  const seen = async (who: Caller, person: string, path: string) => who.html(`/viewpoint/${person}/${today()}${path}`);

  it('shows what somebody pays to those whose part it is, and to nobody else', async () => {
    const philippa = await idOf('Philippa Ansty');
    const bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
    const [receipt] = await stack.query<{ number: number }>('SELECT number FROM receipt WHERE member = ? LIMIT 1', [
      philippa,
    ]);
    const [payment] = await stack.query<{ id: string }>(
      `SELECT id FROM payment WHERE member = ? AND state = 'paid' AND amount > 0 LIMIT 1`,
      [philippa],
    );
    const own = ['/account', '/pay', `/paid/${payment!.id}`, `/receipts/${receipt!.number}`];
    for (const path of own) {
      expect(await seen(bea, philippa, path), path).toMatch(/£\d/);
      expect(await seen(wilf, philippa, path), path).not.toMatch(/£\d|ending \d{4}/);
    }
  });

  it('reads and does nothing: not one statement writes, and no payment is looked up', async () => {
    const payers = payersOf(stack);
    const who = await payers.atTheGate();
    stack.mood.lost = true;
    const { body } = await pay(who, { amount: '20' });
    await giveCard(body.next, PAYS);
    stack.mood.lost = false;
    const [{ id } = { id: '' }] = await stack.query<{ id: string }>('SELECT id FROM member WHERE mail = ?', [who.mail]);
    const bea = await new Caller(stack.address).staffIn('bea@quillmoor.example');
    const places = ['/', '/joining', '/account', '/pay', body.here, '/search?q=bees', '/join/patron', '/receipts/1'];
    // What the worker does beside it is not the view's doing.
    await stack.services.jobs.stop();
    for (const person of [id, await idOf('Philippa Ansty'), 'visitor'])
      for (const path of places) {
        const said = await statementsOf(stack, () => seen(bea, person, path));
        const writes = said.filter((sql) => !/^\s*\(?(SELECT|SET|START|COMMIT)/i.test(sql) && !sql.includes('session'));
        expect(writes, `${person} ${path}`).toEqual([]);
      }
    expect(await payers.standingOf(who)).toBe('applicant');
    stack.services.jobs.start();
    await stack.to(() => stack.services.clock.now() + 60_000);
    await until('it to be booked', async () => ((await payers.standingOf(who)) === 'admitted' ? true : null));
    const timeline = async (reader: Caller) =>
      JSON.stringify((await reader.get<{ timeline: unknown }>(`/desk/members/${id}`)).body.timeline);
    expect(await timeline(bea)).toContain('Paid £20.00 for Patron');
    expect(await timeline(wilf)).not.toContain('£');
    expect(await timeline(wilf)).toContain('"Paid"');
  });
});
