/** Filters of the member list that staff keep by a name, for everybody at the desk. */
import { z } from 'zod';
import { SavedViewId, Title } from '../core/kernel';
import { anyStaff, endpoint } from './access';
import { MemberFilter, MemberSort } from './members';

const text = z.string();

/** What is asked for, without the words that were searched for: those are somebody's, and of the moment. */
export const SavedFilter = z.strictObject({
  standing: MemberFilter.standing,
  level: MemberFilter.level,
  group: MemberFilter.group,
  /** A rule over answers, as JSON. */
  where: text.max(4_000).optional(),
  sort: MemberSort,
});
export type SavedFilter = z.infer<typeof SavedFilter>;

export const SavedView = z.object({
  id: SavedViewId,
  name: Title,
  asked: SavedFilter,
  /** Who has kept it, and when. */
  note: text,
});
export type SavedView = z.infer<typeof SavedView>;

const list = z.object({ views: z.array(SavedView) });

/** Each change answers with all of them as they are then. */
export const savedViews = {
  list: endpoint(anyStaff, 'GET', '/desk/saved-views', 'The views of the member list that were kept').output(list),
  keep: endpoint(anyStaff, 'POST', '/desk/saved-views', 'Keeps a view; one of the same name becomes it')
    .input(z.object({ name: Title, asked: SavedFilter }))
    .output(list),
  remove: endpoint(anyStaff, 'POST', '/desk/saved-views/{id}/remove', 'Takes a view out')
    .input(z.object({ id: SavedViewId }))
    .output(list),
};
