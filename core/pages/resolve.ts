/**
 * Purpose: a page, resolved for one viewer.
 * Invariant: a block reaches the view only through an open door; a shut page sends its marked blocks and the
 * ways in, and a page whose outside view is nothing is as absent as one that does not exist.
 */
import { everyone, ruleOf, type Doors, type Prepared, type Rule } from '../doors';
import { placesSay, shutBecause } from '../forms';
import { chipsIn, say, type ChipName, type Instant, type PathId, type WordSource } from '../kernel';
import { sayPrices } from '../levels';
import type { PagesSetup } from './setup';
import { hrefOfPage, targetHref } from './address';
import { blockKindOf, showPicture, type Block, type LookedUp, type Shelf } from './blocks';
import { outsideParts, type PageItem } from './page';
import type { PageView } from './view';
import { sayWays } from './ways';

export type Resolved =
  | { readonly is: 'page'; readonly view: PageView }
  | { readonly is: 'elsewhere'; readonly address: string }
  | { readonly is: 'missing' };

/**
 * Where whoever is shut out of a page is led: along pages that lead on, to the first that shows them something.
 * @returns null where that is nowhere: what is led to is gone, shows nothing, or leads back
 */
function ledTo(page: PageItem, person: Prepared, doors: Doors<PagesSetup>): PageItem | null {
  const been = new Set<string>();
  for (let at: PageItem | undefined = page; at && !at.retired && !been.has(at.id);) {
    if (doors.predicate(at.door)(person)) return at;
    if (at.outside.view === 'nothing') return null;
    if (at.outside.view !== 'otherPage') return at;
    been.add(at.id);
    at = doors.setup.pages.get(at.outside.page);
  }
  return null;
}

/**
 * Resolves a page. `words` gives the personal words, normally those of the same person; `path` is the path that an
 * applicant is on, for the ways in.
 */
export function resolvePage(
  page: PageItem,
  person: Prepared,
  words: WordSource,
  doors: Doors<PagesSetup>,
  path: PathId | null = null,
  looked: LookedUp = nothingLooked,
): Resolved {
  const { setup } = doors;
  const open = doors.predicate(page.door)(person);
  if (!open && page.outside.view === 'nothing') return { is: 'missing' };
  if (!open && page.outside.view === 'otherPage') {
    const other = ledTo(page, person, doors);
    return other ? { is: 'elsewhere', address: hrefOfPage(other, setup) } : { is: 'missing' };
  }
  const shown = page.blocks.filter((block) => blockShows(block, page, open, person, doors));
  const shelf = shelfOf(setup, looked, person.now);
  const views = (aside: boolean) =>
    shown
      .filter((block) => block.aside === aside)
      .flatMap((block) => {
        const kind = blockKindOf(block);
        return kind.show(block, words, kind.byDay ? shelf : { ...shelf, shutToday: onNoDay }) ?? [];
      });
  const { note } = outsideParts(page.outside);
  return {
    is: 'page',
    view: {
      title: page.title,
      heading:
        page.blocks.some((block) => block.kind === 'greeting') && open ? null : say(page.heading ?? page.title, words),
      description: page.description,
      picture: page.picture && 'everyone' in page.door ? showPicture(page.picture).src : null,
      blocks: views(false),
      aside: views(true),
      shut: open
        ? null
        : {
            note: say(note, words),
            ways: sayWays(ruleOf(page.door, setup), hrefOfPage(page, setup), person, setup, path, looked.full),
          },
    },
  };
}

/** Whether somebody sees a block; `pageOpen` says whether they may enter its page. */
export function blockShows(
  block: Block,
  page: PageItem,
  pageOpen: boolean,
  person: Prepared,
  doors: Doors<PagesSetup>,
): boolean {
  if (!pageOpen && !(page.outside.view === 'openBlocks' && block.outsideToo)) return false;
  return block.door === undefined || doors.predicate(block.door)(person);
}

/** The blocks of one kind that somebody sees of a page: what has to be looked up for them. */
export function blocksSeen<K extends Block['kind']>(
  kind: K,
  page: PageItem,
  person: Prepared,
  doors: Doors<PagesSetup>,
): Extract<Block, { kind: K }>[] {
  const open = doors.predicate(page.door)(person);
  return page.blocks.filter(
    (block): block is Extract<Block, { kind: K }> =>
      block.kind === kind && blockShows(block, page, open, person, doors),
  );
}

/** What is asked in all of whoever sees a block: its own door, within the page's where it does not stand outside too. */
export function ruleOfBlock(page: PageItem, block: Block, setup: PagesSetup): Rule {
  const own = block.door && ruleOf(block.door, setup);
  const outside = page.outside.view === 'openBlocks' && block.outsideToo;
  if (outside) return own ?? everyone;
  const whole = ruleOf(page.door, setup);
  return own ? { all: [whole, own] } : whole;
}

/** The chips a page can need, in the order met: the personal part of it. */
export const chipsOfPage = (page: PageItem): ChipName[] => [
  ...new Set([
    ...(page.heading ? chipsIn(page.heading) : []),
    ...page.blocks.flatMap((block) => blockKindOf(block).chips(block)),
  ]),
];

const nothingLooked: LookedUp = { listed: () => null, asked: () => false };

/** A kept page would go on saying what was so on the day on which it was made. */
const onNoDay = (): never => {
  throw new Error('A kind of block that asks about the day says `byDay`.');
};

const shelfOf = (setup: PagesSetup, looked: LookedUp, now: Instant): Shelf => ({
  ...looked,
  reader: setup.doc.site,
  hrefOf: (to) => targetHref(to, setup),
  shutToday(to) {
    const form = 'form' in to ? setup.forms.get(to.form) : undefined;
    if (!form) return null;
    const { site } = setup.doc;
    return shutBecause(form, now, site) ?? (looked.full?.has(form.id) ? placesSay(site).allPlacesTaken : null);
  },
  levels: (ids) =>
    ids.flatMap((id) => {
      const level = setup.levels.get(id);
      return level ? [{ level, price: sayPrices(level, setup.doc.site) }] : [];
    }),
});
