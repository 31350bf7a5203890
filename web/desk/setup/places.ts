/** Purpose: where at the desk an item is worked on. */
import type { RouteLocationRaw } from 'vue-router';
import type { ItemKind } from '../../../core/setup';

type Item = { readonly kind: ItemKind; readonly id: string; readonly at?: string };

const editors: Partial<Record<ItemKind, (id: string) => { path: string; query?: Record<string, string> }>> = {
  field: (id) => ({ path: '/desk/joining', query: { field: id } }),
  form: (id) => ({ path: `/desk/joining/forms/${id}` }),
  path: (id) => ({ path: `/desk/joining/paths/${id}` }),
  level: (id) => ({ path: '/desk/levels', query: { level: id } }),
  page: (id) => ({ path: '/desk/site', query: { page: id } }),
  board: (id) => ({ path: '/desk/boards', query: { board: id } }),
  menu: (id) => ({ path: `/desk/site/menus/${id}` }),
  door: () => ({ path: '/desk/site' }),
  group: (id) => ({ path: '/desk/levels/groups', query: { group: id } }),
  code: (id) => ({ path: '/desk/levels/codes', query: { code: id } }),
  money: () => ({ path: '/desk/levels/taking' }),
  site: () => ({ path: '/desk/settings' }),
};

/** The address of the editor of an item; null where its area has none. */
export function editorOf({ kind, id, at }: Item): RouteLocationRaw | null {
  // The look is the site's, and has a place of its own.
  if (kind === 'site' && at?.startsWith('look')) return { path: '/desk/site/look' };
  const editor = editors[kind]?.(id);
  return editor ? { ...editor, ...(at ? { hash: `#${at}` } : {}) } : null;
}
