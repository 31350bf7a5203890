import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Caller, codeIn, makeStack, type Stack } from '../../tests/support/stack';
import type { ClockView, TodayView } from '../../contract';
import { addSpan } from '../../core/kernel/calendar';

let stack: Stack;
let odile: Caller;
beforeAll(async () => {
  stack = await makeStack({ members: 60 });
  odile = await new Caller(stack.address).staffIn('odile@quillmoor.example');
});
afterAll(() => stack.stop());
const today = async () => (await odile.get<TodayView>('/desk/today')).body;

describe('Today', () => {
  it('lists the applications to review, the oldest first, each with its limit', async () => {
    const { reviews, stuck } = await today();
    const names = reviews.rows.map((row) => row.name);
    expect(names.slice(0, 2)).toEqual(['Anselm Pikard', 'Jessamy Thorle']);
    expect(names.indexOf('Maud Esterling')).toBeLessThan(names.indexOf('Jory Lambswick'));
    expect(reviews.rows[0]).toMatchObject({
      level: 'Keeper',
      summary: 'QM1 2LD, no colonies yet, no years yet',
      limit: { says: '9 days', left: '5 left', target: 5 },
    });
    expect(stuck.rows.map((row) => `${row.name}: ${row.summary}`)).toEqual([
      'Ilse Quarterman: Confirm email: 3 codes sent, none used',
      'Hesper Vane: Confirm email: 1 code sent, none used',
    ]);
  });

  it('counts what needs somebody, the same in the index and the greeting', async () => {
    // Nobody among so few pays by transfer just now.
    await stack.query(`UPDATE payment SET state = 'awaited' WHERE state = 'paid' AND kind = 'first' LIMIT 1`);
    const view = await today();
    const index = (await odile.get<{ needYou: number; people: number }>('/desk/index')).body;
    await stack.query(`UPDATE payment SET state = 'paid' WHERE state = 'awaited'`);
    const need = view.reviews.total + view.stuck.total;
    const failing = view.money!.rows.filter(({ what }) => what === 'refused').length;
    expect(view.money!.total).toBe(failing + 1);
    expect(index).toEqual({
      needYou: need,
      needOthers: 0,
      people: 60,
      failing,
      awaited: 1,
      bookFaults: 0,
      entriesWaiting: 0,
    });
    expect(view.money!.rows.map(({ name, what }) => [name, what])).toContainEqual(['Osric Danvell', 'refused']);
    expect(view.greeting).toMatch(
      /^Good (morning|afternoon|evening), Odile\. \w+ things need you, the oldest first\.$/,
    );
    // Who may not decide is not told that things need them, but who does.
    const wilf = await new Caller(stack.address).staffIn('wilf@quillmoor.example');
    expect((await wilf.get('/desk/index')).body).toEqual({
      needYou: 0,
      needOthers: need,
      people: 60,
      failing: 0,
      awaited: 0,
      bookFaults: 0,
      entriesWaiting: 0,
    });
    const { greeting } = (await wilf.get<TodayView>('/desk/today')).body;
    expect(greeting).toMatch(/^Good \w+, Wilf\. /);
    expect(greeting).not.toContain('need you');
  });

  it('shows as many as fit, says how many there are, and shows all when asked', async () => {
    const few = (await today()).reviews;
    const all = (await odile.get<TodayView>('/desk/today?all=reviews')).body.reviews;
    expect(all.total).toBe(few.total);
    expect(all.rows).toHaveLength(all.total);
    expect(all.rows.slice(0, few.rows.length)).toEqual(few.rows);
  });

  it('foretells what the clock will do within seven days, day by day', async () => {
    const { comingUp } = await today();
    const says = comingUp.lines.map((line) => line.says);
    expect(says).toContain('Swept away unconfirmed: Ilse Quarterman');
    expect(says.join('; ')).toMatch(/Reviewers are reminded of [^;]*Maud Esterling/);
    expect(says).toContain('Reviewers are asked again about Anselm Pikard');
    // Twelve days in hand: not within seven.
    expect(says.join()).not.toContain('Jessamy');
    const { zone, locale } = stack.services.live.must.setup.doc.site;
    const weekday = new Intl.DateTimeFormat(locale, { timeZone: zone, weekday: 'short' });
    const week = Array.from({ length: 7 }, (_, day) =>
      day === 0 ? 'Today' : weekday.format(addSpan(stack.services.clock.now(), { count: day, unit: 'days' }, zone)),
    );
    const places = comingUp.lines.map((line) => week.indexOf(line.day));
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(places[0]).toBeGreaterThanOrEqual(0);
    expect(comingUp.more).toBe(false);
  });

  it('counts the last 30 days gate by gate', async () => {
    const before = (await today()).joining;
    const who = new Caller(stack.address);
    await who.join({ mail: 'perrin@oake.example' });
    const waiting = (await today()).joining;
    expect(waiting.signedUp).toBe(before.signedUp + 1);
    expect(waiting.gates[0]!.waiting).toBe(before.gates[0]!.waiting + 1);
    await who.post('/site/joining/code', { code: codeIn(await stack.letter('perrin@oake.example')) });
    const through = (await today()).joining;
    expect(through.gates[0]).toEqual({
      ...waiting.gates[0]!,
      waiting: before.gates[0]!.waiting,
      passed: before.gates[0]!.passed + 1,
    });
    expect(through.gates[1]!.waiting).toBe(before.gates[1]!.waiting + 1);
  });

  it('tells what happened by itself in the last day, and leaves out what did not', async () => {
    await stack.settled();
    const { lately } = await today();
    expect(lately[0]).toEqual({ count: 1, says: 'person confirmed their address' });
    expect(lately[1]).toEqual({ count: 1, says: 'message sent' });
    expect(lately).toHaveLength(2);
  });

  it('puts people of one day and one fate on one line', async () => {
    for (const name of ['Corwin Thale', 'Rafe Bellington']) {
      const mail = `${name.toLowerCase().replace(' ', '.')}@mail.example`;
      const who = new Caller(stack.address);
      await who.join({ 'full-name': name, mail });
      await who.post('/site/joining/code', { code: codeIn(await stack.letter(mail)) });
    }
    const says = (await today()).comingUp.lines.map((line) => line.says);
    expect(says.filter((line) => line.includes('Perrin Oake'))).toEqual([
      'Reviewers are reminded of Perrin Oake and 2 others',
    ]);
  });

  it('gives a word that stays while nothing happens, and is another after a step or an act', async () => {
    const pulse = async () => (await odile.get<{ pulse: string }>('/desk/pulse')).body;
    const before = await pulse();
    expect(await pulse()).toEqual(before);
    await new Caller(stack.address).join({ mail: 'tansy@oake.example', 'full-name': 'Tansy Oake' });
    const after = await pulse();
    expect(after).not.toEqual(before);
    const [row] = await stack.query<{ id: string }>(
      `SELECT a.id FROM application a JOIN member m ON m.id = a.member WHERE m.name = 'Maud Esterling'`,
    );
    expect((await odile.post(`/desk/applications/${row!.id}/ask`, { text: 'Which moor?' })).status).toBe(200);
    expect(await pulse()).not.toEqual(after);
  });
});

