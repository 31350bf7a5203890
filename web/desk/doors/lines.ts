/**
 * Purpose: a condition as the sentence it is built in: which of its words can be chosen, from what, and the condition
 * that comes of each choice.
 */
import { asksOf, choicesIn, facetOf, freshTest, sayDay, type FieldItem, type FieldTest } from '../../../core/fields';
import { sayStanding, standings, type Standing } from '../../../core/facts';
import { dayOf, sayNumber, type FieldId, type GroupId, type LessonId, type LevelId } from '../../../core/kernel';
import type { Condition } from '../../../core/doors';
import type { Setup } from '../../../core/setup';
import { reader } from '../base/reader';
import { doorsSay } from './doors.sentences';

const says = doorsSay(reader);

export type Item = { readonly title: string; readonly value: string };
type Base = { readonly label: string; readonly shown: string };
/** A word of a sentence that can be chosen or typed. `set` gives the condition that comes of it. */
export type Slot = Base &
  (
    | { readonly by: 'one'; readonly value: string; readonly items: readonly Item[]; set(value: string): Condition }
    | {
        readonly by: 'many';
        readonly values: readonly string[];
        readonly items: readonly Item[];
        set(values: readonly string[]): Condition;
      }
    | {
        readonly by: 'typed';
        readonly kind: 'text' | 'number' | 'date';
        readonly value: string;
        /** What is wrong with what is typed; null where it can be taken. */
        wrong(typed: string): string | null;
        set(typed: string): Condition;
      }
  );
export type Piece = string | Slot;

/** Between two of these stands the name of a word, which no text that anybody writes contains. */
const MARK = '\u0001';

/** The sentence as its pieces, in the order in which the reader's language has them. */
function pieces<N extends string>(sentence: (given: Record<N, string>) => string, slots: Record<N, Slot>): Piece[] {
  const marks = Object.fromEntries(Object.keys(slots).map((name) => [name, `${MARK}${name}${MARK}`]));
  return sentence(marks as Record<N, string>)
    .split(MARK)
    .map((piece, at) => (at % 2 ? slots[piece as N] : piece))
    .filter((piece) => piece !== '');
}

const titles = (items: readonly Item[], values: readonly string[]) =>
  values.map((value) => items.find((item) => item.value === value)?.title ?? value);
const either = (words: readonly string[]): string =>
  words.length ? new Intl.ListFormat(reader.locale, { type: 'disjunction' }).format(words) : says.choose;

const many = (
  label: string,
  items: readonly Item[],
  values: readonly string[],
  set: (values: readonly string[]) => Condition,
): Slot => ({ by: 'many', label, items, values, shown: either(titles(items, values)), set });
const one = (label: string, items: readonly Item[], value: string, set: (value: string) => Condition): Slot => ({
  by: 'one',
  label,
  items,
  value,
  shown: titles(items, [value])[0] ?? says.choose,
  set,
});

const inUse = <T extends { id: string; title: string; retired?: boolean | undefined }>(
  list: readonly T[],
  named: readonly string[],
): Item[] =>
  list.filter(({ id, retired }) => !retired || named.includes(id)).map(({ id, title }) => ({ title, value: id }));

const days = (value: number, least: number, set: (days: number) => Condition): Slot => ({
  by: 'typed',
  kind: 'number',
  label: says.theDays,
  value: String(value),
  shown: sayNumber(value, reader),
  wrong: (typed) => (/^\d{1,5}$/.test(typed.trim()) && Number(typed) >= least ? null : says.typeDays),
  set: (typed) => set(Number(typed)),
});
const day = (label: string, value: string, set: (day: string) => Condition): Slot => ({
  by: 'typed',
  kind: 'date',
  label,
  value,
  shown: value ? sayDay(value, reader) : says.choose,
  wrong: (typed) => (/^\d{4}-\d\d-\d\d$/.test(typed) ? null : says.chooseDay),
  set,
});

const testWords: Record<FieldTest['op'], string> = {
  answered: says.answered,
  is: says.is,
  atLeast: says.atLeast,
  atMost: says.atMost,
  startsWith: says.startsWith,
  includes: says.includes,
  from: says.onOrAfter,
  until: says.onOrBefore,
};

/** The answers of which one can be named; null where it is typed. */
function answersTo({ of }: FieldItem): readonly Item[] | null {
  const facet = facetOf(of);
  if (facet.is === 'yes')
    return [
      { title: says.yes, value: 'true' },
      { title: says.no, value: 'false' },
    ];
  return choicesIn(facet, reader)?.map(({ id, label }) => ({ title: label, value: id })) ?? null;
}

export const today = (zone: string): string => dayOf(Date.now(), { ...reader, zone });

