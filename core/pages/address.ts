/** Purpose: where pages, forms and boards stand on the site. */
import type { PagesSetup } from './setup';
import type { PageItem } from './page';
import type { Target } from './target';

export const hrefOfPage = (page: PageItem, setup: PagesSetup): string =>
  page.id === setup.doc.site.home ? '/' : `/${page.address}`;

/**
 * A page at another address. Where it stands for its readers now is kept, so that what leads there goes on leading to it.
 * @param live the page as it is live; null where it is not yet
 */
export function movedTo(
  page: PageItem,
  address: string,
  live: PageItem | null,
): Pick<PageItem, 'address' | 'formerly'> {
  const before = [...(page.formerly ?? []), ...(live ? [live.address] : [])];
  const formerly = [...new Set(before)].filter((one) => one !== address).slice(-20);
  return { address, formerly: formerly.length ? formerly : undefined };
}

/** Where something leads; null where it leads nowhere: what it names is gone or retired. */
export function targetHref(to: Target, setup: PagesSetup): string | null {
  if ('form' in to) {
    const form = setup.forms.get(to.form);
    if (!form || form.retired) return null;
    return `/${form.purpose.is === 'signup' ? 'join' : 'form'}/${form.address}`;
  }
  if ('board' in to) {
    const board = setup.boards.get(to.board);
    return board && !board.retired ? `/boards/${board.address}` : null;
  }
  if ('address' in to) return to.address;
  const page = setup.pages.get(to.page);
  return page && !page.retired ? hrefOfPage(page, setup) : null;
}