describe('the demo’s clock', () => {
  const move = async (by: string) => (await odile.post<{ happened: number; says: string }>('/desk/clock', { by })).body;

  it('moves on by an hour or a day, and says what is due next', async () => {
    const clock = (await odile.get<ClockView>('/desk/clock')).body;
    expect(clock).toMatchObject({
      movable: true,
      nextDue: { says: expect.stringMatching(/^the (application|membership) of /) },
    });
    const began = stack.services.clock.now();
    await move('hour');
    expect(Math.round((stack.services.clock.now() - began) / 60_000)).toBe(60);
    await move('day');
    const days = Math.round((stack.services.clock.now() - Date.now()) / 86_400_000);
    const says = days > 0 ? `${days} ${days === 1 ? 'day' : 'days'} ahead of real time` : null;
    expect((await odile.get<ClockView>('/desk/clock')).body.ahead).toBe(says);
  });

  it('goes to the next due thing, and it happens', async () => {
    const { nextDue } = (await odile.get<ClockView>('/desk/clock')).body;
    const name = nextDue!.says.replace(/^the (application|membership) of /, '');
    const moved = await move('nextDue');
    // Whoever's hands were quicker, the worker's or the clock's own.
    expect(moved.happened).toBeGreaterThan(0);
    expect(moved.says).toMatch(/\d things? happened on the way[.:]/);
    const [row] = await stack.query<{ n: string }>(
      `SELECT COUNT(*) AS n FROM member m LEFT JOIN application a ON a.member = m.id WHERE m.name = ? AND (a.data LIKE '%reviewersReminded%' OR a.state <> 'open')`,
      [name],
    );
    const [gone] = await stack.query('SELECT 1 FROM member WHERE name = ?', [name]);
    // A membership is told of beforehand, or asked for.
    const [told] = await stack.query<{ n: string }>(
      `SELECT (SELECT COUNT(*) FROM outgoing o JOIN member m ON m.id = o.member WHERE m.name = ? AND o.template = 'renews-soon')
            + (SELECT COUNT(*) FROM payment p JOIN member m ON m.id = p.member WHERE m.name = ? AND p.opened_at >= ?) AS n`,
      [name, name, new Date(stack.services.clock.now() - 3_600_000)],
    );
    expect(Number(row!.n) === 1 || gone === undefined || Number(told!.n) > 0).toBe(true);
  });

  it('lets everything on the way happen in order, at its own time', async () => {
    for (let day = 0; day < 12; day++) await move('day');
    const rows = await stack.query<{ data: string }>(`SELECT data FROM application WHERE data LIKE '%limitExtended%'`);
    expect(rows.length).toBeGreaterThan(1);
    const { zone } = stack.services.live.must.setup.doc.site;
    for (const { data } of rows) {
      const { history, gateSince } = JSON.parse(data) as { gateSince: number; history: { at: number; what: string }[] };
      const at = (what: string) => history.find((item) => item.what === what)!.at;
      // Within a moment of the instant it was due, though the clock went by whole days.
      expect(at('reviewersReminded') - addSpan(gateSince, { count: 5, unit: 'days' }, zone)).toBeLessThan(2_000);
      expect(at('limitExtended') - addSpan(gateSince, { count: 14, unit: 'days' }, zone)).toBeLessThan(2_000);
    }
    expect(await stack.query(`SELECT 1 FROM member WHERE name IN ('Ilse Quarterman', 'Hesper Vane')`)).toEqual([]);
    const view = await today();
    // Perrin confirmed twelve days ago, and nobody since.
    expect(view.lately.map((item) => item.says).join()).not.toContain('confirmed');
    expect(view.joining.gates[0]!.fell).toBeGreaterThanOrEqual(2);
  });

  it('is moved by managers alone', async () => {
    const tamsin = await new Caller(stack.address).staffIn('tamsin@quillmoor.example');
    expect((await tamsin.post('/desk/clock', { by: 'day' })).status).toBe(403);
  });

  it('leaves whoever moves it signed in, though a session lasts a month at most', async () => {
    const mover = await new Caller(stack.address).staffIn('odile@quillmoor.example');
    const to = new Date(stack.services.clock.now() + 40 * 86_400_000).toISOString().slice(0, 10);
    expect((await mover.post('/desk/clock', { by: { to } })).status).toBe(200);
    expect((await mover.get<ClockView>('/desk/clock')).body.today).toBe(to);
    expect((await odile.get('/desk/clock')).status).toBe(401);
    await odile.staffIn('odile@quillmoor.example');
  });
});
