/** Purpose: a stored field value as people read it. */
import type { FieldValue } from '../facts';
import type { Reader } from '../kernel/sentences';
import { fieldKindOf, type FieldKind } from './kinds';

/** `3 colonies`, `Stall at Quillmoor market`, `yes`. */
export const showValue = (of: FieldKind, value: FieldValue, reader: Reader): string =>
  fieldKindOf(of).show(of, value, reader);
