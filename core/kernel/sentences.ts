/**
 * Purpose: what people read stands in catalogues, one an area, where an owner or a translator finds it. A sentence has
 * {names} that are filled in, and one wording for each plural category its language knows.
 * How: categories, lists and numbers are those of the reader's language, by `Intl` (CLDR; Unicode TR35 part 3); nothing
 * here knows one.
 */

/** Lines an owner has put in the place of shipped ones, by where they stand: `site.signIn`, `pages.opensAll.one`. */
export type Wording = Readonly<Record<string, string>>;
/** For whom something is written: `locale` is a BCP 47 tag; `wording` holds the owner's own lines. */
export type Reader = { readonly locale: string; readonly wording?: Wording | undefined };

/** By the plural category of {count}; `none` is for no things at all, where a language has no category for that. */
type Wordings = Partial<Record<'none' | 'zero' | 'one' | 'two' | 'few' | 'many', string>> & { readonly other: string };
export type Sentence = string | Wordings;

/** Whoever sets up a site whose language is not known yet: faults of a set-up that cannot be read are told so. */
export const owners: Reader = { locale: 'en-GB' };

/** One of several things, as a list: `Keeper or Friend`. */
export type Either = { readonly either: readonly string[] };
/** A list of several is joined by *and*. */
export type SentenceValue = string | number | readonly string[] | Either;

type Texts<S> = S extends string ? S : S[keyof S] & string;
type NamesIn<S> = S extends `${string}{${infer N}}${infer Rest}` ? Uncapitalize<N> | NamesIn<Rest> : never;
type NamesOf<S> = (S extends string ? never : 'count') | NamesIn<Texts<S>>;

/** A catalogue for one reader: sentences without names as they are, the others as functions of what is filled in. */
export type Says<T> = {
  readonly [K in keyof T]: [NamesOf<T[K]>] extends [never]
    ? string
    : (given: { readonly [N in NamesOf<T[K]>]: N extends 'count' ? number : SentenceValue }) => string;
};

/** Small numbers as words, for a count that begins a sentence (`{Count}`); a language that has none here writes digits. */
const spelledOut: Readonly<Record<string, readonly string[]>> = {
  en: 'No One Two Three Four Five Six Seven Eight Nine Ten Eleven Twelve'.split(' '),
};

type Tools = {
  readonly category: (count: number) => Intl.LDMLPluralRule;
  readonly number: (value: number) => string;
  readonly spelled: (value: number) => string;
  readonly list: (parts: readonly string[], type: 'conjunction' | 'disjunction') => string;
};

const known = new Map<string, Tools>();
function toolsOf({ locale }: Reader): Tools {
  let tools = known.get(locale);
  if (!tools) {
    const plural = new Intl.PluralRules(locale);
    const number = new Intl.NumberFormat(locale);
    const lists = {
      conjunction: new Intl.ListFormat(locale, { type: 'conjunction' }),
      disjunction: new Intl.ListFormat(locale, { type: 'disjunction' }),
    };
    const words = spelledOut[locale.split('-')[0]!] ?? [];
    tools = {
      category: (count) => plural.select(count),
      number: (value) => number.format(value),
      spelled: (value) => words[value] ?? number.format(value),
      list: (parts, type) => lists[type].format(parts),
    };
    known.set(locale, tools);
  }
  return tools;
}

/** `a, b and c`, as the reader's language joins them. */
export const listed = (parts: readonly string[], reader: Reader): string => toolsOf(reader).list(parts, 'conjunction');

