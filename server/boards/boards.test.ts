/** Entries of boards: posted, looked at, found, changed, ended; what of them nobody may see who may not. */
import fc from 'fast-check';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { BoardView, EntryView, PlaceView, SiteView } from '../../contract';
import { entryTerms } from '../../core/boards';
import { dayOf } from '../../core/kernel';
import { addSpan } from '../../core/kernel/calendar';
import { foldWord } from '../../core/kernel/fold';
import { Caller, makeStack, type Stack } from '../../tests/support/stack';

let stack: Stack;
let wilf: Caller;
let ida: Caller;
let gwenna: Caller;
let philippa: Caller;
const visitor = () => new Caller(stack.address);
async function member(mail: string): Promise<Caller> {
  const who = visitor();
  expect((await who.signIn(mail)).status, mail).toBe(200);
  return who;
}
/** As a browser sends a form without script. */
const plain = (who: Caller, path: string, body: Record<string, string>) =>
  who.raw(path, {
    method: 'POST',
    headers: { 'content-type': 'application/x-www-form-urlencoded', origin: who.address },
    body: new URLSearchParams(body).toString(),
  });
beforeAll(async () => {
  stack = await makeStack({ members: 60 });
});
// Days go by in some of them, and sessions end.
beforeEach(async () => {
  wilf = await visitor().staffIn('wilf@quillmoor.example');
  ida = await member('ida.marrowby@mail.example');
  gwenna = await member('gwenna.fairclough@mail.example');
  philippa = await member('philippa.ansty@mail.example');
});
afterAll(() => stack.stop());

const view = async (who: Caller, path: string) =>
  (await who.get<SiteView>(`/site/view?path=${encodeURIComponent(path)}`)).body;
async function place<K extends PlaceView['kind']>(who: Caller, path: string, kind: K) {
  const found = (await view(who, path)).place;
  expect(found.kind, path).toBe(kind);
  return found as Extract<PlaceView, { kind: K }>;
}
const titles = ({ entries }: BoardView) => entries.map(({ title }) => title.map(({ text }) => text).join(''));

const work = (title: string) => ({
  title,
  kind: 'day',
  firm: 'Oake and Daughters',
  where: 'QM4',
  pay: '£10.00',
  about: 'Work with a ladder.',
});
const kit = (what: string, more: object = {}) => ({ what, way: 'offered', category: 'tools', where: 'QM4', ...more });
type Answered = { next: string; code: string; detail: string; faults: { at: string }[] };
const write = (
  who: Caller,
  board: string,
  answers: object,
  then: 'keep' | 'send' = 'send',
  entry: number | null = null,
) => who.post<Answered>(`/site/boards/${board}/entries`, { answers, then, entry });
const numberOf = ({ body }: { body: Answered }) => Number(body.next.replace('/entries/', ''));
const act = (who: Caller, entry: number, name: string, more: object = {}) =>
  who.post<Answered>(`/site/entries/${entry}/act`, { act: name, ...more });
const staffActs = (entry: number, name: string, more: object = {}) =>
  wilf.post<Answered>(`/desk/entries/${entry}/act`, { act: name, ...more });
const open = (who: Caller, number: number) => place(who, `/entries/${number}`, 'entry');

