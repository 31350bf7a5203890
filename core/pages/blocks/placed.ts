/**
 * Purpose: the block that places what the site asks of people on a page of the owner's own: signing in, a forgotten
 * password, the account, a signup form.
 * Invariant: what is asked and by whom it may be answered is found out for its viewer elsewhere; the block itself says
 * only which it is, and what is read where there is nothing to ask: by who is signed in already, and in the place of
 * an account by who is not.
 */
import { z } from 'zod';
import { AnyFormId, Words, chipsIn, say } from '../../kernel';
import { blocksSay } from './blocks.sentences';
import { blockBase, type BlockKind } from './kind';

export const ownPlaces = ['signIn', 'forgotten', 'account'] as const;
const Shows = z.union([z.strictObject({ place: z.enum(ownPlaces) }), z.strictObject({ form: AnyFormId })]);

const placedOf = z.strictObject({
  kind: z.literal('placed'),
  ...blockBase,
  title: Words.optional(),
  shows: Shows,
  otherwise: Words,
});
export type PlacedBlock = z.infer<typeof placedOf>;

/** Two of one kind on a page would be two of the same form. */
export const samePlaced = (one: PlacedBlock, other: PlacedBlock): boolean =>
  'form' in one.shows
    ? 'form' in other.shows && one.shows.form === other.shows.form
    : 'place' in other.shows && one.shows.place === other.shows.place;

const line = z.string();
const placedView = z.object({ kind: z.literal('placed'), id: line, title: line.nullable(), otherwise: line });
export const placed: BlockKind<PlacedBlock, z.infer<typeof placedView>> & {
  schema: typeof placedOf;
  view: typeof placedView;
} = {
  called: (reader) => blocksSay(reader).placed,
  calledOnPage: (reader) => blocksSay(reader).itsOwn_placed,
  heads: () => 'part',
  schema: placedOf,
  view: placedView,
  lookedUp: true,
  references: ({ shows }) => ('form' in shows ? [{ at: 'shows.form', kind: 'forms', id: shows.form }] : []),
  chips: ({ title, otherwise }) => [...chipsIn(title ?? ''), ...chipsIn(otherwise)],
  plain: ({ title }, chip) => (title ? [say(title, chip)] : []),
  show({ id, title, otherwise }, words, shelf) {
    const view = { kind: 'placed' as const, id, title: title ? say(title, words) : null };
    if (shelf.asked(id)) return { ...view, otherwise: '' };
    const says = say(otherwise, words);
    return says === '' ? null : { ...view, otherwise: says };
  },
};
