/**
 * Purpose: whether an answer is right by now, by the very rules of the server. Fetched only after a send was refused;
 * where it cannot be fetched, faults stay until the next send.
 */
import type { QuestionView } from '../../../contract';
import { nameFault, passwordFault } from '../../../core/fields/form';
import { owners } from '../../../core/kernel/sentences';
import { readAnswer, type RawAnswer } from '../../../core/fields/read';

/** Only whether there is a fault counts here, in whatever language it would be told. */
export function isRight(question: QuestionView, answer: unknown): boolean {
  if (question.input.kind === 'password')
    return passwordFault(typeof answer === 'string' ? answer : '', owners) === null;
  if (question.input.kind === 'agreement') return answer === true;
  if (!question.of) return true;
  const read = readAnswer({ of: question.of }, answer as RawAnswer, question.required, owners);
  return (
    read.ok && (question.role !== 'name' || typeof read.value !== 'string' || nameFault(read.value, owners) === null)
  );
}