describe('an entry on a board that is looked at first', () => {
  it('is a draft, waits, is let through, and is read by visitors then', async () => {
    const number = numberOf(await write(ida, 'work', work('Mending a gate'), 'keep'));
    expect((await open(ida, number)).state).toBe('draft');
    expect((await view(visitor(), `/entries/${number}`)).place.kind).toBe('missing');
    expect((await view(philippa, `/entries/${number}`)).place.kind).toBe('missing');
    expect((await act(ida, number, 'send')).body.next).toBe(`/entries/${number}`);
    expect((await view(visitor(), `/entries/${number}`)).place.kind).toBe('missing');
    const waits = await wilf.get<{ rows: { number: number }[]; counts: { waiting: number } }>('/desk/entries');
    expect(waits.body.rows.map((row) => row.number)).toContain(number);
    expect((await wilf.get<{ entriesWaiting: number }>('/desk/index')).body.entriesWaiting).toBe(
      waits.body.counts.waiting,
    );
    expect((await staffActs(number, 'pass')).status).toBe(200);
    const letter = await stack.letter('ida.marrowby@mail.example', ({ subject }) => subject.includes('Mending a gate'));
    expect(letter.text).toContain(`/entries/${number}`);
    const read = await open(visitor(), number);
    expect(read).toMatchObject({ title: 'Mending a gate', hands: null, saved: null, change: null, listed: true });
    // Members are named to members.
    expect(read.by).not.toContain('Ida');
    expect((await open(philippa, number)).by).toContain('Ida Marrowby');
    expect(titles(await place(visitor(), '/boards/work?q=mend', 'board'))).toEqual(['Mending a gate']);
    const html = async (path: string) => (await fetch(stack.address + path)).text();
    expect(await html(`/entries/${number}`)).toContain('<meta name="description" content="Work with a ladder."');
    // What narrows a list down makes no page of its own.
    expect(await html('/boards/work')).not.toContain('noindex');
    expect(await html('/boards/work?q=mend')).toContain('noindex');
  });

  it('is sent back with a reason, changed and sent again', async () => {
    const number = numberOf(await write(ida, 'work', work('A quiet job')));
    await staffActs(number, 'sendBack', { note: 'Say when.' });
    expect((await open(ida, number)).notes).toContain('It was sent back: Say when.');
    await write(ida, 'work', work('A quiet job in May'), 'send', number);
    await staffActs(number, 'pass');
    expect((await open(visitor(), number)).title).toBe('A quiet job in May');
    // What is changed now waits, and what stands goes on standing.
    await write(ida, 'work', work('A loud job'), 'send', number);
    expect((await open(visitor(), number)).title).toBe('A quiet job in May');
    expect((await open(ida, number)).change?.[0]).toMatchObject({ value: 'A loud job' });
    expect(titles(await place(visitor(), '/boards/work?q=loud', 'board'))).toEqual([]);
    await staffActs(number, 'pass');
    expect((await open(visitor(), number)).title).toBe('A loud job');
    await act(ida, number, 'state', { state: 'filled' });
    expect((await open(visitor(), number)).state).toBe('Filled');
    await stack.days(8);
    expect(await place(visitor(), `/entries/${number}`, 'entryGone')).toMatchObject({ title: 'This entry has ended' });
    const answered = await fetch(`${stack.address}/entries/${number}`);
    expect(answered.status).toBe(410);
    expect(await answered.text()).not.toContain('A loud job');
  });

  it('what is missing is told by its name, and nothing is kept of it', async () => {
    const sent = await write(ida, 'work', { title: 'Half' });
    expect(sent.status).toBe(422);
    expect(sent.body.faults.map(({ at }) => at)).toEqual(['kind', 'firm', 'where', 'pay', 'about']);
    expect(await stack.query('SELECT id FROM entry WHERE name = ?', ['Half'])).toEqual([]);
  });
});

describe('whoever is not its owner', () => {
  it('changes, ends and sends nothing of it; who may not post is told so', async () => {
    const number = numberOf(await write(ida, 'kit-and-colonies', kit('A smoker')));
    for (const name of ['end', 'send', 'renew', 'pass', 'drop'])
      expect((await act(philippa, number, name)).status, name).toBe(404);
    expect((await act(philippa, number, 'state', { state: 'gone' })).status).toBe(404);
    expect((await write(philippa, 'kit-and-colonies', kit('Mine now'), 'send', number)).status).toBe(404);
    expect((await act(visitor(), number, 'end')).status).toBe(401);
    expect((await write(visitor(), 'kit-and-colonies', kit('x'))).status).toBe(401);
    // A Friend posts no work.
    expect(await write(gwenna, 'library', { title: 'A', link: 'https://a.example', category: 'craft' })).toMatchObject({
      status: 200,
    });
    expect(await write(ida, 'library', { title: 'A', link: 'https://a.example', category: 'craft' })).toMatchObject({
      status: 403,
      body: { detail: 'You cannot post on Library.' },
    });
    expect((await view(ida, '/post/library')) as unknown).toEqual({ elsewhere: '/boards/library' });
    expect((await open(ida, number)).title).toBe('A smoker');
    await act(ida, number, 'end');
  });

  it('a private call is read by whoever asked and those who look after it, and by nobody else', async () => {
    const [collector] = await stack.query<{ mail: string }>(
      `SELECT m.mail FROM member m JOIN member_group g ON g.member = m.id
       WHERE g.group_id = 'swarm-collectors' AND m.standing = 'admitted' AND m.shadow_of = '' LIMIT 1`,
    );
    const keeper = await member(collector!.mail);
    const number = numberOf(
      await write(ida, 'help-and-swarms', { what: 'Bees in the chimney', kind: 'swarm', where: 'QM4 Mill Lane' }),
    );
    await stack.letter(collector!.mail, ({ subject }) => subject.includes('Bees in the chimney'));
    for (const who of [philippa, visitor()]) {
      expect(['missing', 'board']).toContain((await view(who, `/entries/${number}`)).place.kind);
      expect(JSON.stringify(await view(who, '/boards/help-and-swarms?q=chimney'))).not.toContain('Mill Lane');
    }
    expect(titles(await place(ida, '/boards/help-and-swarms', 'board'))).toEqual(['Bees in the chimney']);
    expect(titles(await place(keeper, '/boards/help-and-swarms?q=chim', 'board'))).toEqual(['Bees in the chimney']);
    expect((await open(keeper, number)).hands?.states.map(({ id }) => id)).toEqual(['in-hand', 'done']);
    await act(keeper, number, 'state', { state: 'in-hand' });
    await stack.letter('ida.marrowby@mail.example', ({ subject }) => subject.includes('Somebody is seeing to'));
    expect((await open(ida, number)).state).toBe('In hand');
    await act(ida, number, 'state', { state: 'done' });
  });
});

