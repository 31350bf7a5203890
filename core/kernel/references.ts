/** Purpose: references between the items of a set-up. */
import { fieldOfChip, type ChipName } from './chips';
import { chipsIn, type Words } from './words';

/** The lists of a set-up. */
export type ListName =
  | 'fields'
  | 'forms'
  | 'paths'
  | 'levels'
  | 'groups'
  | 'topics'
  | 'doors'
  | 'boards'
  | 'pages'
  | 'menus'
  | 'messages'
  | 'codes';
/** What others may refer to. */
export type RefKind = ListName | 'lessons';

/** `at`: where within the item it stands, such as `blocks.2.door`; '' for the item itself. */
export type Reference = { readonly at: string; readonly kind: RefKind; readonly id: string };

/** References one step further out: `within('blocks.2', …)`. */
export const referencesAt = (place: string, references: readonly Reference[]): Reference[] =>
  references.map(({ at, ...rest }) => ({ at: at === '' ? place : `${place}.${at}`, ...rest }));

/** The fields whose answers personal words show. */
export const referencesOfChips = (chips: readonly ChipName[]): Reference[] =>
  chips.flatMap((chip) => {
    const id = fieldOfChip(chip);
    return id === null ? [] : [{ at: '', kind: 'fields', id }];
  });

/** The same of a text that stands at a place. */
export const referencesOfWords = (place: string, words: Words | undefined): Reference[] =>
  words ? referencesAt(place, referencesOfChips(chipsIn(words))) : [];
