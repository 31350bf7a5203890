/** Places on a form, the further form of a gate, ways by answers, decisions by answers, several yes. */
import { describe, expect, it } from 'vitest';
import { everyEvent as events } from '../../tests/support/events';
import { NOW, blankApplication, keeper, mentor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { doorsOf } from '../doors';
import type { Facts } from '../facts';
import { DAY, HOUR } from '../kernel';
import type { Setup, SetupDocument } from '../setup';
import { addressFault, followUpsFor, shutBecause } from '.';
import {
  advance,
  comingOf,
  pathOf,
  relocate,
  routeOf,
  unsent,
  type Application,
  type JoiningEvent,
  type OwnGate,
} from '../joining/index';

type Change = (doc: SetupDocument) => void;
const changed = (...changes: Change[]): Setup => {
  const doc = quillmoorDocument();
  for (const change of changes) change(doc);
  return setupOf(doc);
};
const rule = (field: string, test: object) => ({ fact: 'field', field, test }) as never;
const withPlaces: Change = (doc) =>
  (doc.forms[0]!.places = {
    count: 2,
    waitingList: { waiting: 'out-of-time' as never, free: 'admitted' as never },
  });
const profile = {
  kind: 'completeProfile',
  id: 'more',
  title: 'A little more',
  form: 'join-quillmoor',
  limit: { count: 10, unit: 'days' },
  message: 'question',
  reminder: 'review-reminder',
} as unknown as OwnGate;
const withProfile: Change = (doc) => doc.paths[0]!.gates.unshift(profile);

const blank = (more: Partial<Application> = {}, fields = {}) => ({
  ...blankApplication(NOW, { fields: { 'years-keeping': 2, 'colonies-kept': 0, ...fields } as never }),
  ...more,
});
const step = (application: Application, event: JoiningEvent, now: number, setup: Setup) =>
  advance(pathOf(application, setup), application, event, now, setup);
function must(application: Application, event: JoiningEvent, now: number, setup: Setup) {
  const done = step(application, event, now, setup);
  if (!done.ok) throw new Error(done.refusal.code);
  return done.value;
}
const what = ({ history }: Application) => history.map((item) => item.what);
const letters = (effects: readonly { do: string }[]) =>
  effects.flatMap((effect) => (effect.do === 'send' ? [(effect as unknown as { message: string }).message] : []));

const placed = changed(withPlaces);
const asks = must(blank({ asksPlace: true }), { it: 'submitted' }, NOW, placed);
const waits = must(asks.application, { it: 'noPlace' }, NOW, placed);
const further = changed(withProfile);
const asked = must(blank(), { it: 'submitted' }, NOW, further);

const here = 'not-at-this-gate';
const common = {
  submitted: 'already-submitted',
  codeEntered: here,
  linkOpened: here,
  resendAsked: here,
  approved: here,
  declined: here,
  questionAsked: here,
  answerGiven: here,
  paid: 'not-at-this-gate',
  paymentRefused: 'not-at-this-gate',
  withdrawn: 'withdrawn',
  approvalUndone: 'too-late-to-undo',
  reopened: 'not-ended',
  appliedAgain: 'not-ended',
};
const decided: Record<string, [Application, Setup, Record<JoiningEvent['it'], string>]> = {
  'asks for a place': [
    asks.application,
    placed,
    { ...common, formCompleted: here, placeGiven: 'confirmEmail', noPlace: 'place', timePassed: 'place' },
  ],
  'on the waiting list': [
    waits.application,
    placed,
    { ...common, formCompleted: here, placeGiven: 'confirmEmail', noPlace: here, timePassed: 'place' },
  ],
  'asked for a further form': [
    asked.application,
    further,
    { ...common, formCompleted: 'confirmEmail', placeGiven: here, noPlace: here, timePassed: 'completeProfile' },
  ],
};

describe.each(Object.entries(decided))('%s', (_, [application, setup, table]) => {
  it.each(Object.entries(events))('× %s is decided on purpose', (it_, event) => {
    const done = step(application, event, NOW + HOUR, setup);
    const now = done.ok ? done.value.application : null;
    const found = now ? (now.state === 'open' ? now.detail!.kind : now.state) : !done.ok && done.refusal.code;
    expect(found).toBe(table[it_ as JoiningEvent['it']]);
  });
});

describe('places on a form', () => {
  it('stand before the path of whoever sent the form while there were places, and of nobody else', () => {
    const gates = (application: Application, setup: Setup) => pathOf(application, setup)!.gates.map(({ kind }) => kind);
    expect(gates(asks.application, placed)).toEqual(['place', 'confirmEmail', 'review']);
    expect(gates(blank(), placed)).toEqual(['confirmEmail', 'review']);
    expect(gates(asks.application, changed())).toEqual(['confirmEmail', 'review']);
  });

  it('send nothing before there is one, tell who waits, and tell them when one is free', () => {
    expect(letters(asks.effects)).toEqual([]);
    expect(letters(waits.effects)).toEqual(['out-of-time']);
    const free = must(waits.application, { it: 'placeGiven' }, NOW + 30 * DAY, placed);
    expect(letters(free.effects)).toEqual(['admitted']);
    expect(free.effects.some((effect) => effect.do === 'sendCode')).toBe(true);
    expect(what(free.application)).toEqual(['submitted', 'waitsForPlace', 'placeGiven', 'codeSent']);
    expect(routeOf(pathOf(free.application, placed)!, free.application, placed)[0]).toMatchObject({ state: 'done' });
  });

  it('are waited for without an end, and the clock has nothing to do', () => {
    expect(waits.application).toMatchObject({ state: 'open', dueAt: null, limitAt: null });
    expect(comingOf(pathOf(waits.application, placed), waits.application, NOW + 999 * DAY, placed)).toEqual([]);
  });

  it('that are taken away let everybody on who waited', () => {
    const on = relocate(pathOf(waits.application, changed()), waits.application, NOW + DAY, changed());
    expect(on?.application.detail?.kind).toBe('confirmEmail');
  });
});

describe('a further form', () => {
  it('is asked for by a letter, reminded of once at half the time, and ends with its limit', () => {
    expect(letters(asked.effects)).toEqual(['question']);
    const reminded = must(asked.application, { it: 'timePassed' }, NOW + 5 * DAY, further);
    expect(letters(reminded.effects)).toEqual(['review-reminder']);
    expect(reminded.application.dueAt).toBe(asked.application.limitAt);
    const out = must(reminded.application, { it: 'timePassed' }, asked.application.limitAt!, further);
    expect(out.application.state).toBe('outOfTime');
    expect(comingOf(pathOf(asked.application, further), asked.application, NOW + 99 * DAY, further)).toMatchObject([
      { what: 'applicantReminded' },
      { what: 'closed' },
    ]);
  });
});

describe('by answers', () => {
  const many = rule('colonies-kept', { op: 'atLeast', value: 10 });

  it('a gate is for some only', () => {
    const setup = changed((doc) => (doc.paths[0]!.gates[1]!.when = many));
    const confirmed = (fields: object) =>
      must(must(blank({}, fields), { it: 'submitted' }, NOW, setup).application, events.codeEntered, NOW, setup);
    expect(confirmed({ 'colonies-kept': 12 }).application.detail?.kind).toBe('review');
    expect(confirmed({ 'colonies-kept': 2 }).application.state).toBe('admitted');
  });

  it('a review lets through or declines by itself, the no first', () => {
    const setup = changed((doc) => {
      const review = doc.paths[0]!.gates[1] as Extract<OwnGate, { kind: 'review' }>;
      review.admitIf = rule('years-keeping', { op: 'atLeast', value: 5 });
      review.declineIf = { when: many, reason: 'We cannot look after so many.' };
    });
    const after = (fields: object) =>
      must(must(blank({}, fields), { it: 'submitted' }, NOW, setup).application, events.codeEntered, NOW, setup);
    expect(after({ 'years-keeping': 6 }).application.state).toBe('admitted');
    expect(what(after({ 'years-keeping': 6 }).application)).toContain('passedByRule');
    const declined = after({ 'years-keeping': 6, 'colonies-kept': 40 });
    expect(declined.application.state).toBe('declined');
    expect(declined.effects).toContainEqual(
      expect.objectContaining({ do: 'send', message: 'declined', reason: 'We cannot look after so many.' }),
    );
    expect(after({}).application.detail?.kind).toBe('review');
  });

  it('another way is taken, or none at all', () => {
    const setup = changed((doc) => {
      doc.paths.push({
        ...structuredClone(doc.paths[0]!),
        id: 'big-path',
        title: 'Large apiaries',
        gates: [],
      } as never);
      doc.paths[0]!.turns = [
        { when: rule('colonies-kept', { op: 'atLeast', value: 100 }), decline: 'Write to us first.' },
        { when: many, to: 'big-path' as never },
      ];
    });
    const sent = (fields: object) => must(blank({}, fields), { it: 'submitted' }, NOW, setup);
    const other = sent({ 'colonies-kept': 12 }).application;
    expect(other).toMatchObject({ path: 'big-path', state: 'admitted' });
    expect(what(other)).toEqual(['submitted', 'wentAnotherWay', 'admitted']);
    const ended = sent({ 'colonies-kept': 400 });
    expect(ended.application.state).toBe('declined');
    expect(ended.effects.map((effect) => effect.do)).toContain('signIn');
    expect(sent({}).application).toMatchObject({ path: 'keeper-path', state: 'open' });
  });

  it('two have to say yes, and one cannot say it twice', () => {
    const setup = changed((doc) => ((doc.paths[0]!.gates[1] as Extract<OwnGate, { kind: 'review' }>).yes = 2));
    const yes = (by: string, who: string): JoiningEvent => ({ it: 'approved', by, who });
    const read = must(must(blank(), { it: 'submitted' }, NOW, setup).application, events.codeEntered, NOW, setup);
    const one = must(read.application, yes('Tamsin Rooke', 't'), NOW + HOUR, setup);
    expect(one.application).toMatchObject({ state: 'open', gate: read.application.gate });
    expect(one.effects).toEqual([]);
    expect(step(one.application, yes('Tamsin Rooke', 't'), NOW + HOUR, setup)).toMatchObject({
      refusal: { code: 'said-yes-already' },
    });
    // Of one name, and somebody else.
    expect(must(one.application, yes('Tamsin Rooke', 'o'), NOW + HOUR, setup).application.state).toBe('admitted');
  });
});

describe('taken up again after a no', () => {
  const declinedAt = (setup: Setup, ...way: JoiningEvent[]): Application =>
    [...way, events.declined].reduce(
      (application, event) => must(application, event, NOW, setup).application,
      blank({ asksPlace: setup === placed }),
    );

  it('is asked for a new place, since the one they had is somebody else’s by now', () => {
    const ended = declinedAt(placed, events.submitted, events.placeGiven, events.codeEntered);
    const again = must(ended, events.reopened, NOW + DAY, placed).application;
    expect(again).toMatchObject({ state: 'open', detail: { kind: 'place', waiting: false } });
    // Until then they read what they have shown, what is undone, and where it ended.
    const route = (application: Application) =>
      routeOf(pathOf(application, placed)!, application, placed).map(({ title, says, state }) => [title, says, state]);
    expect(route(ended)).toEqual([
      ['A place', 'Undone on 14 October 2026, when your application ended.', 'toCome'],
      ['Email confirmed', 'Done on 14 October 2026.', 'done'],
      ['Tamsin reads your application', 'Your application ended here on 14 October 2026.', 'toCome'],
    ]);
    // What they have shown stays shown.
    const free = must(again, events.placeGiven, NOW + 2 * DAY, placed).application;
    expect(free.detail?.kind).toBe('review');
    expect(must(free, events.approved, NOW + 3 * DAY, placed).application.state).toBe('admitted');
  });

  it('is asked for a payment anew, since what they had paid has gone back', () => {
    const payment = {
      kind: 'payment',
      id: 'payment',
      title: 'Payment',
      offers: [{ level: 'keeper' }],
      limit: { count: 14, unit: 'days' },
      message: 'question',
      reminder: 'review-reminder',
    } as unknown as OwnGate;
    const setup = changed((doc) => doc.paths[0]!.gates.splice(1, 0, payment));
    const ended = declinedAt(setup, events.submitted, events.codeEntered, events.paid);
    const again = must(ended, events.reopened, NOW + DAY, setup).application;
    expect(again.detail?.kind).toBe('payment');
    expect(step(again, events.approved, NOW + DAY, setup).ok).toBe(false);
    const read = must(again, events.paid, NOW + 2 * DAY, setup).application;
    expect(read.detail?.kind).toBe('review');
    expect(must(read, events.approved, NOW + 3 * DAY, setup).application.state).toBe('admitted');
  });
});

describe('who may send a form', () => {
  const place = quillmoorDocument().site;
  const on = (day: string) => Date.parse(`${day}T12:00:00Z`);
  it.each([
    [{ opens: '2026-10-10', closes: '2026-10-20' }, '2026-10-09', 'This form opens on 10 October 2026.'],
    [{ opens: '2026-10-10', closes: '2026-10-20' }, '2026-10-10', null],
    [{ opens: '2026-10-10', closes: '2026-10-20' }, '2026-10-20', null],
    [{ opens: '2026-10-10', closes: '2026-10-20' }, '2026-10-21', 'This form closed on 20 October 2026.'],
    [{ closes: '2026-10-20' }, '2020-01-01', null],
    [{}, '2030-01-01', null],
  ])('%j on %s', (form, day, says) => expect(shutBecause(form, on(day), place)).toBe(says));

  it('both days whole, in the site’s zone', () => {
    // 23:30 of the last day in London, when the clocks stand an hour ahead of UTC.
    expect(shutBecause({ closes: '2026-07-20' }, Date.parse('2026-07-20T22:30:00Z'), place)).toBe(null);
    expect(shutBecause({ closes: '2026-07-20' }, Date.parse('2026-07-20T23:00:00Z'), place)).not.toBe(null);
  });

  it.each([
    ['only', 'perrin@quillmoor.example', null],
    ['only', 'perrin@post.quillmoor.example', null],
    ['only', 'perrin@notquillmoor.example', 'This form takes addresses of @quillmoor.example only.'],
    ['not', 'Perrin@QUILLMOOR.example', 'This form takes no addresses of @quillmoor.example. Use another one.'],
    ['not', 'perrin@oake.example', null],
  ] as const)('addresses %s of quillmoor.example: %s', (take, mail, says) =>
    expect(addressFault({ domains: { take, list: ['quillmoor.example'] } }, mail, place)).toBe(says),
  );
});

describe('a follow-up form', () => {
  const setup = changed((doc) =>
    doc.forms.push({
      ...structuredClone(doc.forms[0]!),
      id: 'questionnaire',
      address: 'questionnaire',
      purpose: { is: 'followUp', audience: { fact: 'group', is: ['mentors'] }, grants: [] },
      closes: '2026-12-31',
    } as never),
  );
  const doors = doorsOf(setup);
  const ids = (facts: Facts, now: number) =>
    followUpsFor(doors.prepare(facts, now), doors).flatMap(({ id }) => (id === 'questionnaire' ? [id] : []));
  it('is put to its audience while it is open', () => {
    expect(ids(mentor, NOW)).toEqual(['questionnaire']);
    expect(ids(keeper, NOW)).toEqual([]);
    expect(ids(mentor, Date.UTC(2027, 0, 2))).toEqual([]);
    expect(ids({ ...mentor, member: null }, NOW)).toEqual([]);
  });
});

it('an application from before there were places knows nothing of them', () => {
  const { asksPlace: _, ...old } = unsent(blank());
  expect(pathOf(old, placed)!.gates).toHaveLength(2);
});
