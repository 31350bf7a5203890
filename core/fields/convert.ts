/**
 * Purpose: an answer that was given to a field of one kind, as a field of another kind would hold it.
 * Invariant: what cannot be one is refused with the reason, and whoever asked leaves the answer as it is: nothing that
 * was answered is lost.
 */
import type { FieldValue } from '../facts';
import { ok, refuse, type Result } from '../kernel/result';
import type { Reader } from '../kernel/sentences';
import { fieldsSays } from './fields.sentences';
import type { FieldKind } from './kinds';
import { readAnswer, type RawAnswer } from './read';
import { showValue } from './show';

const texts: ReadonlySet<FieldKind['kind']> = new Set(['shortText', 'longText', 'mail', 'phone', 'webAddress']);

/** @returns the value to keep instead; or why there is none */
export function converted(
  before: FieldKind,
  after: FieldKind,
  value: FieldValue,
  reader: Reader,
): Result<FieldValue | null, string> {
  const apart = (kind: FieldKind['kind']) =>
    [before, after].some((one) => one.kind === kind) && before.kind !== after.kind;
  if (apart('picture') || apart('agreement') || after.kind === 'computed')
    return refuse(fieldsSays(reader).notConverted);
  // Who agreed to an earlier version agreed to that one.
  if (after.kind === 'agreement') return ok(value);
  const read = readAnswer({ of: after }, rawOf(before, after, value, reader), false, reader);
  // An answer that would be none any more stays what it is.
  return read.ok && read.value === null ? refuse(fieldsSays(reader).notConverted) : read;
}

function rawOf(before: FieldKind, after: FieldKind, value: FieldValue, reader: Reader): RawAnswer {
  const shown = () => showValue(before, value, reader);
  // A number without its unit, so that it is a number again should the field become one.
  if (texts.has(after.kind)) return texts.has(before.kind) || typeof value === 'number' ? String(value) : shown();
  if ('choices' in after) {
    const list = (Array.isArray(value) ? value : [value]).map((one) => choiceLike(one, before, after, reader));
    return after.kind === 'severalChoices' ? list : list.length === 1 ? list[0] : list;
  }
  if (after.kind === 'yesNo' && typeof value === 'string') return yesOrNo(value, reader);
  // A day within a span of one.
  if (after.kind === 'dateRange' && before.kind === 'date') return [String(value), String(value)];
  return Array.isArray(value) ? shown() : value;
}

/** The answer offered now that has the id of the old one, or else its words. */
function choiceLike(
  value: string | number | boolean,
  before: FieldKind,
  after: Extract<FieldKind, { choices: unknown }>,
  reader: Reader,
): string {
  const id = String(value);
  if (after.choices.some((choice) => choice.id === id)) return id;
  const label =
    'choices' in before
      ? (before.choices.find((choice) => choice.id === id)?.label ?? id)
      : showValue(before, value, reader);
  const like = (text: string) => text.trim().toLocaleLowerCase(reader.locale);
  return after.choices.find((choice) => like(choice.label) === like(label))?.id ?? id;
}

function yesOrNo(text: string, reader: Reader): RawAnswer {
  const says = fieldsSays(reader);
  const typed = text.trim().toLowerCase();
  return typed === says.yes.toLowerCase() ? true : typed === says.no.toLowerCase() ? false : text;
}
