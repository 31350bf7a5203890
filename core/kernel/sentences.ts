/**
 * Purpose: what people read stands in catalogues, one an area, where an owner or a translator finds it. A sentence has
 * {names} that are filled in, and one wording for each plural category its language knows.
 * How: categories, lists and numbers are those of the reader's language, by `Intl` (CLDR; Unicode TR35 part 3); nothing
 * here knows one.
 */

/** For whom something is written: `locale` is a BCP 47 tag. */
export type Reader = { readonly locale: string };

/** By the plural category of {count}; `none` is for no things at all, where a language has no category for that. */
type Wordings = Partial<Record<'none' | 'zero' | 'one' | 'two' | 'few' | 'many', string>> & { readonly other: string };
export type Sentence = string | Wordings;

/** Whoever sets up a site whose language is not known yet: faults of a set-up that cannot be read are told so. */
export const owners: Reader = { locale: 'en-GB' };

/** One of several things, as a list: `Keeper or Friend`. */
export type Either = { readonly either: readonly string[] };
/** A list of several is joined by *and*. */
export type Given = string | number | readonly string[] | Either;

type Texts<S> = S extends string ? S : S[keyof S] & string;
type NamesIn<S> = S extends `${string}{${infer N}}${infer Rest}` ? Uncapitalize<N> | NamesIn<Rest> : never;
type NamesOf<S> = (S extends string ? never : 'count') | NamesIn<Texts<S>>;

/** A catalogue for one reader: sentences without names as they are, the others as functions of what is filled in. */
export type Says<T> = {
  readonly [K in keyof T]: [NamesOf<T[K]>] extends [never]
    ? string
    : (given: { readonly [N in NamesOf<T[K]>]: N extends 'count' ? number : Given }) => string;
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

/** A clause as the beginning of a sentence. */
export const begins = (clause: string, { locale }: Reader): string =>
  clause.replace(/^\p{L}/u, (letter) => letter.toLocaleUpperCase(locale));

/** `1,200`, as the reader's language writes it. */
export const sayNumber = (value: number, reader: Reader): string => toolsOf(reader).number(value);

function fill(sentence: Sentence, given: Readonly<Record<string, Given>>, tools: Tools): string {
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
 * @returns the catalogue for one reader, made once for each language
 */
export function sentences<const T extends Readonly<Record<string, Sentence>>>(
  catalogue: T,
): (reader: Reader) => Says<T> {
  const made = new Map<string, Says<T>>();
  return (reader) => {
    let says = made.get(reader.locale);
    if (!says) {
      const tools = toolsOf(reader);
      says = Object.fromEntries(
        Object.entries(catalogue).map(([name, sentence]) => [
          name,
          typeof sentence === 'string' && !sentence.includes('{')
            ? sentence
            : (given: Readonly<Record<string, Given>>) => fill(sentence, given, tools),
        ]),
      ) as Says<T>;
      made.set(reader.locale, says);
    }
    return says;
  };
}
