/**
 * Purpose: the sorts of value that answers are, whatever the kind of their field: what can be asked of them, what a test
 * comes out as, which answers there can be, how they are sent without script. A kind says which sort its answers are and
 * what bounds them; everything that goes through answers goes by these and knows no kind.
 */
import { lineFor } from '../kernel/table';
import type { FieldValue } from '../facts';
import { DAY } from '../kernel';
import type { Reader } from '../kernel/sentences';
import { inSmall, type FieldTest } from './answerRule';
import type { RawAnswer } from './raw';

export type Choice = { readonly id: string; readonly label: string };
type Days = { readonly earliest?: string | undefined; readonly latest?: string | undefined };

/** A sort of value, with what bounds it where it is bounded. */
export type Facet =
  | { readonly is: 'text' }
  | { readonly is: 'number'; readonly least: number; readonly most: number; readonly whole: boolean }
  | { readonly is: 'yes' }
  | { readonly is: 'choice'; choices(reader: Reader): readonly Choice[]; readonly ids: readonly string[] }
  | { readonly is: 'choices'; choices(reader: Reader): readonly Choice[]; readonly ids: readonly string[] }
  | ({ readonly is: 'day' } & Days)
  | ({ readonly is: 'span' } & Days)
  /** The id under which something brought along is kept. */
  | { readonly is: 'file' }
  /** The version of a text that was agreed to; `version` is the newest. */
  | { readonly is: 'agreement'; readonly version: number };
export type FacetName = Facet['is'];

export type Holds = 'never' | 'always' | 'may';
export type Op = FieldTest['op'];
/** As a form without script sends it. */
type Sent = string | readonly string[] | undefined;

type FacetKind<F extends Facet> = {
  /** What can be asked of such an answer, the most usual first. */
  readonly asks: readonly Op[];
  /** What a test that names no answer begins with. @param today `YYYY-MM-DD` */
  fresh(op: Op, facet: F, today: string): FieldTest;
  /** What a test comes out as for those who have answered. */
  readonly holds: ByTest<F>;
  /** Answers that can be given, some on either side of everything that is asked. */
  samples(tests: readonly FieldTest[], facet: F): readonly FieldValue[];
  /** Every answer that is given to a form now; null where they are too many to name. */
  every(facet: F): readonly FieldValue[] | null;
  /** The answer in what a form without script sent. */
  sent(value: Sent): RawAnswer;
  /** The answer in an address, which holds text alone. */
  inAddress(text: string): RawAnswer;
  /** Whether its words are its own, so that it can stand within another text. */
  readonly isWords: boolean;
};

const first = (value: Sent): string => (typeof value === 'string' ? value : (value?.[0] ?? ''));
const unique = <T>(list: readonly T[]): T[] => [...new Set(list)];
const textsIn = (tests: readonly FieldTest[]): string[] =>
  tests.flatMap((test) =>
    'day' in test ? [test.day] : 'value' in test && typeof test.value === 'string' ? [test.value] : [],
  );
const numbersIn = (tests: readonly FieldTest[]): number[] =>
  tests.flatMap((test) => ('value' in test && typeof test.value === 'number' ? [test.value] : []));
const answered = (): FieldTest => ({ op: 'answered' });
/** Numbers on either side of those asked, within the ends. */
const beside = (tests: readonly FieldTest[], least: number, most: number, whole: boolean): number[] =>
  unique([
    least,
    most,
    ...numbersIn(tests).flatMap((one) => [-1, 0, 1].map((by) => one + by * (whole ? 1 : 0.5))),
  ]).filter((one) => one >= least && one <= most && (!whole || Number.isInteger(one)));
