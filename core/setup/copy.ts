/**
 * Purpose: an item duplicated: the same in everything but what names it alone: its id, its title, the address it is
 * reached by, and the built-in fact that one field only can feed.
 */
import type { ListItemKind } from './document';
import { idFrom } from './names';

type Body = Readonly<Record<string, unknown>>;

/**
 * @param others all items of its kind, itself included
 * @param title what the copy is called
 */
export function copyOf(kind: ListItemKind, item: Body, others: readonly Body[], title: string): Body & { id: string } {
  const { role: _role, retired: _retired, ...rest } = item;
  const taken = (key: string) => others.flatMap((other) => (typeof other[key] === 'string' ? [other[key]] : []));
  const id = idFrom(title, taken('id'), kind);
  const named = 'label' in item ? { label: title } : 'title' in item ? { title } : {};
  const reached =
    typeof item['address'] === 'string' ? { address: idFrom(item['address'], taken('address'), kind) } : {};
  return { ...structuredClone(rest), ...named, ...reached, id };
}
