/** The public site: what an address shows to one viewer. */
import { z } from 'zod';
import { RichView, type RunView } from '../core/pages/rich';
import { BlockView, MenuLink, PageView, type MenuLeafView } from '../core/pages/view';
import { endpoint } from './access';
import { accountPlaces } from './account';
import { boardPlaces } from './boards';
import { NoticeView, formPlaces } from './forms';
import { joiningPlaces } from './joining';
import { moneyPlaces } from './money';
import { searchPlaces } from './search';
import { doneLines, type DoneAct } from './site.done';

export { doneLines, type DoneAct };
export { BlockView, MenuLink, PageView, RichView };
export type { MenuLeafView, RunView };

export const ShellView = z.object({
  siteName: z.string(),
  /** The language the site is written in, a BCP 47 tag. */
  locale: z.string(),
  /** The owner's own lines of what stands in every page's frame and forms. */
  wording: z.record(z.string(), z.string()).optional(),
  /** The logo: drawn with lines, or a picture at an address of the site. */
  mark: z
    .union([
      z.object({ size: z.number(), stroke: z.number(), paths: z.array(z.string()) }),
      z.object({ src: z.string(), width: z.number(), height: z.number() }),
    ])
    .nullable(),
  menu: z.array(MenuLink),
  foot: z.array(MenuLink),
  /** Who is signed in, or null. */
  viewer: z.object({ name: z.string(), note: z.string(), application: z.boolean() }).nullable(),
  canJoin: z.object({ label: z.string(), href: z.string() }).nullable(),
  /** A form that waits for them. */
  notice: NoticeView.nullable(),
});
export type ShellView = z.infer<typeof ShellView>;

/** What the site asks of people: places of its own, which a page may hold as well. */
const OwnPlace = z.discriminatedUnion('kind', [...joiningPlaces, ...formPlaces, ...accountPlaces]);

/** What one address shows to one viewer. */
export const PlaceView = z.discriminatedUnion('kind', [
  PageView.extend({
    kind: z.literal('page'),
    /** What is asked of this viewer in blocks of the page, by the block. */
    placed: z.record(z.string(), OwnPlace),
  }),
  ...joiningPlaces,
  ...formPlaces,
  ...accountPlaces,
  ...moneyPlaces,
  ...boardPlaces,
  ...searchPlaces,
  z.object({ kind: z.literal('missing'), title: z.string() }),
]);
export type PlaceView = z.infer<typeof PlaceView>;

/** What became of a form that was sent without script: the place is shown again with it. Null where none was sent. */
export const Attempt = z.object({
  form: z.string(),
  through: z.boolean(),
  faults: z.array(z.object({ at: z.string(), label: z.string(), says: z.string() })),
  trouble: z.string().nullable(),
  /** What was typed, without passwords and codes. */
  typed: z.record(z.string(), z.union([z.string(), z.boolean(), z.array(z.string())])),
});
export type Attempt = z.infer<typeof Attempt>;

export const SiteView = z.object({
  shell: ShellView,
  place: PlaceView,
  path: z.string(),
  attempt: Attempt.nullable(),
  /** What was done by a form that was sent without script. */
  done: z.enum(Object.keys(doneLines) as DoneAct[]).optional(),
});
export type SiteView = z.infer<typeof SiteView>;

/** What the site shows. */
export const site = {
  view: endpoint('anyone', 'GET', '/site/view', 'What an address shows to the caller')
    .input(z.object({ path: z.string().min(1).max(2000).startsWith('/') }))
    .output(z.union([SiteView, z.object({ elsewhere: z.string() })])),
};
