/**
 * What the core computes for joining: a form read by its definition against the same checks by hand, an event of a path
 * against a switch that knows the path by heart and keeps the same of it, and the check-up over a set-up twenty times Quillmoor's.
 */
import { advance, type Application, type JoiningEvent } from '../../core/joining';
import { checkUp } from '../../core/checkup';
import { readForm, type RawForm } from '../../core/fields';
import { type AnyForm } from '../../core/forms';
import type { Setup, SetupDocument } from '../../core/setup';
import { NOW, blankApplication, keeperPath, quillmoor, quillmoorDocument, setupOf } from '../support/quillmoor';
import { median, report, reportRate, round, rate } from './measure';

const ROUNDS = 9;

/** A form of thirty questions: name, address and password, and twenty-seven numbers with limits. */
function thirty(): { form: AnyForm; setup: Setup; sent: RawForm[] } {
  const doc = quillmoorDocument();
  const numbers = Array.from({ length: 27 }, (_, n) => `count-${n}`);
  for (const id of numbers)
    doc.fields.push({
      id: id as never,
      label: id,
      of: { kind: 'number', least: 0, most: 500, whole: true },
      seenBy: 'staff',
      changedBy: 'member',
    });
  const form = doc.forms[0]!;
  form.parts = [
    ...form.parts.filter(
      (part) => part.part === 'password' || (part.part === 'field' && ['full-name', 'mail'].includes(part.field)),
    ),
    ...numbers.map((id) => ({ part: 'field', field: id as never, required: true, half: false }) as const),
  ];
  const sent = Array.from({ length: 200 }, (_, n): RawForm => ({
    'full-name': `Perrin Oake ${n % 2 ? 'Heatherfold' : ''}`,
    mail: `perrin.${n}@oake.example`,
    password: 'moss lantern heather',
    ...Object.fromEntries(numbers.map((id, at) => [id, String((n * 7 + at) % 520)])),
  }));
  const setup = setupOf(doc);
  return { form: setup.forms.get(form.id)!, setup, sent };
}

/** What somebody would write who knows the thirty questions. */
function byHand(raw: RawForm): boolean {
  const name = String(raw['full-name']).normalize('NFC').replace(/\s+/g, ' ').trim();
  const mail = String(raw['mail']).trim();
  const password = [...String(raw['password'])].length;
  let right = name.length > 1 && name.length <= 80 && !/[/\\@]/.test(name) && /\p{L}.*\p{L}/u.test(name);
  right &&= /^[^@\s]+@[^@\s]+\.[^@\s]+$/.test(mail) && mail.length <= 190;
  right &&= password >= 10 && password <= 128;
  for (let n = 0; n < 27; n++) {
    const value = Number(String(raw[`count-${n}`]).trim().replace(/,/g, ''));
    if (!Number.isInteger(value) || value < 0 || value > 500) right = false;
  }
  return right;
}

function forms(): void {
  const { form, setup, sent } = thirty();
  const TIMES = 20_000;
  const found: [number[], number[]] = [[], []];
  let ours = 0;
  let theirs = 0;
  for (let n = 0; n < ROUNDS; n++) {
    found[0].push(rate(TIMES, () => loop(TIMES, (at) => (ours += Number(readForm(form, setup, sent[at % 200]!).ok)))));
    found[1].push(rate(TIMES, () => loop(TIMES, (at) => (theirs += Number(byHand(sent[at % 200]!))))));
  }
  if (ours !== theirs) throw new Error(`The form takes ${ours} of what by hand takes ${theirs}`);
  reportRate('form-validation: 30 questions', 'forms/s', median(found[0]), median(found[1]), 0.5);
}

function loop(times: number, act: (at: number) => void): void {
  for (let at = 0; at < times; at++) act(at);
}

/** What is kept of an application and done about it: a story, a limit, what the shell must do. */
type Bare = {
  readonly gate: 'none' | 'confirm' | 'review' | 'admitted';
  readonly since: number;
  readonly limit: number | null;
  readonly serial: number;
  readonly years: number;
  readonly story: readonly { readonly at: number; readonly what: string; readonly by?: string }[];
};
type BareStep = { readonly state: Bare; readonly effects: readonly object[] };

const DAYS = 86_400_000;

/**
 * The Keeper path as a switch that knows its two gates by heart: the same story, limits and effects as the product's,
 * its time in days of 24 hours.
 */
