/** Purpose: pages and menus as the owner sets them up. */
import { z } from 'zod';
import { DoorUse } from '../doors/rule';
import { Address, MenuId, PageId, Title, Words, kernelSays, never, owners } from '../kernel';
import { Block, Target } from './blocks';

import { pagesSays } from './pages.sentences';

export { Block };

export const OutsideView = z.discriminatedUnion('view', [
  z.strictObject({ view: z.literal('nothing') }),
  z.strictObject({ view: z.literal('note'), note: Words }),
  z.strictObject({ view: z.literal('openBlocks'), note: Words }),
  z.strictObject({ view: z.literal('otherPage'), page: PageId }),
]);
export type OutsideView = z.infer<typeof OutsideView>;

/** What an outside view names, and the words in it. */
export function outsideParts(outside: OutsideView): { readonly page: PageId | null; readonly note: Words } {
  switch (outside.view) {
    case 'nothing':
      return { page: null, note: '' };
    case 'note':
    case 'openBlocks':
      return { page: null, note: outside.note };
    case 'otherPage':
      return { page: outside.page, note: '' };
    default:
      return never(outside);
  }
}

/**
 * First parts of addresses that the product answers itself. A page at one of them would shut people out of signing in,
 * or never be seen.
 */
export const reservedAddresses: ReadonlySet<string> = new Set([
  'account',
  'api',
  'assets',
  'confirm',
  'desk',
  'favicon',
  'files',
  'forgotten',
  'health',
  'icon',
  'join',
  'joining',
  'problems',
  'reset',
  'robots',
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
    title: Title,
    /** The heading shown on the page, where it differs from the title. */
    heading: Words.optional(),
    description: z.string().max(300),
    door: DoorUse,
    outside: OutsideView,
    blocks: z.array(Block).max(100),
    retired: z.boolean().optional(),
  })
  .superRefine(({ blocks }, context) => {
    blocks.forEach(({ id }, at) => {
      if (blocks.findIndex((block) => block.id === id) < at)
        context.addIssue({ code: 'custom', path: ['blocks', at, 'id'], message: twice(id) });
    });
  });
export type PageItem = z.infer<typeof PageItem>;

const twice = (id: string) => kernelSays(owners).usedTwice({ id });

export const MenuItem = z.strictObject({
  label: Title.optional(),
  to: Target,
  /** Without one, a page's item shows to those the page lets in, a form's to those not signed in. */
  door: DoorUse.optional(),
});
export type MenuItem = z.infer<typeof MenuItem>;

export const MenuListItem = z.strictObject({
  id: MenuId,
  items: z.array(MenuItem).max(20),
  retired: z.boolean().optional(),
});
export type MenuListItem = z.infer<typeof MenuListItem>;
