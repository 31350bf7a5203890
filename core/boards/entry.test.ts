import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NOW, person, place, quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { checkUp } from '../checkup';
import { DAY, dayOf, type Instant } from '../kernel';
import { addSpan, dayBegins, dayNumber } from '../kernel/calendar';
import {
  actOn,
  actsFor,
  BoardItem,
  categoriesInOrder,
  categoryTitle,
  entryTerms,
  freshEntry,
  isSeen,
  markedBy,
  mayAdd,
  mostEntries,
  nextMoment,
  sayStage,
  seenUntil,
  stages,
  takesReplies,
  wordsOfEntry,
  type Content,
  type Entry,
  type EntryAct,
} from '.';
import type { ActBy } from './entry';
import { boardKindLines } from './lines';

const work = quillmoor.boards.get('work')!;
const kit = quillmoor.boards.get('kit')!;
const help = quillmoor.boards.get('help')!;
const content = { category: null, answers: { title: 'A roof', kind: 'day', firm: 'Oake' } } as Content;
const by = (hand: ActBy, now: Instant = NOW, board = work) => ({ by: hand, now, board, place });
function must(entry: Entry, act: EntryAct, about = by('poster')): Entry {
  const acted = actOn(entry, act, about);
  if (!acted.ok) throw new Error(acted.refusal.says);
  return acted.value.entry;
}
const draft = freshEntry(content);
const waiting = must(draft, { it: 'sent' });
const open = must(waiting, { it: 'passed' }, by('staff'));
const returned = must(waiting, { it: 'sentBack', note: ' Say what it pays. ' }, by('staff'));
const ended = must(open, { it: 'ended' });
const effects = (entry: Entry, act: EntryAct, about = by('poster')) => {
  const acted = actOn(entry, act, about);
  return acted.ok ? acted.value.effects : [];
};

describe('the states of an entry', () => {
  const acts: Record<string, EntryAct> = {
    written: { it: 'written', content },
    sent: { it: 'sent' },
    passed: { it: 'passed' },
    sentBack: { it: 'sentBack', note: '' },
    talking: { it: 'stateSet', state: 'talking' },
    filled: { it: 'stateSet', state: 'filled' },
    ended: { it: 'ended' },
    dropped: { it: 'dropped' },
    renewed: { it: 'renewed' },
  };
  it.each([
    ['draft', draft, 'poster', 'written sent dropped'],
    ['draft', draft, 'keepers', ''],
    ['waiting', waiting, 'poster', 'written ended'],
    ['waiting', waiting, 'keepers', 'passed sentBack'],
    ['waiting', waiting, 'staff', 'written passed sentBack ended'],
    ['returned', returned, 'poster', 'written sent dropped'],
    ['standing', open, 'poster', 'written talking filled ended renewed'],
    ['standing', open, 'keepers', 'sentBack'],
    ['standing', open, 'staff', 'written sentBack talking filled ended renewed'],
    ['ended', ended, 'poster', 'renewed'],
    ['ended', ended, 'keepers', ''],
    ['ended', ended, 'clock', ''],
  ] as const)('%s: what may be done (%j, by %s)', (stage, entry, hand, may) => {
    expect(entry.stage).toBe(stage);
    const found = Object.entries(acts).filter(([, act]) => actOn(entry, act, by(hand)).ok);
    expect(found.map(([name]) => name).join(' ')).toBe(may);
  });

  it('what is offered is what is not refused', () => {
    for (const entry of [draft, waiting, returned, open, ended])
      for (const hand of ['poster', 'keepers', 'staff'] as const) {
        const offered = actsFor(entry, by(hand));
        const plain = Object.values(acts).filter((act) => act.it !== 'stateSet' && actOn(entry, act, by(hand)).ok);
        expect([...offered.acts].sort()).toEqual(plain.map(({ it }) => it).sort());
        for (const state of work.states)
          expect(offered.states.includes(state.id)).toBe(
            entry.state !== state.id && actOn(entry, { it: 'stateSet', state: state.id }, by(hand)).ok,
          );
      }
  });

  it('a state that does not exist, or is not theirs, is refused in words', () => {
    expect(actOn(open, { it: 'stateSet', state: 'gone' }, by('poster'))).toMatchObject({
      refusal: { code: 'not-now' },
    });
    expect(actOn(open, { it: 'stateSet', state: 'talking' }, by('keepers'))).toMatchObject({
      refusal: { code: 'not-yours', says: '“Talking” is not set by you.' },
    });
    expect(actOn(ended, { it: 'ended' }, by('poster'))).toMatchObject({
      refusal: { code: 'not-now', says: 'That cannot be done with this entry now: it is ended.' },
    });
  });

  it('a state that ends it is seen for as long as it says', () => {
    const filled = must(open, { it: 'stateSet', state: 'filled' });
    expect(filled).toMatchObject({ stage: 'ended', until: null, endedAt: NOW });
    expect(sayStage(filled, work, place)).toBe('Filled');
    expect(seenUntil(filled, work)).toBe(NOW + 7 * DAY);
    expect(isSeen(filled, work, NOW + 7 * DAY - 1)).toBe(true);
    expect(isSeen(filled, work, NOW + 7 * DAY)).toBe(false);
    // It is over: no more time can be bought for it.
    expect(actOn(filled, { it: 'renewed' }, by('poster')).ok).toBe(false);
    expect(isSeen(ended, work, NOW)).toBe(false);
    expect(sayStage(ended, work, place)).toBe('ended');
  });
});

