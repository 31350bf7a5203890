/** Purpose: what every item of a set-up refers to, found once a check-up however many checks ask. */
import type { Reference } from '../kernel';
import { itemsOf, referencesOfItem, type Setup, type SetupEntry } from '../setup';
import type { World } from './finding';

/** An item with what it refers to, each with its place within it. */
export type Referring = SetupEntry & { readonly to: readonly Reference[] };

const known = new WeakMap<World, readonly Referring[]>();

/** All items in the order of the document. */
export function referred({ doc }: Setup, world: World): readonly Referring[] {
  let found = known.get(world);
  if (!found) {
    found = itemsOf(doc).map((entry) => ({ ...entry, to: referencesOfItem(entry.kind, entry.body) }));
    known.set(world, found);
  }
  return found;
}

export const isRetired = (item: unknown): boolean => (item as { retired?: boolean }).retired === true;
