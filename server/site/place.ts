/**
 * Purpose: what an address of the site shows to one viewer, as data. HTML, JSON and the viewpoint all come from
 * here, so that none can show more than another.
 */
import {
  doneLines,
  type DoneAct,
  type NoticeView,
  type PageView,
  type PlaceView,
  type ShellView,
  type SiteView,
} from '../../contract';
import type { Prepared } from '../../core/doors';
import { sayStanding } from '../../core/facts';
import type { PathId, WordSource, Wording } from '../../core/kernel';
import { blocksSeen, hrefOfPage, menuFor, menuOf, resolvePage, targetHref, wordsFor } from '../../core/pages';
import type { Setup } from '../../core/setup';
import type { DirectoryBlock, ListedView, PageItem, PlacedBlock } from '../../core/pages';
import type { Looker } from '../callers';
import type { Live } from '../setup';
import type { PlaceAnswer, Places } from './places';
import { siteSays } from './site.sentences';
import { iconOf } from './icons';

/** What is given by areas, who look it up. */
export type PlaceSources = {
  readonly places: Places;
  /** The path an applicant is on. */
  pathOf(looker: Looker, live: Live): Promise<PathId | null>;
  /** Who stands in a directory, for that viewer. */
  listed(block: DirectoryBlock, looker: Looker, live: Live): Promise<ListedView>;
  /** A form that waits for somebody. */
  notice(looker: Looker, live: Live): Promise<NoticeView | null>;
};

/** What is open, or shows something to those outside; or what is shut, name and ways in alone. */
export type PageStatus = 200 | 403;
export const statusOf = ({ shut, blocks }: Pick<PageView, 'shut' | 'blocks'>): PageStatus =>
  shut === null || blocks.length > 0 ? 200 : 403;

export type Place =
  | { readonly is: 'view'; readonly view: SiteView; readonly status: PageStatus | 404 | 410 }
  | { readonly is: 'elsewhere'; readonly to: string };

/**
 * What each kind of place is. `secret`: its address or form carries a secret, or it repeats what was sent; never packed. The
 * key of a signup form is another each time it is opened, so that nothing can be learned of it by asking again; what comes
 * back with answers in it is not packed whatever its place. `asks`: something is asked there, so that a block of a page can
 * show it.
 */
const kinds = {
  page: { secret: false, asks: false },
  missing: { secret: false, asks: false },
  signIn: { secret: true, asks: true },
  alreadyIn: { secret: true, asks: false },
  forgotten: { secret: true, asks: true },
  reset: { secret: true, asks: false },
  account: { secret: true, asks: true },
  joining: { secret: true, asks: false },
  join: { secret: false, asks: true },
  confirm: { secret: true, asks: false },
  withdrawn: { secret: false, asks: false },
  form: { secret: false, asks: true },
  notice: { secret: false, asks: true },
  pay: { secret: false, asks: false },
  paying: { secret: false, asks: false },
  receipt: { secret: false, asks: false },
  search: { secret: false, asks: false },
  board: { secret: false, asks: false },
  entry: { secret: false, asks: false },
  entryForm: { secret: false, asks: false },
  entryGone: { secret: false, asks: false },
  mine: { secret: false, asks: false },
} as const satisfies Readonly<Record<PlaceView['kind'], { secret: boolean; asks: boolean }>>;

export const mixesSecrets = ({ place }: Pick<SiteView, 'place'>): boolean =>
  kinds[place.kind].secret ||
  (place.kind === 'page' && Object.values(place.placed).some(({ kind }) => kinds[kind].secret));

type Asking = Extract<PlaceView, { kind: 'page' }>['placed'][string];
/** Whether something is asked of them there; whoever is in already has nothing to be asked. */
const isAsked = (answer: PlaceAnswer): answer is Asking =>
  answer !== null && 'kind' in answer && kinds[answer.kind].asks;

/** The address at which the same stands by itself. */
const addressOfPlaced = (shows: PlacedBlock['shows'], setup: Setup): string =>
  'form' in shows ? (targetHref(shows, setup) ?? '') : addressesOwn[shows.place];
const addressesOwn = { signIn: '/sign-in', forgotten: '/forgotten', account: '/account' } as const;

const UNSEEN = /[\s\p{Cc}]|%0[0-9a-f]/iu;

/** The page at a path, where the path is one. */
export function pageAt(path: string, setup: Setup): PageItem | null {
  if (path === '/') return setup.pages.get(setup.doc.site.home) ?? null;
  const page = setup.pageByAddress.get(path.slice(1));
  return page && !page.retired && page.id !== setup.doc.site.home ? page : null;
}

/** Those that are said by the site itself; the others are said here. */
function ownLines(wording: Wording | undefined): Pick<ShellView, 'wording'> {
  const own = Object.entries(wording ?? {}).filter(([key]) => key.startsWith('site.'));
  return own.length ? { wording: Object.fromEntries(own) } : {};
}

function markFor(live: Live): ShellView['mark'] {
  const { mark } = live.setup.doc.site.look;
  if (!mark) return null;
  if ('paths' in mark) return { ...mark, paths: [...mark.paths] };
  return { src: iconOf(live), width: mark.width, height: mark.height };
}