describe('a reply', () => {
  const reply = (who: Caller, entry: number, answers: object) =>
    who.post<Answered>(`/site/entries/${entry}/replies`, { answers });

  it('reaches whoever posted it without an address, and is read by them and its writer alone', async () => {
    const number = numberOf(await write(ida, 'kit-and-colonies', kit('A hive tool')));
    expect((await open(philippa, number)).reply?.questions.map(({ name }) => name)).toEqual(['words', 'collect']);
    expect((await open(ida, number)).reply).toBeNull();
    expect((await reply(philippa, number, {})).body.faults.map(({ at }) => at)).toEqual(['words']);
    expect((await reply(philippa, number, { words: 'I would\nlike it.', collect: 'week' })).status).toBe(200);
    const letter = await stack.letter('ida.marrowby@mail.example', ({ subject }) => subject.includes('A hive tool'));
    expect(letter.text).toContain('Philippa Ansty has replied');
    expect(letter.text).toContain('like it.');
    expect(letter.text).not.toContain('philippa.ansty@');
    expect((await open(ida, number)).replies).toMatchObject([
      {
        by: expect.stringContaining('Philippa Ansty'),
        answers: [{ value: 'I would\nlike it.' }, { value: 'during the week' }],
      },
    ]);
    expect((await open(philippa, number)).replies).toMatchObject([{ by: expect.stringContaining('You') }]);
    expect((await open(gwenna, number)).replies).toEqual([]);
    // Spoken for, nobody replies any more.
    await act(ida, number, 'state', { state: 'spoken-for' });
    expect(await reply(gwenna, number, { words: 'Me too' })).toMatchObject({
      status: 409,
      body: { detail: 'Nobody can reply to this entry now.' },
    });
    expect((await open(gwenna, number)).reply).toBeNull();
    await act(ida, number, 'end');
  });

  it('is said to nobody whose entry one does not see, nor to oneself', async () => {
    const draft = numberOf(await write(ida, 'kit-and-colonies', kit('Hidden'), 'keep'));
    expect((await reply(philippa, draft, { words: 'x' })).status).toBe(404);
    expect((await reply(visitor(), draft, { words: 'x' })).status).toBe(401);
    await act(ida, draft, 'send');
    expect((await reply(ida, draft, { words: 'x' })).status).toBe(409);
    await act(ida, draft, 'end');
  });
});

it('nobody is written to without end by one and the same, whatever the entry', async () => {
  // A demo counts more generously.
  const strict = await makeStack({ members: 20, env: { ADMISSA_LIMIT_FACTOR: '1' } });
  try {
    const [one, other] = [new Caller(strict.address), new Caller(strict.address)];
    await one.signIn('ida.marrowby@mail.example');
    await other.signIn('philippa.ansty@mail.example');
    const numbers = [
      numberOf(await write(one, 'kit-and-colonies', kit('One'))),
      numberOf(await write(one, 'kit-and-colonies', kit('Two'))),
    ];
    const answers = await Promise.all(
      Array.from(
        { length: 9 },
        async (_, n) =>
          (await other.post(`/site/entries/${numbers[n % 2]}/replies`, { answers: { words: `Number ${n}` } })).status,
      ),
    );
    expect(answers.filter((status) => status === 200)).toHaveLength(6);
    expect(answers.filter((status) => status === 429)).toHaveLength(3);
  } finally {
    await strict.stop();
  }
});

