/** Purpose: a matter of an item in words, and the words that all kinds of item share. */
import { describeDoor } from '../doors/describe';
import type { DoorUse } from '../doors';
import type { RefKind, Words } from '../kernel';
import { chipNames } from '../messages';
import type { Setup } from '../setup';
import { linesSay } from './lines.sentences';

/** One matter of an item. `at` names it whatever its place in a list, so that what moved is not told as new. */
export type Line = { readonly at: string; readonly label: string; readonly says: string };

export const line = (at: string, label: string, says: string | undefined): Line[] =>
  says === undefined || says === '' ? [] : [{ at, label, says }];
export const sayings = (setup: Setup) => linesSay(setup.doc.site);

/** What an item is called. */
export function titleIn(kind: RefKind, id: string, setup: Setup): string {
  const item = setup[kind].get(id) as { title?: string; label?: string; id: string } | undefined;
  return item ? (item.title ?? item.label ?? item.id) : sayings(setup).gone({ id });
}

/** Words with each chip as its name, in braces, and what stands there where it is not known. */
export function plainWords(words: Words | undefined, setup: Setup): string {
  if (words === undefined) return '';
  const names = chipNames(setup);
  if (typeof words === 'string') return words;
  const chip = ({ chip: id, or }: Exclude<Words[number], string>): string => {
    const name = names.get(id) ?? id;
    return `{${or ? sayings(setup).chipOr({ chip: name, or }) : name}}`;
  };
  return words.map((piece) => (typeof piece === 'string' ? piece : chip(piece))).join('');
}

export function doorWords(use: DoorUse, setup: Setup): string {
  const says = sayings(setup);
  if ('everyone' in use) return says.everyone;
  if ('named' in use) return says.namedDoor({ door: titleIn('doors', use.named, setup) });
  return says.ownDoor({ rule: describeDoor(use.rule, setup) });
}

/** The order of named things; told only where the same things are ordered otherwise. */
export const order = (at: string, named: readonly (readonly [id: string, label: string])[], setup: Setup): Line[] =>
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
