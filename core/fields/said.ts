/** Purpose: what was answered on a form, as people read it. */
import type { FieldValue } from '../facts';
import type { FieldId } from '../kernel';
import { following } from './question';
import { showValue, type AnswerLine } from './show';
import { partKindOf, type PartOfForm, type KeptAnswers, type PartsKnown } from './parts';

const valueOf = (id: FieldId, given: KeptAnswers, { fields }: PartsKnown): FieldValue | undefined => {
  const role = fields.get(id)?.role;
  return role === 'name' ? given.name : role === 'mail' ? given.mail : given.fields[id];
};

/** The parts that were shown to whoever gave these answers: what was not asked was not left open either. */
function shownOf(parts: readonly PartOfForm[], given: KeptAnswers, known: PartsKnown): PartOfForm[] {
  const along = following();
  return parts.filter((part) => {
    if (!along.shows(part.when, part.part === 'page')) return false;
    const value = part.part === 'field' ? valueOf(part.field, given, known) : undefined;
    if (part.part === 'field' && value !== undefined) along.knows(part.field, value);
    return true;
  });
}

/**
 * By the labels the form used, in its order.
 * @param only the fields that are told; all that was answered where none are named
 */
export const saidOn = (
  parts: readonly PartOfForm[],
  given: KeptAnswers,
  known: PartsKnown,
  only: readonly string[] = [],
): AnswerLine[] =>
  shownOf(parts, given, known).flatMap((part) => {
    if (only.length && !(part.part === 'field' && only.includes(part.field))) return [];
    return partKindOf(part).says(part, given, known) ?? [];
  });

/**
 * The answers to fields by their key, for a program: each as it is kept and as people read it, in the form's order.
 * @param only the fields that are told; all of them where none are named
 */
export function answersOn(
  parts: readonly PartOfForm[],
  given: KeptAnswers,
  known: PartsKnown,
  only: readonly string[] = [],
): Record<string, { readonly value: FieldValue; readonly shown: string }> {
  const answers: Record<string, { value: FieldValue; shown: string }> = {};
  for (const part of parts) {
    const field = part.part === 'field' ? known.fields.get(part.field) : undefined;
    if (!field || (only.length && !only.includes(field.id))) continue;
    const own = valueOf(field.id, given, known);
    if (own !== undefined && own !== '')
      answers[field.id] = { value: own, shown: showValue(field.of, own, known.doc.site) };
  }
  return answers;
}