function valueSlot(field: FieldItem, test: FieldTest, set: (test: FieldTest) => Condition): Slot | null {
  if (test.op === 'answered') return null;
  if (test.op === 'from' || test.op === 'until') return day(says.theValue, test.day, (to) => set({ ...test, day: to }));
  const answers = test.op === 'is' || test.op === 'includes' ? answersTo(field) : null;
  if (answers)
    return one(says.theValue, answers, String(test.value), (value) =>
      set({ ...test, value: facetOf(field.of).is === 'yes' ? value === 'true' : value } as FieldTest),
    );
  const numeric = typeof test.value === 'number';
  return {
    by: 'typed',
    kind: numeric ? 'number' : 'text',
    label: says.theValue,
    value: String(test.value),
    shown: typeof test.value === 'number' ? sayNumber(test.value, reader) : String(test.value),
    wrong: (typed) =>
      numeric
        ? typed.trim() !== '' && Number.isFinite(Number(typed.replace(',', '.')))
          ? null
          : says.typeNumber
        : typed === ''
          ? says.typeLetters
          : null,
    set: (typed) => set({ ...test, value: numeric ? Number(typed.replace(',', '.')) : typed } as FieldTest),
  };
}

function fieldLine(condition: Extract<Condition, { fact: 'field' }>, setup: Setup): Piece[] {
  const { zone } = setup.doc.site;
  const offered = setup.doc.fields
    .filter(({ id, retired }) => !retired || id === condition.field)
    .map(({ id, label }) => ({ title: label, value: id as string }));
  const field = setup.fields.get(condition.field);
  const about = one(says.theField, offered, condition.field, (id) => {
    const chosen = setup.fields.get(id)!;
    return {
      fact: 'field',
      field: id as FieldId,
      test: freshTest(asksOf(facetOf(chosen.of))[0]!, facetOf(chosen.of), today(zone)),
    };
  });
  // Of a field that is gone nothing but another can be chosen.
  const ops = field ? asksOf(facetOf(field.of)) : [condition.test.op];
  const { test } = condition;
  const asked = [...new Set([...ops, test.op])].map((op) => ({ title: testWords[op], value: op }));
  const how = one(says.theTest, asked, test.op, (op) =>
    field ? { ...condition, test: freshTest(op as FieldTest['op'], facetOf(field.of), today(zone)) } : condition,
  );
  const value = field ? valueSlot(field, test, (to) => ({ ...condition, test: to })) : null;
  return value
    ? pieces(says.fieldValue, { field: about, test: how, value })
    : pieces(says.field, { field: about, test: how });
}

function levelLine(condition: Extract<Condition, { fact: 'level' }>, setup: Setup): Piece[] {
  const { heldDays, ...rest } = condition;
  const how = condition.when === 'ever' ? 'ever' : heldDays ? 'for' : 'now';
  const when = one(
    says.held,
    [
      { title: says.isNow, value: 'now' },
      { title: says.wasEver, value: 'ever' },
      { title: says.hasBeen, value: 'for' },
    ],
    how,
    (to) => ({
      ...rest,
      when: to === 'ever' ? 'ever' : 'now',
      ...(to === 'for' ? { heldDays: heldDays ?? 30 } : {}),
    }),
  );
  const levels = many(says.levels, inUse(setup.doc.levels, condition.is), condition.is, (is) => ({
    ...condition,
    is: is as LevelId[],
  }));
  if (how !== 'for') return pieces(says.level, { when, levels });
  const sentence = condition.is.length > 1 ? says.levelsFor : says.levelFor;
  return pieces(sentence, { when, levels, days: days(heldDays!, 1, (to) => ({ ...condition, heldDays: to })) });
}

function paidLine(condition: Extract<Condition, { fact: 'paidFor' }>, setup: Setup): Piece[] {
  const { within, ...rest } = condition;
  const levels = many(says.levels, inUse(setup.doc.levels, condition.is), condition.is, (is) => ({
    ...condition,
    is: is as LevelId[],
  }));
  const times = [
    { title: says.atAnyTime, value: 'ever' },
    { title: says.inTheLast, value: 'within' },
  ];
  const when = one(says.when, times, within === undefined ? 'ever' : 'within', (to) =>
    to === 'ever' ? rest : { ...rest, within: 365 },
  );
  if (within === undefined) return pieces(says.paidFor, { levels, when });
  return pieces(within === 1 ? says.paidToday : says.paidWithin, {
    levels,
    when,
    days: days(within, 1, (to) => ({ ...condition, within: to })),
  });
}

