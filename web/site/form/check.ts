/**
 * Purpose: what is wrong with an answer, and which questions are shown, by the very rules of the server. Fetched only
 * where a form needs it; where it cannot be fetched, the server alone tells.
 */
import type { FieldQuestion } from '../../../contract';
import { nameFault, passwordFault } from '../../../core/fields/faults';
import { shownBy } from '../../../core/fields/question';
import { readAnswer, type RawAnswer } from '../../../core/fields/read';
import type { Reader } from '../../../core/kernel/sentences';

export { shownBy };

/** What is wrong with an answer and how to mend it; null where it is right. */
export function wrongWith(question: FieldQuestion, answer: unknown, reader: Reader): string | null {
  if (question.input.kind === 'password') return passwordFault(typeof answer === 'string' ? answer : '', reader);
  if (!question.of || question.hidden) return null;
  const read = readAnswer({ of: question.of }, answer as RawAnswer, question.required, reader);
  if (!read.ok) return read.refusal;
  return question.role === 'name' && typeof read.value === 'string' ? nameFault(read.value, reader) : null;
}
