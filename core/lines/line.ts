/** Purpose: a matter of an item in words, and the words that all kinds of item share. */
import { describeDoor } from '../doors/describe';
import type { DoorUse, DoorsSetup } from '../doors';
import type { Place, RefKind, Words } from '../kernel';
import { chipNames } from '../messages';
import { linesSay } from './lines.sentences';

/** One matter of an item. `at` names it whatever its place in a list, so that what moved is not told as new. */
export type Line = { readonly at: string; readonly label: string; readonly says: string };

export const line = (at: string, label: string, says: string | undefined): Line[] =>
  says === undefined || says === '' ? [] : [{ at, label, says }];
/** What of a set-up is told of an item: those of its kind by their ids, and the site's language. */
type Titled<K extends RefKind> = {
  readonly [L in K]: ReadonlyMap<string, { readonly id?: string; readonly title?: string; readonly label?: string }>;
} & { readonly doc: { readonly site: Place } };

export const sayings = ({ doc }: { readonly doc: { readonly site: Place } }) => linesSay(doc.site);

/** What an item is called. */
export function titleIn<K extends RefKind>(kind: K, id: string, setup: Titled<K>): string {
  const item = setup[kind].get(id);
  return item ? (item.title ?? item.label ?? id) : sayings(setup).gone({ id });
}

/** Words with each chip as its name, in braces, and what stands there where it is not known. */
export function plainWords(
  words: Words | undefined,
  setup: Parameters<typeof chipNames>[0] & Parameters<typeof sayings>[0],
): string {
  if (words === undefined) return '';
  const names = chipNames(setup);
  if (typeof words === 'string') return words;
  const chip = ({ chip: id, or }: Exclude<Words[number], string>): string => {
    const name = names.get(id) ?? id;
    return `{${or ? sayings(setup).chipOr({ chip: name, or }) : name}}`;
  };
  return words.map((piece) => (typeof piece === 'string' ? piece : chip(piece))).join('');
}

export function doorWords(use: DoorUse, setup: DoorsSetup): string {
  const says = sayings(setup);
  if ('everyone' in use) return says.everyone;
  if ('named' in use) return says.namedDoor({ door: titleIn('doors', use.named, setup) });
  return says.ownDoor({ rule: describeDoor(use.rule, setup) });
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