/** What each test comes out as: closed, so that a new test is decided for every sort of value. */
type ByTest<F> = { readonly [O in Op]: (test: Extract<FieldTest, { op: O }>, facet: F) => Holds };
const no = (): Holds => 'never';
const may = (): Holds => 'may';
const noneBut: ByTest<unknown> = {
  answered: may,
  is: no,
  atLeast: no,
  atMost: no,
  startsWith: no,
  includes: no,
  from: no,
  until: no,
};
const isText: ByTest<unknown>['is'] = ({ value }) => (typeof value === 'string' ? 'may' : 'never');
const numberHolds = <F>(ends: (facet: F) => readonly [least: number, most: number]): ByTest<F> => ({
  ...noneBut,
  is: ({ value }, facet) => {
    const [least, most] = ends(facet);
    return typeof value === 'number' && value >= least && value <= most ? 'may' : 'never';
  },
  atLeast: ({ value }, facet) => {
    const [least, most] = ends(facet);
    return value > most ? 'never' : value <= least ? 'always' : 'may';
  },
  atMost: ({ value }, facet) => {
    const [least, most] = ends(facet);
    return value < least ? 'never' : value >= most ? 'always' : 'may';
  },
});
const dayHolds: ByTest<Days> = {
  ...noneBut,
  is: isText,
  startsWith: may,
  from: ({ day }, { earliest, latest }) =>
    latest && day > latest ? 'never' : earliest && day <= earliest ? 'always' : 'may',
  until: ({ day }, { earliest, latest }) =>
    earliest && day < earliest ? 'never' : latest && day >= latest ? 'always' : 'may',
};
const freshDay = (op: Op, _facet: unknown, today: string): FieldTest =>
  op === 'until' || op === 'from' ? { op, day: today } : answered();
function dayBeside(day: string, by: number): string {
  const at = Date.parse(`${day}T12:00Z`);
  return Number.isFinite(at) ? new Date(at + by * DAY).toISOString().slice(0, 10) : day;
}
const daySamples = (tests: readonly FieldTest[], { earliest, latest }: Days): string[] => {
  const days = unique(textsIn(tests).flatMap((day) => [-1, 0, 1].map((by) => dayBeside(day, by)))).filter(
    (day) => (!earliest || day >= earliest) && (!latest || day <= latest),
  );
  return days.length ? days : [earliest ?? latest ?? '2000-01-01'];
};

const textSamples = (tests: readonly FieldTest[]): string[] => {
  const texts = textsIn(tests);
  return unique([...texts, ...texts.map((text) => `${text}~`), '~']).filter((text) => text !== '');
};

