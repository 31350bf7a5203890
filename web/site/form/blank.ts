/** Purpose: what an input holds while nothing is answered. */
import type { QuestionView } from '../../../contract';

export function blankOf(kind: QuestionView['input']['kind']): unknown {
  return kind === 'severalChoices' ? [] : kind === 'agreement' ? false : kind === 'yesNo' ? null : '';
}

/** Inputs of several parts, which are told apart by what stands within. */
export const isGroup = (kind: QuestionView['input']['kind']): boolean =>
  ['severalChoices', 'agreement', 'yesNo', 'dateRange'].includes(kind);
