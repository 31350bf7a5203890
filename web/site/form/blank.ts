/** Purpose: what inputs hold before anything is typed. */
import type { FieldQuestion } from '../../../contract';

const blank = (kind: FieldQuestion['input']['kind']): unknown =>
  kind === 'severalChoices' ? [] : kind === 'agreement' ? false : kind === 'yesNo' ? null : '';

/** Each question's answer as the form begins with it. A copy, since it will be typed into. */
export const blankOf = (questions: readonly FieldQuestion[]): Record<string, unknown> =>
  Object.fromEntries(
    questions.map(({ name, start, input }) => [name, Array.isArray(start) ? [...start] : (start ?? blank(input.kind))]),
  );

/** A plain form with files in it is sent in another way. */
export const enctypeOf = (questions: readonly FieldQuestion[]): 'multipart/form-data' | undefined =>
  questions.some(({ input }) => input.kind === 'picture') ? 'multipart/form-data' : undefined;

/** Inputs of several parts, which are told apart by what stands within. */
export const isGroup = (kind: FieldQuestion['input']['kind']): boolean =>
  ['severalChoices', 'agreement', 'yesNo', 'dateRange', 'imageChoice'].includes(kind);