/** To add a sort of value, name it in `Facet`; the compiler asks for the rest. */
const facets: { readonly [N in FacetName]: FacetKind<Extract<Facet, { is: N }>> } = {
  text: {
    asks: ['startsWith', 'is', 'answered'],
    fresh: (op) => (op === 'startsWith' || op === 'is' ? { op, value: 'A' } : answered()),
    holds: { ...noneBut, is: isText, startsWith: may },
    samples: textSamples,
    every: () => null,
    sent: first,
    inAddress: (text) => text,
    isWords: true,
  },
  number: {
    asks: ['atLeast', 'atMost', 'is', 'answered'],
    fresh: (op) => (op === 'atLeast' || op === 'atMost' || op === 'is' ? { op, value: 1 } : answered()),
    holds: numberHolds(({ least, most }) => [least, most]),
    samples: (tests, { least, most, whole }) => beside(tests, Math.max(least, -1e9), Math.min(most, 1e9), whole),
    every: () => null,
    sent: first,
    inAddress: (text) => text,
    isWords: true,
  },
  yes: {
    asks: ['is', 'answered'],
    fresh: (op) => (op === 'is' ? { op, value: true } : answered()),
    holds: { ...noneBut, is: ({ value }) => (typeof value === 'boolean' ? 'may' : 'never') },
    samples: () => [true, false],
    every: () => [true, false],
    sent: (value) => (value === undefined ? null : first(value) === 'true'),
    inAddress: (text) => (text === 'yes' ? true : text === 'no' ? false : null),
    isWords: true,
  },
  choice: {
    asks: ['is', 'answered'],
    fresh: (op, { ids }) => (op === 'is' ? { op, value: ids[0] ?? '' } : answered()),
    holds: {
      ...noneBut,
      is: ({ value }, { ids }) => (ids.some((id) => same(id, value)) ? 'may' : 'never'),
      startsWith: ({ value }, { ids }) => (ids.some((id) => begins(id, value)) ? 'may' : 'never'),
    },
    samples: (tests, { ids }) => {
      const texts = textsIn(tests);
      const named = ids.filter((id) => texts.some((text) => begins(id, text)));
      const other = ids.find((id) => !named.includes(id));
      return other === undefined ? named : [...named, other];
    },
    every: ({ ids }) => ids,
    sent: first,
    inAddress: (text) => text,
    isWords: true,
  },
  choices: {
    asks: ['includes', 'answered'],
    fresh: (op, { ids }) => (op === 'includes' ? { op, value: ids[0] ?? '' } : answered()),
    holds: { ...noneBut, includes: ({ value }, { ids }) => (ids.includes(value) ? 'may' : 'never') },
    samples: (tests, { ids }) => {
      const named = ids.filter((id) => textsIn(tests).includes(id)).slice(0, 8);
      const other = ids.find((id) => !named.includes(id));
      const sets = named.reduce<string[][]>((list, id) => [...list, ...list.map((set) => [...set, id])], [[]]);
      return sets.flatMap((set) => [...(set.length ? [set] : []), ...(other === undefined ? [] : [[...set, other]])]);
    },
    every: () => null,
    sent: (value) => (value === undefined ? [] : typeof value === 'string' ? [value] : [...value]),
    inAddress: (text) => text.split(','),
    isWords: true,
  },
  day: {
    asks: ['from', 'until', 'answered'],
    fresh: freshDay,
    holds: dayHolds,
    samples: daySamples,
    every: () => null,
    sent: first,
    inAddress: (text) => text,
    isWords: true,
  },
  span: {
    asks: ['from', 'until', 'answered'],
    fresh: freshDay,
    holds: dayHolds,
    samples: (tests, facet) => {
      const any = daySamples(tests, facet);
      return any.flatMap((from) => any.filter((until) => until >= from).map((until) => `${from}/${until}`));
    },
    every: () => null,
    sent: (value) => (value === undefined || typeof value === 'string' ? first(value) : [...value]),
    inAddress: (text) => text,
    isWords: true,
  },
  file: {
    asks: ['answered'],
    fresh: answered,
    // An id is nobody's word, and a rule that names one was written by somebody who knew it.
    holds: { ...noneBut, is: isText, startsWith: may },
    samples: textSamples,
    every: () => null,
    sent: first,
    inAddress: (text) => text,
    isWords: false,
  },
  agreement: {
    asks: ['answered', 'atLeast', 'atMost'],
    fresh: (op) => (op === 'atLeast' || op === 'atMost' ? { op, value: 1 } : answered()),
    holds: numberHolds(({ version }) => [1, version]),
    samples: (tests, { version }) => beside(tests, 1, version, true),
    // On a form one agrees to what is shown there.
    every: ({ version }) => [version],
    sent: (value) => first(value) === 'true',
    inAddress: () => null,
    isWords: false,
  },
};

const begins = (id: string, text: string): boolean => inSmall(id).startsWith(inSmall(text));
const same = (id: string, value: unknown): boolean => typeof value === 'string' && inSmall(id) === inSmall(value);

/** A sort of value, to be asked about that very one. */
const kindOf = (facet: Facet): FacetKind<Facet> => lineFor(facets, facet.is);

export const asksOf = (facet: Facet): readonly Op[] => kindOf(facet).asks;
export const freshTest = (op: Op, facet: Facet, today: string): FieldTest => kindOf(facet).fresh(op, facet, today);
export const testHolds = (test: FieldTest, facet: Facet): Holds =>
  (kindOf(facet).holds[test.op] as (test: FieldTest, facet: Facet) => Holds)(test, facet);
export const samplesOf = (tests: readonly FieldTest[], facet: Facet): readonly FieldValue[] =>
  kindOf(facet).samples(tests, facet);
export const everyOf = (facet: Facet): readonly FieldValue[] | null => kindOf(facet).every(facet);
export const addressedAs = (text: string, facet: Facet): RawAnswer => kindOf(facet).inAddress(text);
export const isWords = (facet: Facet): boolean => facets[facet.is].isWords;
/** The answer of that sort in what a form without script sent. */
export const sentAs = (value: Sent, is: FacetName): RawAnswer => facets[is].sent(value);
/** The answers of which one can be named; null where it is typed. */
export const choicesIn = (facet: Facet, reader: Reader): readonly Choice[] | null =>
  'choices' in facet ? facet.choices(reader) : null;
