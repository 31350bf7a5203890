/** Purpose: references between the items of a set-up. */

/** The lists of a set-up. */
export type ListName =
  'fields' | 'forms' | 'paths' | 'levels' | 'groups' | 'topics' | 'doors' | 'pages' | 'menus' | 'messages' | 'codes';
/** What others may refer to. */
export type RefKind = ListName | 'lessons';

/** `at`: where within the item it stands, such as `blocks.2.door`; '' for the item itself. */
export type Reference = { readonly at: string; readonly kind: RefKind; readonly id: string };

/** References one step further out: `within('blocks.2', …)`. */
export const within = (place: string, references: readonly Reference[]): Reference[] =>
  references.map(({ at, ...rest }) => ({ at: at === '' ? place : `${place}.${at}`, ...rest }));