function dateLine(condition: Extract<Condition, { fact: 'date' }>, setup: Setup): Piece[] {
  const { from, until } = condition;
  const here = today(setup.doc.site.zone);
  const how = from && until ? 'within' : until ? 'until' : 'from';
  const kinds = [
    { title: says.onOrAfter, value: 'from' },
    { title: says.onOrBefore, value: 'until' },
    { title: says.fromTo, value: 'within' },
  ];
  const first = from ?? until ?? here;
  const choice = one(says.when, kinds, how, (to) => ({
    fact: 'date',
    ...(to === 'until' ? {} : { from: first }),
    ...(to === 'from' ? {} : { until: until ?? first }),
  }));
  const begin = day(says.theFirstDay, from ?? '', (to) => ({ ...condition, from: to }));
  const end = day(says.theLastDay, until ?? '', (to) => ({ ...condition, until: to }));
  const span = from === until ? says.dateOnly : says.dateWithin;
  if (how === 'within') return pieces(span, { how: choice, from: begin, until: end });
  return how === 'until'
    ? pieces(says.dateUntil, { how: choice, until: end })
    : pieces(says.dateFrom, { how: choice, from: begin });
}

const domainsIn = (typed: string): string[] =>
  typed
    .split(/[\s,;]+/)
    .map((one) => one.replace(/^@/, '').toLowerCase())
    .filter(Boolean);

/** A condition as the pieces of its sentence. */
export function lineOf(condition: Condition, setup: Setup): Piece[] {
  switch (condition.fact) {
    case 'signedIn':
      return [says.signedIn];
    case 'standing': {
      const items = standings.map((value) => ({ title: sayStanding(value, reader), value }));
      const set = (is: readonly string[]): Condition => ({ fact: 'standing', is: is as Standing[] });
      return pieces(says.standing, { standings: many(says.standings, items, condition.is, set) });
    }
    case 'level':
      return levelLine(condition, setup);
    case 'group': {
      const set = (is: readonly string[]): Condition => ({ fact: 'group', is: is as GroupId[] });
      const groups = many(says.groups, inUse(setup.doc.groups, condition.is), condition.is, set);
      return pieces(says.group, { groups });
    }
    case 'field':
      return fieldLine(condition, setup);
    case 'mailDomain':
      return pieces(says.mailDomain, {
        domains: {
          by: 'typed',
          kind: 'text',
          label: says.theDomains,
          value: condition.is.join(', '),
          shown: either(condition.is.map((one) => `@${one}`)),
          wrong: (typed) => {
            const named = domainsIn(typed);
            return named.length && named.every((one) => one.length >= 3) ? null : says.typeDomains;
          },
          set: (typed) => ({ fact: 'mailDomain', is: domainsIn(typed) }),
        },
      });
    case 'admittedFor':
      return pieces(says.admittedFor, { days: days(condition.days, 0, (to) => ({ fact: 'admittedFor', days: to })) });
    case 'date':
      return dateLine(condition, setup);
    case 'paidFor':
      return paidLine(condition, setup);
    case 'lessonDone': {
      const lessons = [...setup.lessons].map(([value, { title }]) => ({ title, value }));
      const set = (is: readonly string[]): Condition => ({ fact: 'lessonDone', is: is as LessonId[] });
      return pieces(says.lessonDone, { lessons: many(says.theLessons, lessons, condition.is, set) });
    }
    case 'ownsThis':
      return [says.ownsThis];
  }
}

type Offer = { readonly title: string; readonly make: () => Condition };

/** What a new condition may be about, and how it begins; of what the set-up has nothing, nothing is offered. */
export function offersIn(setup: Setup): Offer[] {
  const { zone } = setup.doc.site;
  const level = setup.doc.levels.find(({ retired }) => !retired);
  const group = setup.doc.groups.find(({ retired }) => !retired);
  const field = setup.doc.fields.find(({ retired }) => !retired);
  const offer = (title: string, make: () => Condition): Offer => ({ title, make });
  return [
    offer(says.aboutStanding, () => ({ fact: 'standing', is: ['admitted'] })),
    ...(level ? [offer(says.aboutLevel, () => ({ fact: 'level', is: [level.id], when: 'now' }))] : []),
    ...(group ? [offer(says.aboutGroup, () => ({ fact: 'group', is: [group.id] }))] : []),
    ...(field
      ? [
          offer(says.aboutField, () => ({
            fact: 'field',
            field: field.id,
            test: freshTest(asksOf(facetOf(field.of))[0]!, facetOf(field.of), today(zone)),
          })),
        ]
      : []),
    ...(level ? [offer(says.aboutPaidFor, () => ({ fact: 'paidFor', is: [level.id] }))] : []),
    offer(says.aboutSignedIn, () => ({ fact: 'signedIn' })),
    offer(says.aboutAdmittedFor, () => ({ fact: 'admittedFor', days: 30 })),
    offer(says.aboutDate, () => ({ fact: 'date', from: today(zone) })),
    offer(says.aboutMailDomain, () => ({ fact: 'mailDomain', is: ['mail.example'] })),
  ];
}

/** The sentence as plain text. */
export const plainLine = (line: readonly Piece[]): string =>
  line.map((piece) => (typeof piece === 'string' ? piece : piece.shown)).join('');
