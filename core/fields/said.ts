/** Purpose: what was answered on a form, as people read it. */
import type { AnswerLine } from './show';
import { partKindOf, type PartOfForm, type Given, type PartsKnown } from './parts';

/**
 * By the labels the form used, in its order.
 * @param only the fields that are told; all that was answered where none are named
 */
export const saidOn = (
  parts: readonly PartOfForm[],
  given: Given,
  known: PartsKnown,
  only: readonly string[] = [],
): AnswerLine[] =>
  parts.flatMap((part) => {
    if (only.length && !(part.part === 'field' && only.includes(part.field))) return [];
    return partKindOf(part).says(part, given, known) ?? [];
  });
