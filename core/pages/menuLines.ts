/** Purpose: menus in words. */
import { doorWords } from '../doors';
import { never } from '../kernel';
import { line, order, sayings, titleIn, type Line } from '../lines';
import { plainWords } from '../messages';
import { itemsWithin, type MenuLeaf, type MenuListItem, type MenuTarget } from './page';
import type { PagesSetup } from './setup';

/** What a target is told apart by, and what it is called. */
function targetOf(to: MenuTarget, setup: PagesSetup): { readonly key: string; readonly title: string } {
  if ('page' in to) return { key: to.page, title: titleIn('pages', to.page, setup) };
  if ('form' in to) return { key: to.form, title: titleIn('forms', to.form, setup) };
  if ('board' in to) return { key: `board ${to.board}`, title: titleIn('boards', to.board, setup) };
  if ('address' in to) return { key: to.address, title: to.address };
  const says = sayings(setup);
  switch (to.place) {
    case 'signIn':
      return { key: to.place, title: says.toSignIn };
    case 'account':
      return { key: to.place, title: says.toAccount };
    case 'signOut':
      return { key: to.place, title: says.toSignOut };
    case 'search':
      return { key: to.place, title: says.toSearch };
    default:
      return never(to.place);
  }
}

function namedItem({ label, to }: MenuLeaf, setup: PagesSetup): string {
  return label === undefined ? targetOf(to, setup).title : plainWords(label, setup);
}

export function menuLines(menu: MenuListItem, setup: PagesSetup): Line[] {
  const says = sayings(setup);
  return [
    ...line('title', says.title, menu.title),
    ...itemsWithin(menu).flatMap(({ item }) => {
      const name = namedItem(item, setup);
      const { key, title } = targetOf(item.to, setup);
      const told = name === title ? name : says.leadsTo({ name, title });
      return line(`item ${key}`, says.items, item.door ? `${told}, ${doorWords(item.door, setup)}` : told);
    }),
    ...order(
      'items',
      itemsWithin(menu).map(({ at, item }) => [
        `${at.split('.').length > 2 ? 'within ' : ''}${targetOf(item.to, setup).key}`,
        namedItem(item, setup),
      ]),
      setup,
    ),
  ];
}