it('a draft and a reply are for those they belong to: no keeper, no staff, not through anybody’s eyes either', async () => {
  const [collector] = await stack.query<{ mail: string }>(
    `SELECT m.mail FROM member m JOIN member_group g ON g.member = m.id
     WHERE g.group_id = 'swarm-collectors' AND m.standing = 'admitted' AND m.shadow_of = '' LIMIT 1`,
  );
  const keeper = await member(collector!.mail);
  const draft = numberOf(
    await write(ida, 'help-and-swarms', { what: 'A half idea', kind: 'hand', where: 'QM4' }, 'keep'),
  );
  expect((await view(keeper, `/entries/${draft}`)).place.kind).toBe('missing');
  expect((await act(keeper, draft, 'state', { state: 'done' })).status).toBe(404);
  expect((await wilf.get(`/desk/entries/${draft}`)).status).toBe(404);
  expect((await staffActs(draft, 'send')).status).toBe(404);
  const [owner] = await stack.query<{ member: string }>('SELECT member FROM entry WHERE number = ?', [draft]);
  const today = dayOf(stack.services.clock.now(), stack.services.live.must.setup.doc.site);
  const through = async (path: string) => wilf.html(`/viewpoint/${owner!.member}/${today}${path}`);
  expect(await through(`/entries/${draft}`)).not.toContain('A half idea');
  expect(await through('/mine')).not.toContain('A half idea');
  const shown = numberOf(await write(ida, 'kit-and-colonies', kit('A veil')));
  await philippa.post(`/site/entries/${shown}/replies`, { answers: { words: 'Between us two' } });
  expect((await open(ida, shown)).replies).toHaveLength(1);
  const seen = await through(`/entries/${shown}`);
  expect(seen).toContain('A veil');
  expect(seen).not.toContain('Between us two');
  await act(ida, shown, 'end');
});

describe('how many, and how long', () => {
  it('no more than the board allows, also for two browsers at once', async () => {
    const sent = await Promise.all(
      Array.from({ length: 9 }, (_, n) => write(philippa, 'kit-and-colonies', kit(`Feeder ${n}`))),
    );
    // A Patron has eight.
    expect(sent.filter(({ status }) => status === 200)).toHaveLength(8);
    expect(sent.find(({ status }) => status !== 200)).toMatchObject({
      status: 409,
      body: { detail: 'You have 8 entries here, which is as many as you may have at once. End one first.' },
    });
    const first = numberOf(sent.find(({ status }) => status === 200)!);
    await act(philippa, first, 'end');
    expect((await write(philippa, 'kit-and-colonies', kit('Another'))).status).toBe(200);
    await stack.query(`DELETE FROM entry WHERE board = 'kit' AND member = (SELECT id FROM member WHERE mail = ?)`, [
      'philippa.ansty@mail.example',
    ]);
  });

  it('is told of its end, ends on the clock, is renewed, and is forgotten when it has been kept long enough', async () => {
    const number = numberOf(await write(ida, 'kit-and-colonies', kit('A hive scale')));
    const { site } = stack.services.live.must.setup.doc;
    const [row] = await stack.query<{ until_at: Date; opened_at: Date }>(
      'SELECT until_at, opened_at FROM entry WHERE number = ?',
      [number],
    );
    const end = addSpan(row!.opened_at.getTime(), { count: 60, unit: 'days' }, site.zone);
    expect(row!.until_at.getTime()).toBe(end);
    await stack.to(() => end - 2 * 86_400_000);
    await stack.letter('ida.marrowby@mail.example', ({ subject }) => subject.includes('A hive scale'));
    await stack.to(() => end + 1);
    philippa = await member('philippa.ansty@mail.example');
    ida = await member('ida.marrowby@mail.example');
    expect((await view(philippa, `/entries/${number}`)).place.kind).toBe('entryGone');
    expect((await open(ida, number)).hands?.acts).toEqual(['renew']);
    await act(ida, number, 'renew');
    expect((await open(philippa, number)).title).toBe('A hive scale');
    await act(ida, number, 'end');
    await stack.services.entries.sweep(stack.services.clock.now() + 364 * 86_400_000);
    expect(await stack.query('SELECT id FROM entry WHERE number = ?', [number])).toHaveLength(1);
    await stack.services.entries.sweep(stack.services.clock.now() + 366 * 86_400_000);
    expect(await stack.query('SELECT id FROM entry WHERE number = ?', [number])).toEqual([]);
  });

  it('a draft is thrown away with all that it was found by', async () => {
    const number = numberOf(await write(ida, 'kit-and-colonies', kit('A thought'), 'keep'));
    expect((await act(ida, number, 'drop')).body.next).toBe('/mine');
    expect((await view(ida, `/entries/${number}`)).place.kind).toBe('missing');
    expect(await stack.query('SELECT entry FROM entry_word WHERE word = ?', ['thought'])).toEqual([]);
  });
});