function bare(state: Bare, event: JoiningEvent, now: number): BareStep {
  const told = (what: string, by?: string) => [
    ...state.story,
    by === undefined ? { at: now, what } : { at: now, what, by },
  ];
  switch (state.gate) {
    case 'none': {
      if (event.it !== 'submitted') break;
      const limit = now + 7 * DAYS;
      const story = [...told('submitted'), { at: now, what: 'codeSent' }];
      const effects = [
        { do: 'setStanding', standing: 'applicant' },
        { do: 'signIn' },
        { do: 'sendCode', message: 'confirm-email', serial: 1, expiresAt: now + 7_200_000 },
        { do: 'startTimer', at: limit },
      ];
      return { state: { ...state, gate: 'confirm', since: now, limit, serial: 1, story }, effects };
    }
    case 'confirm': {
      if (event.it === 'codeEntered') return { state: { ...state, story: told('wrongCode') }, effects: [] };
      if (event.it !== 'linkOpened' || event.serial !== state.serial) break;
      const limit = now + 14 * DAYS;
      const effects = [{ do: 'claimAddress' }, { do: 'cancelTimer' }, { do: 'startTimer', at: now + 5 * DAYS }];
      return { state: { ...state, gate: 'review', since: now, limit, story: told('emailConfirmed') }, effects };
    }
    case 'review': {
      if (event.it === 'questionAsked')
        return {
          state: { ...state, story: told('questionAsked', event.by) },
          effects: [{ do: 'send', question: event.text }],
        };
      if (event.it === 'answerGiven') return { state: { ...state, story: told('questionAnswered') }, effects: [] };
      if (event.it !== 'approved') break;
      const effects: object[] = [
        { do: 'cancelTimer' },
        { do: 'setStanding', standing: 'admitted' },
        { do: 'giveLevel', level: 'keeper', from: now, until: now + 365 * DAYS },
      ];
      if (state.years >= 5) effects.push({ do: 'giveGroup', group: 'mentors' });
      effects.push({ do: 'send', message: 'welcome-keeper', at: now + 60_000 });
      const story = [...told('approved', event.by), { at: now, what: 'admitted' }];
      return { state: { ...state, gate: 'admitted', limit: null, story }, effects };
    }
    case 'admitted':
      break;
  }
  return { state, effects: [] };
}

function events(): void {
  const script: JoiningEvent[] = [
    { it: 'submitted' },
    { it: 'codeEntered', serial: null },
    { it: 'linkOpened', serial: 1 },
    { it: 'questionAsked', by: 'Tamsin Rooke', text: 'Which hives?' },
    { it: 'answerGiven', text: 'Nationals.' },
    { it: 'approved', by: 'Tamsin Rooke' },
  ];
  const PEOPLE = 5_000;
  const times = PEOPLE * script.length;
  const blanks = Array.from({ length: 50 }, (_, n) =>
    blankApplication(NOW + n, { fields: { 'years-keeping': n % 20 } as never }),
  );
  let admitted = 0;
  let told = 0;
  const ours = () =>
    loop(PEOPLE, (n) => {
      let application: Application = blanks[n % 50]!;
      script.forEach((event, at) => {
        const step = advance(keeperPath, application, event, NOW + n + at * 1_000, quillmoor);
        if (step.ok) application = step.value.application;
      });
      if (application.state === 'admitted') admitted++;
      told -= application.history.length;
    });
  const theirs = () =>
    loop(PEOPLE, (n) => {
      let state: Bare = { gate: 'none', since: 0, limit: null, serial: 0, years: n % 20, story: [] };
      script.forEach((event, at) => (state = bare(state, event, NOW + n + at * 1_000).state));
      if (state.gate === 'admitted') admitted++;
      told += state.story.length;
    });
  const found: [number[], number[]] = [[], []];
  for (let n = 0; n < ROUNDS; n++) {
    found[0].push(rate(times, ours));
    found[1].push(rate(times, theirs));
  }
  if (admitted !== PEOPLE * ROUNDS * 2) throw new Error('Everybody is admitted by both');
  if (told !== 0) throw new Error(`The stories differ by ${told} happenings`);
  reportRate('advance: events of a path', 'events/s', median(found[0]), median(found[1]), 0.2);
}

/** Quillmoor so many times over, each with ids and addresses of its own. */
function manifold(times: number): Setup {
  const doc = quillmoorDocument();
  const ids = new Set<string>();
  for (const list of Object.values(doc))
    if (Array.isArray(list)) for (const { id } of list as { id: string }[]) ids.add(id);
  /** Properties whose words are no ids, though some of them read like one. */
  const words = new Set(['kind', 'role', 'seenBy', 'changedBy', 'fact', 'op', 'part', 'view', 'then', 'unit']);
  const whole: SetupDocument = structuredClone(doc);
  const inner = (value: unknown, mark: string): unknown => {
    if (typeof value === 'string') return ids.has(value) ? `${value}${mark}` : value;
    if (Array.isArray(value)) return value.map((one) => inner(one, mark));
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(
      Object.entries(value).map(([key, part]) => [
        key,
        key === 'address'
          ? `${String(part)}${mark}`
          : key === 'chip'
            ? String(part).replace(/^field:(.+)$/, `field:$1${mark}`)
            : words.has(key)
              ? part
              : inner(part, mark),
      ]),
    );
  };
  for (let n = 2; n <= times; n++)
    for (const [list, items] of Object.entries(doc))
      if (Array.isArray(items)) (whole[list as 'fields'] as unknown[]).push(...(inner(items, `-${n}`) as unknown[]));
  return setupOf(whole);
}

function checkups(): void {
  const world = { now: NOW, reviewers: ['odile'], cards: true, live: null };
  const took = (setup: Setup): number =>
    median(
      Array.from({ length: 25 }, () => {
        const began = performance.now();
        checkUp(setup, world);
        return performance.now() - began;
      }),
    );
  const [single, many] = [took(manifold(1)), took(manifold(20))];
  report({
    name: 'check-up: the whole of Quillmoor × 20',
    value: round(many, 2),
    unit: 'ms',
    against: 50,
    ratio: round(many / 50, 2),
    goal: '<= 1',
    met: many <= 50,
    // Linear would be 20.
    growth: round(many / single, 1),
    single: round(single, 2),
  });
}

export function joining(): void {
  forms();
  events();
  checkups();
}
