/** Purpose: names of things in a rule, by the set-up's own titles. */
import { listed } from '../../kernel';

export const missingName = (id: string): string => `“${id}” (which does not exist)`;

/** `Keeper or Friend`. */
export const oneOf = (map: ReadonlyMap<string, { readonly title: string }>, ids: readonly string[]): string =>
  listed(
    ids.map((id) => map.get(id)?.title ?? missingName(id)),
    'or',
  );