export function shellFor(person: Prepared, words: WordSource, live: Live, notice: NoticeView | null = null): ShellView {
  const { setup, doors } = live;
  const { site } = setup.doc;
  const { facts } = person;
  const form = setup.forms.get(site.joinBy ?? '');
  return {
    siteName: site.name,
    locale: site.locale,
    ...ownLines(site.wording),
    mark: markFor(live),
    menu: menuFor(menuOf('menu', setup), person, words, doors),
    foot: menuFor(menuOf('foot', setup), person, words, doors),
    viewer: facts.member
      ? {
          name: words('fullName') ?? '',
          note: words('level') ?? (facts.standing ? sayStanding(facts.standing, site) : ''),
          // From wherever one who is not in lands, the way leads to where it is said how things stand.
          application: facts.standing === 'applicant' || facts.standing === 'declined' || facts.standing === 'closed',
        }
      : null,
    notice,
    canJoin: form && !form.retired && !facts.member ? { label: form.title, href: `/join/${form.address}` } : null,
  };
}

/** What has ended is gone for good, and what is shut is told so. */
const statusOfPlace = (place: PlaceView): PageStatus | 410 =>
  place.kind === 'entryGone' ? 410 : place.kind === 'board' && place.shut ? 403 : 200;

const isDone = (act: string | null): boolean => act !== null && Object.hasOwn(doneLines, act);

/**
 * Resolves an address for one viewer.
 * @param preview whether a form that is worked on is shown as it is filled in
 * @param address a path with its query, as it was asked for; taken apart by hand, since `URL` throws at some of what
 *   people type and takes `//name` for another host
 */
export async function placeFor(
  address: string,
  looker: Looker,
  live: Live,
  sources: PlaceSources,
  preview = false,
): Promise<Place> {
  const { setup, doors } = live;
  const [, path = '', query = ''] = /^([^?#]*)\??([^#]*)/.exec(address)!;
  const asked = new URLSearchParams(query);
  const person = doors.prepare(looker.facts, looker.now);
  const words = wordsFor(looker.facts, looker.now, setup);
  const notice = await sources.notice(looker, live);
  const show = (place: PlaceView, status: PageStatus | 404 | 410 = 200): Place => ({
    is: 'view',
    view: {
      shell: shellFor(person, words, live, notice),
      place,
      path,
      attempt: null,
      ...(place.kind === 'account' && isDone(asked.get('done')) ? { done: asked.get('done') as DoneAct } : {}),
    },
    status,
  });
  /** What an area answers at an address of its own. */
  const at = async (address: string): Promise<PlaceAnswer> => {
    const [, first = '', rest, ...more] = address.split('/');
    const given = more.length === 0 && Object.hasOwn(sources.places, first) ? sources.places[first] : undefined;
    return (await given?.({ path, rest, query: (name) => asked.get(name), preview, looker, live })) ?? null;
  };
  const missing = () => show({ kind: 'missing', title: siteSays(setup.doc.site).noPage }, 404);

  // Browsers leave tabs and line breaks out of an address, so that what stands around them comes together.
  if (UNSEEN.test(path)) return missing();
  // Browsers take a backslash for a slash, so two of either would lead to another site.
  const tidy = `/${path.split(/[/\\]/).filter(Boolean).join('/')}`;
  if (tidy !== path) return { is: 'elsewhere', to: query ? `${tidy}?${query}` : tidy };

  const page = pageAt(path, setup);
  if (page) {
    const waits = looker.facts.standing === 'applicant' && !doors.predicate(page.door)(person);
    const onPath = waits ? await sources.pathOf(looker, live) : null;
    const listed = new Map<string, ListedView>();
    for (const block of blocksSeen('directory', page, person, doors))
      listed.set(block.id, await sources.listed(block, looker, live));
    const placed: Extract<PlaceView, { kind: 'page' }>['placed'] = {};
    for (const { id, shows } of blocksSeen('placed', page, person, doors)) {
      // Who is in has lost nothing.
      if ('place' in shows && shows.place === 'forgotten' && looker.facts.member) continue;
      const own = await at(addressOfPlaced(shows, setup));
      if (isAsked(own)) placed[id] = own;
    }
    const resolved = resolvePage(page, person, words, doors, onPath, {
      listed: (block) => listed.get(block) ?? null,
      asked: (block) => Object.hasOwn(placed, block),
      full: live.full,
    });
    if (resolved.is === 'missing') return missing();
    if (resolved.is === 'elsewhere') return { is: 'elsewhere', to: resolved.address };
    return show({ kind: 'page', ...resolved.view, placed }, statusOf(resolved.view));
  }
  const moved = setup.pageByFormer.get(path.slice(1));
  // Only whoever may know that the page is there is led to it.
  if (moved && !moved.retired && resolvePage(moved, person, words, doors).is !== 'missing')
    return { is: 'elsewhere', to: hrefOfPage(moved, setup) };
  const answer = await at(path);
  if (answer === null) return missing();
  return 'elsewhere' in answer ? { is: 'elsewhere', to: answer.elsewhere } : show(answer, statusOfPlace(answer));
}