describe('finding', () => {
  const firsts = ['Strauß', 'Café', 'wax', 'Waxed', 'Ødegård', 'wood', 'QM4', 'ab'];
  const sample = fc.record({
    what: fc.array(fc.constantFrom(...firsts), { minLength: 1, maxLength: 3 }).map((words) => words.join(' ')),
    way: fc.constantFrom('offered', 'wanted', 'lend'),
    category: fc.constantFrom('bees', 'hives', 'honey', 'extractors'),
    about: fc.array(fc.constantFrom(...firsts), { maxLength: 3 }).map((words) => words.join(', ')),
  });
  const wanted = fc.record({
    q: fc.constantFrom('', 'strauss', 'wax', 'caf wa', 'odegard', 'x', 'ab qm'),
    way: fc.constantFrom('', 'offered', 'lend'),
    category: fc.constantFrom('', 'honey', 'extractors', 'hives'),
    sort: fc.constantFrom('', 'name', 'newest'),
  });

  it('finds what a slow model finds, counts what it counts, page by page', async () => {
    await stack.publish((doc) => {
      const board = doc.boards.find(({ id }) => id === 'kit')!;
      board.most = 500;
      board.mostAt = [];
    });
    await stack.query(`DELETE FROM entry WHERE board = 'kit'`);
    const all = fc.sample(sample, { numRuns: 45, seed: 7 });
    for (const answers of all) {
      await stack.query('DELETE FROM rate_limit');
      expect((await write(ida, 'kit-and-colonies', { ...answers, where: 'QM9' })).status).toBe(200);
    }
    const fold = (text: string) => text.split(/[^\p{L}\p{N}]+/u).map(foldWord);
    const label = {
      bees: 'Colonies and nuclei',
      hives: 'Hives and boxes',
      honey: 'Honey and wax',
      extractors: 'Honey and wax, Extractors',
    };
    for (const { q, way, category, sort } of fc.sample(wanted, { numRuns: 40, seed: 11 })) {
      const fits = (one: (typeof all)[number], but = '') =>
        entryTerms(q).every((term) =>
          fold(`${one.what} ${one.about} QM9 ${label[one.category]}`).some((word) => word.startsWith(term)),
        ) &&
        (but === 'way' || !way || one.way === way) &&
        (but === 'category' ||
          !category ||
          one.category === category ||
          (category === 'honey' && one.category === 'extractors'));
      const model = all.filter((one) => fits(one));
      const query = new URLSearchParams({ q, 'f-way': way, category, sort }).toString();
      const found: string[] = [];
      let next: string | null = `/boards/kit-and-colonies?${query}`;
      let first: BoardView | null = null;
      while (next) {
        const page: BoardView = await place(philippa, next, 'board');
        first ??= page;
        found.push(...titles(page));
        next = page.pages?.after ?? null;
      }
      const [sorted, expected] = [[...found].sort(), model.map(({ what }) => what).sort()];
      expect(sorted, query).toEqual(expected);
      if (sort === 'name') expect(found.map(foldWord)).toEqual([...found].map(foldWord).sort());
      const filter = first!.filters.find(({ name }) => name === 'f-way')!;
      if (filter.kind === 'choice')
        for (const option of filter.options)
          expect(option.count, `${query} ${option.value}`).toBe(
            all.filter((one) => fits(one, 'way') && one.way === option.value).length,
          );
    }
  });

  it('an address that asks for nonsense is answered with what there is', async () => {
    for (const query of ["q='%22_%25", 'page=-3', 'page=99999', 'f-way=none', 'sort=x', 'tab=saved', 'category=gone'])
      expect((await view(philippa, `/boards/kit-and-colonies?${query}`)).place.kind).toBe('board');
    expect((await place(philippa, '/boards/kit-and-colonies?page=99', 'board')).entries.length).toBeGreaterThan(0);
  });

  it('saved ones are theirs, and none is saved that they may not see', async () => {
    const [shown] = await stack.query<{ number: number }>(`SELECT number FROM entry WHERE board = 'kit' LIMIT 1`);
    expect((await philippa.post(`/site/entries/${shown!.number}/saved`, { saved: true })).status).toBe(200);
    expect((await place(philippa, '/boards/kit-and-colonies?tab=saved', 'board')).entries).toHaveLength(1);
    expect((await place(philippa, '/mine', 'mine')).saved).toHaveLength(1);
    expect((await place(gwenna, '/mine', 'mine')).saved).toHaveLength(0);
    const draft = numberOf(await write(ida, 'work', work('Hidden'), 'keep'));
    expect((await philippa.post(`/site/entries/${draft}/saved`, { saved: true })).status).toBe(404);
    await philippa.post(`/site/entries/${shown!.number}/saved`, { saved: false });
    expect((await place(philippa, '/mine', 'mine')).saved).toHaveLength(0);
  });
});

