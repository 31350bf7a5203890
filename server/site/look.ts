/**
 * Purpose: what the owner's look makes: the style of every page.
 * How: the style stands in the page itself, since a sheet of its own is another journey on a slow phone before anything
 * is seen; the content policy names it by its digest (CSP Level 3, section 8.3), so no other can be put in.
 */
import { createHash } from 'node:crypto';

import type { Live } from '../setup';
import { siteColours, type Typefaces } from '../../core/site';
import { sheetOf, type Sheet } from './sheet';

/** What stands in a page, and how a content policy names it. */
export type Style = { readonly style: string; readonly source: string };

/** What a page that is looked at without being the site is marked with (see `server/viewpoint`). */
const LATER = ['viewed'];

/**
 * The content policy of the site's answers.
 * @param source the style that stands in a page; with it the whole sheet may come from the site itself
 * @param framedBy who may show it in a frame
 */
export const sitePolicy = (source?: string, framedBy = "'self'"): string =>
  `default-src 'none'; script-src 'self'; style-src ${source ? `'self' ${source}` : "'none'"}; font-src 'self'; img-src 'self' data:; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors ${framedBy}`;

export class Looks {
  private readonly made = new WeakMap<Live, string>();
  private readonly sheet: Sheet;

  /** @param css the built sheet of the site */
  constructor(css: string) {
    this.sheet = sheetOf(css, LATER);
  }

  /** The style for a page with this HTML. */
  styleOf(live: Live, html: string): Style {
    const style = this.coloursOf(live) + this.sheet(html);
    return { style, source: `'sha256-${createHash('sha256').update(style).digest('base64')}'` };
  }

  private coloursOf(live: Live): string {
    const known = this.made.get(live) ?? lookCss(live);
    this.made.set(live, known);
    return known;
  }
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
