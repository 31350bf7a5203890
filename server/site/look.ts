/**
 * Purpose: what the owner's look makes: the style of every page, and the mark as an icon.
 * How: the style stands in the page itself, since a sheet of its own is another journey on a slow phone before anything
 * is seen; the content policy names it by its digest (CSP Level 3, section 8.3), so no other can be put in.
 * Invariant: the address of the icon names its content, so that what a browser keeps for good is right for good.
 */
import { createHash } from 'node:crypto';

import type { Live } from '../setup';
import { siteColours, type Typefaces } from '../../core/site';
import { sheetOf, type Sheet } from './sheet';

/** What stands in a page, and how a content policy names it. */
export type Style = { readonly style: string; readonly source: string };

/** What a page that is looked at without being the site is marked with (see `server/viewpoint`). */
const LATER = ['viewed'];
const KEPT = 40;

/**
 * The content policy of the site's answers.
 * @param source the style that stands in a page; with it the whole sheet may come from the site itself
 * @param framedBy who may show it in a frame
 */
export const sitePolicy = (source?: string, framedBy = "'self'"): string =>
  `default-src 'none'; script-src 'self'; style-src ${source ? `'self' ${source}` : "'none'"}; font-src 'self'; img-src 'self' data:; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors ${framedBy}`;

export class Looks {
  private readonly icons = new Map<string, string>();
  private readonly made = new WeakMap<Live, { readonly colours: string; readonly icon: string }>();
  private readonly sheet: Sheet;

  /** @param css the built sheet of the site */
  constructor(css: string) {
    this.sheet = sheetOf(css, LATER);
  }

  /** The address of the mark. */
  iconOf(live: Live): string {
    return this.of(live).icon;
  }

  /** The style for a page with this HTML. */
  styleOf(live: Live, html: string): Style {
    const style = this.of(live).colours + this.sheet(html);
    return { style, source: `'sha256-${createHash('sha256').update(style).digest('base64')}'` };
  }

  private of(live: Live): { readonly colours: string; readonly icon: string } {
    let look = this.made.get(live);
    if (!look) {
      look = { colours: lookCss(live), icon: this.keep(iconSvg(live)) };
      this.made.set(live, look);
    }
    return look;
  }

  /** The icon at an address, where this process has made it. */
  iconAt(href: string): string | null {
    return this.icons.get(href) ?? null;
  }

  private keep(svg: string): string {
    const content = createHash('sha256').update(svg).digest('hex').slice(0, 16);
    const href = `/icon-${content}.svg`;
    this.icons.delete(href);
    this.icons.set(href, svg);
    if (this.icons.size > KEPT) this.icons.delete(this.icons.keys().next().value!);
    return href;
  }
}

/** The owner's mark as an icon; a plain arch where there is none. */
function iconSvg(live: Live): string {
  const { look } = live.setup.doc.site;
  const mark = look.mark ?? { size: 20, stroke: 2, paths: ['M4 17V9a6 6 0 0 1 12 0v8M2 17h16'] };
  const paths = mark.paths.map((d) => `<path d="${d}"/>`).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${mark.size} ${mark.size}"><g fill="none" stroke="${look.accent}" stroke-width="${mark.stroke}">${paths}</g></svg>`;
}

/** The pair of typefaces as the sheet's two families; the more exact selector wins over the sheet's own. */
const faces: Record<Typefaces, string> = {
  bookPlain: '',
  allPlain: ':root:root{--display:var(--sans)}',
  allBook: ':root:root{--sans:var(--display)}',
};

function lookCss(live: Live): string {
  const { look } = live.setup.doc.site;
  const colours = Object.entries(siteColours(look)).map(([name, hex]) => `--${name}:${hex}`);
  return `:root{${colours.join(';')}}${faces[look.typefaces ?? 'bookPlain']}`;
}
