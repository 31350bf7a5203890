/** Purpose: what every item of a set-up refers to, found once a check-up however many checks ask. */
import type { Reference } from '../kernel';
import {
  listKinds,
  referencesOfItem,
  singleKinds,
  type ItemKind,
  type ListItemKind,
  type Setup,
  type SingleKind,
} from '../setup';
import type { World } from './finding';

export type Referring = {
  readonly kind: ItemKind;
  readonly id: string;
  readonly item: { readonly retired?: boolean };
  /** Each with its place within the item. */
  readonly to: readonly Reference[];
};

const known = new WeakMap<World, readonly Referring[]>();

/** All items in the order of the document. */
export function referred({ doc }: Setup, world: World): readonly Referring[] {
  let found = known.get(world);
  if (!found) {
    const of = (kind: ItemKind, id: string, item: object): Referring => {
      return { kind, id, item, to: referencesOfItem(kind, item) };
    };
    found = [
      ...(Object.keys(singleKinds) as SingleKind[]).map((kind) => of(kind, kind, doc[kind])),
      ...(Object.keys(listKinds) as ListItemKind[]).flatMap((kind) =>
        (doc[listKinds[kind].list] as readonly { readonly id: string }[]).map((item) => of(kind, item.id, item)),
      ),
    ];
    known.set(world, found);
  }
  return found;
}