it('takes replies while it stands in a state that does', () => {
  const shown = must(draft, { it: 'sent' }, by('poster', NOW, kit));
  expect([draft, shown].map((entry) => takesReplies(entry, kit))).toEqual([false, true]);
  const spoken = must(shown, { it: 'stateSet', state: 'spoken-for' }, by('poster', NOW, kit));
  expect([takesReplies(spoken, kit), isSeen(spoken, kit, NOW)]).toEqual([false, true]);
  expect(takesReplies(must(shown, { it: 'ended' }, by('poster', NOW, kit)), kit)).toBe(false);
  expect(takesReplies(shown, { ...kit, reply: undefined })).toBe(false);
});

describe('moderation', () => {
  it('before: others see it once somebody has let it through', () => {
    expect([draft, waiting, returned].map((entry) => isSeen(entry, work, NOW))).toEqual([false, false, false]);
    expect(isSeen(open, work, NOW)).toBe(true);
    expect(returned).toMatchObject({ stage: 'returned', note: 'Say what it pays.' });
    expect(must(returned, { it: 'sent' })).toMatchObject({ stage: 'waiting', note: null });
  });

  it('a change waits while the old one stands; taken, sent back, or written back again', () => {
    const other = { category: null, answers: { ...content.answers, title: 'Two roofs' } } as Content;
    const changed = must(open, { it: 'written', content: other });
    expect(changed.answers).toEqual(content.answers);
    expect(changed.change).toEqual(other);
    expect(must(changed, { it: 'passed' }, by('staff'))).toMatchObject({ answers: other.answers, change: null });
    expect(must(changed, { it: 'sentBack', note: 'No.' }, by('staff'))).toMatchObject({
      stage: 'standing',
      answers: content.answers,
      change: null,
      note: 'No.',
    });
    const { category, answers } = open;
    expect(must(changed, { it: 'written', content: { category, answers } }).change).toBeNull();
    // Staff need nobody's leave.
    expect(must(open, { it: 'written', content: other }, by('staff'))).toMatchObject({ answers: other.answers });
  });

  it('after: it is seen at once, and can be taken down', () => {
    const at = by('poster', NOW, kit);
    const shown = must(draft, { it: 'sent' }, at);
    expect(isSeen(shown, kit, NOW)).toBe(true);
    expect(must(shown, { it: 'sentBack', note: 'x' }, by('staff', NOW, kit))).toMatchObject({
      stage: 'returned',
      until: null,
    });
    expect(must(shown, { it: 'written', content: { ...content, category: 'bees' } }, at).category).toBe('bees');
  });

  it('a private entry is never others’ to see', () => {
    const asked = must(draft, { it: 'sent' }, by('poster', NOW, help));
    expect(asked.stage).toBe('standing');
    expect(isSeen(asked, help, NOW)).toBe(false);
    expect(effects(draft, { it: 'sent' }, by('poster', NOW, help))).toContainEqual({
      it: 'letter',
      message: 'entry-waits',
      to: 'keepers',
    });
  });
});

