/** Purpose: a matter of an item in words, and the words that all kinds of item share. */
import type { Place, RefKind } from '../kernel';
import { linesSay } from './lines.sentences';

/** One matter of an item. `at` names it whatever its place in a list, so that what moved is not told as new. */
export type Line = { readonly at: string; readonly label: string; readonly says: string };

export const line = (at: string, label: string, says: string | undefined): Line[] =>
  says === undefined || says === '' ? [] : [{ at, label, says }];
/** What of a set-up is read to name items of some kinds: them by their ids, and the site's language. */
export type Titled<K extends RefKind> = {
  readonly [L in K]: ReadonlyMap<string, { readonly id?: string; readonly title?: string; readonly label?: string }>;
} & { readonly doc: { readonly site: Place } };

export const sayings = ({ doc }: { readonly doc: { readonly site: Place } }) => linesSay(doc.site);

/** What an item is called. */
export function titleIn<K extends RefKind>(kind: K, id: string, setup: Titled<K>): string {
  const item = setup[kind].get(id);
  return item ? (item.title ?? item.label ?? id) : sayings(setup).gone({ id });
}

/** The order of named things; told only where the same things are ordered otherwise. */
export const order = (
  at: string,
  named: readonly (readonly [id: string, label: string])[],
  setup: Parameters<typeof sayings>[0],
): Line[] =>
  named.length > 1
    ? line(
        `order ${at} ${named
          .map(([id]) => id)
          .sort()
          .join(' ')}`,
        sayings(setup).order,
        named.map(([, label]) => label).join(', '),
      )
    : [];
