/** Purpose: one answer, read by the definition of its field. */
import type { FieldValue } from '../facts';
import { ok, refuse, type Result } from '../kernel/result';
import type { Reader } from '../kernel/sentences';
import { fieldKindOf, type FieldKind, type RawAnswer } from './kinds';

export type { RawAnswer };

/** Nothing but space. What begins with a letter, digit or sign of ASCII is not looked through to its end. */
const isBlank = (text: string): boolean =>
  !(text.charCodeAt(0) > 0x20 && text.charCodeAt(0) < 0x7f) && text.trim() === '';

/**
 * Reads one answer.
 * @returns the value to store, or null when nothing was answered and nothing had to be; else one sentence that says
 * what is wrong and how to mend it
 */
export function readAnswer(
  { of }: { readonly of: FieldKind },
  raw: RawAnswer,
  required: boolean,
  reader: Reader,
): Result<FieldValue | null, string> {
  const kind = fieldKindOf(of);
  const empty =
    raw === undefined ||
    raw === null ||
    (typeof raw === 'string' && isBlank(raw)) ||
    (Array.isArray(raw) && raw.every((one) => one === '')) ||
    (kind.blank?.(raw) ?? false);
  if (empty) return required ? refuse(kind.missing(of, reader)) : ok(null);
  return kind.read(of, raw, reader);
}

/** A value as an input holds it. */
export function typedOf(of: FieldKind, value: FieldValue): string | boolean | string[] {
  const own = fieldKindOf(of).typed?.(of, value);
  return own ?? (typeof value === 'number' ? String(value) : value);
}