describe('time', () => {
  const until = (entry: Entry) => entry.until!;
  it('stands for as long as the board says, or to the end of the day that was answered', () => {
    expect(until(open)).toBe(addSpan(NOW, { count: 30, unit: 'days' }, place.zone));
    const day = dayOf(NOW + 5 * DAY, place);
    const short = must(
      must({ ...draft, answers: { ...draft.answers, 'reply-by': day } as never }, { it: 'sent' }),
      { it: 'passed' },
      by('staff'),
    );
    // Reckoned another way: by the number of the day in the site's zone.
    expect(until(short)).toBe(dayBegins(dayNumber(NOW + 5 * DAY, place.zone) + 1, place.zone));
    expect(dayOf(until(short) - 1, place)).toBe(day);
  });

  it('is told before its end, ends, and is renewed as often as the board lets it be', () => {
    const end = until(open);
    expect(nextMoment(open, work)).toBe(end - 3 * DAY);
    const early = must(open, { it: 'timePassed' }, by('clock', end - 3 * DAY - 1));
    expect(early).toEqual(open);
    const told = must(open, { it: 'timePassed' }, by('clock', end - 3 * DAY));
    expect(told.reminded).toBe(true);
    expect(effects(open, { it: 'timePassed' }, by('clock', end - 3 * DAY))).toContainEqual({
      it: 'letter',
      message: 'entry-ends-soon',
      to: 'poster',
    });
    expect(nextMoment(told, work)).toBe(end);
    const over = must(told, { it: 'timePassed' }, by('clock', end));
    expect(over.stage).toBe('ended');
    const again = must(over, { it: 'renewed' }, by('poster', end + DAY));
    expect(again).toMatchObject({ stage: 'standing', renewed: 1, reminded: false, endedAt: null });
    expect(until(again)).toBe(addSpan(end + DAY, { count: 30, unit: 'days' }, place.zone));
    const twice = must(again, { it: 'renewed' }, by('poster', end + 2 * DAY));
    // Nobody loses the days that were left.
    expect(until(twice)).toBe(addSpan(until(again), { count: 30, unit: 'days' }, place.zone));
    expect(actOn(twice, { it: 'renewed' }, by('poster', end + 2 * DAY))).toMatchObject({
      refusal: { says: 'This entry cannot be renewed any more.' },
    });
  });

  it('a board without an end has none', () => {
    const listed = must(
      must(draft, { it: 'sent' }, by('poster', NOW, help)),
      { it: 'timePassed' },
      by('clock', NOW, help),
    );
    expect(nextMoment(listed, help)).toBeNull();
    expect(actOn(listed, { it: 'renewed' }, by('poster', NOW, help)).ok).toBe(false);
  });
});

