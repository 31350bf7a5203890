/**
 * Purpose: the owner's mark as a file of its own: the icon of every page, and the picture at its head.
 * Invariant: the address names the content, so that what a browser keeps for good is right for good.
 */
import { createHash } from 'node:crypto';
import type { Live } from '../setup';

/** What is served at the address of a mark. */
export type Icon = { readonly type: 'image/svg+xml' | 'image/webp'; readonly bytes: string | Buffer };

const KEPT = 40;
const addresses = new WeakMap<Live, string>();
/** By their addresses, the oldest first. Also of drafts and of set-ups that are over, which are looked at as they were. */
const icons = new Map<string, Icon>();

/** The address of the mark of a set-up, at which it can be had from now on. */
export function iconOf(live: Live): string {
  const known = addresses.get(live);
  if (known !== undefined && icons.has(known)) return known;
  const icon = iconFor(live);
  const content = createHash('sha256').update(icon.bytes).digest('hex').slice(0, 16);
  const href = `/icon-${content}.${icon.type === 'image/webp' ? 'webp' : 'svg'}`;
  icons.delete(href);
  icons.set(href, icon);
  if (icons.size > KEPT) icons.delete(icons.keys().next().value!);
  addresses.set(live, href);
  return href;
}

/** The icon at an address, where this process has made it. */
export const iconAt = (href: string): Icon | null => icons.get(href) ?? null;

/** The owner's mark as an icon; a plain arch where there is none. */
function iconFor(live: Live): Icon {
  const { look } = live.setup.doc.site;
  if (look.mark && 'picture' in look.mark)
    return { type: 'image/webp', bytes: Buffer.from(look.mark.picture.split(',', 2)[1]!, 'base64') };
  const mark = look.mark ?? { size: 20, stroke: 2, paths: ['M4 17V9a6 6 0 0 1 12 0v8M2 17h16'] };
  const paths = mark.paths.map((d) => `<path d="${d}"/>`).join('');
  const bytes = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${mark.size} ${mark.size}"><g fill="none" stroke="${look.accent}" stroke-width="${mark.stroke}">${paths}</g></svg>`;
  return { type: 'image/svg+xml', bytes };
}