describe('without script', () => {
  it('is written, faults come back with what was typed, and is sent', async () => {
    const page = await plain(gwenna, '/post/kit-and-colonies', { what: 'Two frames', way: 'lend', then: 'send' });
    expect(page.status).toBe(422);
    expect(await page.text()).toContain('Two frames');
    const sent = await plain(gwenna, '/post/kit-and-colonies', {
      what: 'Two frames',
      way: 'lend',
      category: 'hives',
      where: 'QM1',
      then: 'send',
    });
    expect(sent.status).toBe(303);
    const number = Number(sent.headers.get('location')?.replace('/entries/', ''));
    expect((await open(gwenna, number)) satisfies EntryView).toMatchObject({ title: 'Two frames', state: '' });
    expect((await plain(gwenna, `/entries/${number}`, { act: 'state', state: 'gone' })).status).toBe(303);
    expect((await open(gwenna, number)).state).toBe('Gone');
  });
});

describe('a shut board', () => {
  it('shows its note and the ways in, and nothing that stands on it', async () => {
    const shut = await view(visitor(), '/boards/kit-and-colonies?q=wax');
    expect(shut.place).toMatchObject({ kind: 'board', entries: [], filters: [], tabs: [], post: null, question: '' });
    expect((shut.place as BoardView).shut?.ways.length).toBeGreaterThan(0);
    const [one] = await stack.query<{ number: number; name: string }>(
      `SELECT number, name FROM entry WHERE board = 'kit' AND seen = 1 LIMIT 1`,
    );
    const entry = await view(visitor(), `/entries/${one!.number}`);
    expect(entry.place.kind).toBe('board');
    expect(JSON.stringify(entry)).not.toContain(one!.name);
    expect((await fetch(`${stack.address}/boards/kit-and-colonies`)).status).toBe(403);
  });

  it('goes with a person who is erased, and comes in step with a board that changes', async () => {
    const number = numberOf(
      await write(ida, 'members-and-firms', {
        name: 'Ida Marrowby',
        sort: 'member',
        where: 'QM4',
        colonies: 3,
      }),
    );
    await staffActs(number, 'pass');
    const listed = async (query: string) =>
      titles(await place(philippa, `/boards/members-and-firms?${query}`, 'board'));
    expect(await listed('from-colonies=3&until-colonies=3')).toContain('Ida Marrowby');
    expect(await listed('from-colonies=4')).not.toContain('Ida Marrowby');
    await stack.publish((doc) => {
      const board = doc.boards.find(({ id }) => id === 'directory')!;
      board.fields = board.fields.map((field) => ({ ...field, filter: field.id === 'sort' }));
    });
    await stack.settled();
    expect(await stack.query(`SELECT entry FROM entry_value WHERE field = 'colonies'`)).toEqual([]);
    const [member] = await stack.query<{ member: string }>('SELECT member FROM entry WHERE number = ?', [number]);
    await stack.services.db.transaction((manager) =>
      stack.services.erase(manager, member!.member as never, 'ida.marrowby@mail.example'),
    );
    expect(await stack.query('SELECT id FROM entry WHERE member = ?', [member!.member])).toEqual([]);
    expect(
      await stack.query('SELECT w.entry FROM entry_word w LEFT JOIN entry e ON e.id = w.entry WHERE e.id IS NULL'),
    ).toEqual([]);
  });
});
