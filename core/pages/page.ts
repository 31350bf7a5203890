/** Purpose: pages and menus as the owner sets them up. */
import { z } from 'zod';
import { OutsideView } from '../doors/outside';
import { DoorUse } from '../doors/rule';
import { Address, MenuId, PageId, Title, Words, kernelSays, owners } from '../kernel';
import { Block, PictureUse, blockKindOf, blockNamesIn, samePlaced } from './blocks';
import { Target } from './target';

import { pagesSays } from './pages.sentences';

export { Block, PictureUse, blockKindOf, blockNamesIn };
export { ownPlaces } from './blocks';
export { OutsideView, outsideParts } from '../doors/outside';
export type { DirectoryBlock, ListedView, PlacedBlock } from './blocks';

/**
 * First parts of addresses that the product answers itself. A page at one of them would shut people out of signing in or
 * paying, or never be seen. A test holds them to the routes of the server.
 */
export const reservedAddresses: ReadonlySet<string> = new Set([
  'account',
  'api',
  'assets',
  'boards',
  'confirm',
  'desk',
  'edit',
  'embed',
  'entries',
  'favicon',
  'files',
  'forgotten',
  'form',
  'health',
  'icon',
  'join',
  'joining',
  'mine',
  'notices',
  'paid',
  'pay',
  'picture',
  'post',
  'problems',
  'receipts',
  'reset',
  'robots',
  'search',
  'sent',
  'sign-in',
  'sign-out',
  'sitemap',
  'viewpoint',
  'withdrawn',
]);

const PageAddress = Address.refine((address) => !reservedAddresses.has(address), {
  error: pagesSays(owners).ownAddress,
});

export const PageItem = z
  .strictObject({
    id: PageId,
    address: PageAddress,
    /** Where it stood before: whoever asks there is led to where it stands now. */
    formerly: z.array(PageAddress).max(20).optional(),
    title: Title,
    /** The heading shown on the page, where it differs from the title. */
    heading: Words.optional(),
    description: z.string().max(300),
    /** Shown where the page is shared. */
    picture: PictureUse.optional(),
    door: DoorUse,
    outside: OutsideView,
    blocks: z.array(Block).max(100),
    retired: z.boolean().optional(),
  })
  .superRefine(({ blocks }, context) => {
    blocks.forEach(({ id }, at) => {
      if (blocks.findIndex((block) => block.id === id) < at)
        context.addIssue({ code: 'custom', path: ['blocks', at, 'id'], message: twice(id) });
      const block = blocks[at]!;
      if (
        block.kind === 'placed' &&
        blocks.slice(0, at).some((other) => other.kind === 'placed' && samePlaced(block, other))
      )
        context.addIssue({
          code: 'custom',
          path: ['blocks', at, 'shows'],
          message: pagesSays(owners).placedTwice,
        });
    });
  });
export type PageItem = z.infer<typeof PageItem>;

const twice = (id: string) => kernelSays(owners).usedTwice({ id });

/** Where a menu leads beside pages and forms: what signing in is about, and searching. */
export const menuPlaces = ['signIn', 'account', 'signOut', 'search'] as const;
export const MenuTarget = z.union([Target, z.strictObject({ place: z.enum(menuPlaces) })]);
export type MenuTarget = z.infer<typeof MenuTarget>;

const leaf = {
  /** What it is called where that is not the title of what it leads to. */
  label: Words.optional(),
  to: MenuTarget,
  /** Without one, a page's item shows to those the page lets in, a form's to those not signed in. */
  door: DoorUse.optional(),
};
/** One that stands within another. */
export const MenuLeaf = z.strictObject(leaf);
export type MenuLeaf = z.infer<typeof MenuLeaf>;
export const MenuItem = z.strictObject({ ...leaf, items: z.array(MenuLeaf).min(1).max(20).optional() });
export type MenuItem = z.infer<typeof MenuItem>;

export const MenuListItem = z.strictObject({
  id: MenuId,
  title: Title,
  items: z.array(MenuItem).max(20),
  retired: z.boolean().optional(),
});
export type MenuListItem = z.infer<typeof MenuListItem>;

/** Every item of a menu, those within others too, each with its place. */
export const itemsWithin = ({
  items,
}: Pick<MenuListItem, 'items'>): { readonly at: string; readonly item: MenuLeaf }[] =>
  items.flatMap((item, at) => [
    { at: `items.${at}`, item },
    ...(item.items ?? []).map((inner, n) => ({ at: `items.${at}.items.${n}`, item: inner })),
  ]);
