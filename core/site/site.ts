/** Purpose: the site itself as its owner sets it up: names, place, colours. */
import { z } from 'zod';
import { AnyFormId, GroupId, LevelId, MenuId, PageId, Title, owners } from '../kernel';
import { siteSays } from './site.sentences';

const says = siteSays(owners);

const colour = z.string().regex(/^#[0-9A-Fa-f]{6}$/, says.colour);

/** A drawn mark: stroked paths on a square of `size` units. Only path data, so it can carry no script. */
const Drawing = z.strictObject({
  size: z.number().min(8).max(200),
  stroke: z.number().min(0.5).max(20),
  paths: z
    .array(z.string().regex(/^[MmLlHhVvCcSsQqTtAaZz0-9 ,.-]+$/, says.mark))
    .min(1)
    .max(12),
});
/** A picture as it was made for this place (`forLogo`), small enough to lie in the set-up; measures in points. */
const Picture = z.strictObject({
  picture: z
    .string()
    .max(60_000)
    .regex(/^data:image\/webp;base64,[A-Za-z0-9+/]+={0,2}$/, says.picture),
  width: z.int().min(1).max(640),
  height: z.int().min(1).max(640),
});
export const Mark = z.union([Drawing, Picture]);
export type Mark = z.infer<typeof Mark>;

/** Headings and text in the book face or the plain one. */
export const typefaces = ['bookPlain', 'allPlain', 'allBook'] as const;
export type Typefaces = (typeof typefaces)[number];

/** Where those of a level or in a group begin after signing in. */
const Start = z.union([
  z.strictObject({ level: LevelId, page: PageId }),
  z.strictObject({ group: GroupId, page: PageId }),
]);

export const SiteItem = z.strictObject({
  name: Title,
  shortName: Title,
  zone: z.string().refine(isZone, says.zone),
  locale: z.string().refine(isLocale, says.locale),
  currency: z.string().regex(/^[A-Z]{3}$/, says.currency),
  replyTo: z.email(),
  home: PageId,
  /** The menu at the head of every page. */
  menu: MenuId.optional(),
  /** The menu at the foot of every page. */
  foot: MenuId.optional(),
  /** The form that *Join* leads to. */
  joinBy: AnyFormId.optional(),
  /** The first that is somebody's and lets them in; who has none begins at home. */
  starts: z.array(Start).max(20).optional(),
  /** Lines put in the place of shipped ones, by where they stand (see `core/kernel/sentences.ts`). */
  wording: z.record(z.string().regex(/^[a-z]\w*(\.\w+){1,2}$/i), z.string().max(600)).optional(),
  look: z.strictObject({
    accent: colour,
    tint: colour,
    paper: colour,
    mark: Mark.optional(),
    /** Which of the typefaces that ship stand where; without it, the book face in headings and the plain one in text. */
    typefaces: z.enum(typefaces).optional(),
  }),
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
