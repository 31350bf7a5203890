/** Purpose: what a kind of part of a form is: everything the product has to know of it, in one place. */
import type { AnswerLine } from '../show';
import { z } from 'zod';
import { FieldValue } from '../../facts';
import type { ChipName } from '../../kernel/chips';
import { FieldId, TopicId } from '../../kernel/ids';
import type { Reference } from '../../kernel/references';
import type { Reader } from '../../kernel/sentences';
import type { WordSource } from '../../kernel/words';
import type { AnswerRule } from '../answerRule';
import type { FacetName } from '../facets';
import type { FieldItem } from '../items';
import type { RawAnswer } from '../kinds';
import type { FieldQuestion } from '../question';

/** One answer that cannot be taken. `at` is the name of the input; `label` what the form calls it. */
export type AnswerFault = { readonly at: string; readonly label: string; readonly says: string };

/** What parts may ask of the set-up. A whole set-up is one. */
export type PartsKnown = {
  readonly fields: ReadonlyMap<string, FieldItem>;
  readonly topics: ReadonlyMap<string, { readonly title: string }>;
  readonly doc: { readonly site: Reader };
};

/** What was answered, as it is kept. */
export const KeptAnswers = z.object({
  name: z.string(),
  mail: z.string(),
  fields: z.record(FieldId, FieldValue),
  topics: z.array(TopicId).readonly(),
});
export type KeptAnswers = z.infer<typeof KeptAnswers>;

/** A form while it is being read. */
export type AnswersInReading = {
  name: string;
  mail: string;
  password: string;
  readonly fields: Record<string, FieldValue>;
  readonly topics: TopicId[];
  readonly faults: AnswerFault[];
};

/** Where answers that stand there beforehand come from. */
export type Beforehand = {
  /** A named value of the address, as it came. */
  query(name: string): string | null;
  /** What the profile holds, for somebody who is known. */
  profile(field: string): FieldValue | null;
  readonly words: WordSource;
  /** A rule in words. */
  says(rule: AnswerRule): string;
};

export type PartKind<P extends { part: string }> = {
  readonly schema: z.ZodType<P>;
  references(part: P): readonly Reference[];
  chips(part: P): readonly ChipName[];
  /** What sort of value it is answered with. */
  facet(part: P, known: PartsKnown): FacetName;
  /** The name under which it is answered; null for what asks nothing. */
  name(part: P): string | null;
  /** What it is called in a list of parts. */
  title(part: P, known: PartsKnown): string;
  /** Whether it must or may be answered; null for what asks nothing. */
  asked(part: P): 'must' | 'may' | null;
  /** As the site shows it; null where it is not there: its field is gone, or its answer is set by the form. */
  question(part: P, at: number, known: PartsKnown, from: Beforehand): FieldQuestion | null;
  /** Reads its answer. @returns what later parts may ask about; null for nothing */
  read(part: P, raw: Readonly<Record<string, RawAnswer>>, into: AnswersInReading, known: PartsKnown): FieldValue | null;
  /** What was answered, as people read it; null for what keeps no answer. */
  says(part: P, given: KeptAnswers, known: PartsKnown): AnswerLine | null;
};

/** A question that asks for nothing of a field. */
export const plainQuestion = (
  about: Pick<FieldQuestion, 'name' | 'label' | 'input'> & Partial<FieldQuestion>,
): FieldQuestion => ({
  help: null,
  placeholder: null,
  required: false,
  half: false,
  hidden: false,
  start: null,
  when: null,
  only: null,
  shown: true,
  of: null,
  role: null,
  ...about,
});

/** What asks nothing. */
export const asksNothing = {
  facet: (): FacetName => 'text',
  references: () => [],
  chips: () => [],
  name: () => null,
  asked: () => null,
  read: () => null,
  says: () => null,
};
