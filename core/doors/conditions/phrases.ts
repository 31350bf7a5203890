/** Purpose: names of things in a rule, by the set-up's own titles. */
import type { Either, Reader } from '../../kernel';
import { doorsSays } from '../doors.sentences';

export const missingName = (id: string, reader: Reader): string => doorsSays(reader).missing({ id });

/** `Keeper or Friend`. */
export const oneOf = (
  map: ReadonlyMap<string, { readonly title: string }>,
  ids: readonly string[],
  reader: Reader,
): Either => ({ either: ids.map((id) => map.get(id)?.title ?? missingName(id, reader)) });
