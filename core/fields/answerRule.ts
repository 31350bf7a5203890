/**
 * Purpose: what can be asked of one answer, and rules over the answers of a form.
 * Invariant: so small that a page can carry it. A rule over answers is a door rule too (see `doors/rule.ts`), and is read
 * the same there.
 */
import { z } from 'zod';
import type { FieldValue } from '../facts';
import { FieldId } from '../kernel/ids';
import { never } from '../kernel/result';

/** A number that somebody counts by. */
export const Countable = z.number().min(-1e12).max(1e12);

export const FieldTest = z.discriminatedUnion('op', [
  z.strictObject({ op: z.literal('answered') }),
  z.strictObject({ op: z.literal('is'), value: z.union([z.string(), Countable, z.boolean()]) }),
  z.strictObject({ op: z.literal('atLeast'), value: Countable }),
  z.strictObject({ op: z.literal('atMost'), value: Countable }),
  z.strictObject({ op: z.literal('startsWith'), value: z.string().min(1) }),
  z.strictObject({ op: z.literal('includes'), value: z.string() }),
  /** Of a day: on that day or later; of a span: it begins then or later. */
  z.strictObject({ op: z.literal('from'), day: z.iso.date() }),
  /** Of a day: on that day or earlier; of a span: it ends then or earlier. */
  z.strictObject({ op: z.literal('until'), day: z.iso.date() }),
]);
export type FieldTest = z.infer<typeof FieldTest>;

/** The first and the last of a day or a span of days as they are stored; null for anything else. */
function daysOf(value: FieldValue): readonly [first: string, last: string] | null {
  const days = typeof value === 'string' ? /^(\d{4}-\d\d-\d\d)(?:\/(\d{4}-\d\d-\d\d))?$/.exec(value) : null;
  return days ? [days[1]!, days[2] ?? days[1]!] : null;
}

/** In small letters. A sigma at the end of a word is written otherwise and is the same letter. */
export const inSmall = (text: string): string => text.toLowerCase().replaceAll('ς', 'σ');

/** What was not answered meets no test. Texts are compared in small letters: people write “leeds” as well as “Leeds”. */
export function meetsField(test: FieldTest, value: FieldValue | undefined): boolean {
  if (value === undefined || value === '' || (Array.isArray(value) && value.length === 0)) return false;
  switch (test.op) {
    case 'answered':
      return true;
    case 'is':
      if (value === test.value) return true;
      return typeof value === 'string' && typeof test.value === 'string' && inSmall(value) === inSmall(test.value);
    case 'atLeast':
      return typeof value === 'number' && value >= test.value;
    case 'atMost':
      return typeof value === 'number' && value <= test.value;
    case 'startsWith':
      return typeof value === 'string' && inSmall(value).startsWith(inSmall(test.value));
    case 'includes':
      return Array.isArray(value) && value.includes(test.value);
    case 'from':
    case 'until': {
      const days = daysOf(value);
      return days !== null && (test.op === 'from' ? days[0] >= test.day : days[1] <= test.day);
    }
    default:
      return never(test);
  }
}

export const AnswerCondition = z.strictObject({ fact: z.literal('field'), field: FieldId, test: FieldTest });
export type AnswerCondition = z.infer<typeof AnswerCondition>;

export type AnswerRule = AnswerCondition | { all: AnswerRule[] } | { any: AnswerRule[] } | { none: AnswerRule[] };
const parts = z.array(z.lazy(() => AnswerRule)).max(20);
export const AnswerRule: z.ZodType<AnswerRule> = z.union([
  AnswerCondition,
  z.strictObject({ all: parts }),
  z.strictObject({ any: parts }),
  z.strictObject({ none: parts }),
]);

export function meetsAnswers(rule: AnswerRule, given: ReadonlyMap<string, FieldValue>): boolean {
  const meets = (part: AnswerRule) => meetsAnswers(part, given);
  if ('fact' in rule) return meetsField(rule.test, given.get(rule.field));
  if ('all' in rule) return rule.all.every(meets);
  return 'any' in rule ? rule.any.some(meets) : !rule.none.some(meets);
}

/** The fields a rule asks about. */
export function fieldsAsked(rule: AnswerRule): string[] {
  if ('fact' in rule) return [rule.field];
  return ('all' in rule ? rule.all : 'any' in rule ? rule.any : rule.none).flatMap(fieldsAsked);
}