it('whatever is done to an entry, it stands where its stage says', () => {
  const act = fc.oneof(
    fc.constantFrom<EntryAct>(
      { it: 'sent' },
      { it: 'passed' },
      { it: 'sentBack', note: 'n' },
      { it: 'renewed' },
      { it: 'ended' },
      { it: 'timePassed' },
    ),
    fc.constantFrom(...work.states).map(({ id }): EntryAct => ({ it: 'stateSet', state: id })),
    fc.constantFrom('A', 'B').map((title): EntryAct => ({
      it: 'written',
      content: { category: null, answers: { ...content.answers, title } as never },
    })),
  );
  const hand = fc.constantFrom<ActBy>('poster', 'keepers', 'staff', 'clock');
  fc.assert(
    fc.property(fc.array(fc.tuple(act, hand, fc.nat(20)), { maxLength: 25 }), (steps) => {
      let [entry, now] = [draft, NOW];
      let passed = false;
      for (const [one, who, days] of steps) {
        now += days * DAY;
        const before = JSON.stringify(entry);
        const acted = actOn(entry, one, by(who, now));
        expect(JSON.stringify(entry)).toBe(before);
        if (!acted.ok) continue;
        if (one.it === 'passed' || (one.it === 'sent' && who === 'staff')) passed = true;
        entry = acted.value.entry;
        expect(stages).toContain(entry.stage);
        expect(entry.until === null || entry.stage === 'standing').toBe(true);
        expect(entry.change === null || entry.stage === 'standing').toBe(true);
        expect(entry.endedAt !== null).toBe(entry.stage === 'ended');
        expect(entry.renewed).toBeLessThanOrEqual(work.renewals);
        // Nobody sees what nobody has let through.
        if (isSeen(entry, work, now)) expect(passed).toBe(true);
      }
    }),
    { numRuns: 400 },
  );
});

describe('how many somebody may have', () => {
  it('as many as the board says, more at a level held now', () => {
    expect(mostEntries(kit, person({}), NOW)).toBe(4);
    const patron = person({ levels: [['patron', NOW - DAY, NOW + DAY]] });
    expect(mostEntries(kit, patron, NOW)).toBe(8);
    expect(mostEntries(kit, patron, NOW + DAY)).toBe(4);
    expect(mostEntries({ ...kit, most: undefined }, patron, NOW)).toBeNull();
    expect(mayAdd(3, kit, person({}), NOW, place).ok).toBe(true);
    expect(mayAdd(4, kit, person({}), NOW, place)).toMatchObject({
      refusal: 'You have 4 entries here, which is as many as you may have at once. End one first.',
    });
  });
});

describe('categories', () => {
  it('stand in their order, what is within another behind it', () => {
    expect(categoriesInOrder(kit.categories).map(({ id }) => id)).toEqual([
      'bees',
      'hives',
      'tools',
      'honey',
      'extractors',
      'places',
    ]);
    expect(categoryTitle('extractors', kit)).toBe('Honey and wax, Extractors');
    expect(categoryTitle('gone', kit)).toBe('');
  });
});

describe('the words of an entry', () => {
  const found = (text: string, question: string) => {
    const words = wordsOfEntry({ category: null, answers: { title: text } as never }, work, place);
    return entryTerms(question).every((term) => words.some(({ word }) => word.startsWith(term)));
  };
  it('are found by their beginnings, whatever their accents and letters', () => {
    expect(found('Wax room of Ingrid Strauß', 'wax strauss')).toBe(true);
    expect(found('Café in Ødegård', 'CAFE ode')).toBe(true);
    expect(found('Wax room', 'axe')).toBe(false);
    expect(entryTerms('  ,. ')).toEqual([]);
    expect(wordsOfEntry({ category: 'honey', answers: { what: 'Wax', about: 'wax' } as never }, kit, place)).toEqual([
      { word: 'wax', times: 5 },
      { word: 'honey', times: 1 },
      { word: 'and', times: 1 },
    ]);
    expect(markedBy('Wax and wool', ['wa'])).toEqual([
      { text: 'Wax', hit: true },
      { text: ' and wool', hit: false },
    ]);
  });
});

