/**
 * Purpose: a page, resolved for one viewer.
 * Invariant: a block reaches the view only through an open door; a shut page sends its marked blocks and the
 * ways in, and a page whose outside view is nothing is as absent as one that does not exist.
 */
import { ruleOf, waysIn, type Doors, type Prepared, type WayIn } from '../doors';
import { lastTerm, type Facts } from '../facts';
import { chipsIn, never, say, sayDate, type ChipName, type PathId, type WordSource } from '../kernel';
import { sayPrice } from '../levels';
import { pagesSays } from './pages.sentences';
import type { Setup } from '../setup';
import { blockKindOf, type Block, type Shelf, type Target } from './blocks';
import { outsideParts, type MenuItem, type PageItem } from './page';
import type { MenuLink, PageView, WayView } from './view';

export type Resolved =
  | { readonly is: 'page'; readonly view: PageView }
  | { readonly is: 'elsewhere'; readonly address: string }
  | { readonly is: 'missing' };

export const hrefOfPage = (page: PageItem, setup: Setup): string =>
  page.id === setup.doc.site.home ? '/' : `/${page.address}`;

/**
 * Resolves a page. `words` gives the personal words, normally those of the same person; `path` is the path that an
 * applicant is on, for the ways in.
 */
export function resolvePage(
  page: PageItem,
  person: Prepared,
  words: WordSource,
  doors: Doors,
  path: PathId | null = null,
): Resolved {
  const { setup } = doors;
  const open = doors.predicate(page.door)(person);
  if (!open && page.outside.view === 'nothing') return { is: 'missing' };
  if (!open && page.outside.view === 'otherPage') {
    const other = setup.pages.get(page.outside.page);
    return other ? { is: 'elsewhere', address: hrefOfPage(other, setup) } : { is: 'missing' };
  }
  const shown = page.blocks.filter((block) => blockShows(block, page, open, person, doors));
  const shelf = shelfOf(setup);
  const views = (aside: boolean) =>
    shown
      .filter((block) => block.aside === aside)
      .flatMap((block) => blockKindOf(block).show(block, words, shelf) ?? []);
  const { note } = outsideParts(page.outside);
  return {
    is: 'page',
    view: {
      title: page.title,
      heading:
        page.blocks.some((block) => block.kind === 'greeting') && open ? null : say(page.heading ?? page.title, words),
      description: page.description,
      blocks: views(false),
      aside: views(true),
      shut: open ? null : { note: say(note, words), ways: waysFor(page, person, setup, path) },
    },
  };
}

function blockShows(block: Block, page: PageItem, pageOpen: boolean, person: Prepared, doors: Doors): boolean {
  if (!pageOpen && !(page.outside.view === 'openBlocks' && block.outsideToo)) return false;
  return block.door === undefined || doors.predicate(block.door)(person);
}

/** The chips a page can need, in the order met: the personal part of it. */
export const chipsOfPage = (page: PageItem): ChipName[] => [
  ...new Set([
    ...(page.heading ? chipsIn(page.heading) : []),
    ...page.blocks.flatMap((block) => blockKindOf(block).chips(block)),
  ]),
];

const shelfOf = (setup: Setup): Shelf => ({
  reader: setup.doc.site,
  hrefOf: (to) => targetHref(to, setup),
  levels: (ids) =>
    ids.flatMap((id) => {
      const level = setup.levels.get(id);
      return level ? [{ level, price: sayPrice(level, setup.doc.site) }] : [];
    }),
});

function targetHref(to: Target, setup: Setup): string | null {
  if ('form' in to) {
    const form = setup.forms.get(to.form);
    return form && !form.retired ? `/join/${form.address}` : null;
  }
  const page = setup.pages.get(to.page);
  return page && !page.retired ? hrefOfPage(page, setup) : null;
}

/** The main menu for one person: never an item whose target they may not open. */
export function menuFor(person: Prepared, doors: Doors): MenuLink[] {
  const { setup } = doors;
  return (setup.menus.get(setup.doc.site.menu ?? '')?.items ?? []).flatMap((item) => {
    const href = targetHref(item.to, setup);
    if (href === null || !menuItemShows(item, person, doors)) return [];
    const title = 'page' in item.to ? setup.pages.get(item.to.page)?.title : setup.forms.get(item.to.form)?.title;
    return [{ label: item.label ?? title ?? '', href }];
  });
}

export function menuItemShows(item: MenuItem, person: Prepared, doors: Doors): boolean {
  if (targetHref(item.to, doors.setup) === null) return false;
  if (item.door && !doors.predicate(item.door)(person)) return false;
  if ('form' in item.to) {
    return person.facts.member === null;
  }
  const page = doors.setup.pages.get(item.to.page);
  return page !== undefined && doors.predicate(page.door)(person);
}

/** The ways into a shut page, told to the person, of several levels the cheapest. The first is the one to offer largest. */
function waysFor(page: PageItem, person: Prepared, setup: Setup, path: PathId | null): WayView[] {
  const ways = waysIn(ruleOf(page.door, setup), person.facts, person.now, setup, path);
  const next = encodeURIComponent(hrefOfPage(page, setup));
  const cheapest = ways.find((way) => way.by === 'changeLevel');
  return ways
    .filter((way) => way.by !== 'changeLevel' || way === cheapest)
    .map((way) => sayWay(way, person.facts, next, setup));
}

function sayWay(way: WayIn, facts: Facts, next: string, setup: Setup): WayView {
  const site = setup.doc.site;
  const says = pagesSays(site);
  const level = (id: string) => setup.levels.get(id);
  const write = `mailto:${site.replyTo}`;
  switch (way.by) {
    case 'signIn':
      return {
        label: says.signIn,
        href: `/sign-in?next=${next}`,
        says: says.signInToRead,
      };
    case 'join': {
      const form = setup.forms.get(way.form)!;
      const gives = way.level ? level(way.level) : undefined;
      return {
        label: form.title,
        href: `/join/${form.address}`,
        says: gives ? says.joiningAs({ level: gives.title, price: sayPrice(gives, site) }) : says.joining,
      };
    }
    case 'finish':
      return {
        label: says.yourApplication,
        href: '/joining',
        says: says.onItsWay,
      };
    case 'wait':
      return { label: says.writeToUs, href: write, says: says.opensOn({ date: sayDate(way.at, site) }) };
    case 'ask':
      return { label: says.writeToUs, href: write, says: says.ask };
    case 'renew': {
      const last = lastTerm(facts);
      const item = level(way.level);
      const renew = item ? says.renewFor({ price: sayPrice(item, site) }) : says.renew;
      return {
        label: says.writeToRenew,
        href: write,
        says: last?.until ? says.ended({ level: item?.title ?? '', date: sayDate(last.until, site), renew }) : renew,
      };
    }
    case 'changeLevel': {
      const item = level(way.level)!;
      return {
        label: says.writeAbout({ level: item.title }),
        href: write,
        says: says.asLevel({ level: item.title, price: sayPrice(item, site) }),
      };
    }
    default:
      return never(way);
  }
}