/** A clause as the beginning of a sentence, within brackets too. */
export const begins = (clause: string, { locale }: Reader): string =>
  clause.replace(/^\(*\p{L}/u, (letter) => letter.toLocaleUpperCase(locale));

/** `1,200`, as the reader's language writes it. */
export const sayNumber = (value: number, reader: Reader): string => toolsOf(reader).number(value);

function fill(sentence: Sentence, given: Readonly<Record<string, SentenceValue>>, tools: Tools): string {
  const count = Number(given['count']);
  const text =
    typeof sentence === 'string'
      ? sentence
      : ((count === 0 ? sentence.none : undefined) ?? sentence[tools.category(count)] ?? sentence.other);
  return text.replace(/\{(\w+)\}/g, (_, name: string) => {
    if (name === 'Count') return tools.spelled(count);
    const value = given[name];
    if (typeof value === 'number') return tools.number(value);
    if (typeof value === 'string') return value;
    if (value === undefined) throw new Error(`“${text}” was given no ${name}.`);
    return 'either' in value ? tools.list(value.either, 'disjunction') : tools.list(value, 'conjunction');
  });
}

/**
 * Makes a catalogue.
 * @param name where it stands among what an owner may put in other words; without one its lines are the product's own
 * @returns the catalogue for one reader, made once for each language
 */
export function sentences<const T extends Readonly<Record<string, Sentence>>>(
  catalogue: T,
  name?: string,
): (reader: Reader) => Says<T> {
  if (name !== undefined) worded.set(name, { ...worded.get(name), ...catalogue });
  const made = new Map<string, Says<T>>();
  const own = new WeakMap<Wording, Says<T>>();
  const makeOf = (reader: Reader, of: Readonly<Record<string, Sentence>>): Says<T> => {
    const tools = toolsOf(reader);
    return Object.fromEntries(
      Object.entries(catalogue).map(([key, shipped]) => {
        const sentence = of[key] ?? shipped;
        // Whether it is filled in hangs on the shipped one: that is what the code knows.
        const plain = typeof shipped === 'string' && !shipped.includes('{');
        return [
          key,
          plain ? sentence : (given: Readonly<Record<string, SentenceValue>>) => fill(sentence, given, tools),
        ];
      }),
    ) as Says<T>;
  };
  return (reader) => {
    const { wording } = reader;
    if (name !== undefined && wording) {
      let says = own.get(wording);
      if (!says) own.set(wording, (says = makeOf(reader, withOwn(catalogue, name, wording))));
      return says;
    }
    let says = made.get(reader.locale);
    if (!says) made.set(reader.locale, (says = makeOf(reader, catalogue)));
    return says;
  };
}

/** The catalogues whose lines an owner may put in their own words, by name: what a site's people read. */
const worded = new Map<string, Readonly<Record<string, Sentence>>>();

const namesIn = (text: string): string[] => [...text.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!);

/** What is wrong with a line put in the place of a shipped one: the first name in it that is not known there. */
export const strayName = (shipped: string, own: string): string | null =>
  namesIn(own).find((name) => !namesIn(shipped).includes(name)) ?? null;

/** An own line that is empty or names what is not known there is left out, and the shipped one stays. */
function withOwn<T extends Readonly<Record<string, Sentence>>>(catalogue: T, name: string, wording: Wording): T {
  const lineOf = (key: string, shipped: string): string => {
    const own = wording[`${name}.${key}`];
    return own === undefined || own.trim() === '' || strayName(shipped, own) !== null ? shipped : own;
  };
  return Object.fromEntries(
    Object.entries(catalogue).map(([key, sentence]) => [
      key,
      typeof sentence === 'string'
        ? lineOf(key, sentence)
        : Object.fromEntries(Object.entries(sentence).map(([form, text]) => [form, lineOf(`${key}.${form}`, text)])),
    ]),
  ) as T;
}

/** Every line that may be put in other words, as shipped, in the order of the catalogues. */
export const shippedLines = (): { readonly key: string; readonly text: string }[] =>
  [...worded].flatMap(([name, catalogue]) =>
    Object.entries(catalogue).flatMap(([key, sentence]) =>
      typeof sentence === 'string'
        ? [{ key: `${name}.${key}`, text: sentence }]
        : Object.entries(sentence).map(([form, text]) => ({ key: `${name}.${key}.${form}`, text })),
    ),
  );
