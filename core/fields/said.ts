/** Purpose: what was answered on a form, as people read it. */
import type { FieldValue } from '../facts';
import { showValue, type AnswerLine } from './show';
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

/**
 * The answers to fields by their key, for a program: each as it is kept and as people read it, in the form's order.
 * @param only the fields that are told; all of them where none are named
 */
export function answersOn(
  parts: readonly PartOfForm[],
  given: Given,
  known: PartsKnown,
  only: readonly string[] = [],
): Record<string, { readonly value: FieldValue; readonly shown: string }> {
  const answers: Record<string, { value: FieldValue; shown: string }> = {};
  for (const part of parts) {
    const field = part.part === 'field' ? known.fields.get(part.field) : undefined;
    if (!field || (only.length && !only.includes(field.id))) continue;
    const own = field.role === 'name' ? given.name : field.role === 'mail' ? given.mail : given.fields[field.id];
    if (own !== undefined && own !== '')
      answers[field.id] = { value: own, shown: showValue(field.of, own, known.doc.site) };
  }
  return answers;
}
