/**
 * Purpose: what is sent of a page to one viewer.
 * Invariant: a view holds results only: no rule, no closed block, no chip.
 */
import { z } from 'zod';
import { BlockView, addressOfFile, addressOfPicture } from './blocks';

export { BlockView, addressOfFile, addressOfPicture };

const line = z.string();
/** One way in, told to the viewer: a sentence and where it leads. */
export const WayView = z.object({ label: line, href: line, says: line });
export type WayView = z.infer<typeof WayView>;

export const PageView = z.object({
  title: line,
  heading: line.nullable(),
  description: line,
  /** Shown where it is shared; null where there is none, or not everybody may see it. */
  picture: line.nullable(),
  blocks: z.array(BlockView),
  aside: z.array(BlockView),
  shut: z.object({ note: line, ways: z.array(WayView) }).nullable(),
});
export type PageView = z.infer<typeof PageView>;

export const MenuLeafView = z.object({ label: line, href: line, signsOut: z.boolean() });
export type MenuLeafView = z.infer<typeof MenuLeafView>;
export const MenuLink = MenuLeafView.extend({ items: z.array(MenuLeafView) });
export type MenuLink = z.infer<typeof MenuLink>;
