/** Purpose: one part of a form as the site shows it, and which parts are shown by what was answered before. */
import { z } from 'zod';
import type { FieldValue } from '../facts';
import type { Reader } from '../kernel/sentences';
import { AnswerRule, meetsAnswers } from './answerRule';
import { FieldInput } from './input';
import { FieldKind } from './kinds';
import { readAnswer, type RawAnswer } from './read';

/** Limits are checked again by the server, which alone decides. */
export const FieldQuestion = z.object({
  name: z.string(),
  label: z.string(),
  help: z.string().nullable(),
  placeholder: z.string().nullable(),
  required: z.boolean(),
  half: z.boolean(),
  /** Not shown: what it holds came with the address of the form. */
  hidden: z.boolean(),
  /** What it holds before anything is typed; null for nothing. */
  start: z.union([z.string(), z.number(), z.boolean(), z.array(z.string())]).nullable(),
  /** Shown only if the answers before it meet this. */
  when: AnswerRule.nullable(),
  /** The same in words, for whom it cannot come and go before their eyes. */
  only: z.string().nullable(),
  /** Whether it is shown before anything is typed. */
  shown: z.boolean(),
  /** The definition its answers are read by, for a browser to see when one is right; null for what is no field. */
  of: FieldKind.nullable(),
  role: z.enum(['name', 'mail']).nullable(),
  input: FieldInput,
});
export type FieldQuestion = z.infer<typeof FieldQuestion>;

/**
 * Goes along a form and tells of each part whether it is shown. A page that is not shown hides all that stands on it;
 * what is not shown is not answered either, so that nothing hangs on an answer nobody sees.
 */
export function following() {
  const given = new Map<string, FieldValue>();
  let page = true;
  return {
    shows(when: AnswerRule | null | undefined, opensPage: boolean): boolean {
      const met = !when || meetsAnswers(when, given);
      if (opensPage) page = met;
      return page && met;
    },
    knows: (field: string, value: FieldValue): void => void given.set(field, value),
  };
}

/** The names of the questions that are shown by what is answered so far. */
export function shownBy(
  questions: readonly FieldQuestion[],
  raw: Readonly<Record<string, unknown>>,
  reader: Reader,
): Set<string> {
  const along = following();
  const shown = new Set<string>();
  for (const { name, when, of, input } of questions) {
    if (!along.shows(when, input.kind === 'page')) continue;
    shown.add(name);
    const read = of ? readAnswer({ of }, raw[name] as RawAnswer, false, reader) : null;
    if (read?.ok && read.value !== null) along.knows(name, read.value);
  }
  return shown;
}
