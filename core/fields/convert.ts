/**
 * Purpose: an answer that was given to a field of one kind, as a field of another kind would hold it.
 * Invariant: what cannot be one is refused with the reason, and whoever asked leaves the answer as it is: nothing that
 * was answered is lost.
 */
import type { FieldValue } from '../facts';
import { ok, refuse, type Result } from '../kernel/result';
import type { Reader } from '../kernel/sentences';
import { fieldsSays } from './fields.sentences';
import { choicesIn, type Facet } from './facets';
import { facetOf, isAnswered, type FieldKind } from './kinds';
import { readAnswer, type RawAnswer } from './read';
import { showValue } from './show';

/** @returns the value to keep instead; or why there is none */
export function converted(
  before: FieldKind,
  after: FieldKind,
  value: FieldValue,
  reader: Reader,
): Result<FieldValue | null, string> {
  const [was, is] = [facetOf(before).is, facetOf(after).is];
  const own = ['file', 'agreement'].some((one) => was === one || is === one);
  if ((own && was !== is) || !isAnswered(after)) return refuse(fieldsSays(reader).notConverted);
  // Who agreed to an earlier version agreed to that one.
  if (is === 'agreement') return ok(value);
  const read = readAnswer({ of: after }, rawOf(before, after, value, reader), false, reader);
  // An answer that would be none any more stays what it is.
  return read.ok && read.value === null ? refuse(fieldsSays(reader).notConverted) : read;
}

function rawOf(before: FieldKind, after: FieldKind, value: FieldValue, reader: Reader): RawAnswer {
  const shown = () => showValue(before, value, reader);
  const [was, is] = [facetOf(before), facetOf(after)];
  // A number without its unit, so that it is a number again should the field become one.
  if (is.is === 'text') return was.is === 'text' || typeof value === 'number' ? String(value) : shown();
  if (is.is === 'choice' || is.is === 'choices') {
    const list = (Array.isArray(value) ? value : [value]).map((one) => choiceLike(one, before, is, reader));
    return is.is === 'choices' ? list : list.length === 1 ? list[0] : list;
  }
  if (is.is === 'yes' && typeof value === 'string') return yesOrNo(value, reader);
  // A day within a span of one.
  if (is.is === 'span' && was.is === 'day') return [String(value), String(value)];
  return Array.isArray(value) ? shown() : value;
}

/** The answer offered now that has the id of the old one, or else its words. */
function choiceLike(
  value: string | number | boolean,
  before: FieldKind,
  after: Extract<Facet, { choices: unknown }>,
  reader: Reader,
): string {
  const id = String(value);
  if (after.ids.includes(id)) return id;
  const label = choicesIn(facetOf(before), reader)?.find((choice) => choice.id === id)?.label;
  const words = label ?? (choicesIn(facetOf(before), reader) ? id : showValue(before, value, reader));
  const like = (text: string) => text.trim().toLocaleLowerCase(reader.locale);
  return after.choices(reader).find((choice) => like(choice.label) === like(words))?.id ?? id;
}

function yesOrNo(text: string, reader: Reader): RawAnswer {
  const says = fieldsSays(reader);
  const typed = text.trim().toLowerCase();
  return typed === says.yes.toLowerCase() ? true : typed === says.no.toLowerCase() ? false : text;
}
