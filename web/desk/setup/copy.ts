/** Purpose: duplicating an item of the draft; the copy stands right behind what it was made from. */
import { copyOf, type ListItemKind } from '../../../core/setup';
import { reader } from '../base/reader';
import { useDraft } from './draft.store';
import { setupSays } from './setup.sentences';

/** @returns the id of the copy; null where there is no such item */
export function duplicate(kind: ListItemKind, id: string): string | null {
  const draft = useDraft();
  const all = draft.ofKind(kind);
  const item = all.find((one) => one.id === id)?.good;
  if (!item) return null;
  const title = setupSays(reader).copyOf({ title: 'title' in item ? item.title : 'label' in item ? item.label : id });
  const copy = copyOf(
    kind,
    item,
    all.map(({ body }) => body),
    title,
  );
  draft.edit(kind, copy.id, copy);
  draft.order(
    kind,
    all.flatMap((one) => (one.id === id ? [id, copy.id] : [one.id])),
  );
  return copy.id;
}
