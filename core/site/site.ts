/** Purpose: the site itself as its owner sets it up: names, place, colours. */
import { z } from 'zod';
import { MenuId, PageId, SignupFormId, Title } from '../kernel';

const colour = z.string().regex(/^#[0-9A-Fa-f]{6}$/, 'Write a colour as # and six of 0–9, A–F.');

/** A drawn mark: stroked paths on a square of `size` units. Only path data, so it can carry no script. */
const Mark = z.strictObject({
  size: z.number().min(8).max(200),
  stroke: z.number().min(0.5).max(20),
  paths: z
    .array(z.string().regex(/^[MmLlHhVvCcSsQqTtAaZz0-9 ,.-]+$/, 'A mark holds path data only.'))
    .min(1)
    .max(12),
});

export const SiteItem = z.strictObject({
  name: Title,
  shortName: Title,
  zone: z.string().refine(isZone, 'That is no time zone. Use a name such as Europe/London.'),
  locale: z.string().refine(isLocale, 'That is no language. Use a tag such as en-GB.'),
  currency: z.string().regex(/^[A-Z]{3}$/, 'Write a currency in three capitals, such as GBP.'),
  replyTo: z.email(),
  home: PageId,
  /** The menu at the head of every page. */
  menu: MenuId.optional(),
  /** The form that *Join* leads to. */
  joinBy: SignupFormId.optional(),
  look: z.strictObject({ accent: colour, tint: colour, paper: colour, mark: Mark.optional() }),
});
export type SiteItem = z.infer<typeof SiteItem>;

function isZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

function isLocale(locale: string): boolean {
  try {
    return Intl.getCanonicalLocales(locale).length === 1;
  } catch {
    return false;
  }
}
