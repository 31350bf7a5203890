/**
 * Purpose: a whole form read at once: every answer checked, every fault told, nothing dropped.
 * Invariant: what is not shown is not read, by the very rules the browser shows by (`question.ts`).
 */
import type { FieldValue } from '../facts';
import type { FieldId, TopicId } from '../kernel';
import { ok, refuse, type Result } from '../kernel/result';
import { computedBy, computesAny, madeNameFault } from './computed';
import { partKindOf, type AnswerFault, type PartOfForm, type PartsKnown, type AnswersInReading } from './parts';
import { following } from './question';
import type { RawAnswer } from './read';

export type { AnswerFault };

export type ReadForm = {
  readonly name: string;
  readonly mail: string;
  readonly password: string;
  readonly fields: Record<FieldId, FieldValue>;
  readonly topics: readonly TopicId[];
};

export type RawForm = Readonly<Record<string, RawAnswer>>;

/**
 * Reads a form. Refuses with all faults in the order of the form. A question about a field that does not exist is not
 * asked.
 */
export function readForm(
  form: { readonly parts: readonly PartOfForm[] },
  known: PartsKnown,
  raw: RawForm,
): Result<ReadForm, AnswerFault[]> {
  const into: AnswersInReading = { name: '', mail: '', password: '', fields: {}, topics: [], faults: [] };
  // Where nothing hangs on an answer nobody needs to keep what was answered so far.
  const { parts } = form;
  const along = hangs(parts) ? following() : null;
  for (const part of parts) {
    if (along && !along.shows(part.when, part.part === 'page')) continue;
    const kind = partKindOf(part);
    const value = kind.read(part, raw, into, known);
    if (value !== null) along?.knows(kind.name(part)!, value);
  }
  if (computesAny(known.fields)) {
    const made = computedBy(into.fields, known);
    if (made.name) into.name = made.name;
    const wrong = madeNameFault(into.fields, Object.keys(into.fields), known);
    if (wrong && !into.faults.some(({ at }) => at === wrong.at)) into.faults.push(wrong);
  }
  const { faults, name, mail, password, fields, topics } = into;
  return faults.length ? refuse(faults) : ok({ name, mail, password, fields, topics });
}

function hangs(parts: readonly PartOfForm[]): boolean {
  for (const { when } of parts) if (when) return true;
  return false;
}
