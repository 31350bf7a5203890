/** Purpose: what pages and menus add to the set-up, and what of one they read. */
import { referencesOfOutside } from '../doors/outside';
import { referencesOfDoor } from '../doors/rule';
import type { BoardsSetup } from '../boards/setup';
import { listKind, referencesOfChips, referencesOfWords, referencesAt, type Reference, type SetupOf } from '../kernel';
import type { moneyKinds } from '../money/setup';
import { MenuListItem, PageItem, blockKindOf, itemsWithin } from './page';
import { referencesOfTarget } from './target';

export const pageKinds = {
  page: listKind({
    schema: PageItem,
    list: 'pages',
    since: 1,
    area: 'site',
    references: (page): Reference[] => [
      ...referencesAt('door', referencesOfDoor(page.door)),
      ...referencesOfOutside(page.outside),
      ...referencesOfWords('heading', page.heading),
      ...page.blocks.flatMap((block, at) =>
        referencesAt(`blocks.${at}`, [
          ...referencesAt('door', referencesOfDoor(block.door)),
          ...blockKindOf(block).references(block),
          ...referencesOfChips(blockKindOf(block).chips(block)),
        ]),
      ),
    ],
  }),
  menu: listKind({
    schema: MenuListItem,
    list: 'menus',
    since: 1,
    area: 'site',
    references: (menu) =>
      itemsWithin(menu).flatMap(({ at, item }) =>
        referencesAt(at, [
          ...('place' in item.to ? [] : referencesOfTarget(item.to)),
          ...referencesAt('door', referencesOfDoor(item.door)),
          ...referencesOfWords('label', item.label),
        ]),
      ),
  }),
};

/** Indexes beside the items themselves. */
type PagesByAddress = {
  readonly pageByAddress: ReadonlyMap<string, PageItem>;
  /** Pages by the addresses they stood at before, where no page stands now. */
  readonly pageByFormer: ReadonlyMap<string, PageItem>;
};

export type PagesSetup = BoardsSetup &
  SetupOf<Pick<typeof moneyKinds, 'money'>> &
  SetupOf<typeof pageKinds> &
  PagesByAddress;

/** Where two share an address the first stands at it; the check-up says so. */
export const pagesByAddress = (pages: readonly PageItem[]): PagesByAddress => ({
  pageByAddress: new Map([...pages].reverse().map((page) => [page.address, page])),
  pageByFormer: new Map(
    pages.flatMap((page) =>
      (page.formerly ?? [])
        .filter((address) => !pages.some((other) => other.address === address && !other.retired))
        .map((address) => [address, page] as const),
    ),
  ),
});