describe('a board as it is set up', () => {
  const faults = (change: object) => {
    const read = BoardItem.safeParse({ ...structuredClone(work), ...change });
    return read.success ? [] : read.error.issues.map(({ path }) => path.join('.'));
  };
  it.each([
    ['no field by which it is called', { named: 'gone' }, 'named'],
    ['called by a choice', { named: 'kind' }, 'named'],
    ['until a text', { until: 'firm' }, 'until'],
    ['leading to a text', { leadsTo: 'firm' }, 'leadsTo'],
    ['one state alone', { states: [work.states[0]] }, 'states'],
    ['no state that ends', { states: work.states.slice(0, 2) }, 'states'],
    ['a first state that ends', { states: [...work.states].reverse() }, 'states.0.then'],
    ['two of one name', { fields: [...work.fields, work.fields[0]] }, 'fields.7.id'],
    ['a category within itself', { categories: [{ id: 'a', title: 'A', within: 'a' }] }, 'categories.0.within'],
    ['private and looked at first', { private: true }, 'moderation'],
  ])('cannot have %s', (_, change, at) => expect(faults(change)).toContain(at));

  it('is told in words, each matter of it, when it is changed', () => {
    const told = (change: (board: BoardItem) => void) => {
      const doc = quillmoorDocument();
      change(doc.boards[0]! as BoardItem);
      const setup = setupOf(doc);
      return JSON.stringify(boardKindLines.board(setup.boards.get('work')!, setup));
    };
    const before = told(() => undefined);
    const changes: ((board: Record<string, unknown> & BoardItem) => void)[] = [
      (board) => (board.title = 'Jobs'),
      (board) => (board.address = 'jobs'),
      (board) => (board.intro = 'Else'),
      (board) => (board.postLabel = 'Else'),
      (board) => (board.moderation = 'after'),
      (board) => (board.signed = 'nobody'),
      (board) => (board.keepers = 'mentors' as never),
      (board) => (board.most = 9),
      (board) => (board.mostAt = [{ level: 'patron' as never, most: 5 }]),
      (board) => (board.stands = { count: 2, unit: 'weeks' }),
      (board) => (board.renewals = 0),
      (board) => (board.remindDays = 9),
      (board) => (board.keptDays = 9),
      (board) => (board.until = undefined),
      (board) => (board.letters = {}),
      (board) => (board.categories = [{ id: 'a' as never, title: 'A' }]),
      (board) => (board.read = { named: 'members' as never }),
      (board) => (board.readOutside = { view: 'note', note: 'No' }),
      (board) => (board.post = { everyone: true }),
      (board) => (board.states[1]!.title = 'Else'),
      (board) => (board.states[1]!.seen = false),
      (board) => (board.states[1]!.setBy = []),
      (board) => (board.states[1]!.letter = 'entry-ended' as never),
      (board) => (board.states[2]!.then = { is: 'ends', seenDays: 1 }),
      (board) => (board.reply!.label = 'Else'),
      (board) => (board.reply!.door = { everyone: true }),
      (board) => (board.reply!.letter = undefined),
      (board) => (board.reply!.fields[1]!.required = true),
      (board) => (board.reply = undefined),
      (board) => (board.states[1]!.then = { is: 'noReplies' }),
      (board) => (board.fields[1]!.label = 'Else'),
      (board) => (board.fields[1]!.required = false),
      (board) => (board.fields[1]!.half = true),
      (board) => (board.fields[1]!.filter = false),
      (board) => (board.fields[1]!.of = { kind: 'yesNo' }),
      (board) => (board.fields[4]!.help = 'Else'),
      (board) => (board.fields[4]!.fills = 'mail' as never),
      (board) => void board.fields.push(board.fields.splice(1, 1)[0]!),
    ];
    for (const change of changes) expect(told(change as never), String(change)).not.toBe(before);
  });

  it('leads where something is; what it names and is gone is found', () => {
    const doc = quillmoorDocument();
    doc.messages = doc.messages.filter(({ id }) => id !== 'entry-shown');
    doc.boards[1]!.address = 'work';
    const found = checkUp(setupOf(doc), { now: NOW, reviewers: null, cards: null, live: null } as never);
    expect(found.filter(({ kind }) => kind === 'board').map(({ id, at }) => `${id} ${at}`)).toEqual(
      expect.arrayContaining(['work letters.opened', 'kit address', 'directory letters.opened']),
    );
  });
});
