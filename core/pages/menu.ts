/** Purpose: a menu for one person. */
import type { Doors, Prepared } from '../doors';
import { chipsIn, never, say, type ChipName, type WordSource } from '../kernel';
import type { PagesSetup } from './setup';
import { targetHref } from './address';
import { itemsWithin, type MenuLeaf, type MenuListItem, type MenuTarget } from './page';
import { pagesSays } from './pages.sentences';
import type { MenuLeafView, MenuLink } from './view';

/** The menus that stand on every page, by where. */
export const menuOf = (where: 'menu' | 'foot', { doc, menus }: PagesSetup): MenuListItem | null => {
  const menu = menus.get(doc.site[where] ?? '');
  return menu && !menu.retired ? menu : null;
};

/** A menu as one person has it: never an item whose target they may not open. */
export function menuFor(
  menu: MenuListItem | null,
  person: Prepared,
  words: WordSource,
  doors: Doors<PagesSetup>,
): MenuLink[] {
  const shown = (leaf: MenuLeaf): MenuLeafView[] =>
    menuItemShows(leaf, person, doors)
      ? [{ label: labelOf(leaf, words, doors.setup), href: hrefOf(leaf.to, doors.setup)!, signsOut: signsOut(leaf) }]
      : [];
  return (menu?.items ?? []).flatMap((item) =>
    shown(item).map((link) => ({ ...link, items: (item.items ?? []).flatMap(shown) })),
  );
}

/** The chips its labels use. */
export const chipsOfMenu = (menu: MenuListItem | null): ChipName[] =>
  menu ? itemsWithin(menu).flatMap(({ item }) => (item.label === undefined ? [] : chipsIn(item.label))) : [];

const signsOut = ({ to }: MenuLeaf): boolean => 'place' in to && to.place === 'signOut';

function hrefOf(to: MenuTarget, setup: PagesSetup): string | null {
  if (!('place' in to)) return targetHref(to, setup);
  return { signIn: '/sign-in', account: '/account', signOut: '/sign-out', search: '/search' }[to.place];
}

function labelOf({ label, to }: MenuLeaf, words: WordSource, setup: PagesSetup): string {
  if (label !== undefined) return say(label, words);
  const says = pagesSays(setup.doc.site);
  if ('page' in to) return setup.pages.get(to.page)?.title ?? '';
  if ('form' in to) return setup.forms.get(to.form)?.title ?? '';
  if ('board' in to) return setup.boards.get(to.board)?.title ?? '';
  if ('address' in to) return to.address.replace(/^\w+:(\/\/)?/, '');
  switch (to.place) {
    case 'signIn':
      return says.signIn;
    case 'account':
      return says.myAccount;
    case 'signOut':
      return says.signOut;
    case 'search':
      return says.search;
    default:
      return never(to.place);
  }
}

export function menuItemShows(item: MenuLeaf, person: Prepared, doors: Doors<PagesSetup>): boolean {
  const { to, door } = item;
  if (hrefOf(to, doors.setup) === null) return false;
  if (door && !doors.predicate(door)(person)) return false;
  const signedIn = person.facts.member !== null;
  if ('place' in to) return to.place === 'search' || signedIn === (to.place !== 'signIn');
  if ('form' in to) return !signedIn;
  if ('address' in to) return true;
  if ('board' in to) return doors.predicate(doors.setup.boards.get(to.board)!.read)(person);
  const page = doors.setup.pages.get(to.page);
  return page !== undefined && doors.predicate(page.door)(person);
}
