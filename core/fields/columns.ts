/**
 * Purpose: how an answer lies in typed columns, so that filters can use an index.
 * Invariant: by what the answer is, not by the kind its field has now: a field may become another while answers stay as
 * they were given, and `meetsField` asks the answer too.
 */
import type { FieldValue } from '../facts/facts';

export type ValueColumns = { readonly text: string | null; readonly number: number | null };

/** So many letters of a text lie in its column. */
const KEPT = 190;

export function valueColumns(value: FieldValue): ValueColumns {
  if (typeof value === 'string') return { text: value.slice(0, KEPT), number: null };
  if (typeof value === 'object') return { text: value.join(',').slice(0, KEPT), number: null };
  return { text: null, number: Number(value) };
}
