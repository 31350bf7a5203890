/** Purpose: what a kind of profile field is: everything the product has to know of it, in one place. */
import type { z } from 'zod';
import type { FieldValue } from '../../facts';
import type { Result } from '../../kernel/result';
import type { Reader } from '../../kernel/sentences';
import { fieldsSays } from '../fields.sentences';
import type { Choice, Facet } from '../facets';
import type { FieldInput } from '../input';
import type { RawAnswer } from '../raw';

export type FieldRole = 'name' | 'mail';

export type FieldKindOf<K extends { kind: string }> = {
  readonly schema: z.ZodType<K>;
  /** The kind by itself, as it is chosen: `One choice`. */
  title(reader: Reader): string;
  /** What a new field of it begins with. */
  begin(reader: Reader): K;
  /** What sort of value its answers are. */
  facet(of: K): Facet;
  /** An answer of somebody made up, as a form takes it. @param today `YYYY-MM-DD` */
  sample(of: K, today: string, reader: Reader): RawAnswer;
  /** What bounds its answers, in words, beyond what `called` says; '' where nothing does. */
  limits(of: K, reader: Reader): string;
  /** What such a field is, short: `One of 4`. */
  called(of: K, reader: Reader): string;
  /** The sentence for a needed answer that is missing. */
  missing(of: K, reader: Reader): string;
  /** What was typed, as the value to store, or one sentence that says what is wrong and how to mend it. */
  read(of: K, raw: NonNullable<RawAnswer>, reader: Reader): Result<FieldValue, string>;
  /** Whether what was sent is no answer at all; where it is not named, nothing but space is none. */
  blank?(raw: NonNullable<RawAnswer>): boolean;
  /** The value as its input holds it; where it is not named, the value itself, a number as text. */
  typed?(of: K, value: FieldValue): boolean;
  /** The value as people read it. Never a raw choice id where the choice still exists. */
  show(of: K, value: FieldValue, reader: Reader): string;
  /** The value in the middle of a summary, short; null where it is too long for one. */
  brief(of: K, value: FieldValue, reader: Reader): string | null;
  input(of: K, role: FieldRole | null, reader: Reader): FieldInput;
  /** Texts of the value by whose words a person can be found. */
  found(value: FieldValue): readonly string[];
  /** Whether the field can hold that built-in fact; a sentence where it cannot. */
  holds(of: K, role: FieldRole, reader: Reader): string | null;
};

/** Short texts can be searched for; what is longer is read and not looked up. */
const FOUND_LONGEST = 20;
export const shortTexts = (value: FieldValue): readonly string[] =>
  typeof value === 'string' && value.length <= FOUND_LONGEST ? [value] : [];

export const holdsNothing = (_of: unknown, _role: FieldRole, reader: Reader): string => fieldsSays(reader).holdsNothing;

export const noLimits = (): string => '';
const inText = { is: 'text' } as const;
export const textFacet = (): Facet => inText;
/** The sort of value that is one of the answers offered. */
export const choiceFacet = ({ choices }: { readonly choices: readonly Choice[] }): Facet => ({
  is: 'choice',
  ids: choices.map(({ id }) => id),
  choices: () => choices,
});
/** Two answers to begin with. */
export const twoChoices = (reader: Reader) =>
  [1, 2].map((number) => ({ id: `choice-${number}`, label: fieldsSays(reader).choice({ number }) }));

/** From the least to the most, each in words; null where there is no end. */
export function rangeSays(least: string | null, most: string | null, reader: Reader): string {
  const says = fieldsSays(reader);
  if (least !== null && most !== null) return says.between({ least, most });
  return least !== null ? says.rangeFrom({ least }) : most !== null ? says.rangeUpTo({ most }) : '';
}
