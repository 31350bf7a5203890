/** Purpose: a stored field value as people read it. */
import type { FieldValue } from '../facts';
import type { Reader } from '../kernel/sentences';
import { facetOf, fieldKindOf, type FieldKind } from './kinds';

/** `3 colonies`, `Stall at Quillmoor market`, `yes`. */
export const showValue = (of: FieldKind, value: FieldValue, reader: Reader): string =>
  fieldKindOf(of).show(of, value, reader);

/** An answer beside its label; `picture`: the id of the one it is, where it is one. */
export type AnswerLine = { readonly label: string; readonly value: string; readonly picture?: string };

export const joinedOf = (
  { label, of }: { readonly label: string; readonly of: FieldKind },
  value: FieldValue,
  reader: Reader,
): AnswerLine => ({
  label,
  value: showValue(of, value, reader),
  ...(facetOf(of).is === 'file' ? { picture: String(value) } : {}),
});
