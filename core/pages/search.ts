/**
 * Purpose: searching the site: what of it somebody sees, found by its words, the best first.
 * Invariant: a page is found by what this viewer may read of it alone, and is shown by no other words; how often a word
 * stands in what is shut changes neither order nor count.
 * Source of the order: BM25 (S. Robertson, H. Zaragoza, "The probabilistic relevance framework", 2009), with rarity taken
 * of what the viewer sees.
 */
import type { Doors, Prepared } from '../doors';
import { WORD, foldWord, marked, type Hit, type Marked } from '../kernel/fold';
import type { PagesSetup } from './setup';
import { hrefOfPage } from './address';
import { blockKindOf, type Block } from './blocks';
import type { PageItem } from './page';
import { blockShows } from './resolve';

export type { Marked };
export type Found = { readonly title: Marked; readonly href: string; readonly says: Marked };
export type SearchResult = { readonly count: number; readonly found: readonly Found[] };

/** What is read at once, and by the same people: the head of a page (`block` null), or one block. */
type Unit = {
  /** The number of its page. */
  readonly page: number;
  readonly block: Block | null;
  readonly lines: readonly string[];
  readonly size: number;
  /** Of those that the same people read. */
  readonly shelf: number;
};
/** What the same doors stand before: asked once for all of it. `units` and `words` say how much it is. */
type Shelf = { readonly page: PageItem; readonly block: Block | null; units: number; words: number };
type Posting = { readonly unit: number; readonly times: number };
type Index = {
  readonly pages: readonly PageItem[];
  readonly units: readonly Unit[];
  readonly shelves: readonly Shelf[];
  /** Words as they are written, folded. */
  readonly folds: ReadonlyMap<string, string>;
  readonly terms: ReadonlyMap<string, readonly Posting[]>;
  /** In order, so that the beginnings of words are found. */
  readonly sorted: readonly string[];
};

/** So many pages are told; whoever finds more says more. */
const MOST = 20;
/** Terms of one question, letters of one term: more is no question. */
const [TERMS, LETTERS] = [8, 40];
const [SATURATION, LENGTH, TITLE] = [1.2, 0.75, 3];

const known = new WeakMap<PagesSetup, Index>();
function indexOf(setup: PagesSetup): Index {
  let index = known.get(setup);
  if (!index) known.set(setup, (index = made(setup)));
  return index;
}

const wordsIn = (text: string): string[] => (text.match(WORD) ?? []).map(foldWord);

/** What decides who reads it: its page's door and outside view, and its own. */
const shelfKey = ({ door, outside }: PageItem, block: Block | null): string =>
  JSON.stringify([door, outside.view, block && [block.door ?? null, block.outsideToo]]);

function made(setup: PagesSetup): Index {
  const pages: PageItem[] = [];
  const units: Unit[] = [];
  const terms = new Map<string, Posting[]>();
  const shelves: Shelf[] = [];
  const numbers = new Map<string, number>();
  const folds = new Map<string, string>();
  const folded = (word: string): string => {
    let fold = folds.get(word);
    if (fold === undefined) folds.set(word, (fold = foldWord(word)));
    return fold;
  };
  const add = (page: PageItem, block: Block | null, lines: readonly string[]) => {
    const words = lines.flatMap((line) => (line.match(WORD) ?? []).map(folded));
    if (words.length === 0) return;
    const key = shelfKey(page, block);
    let number = numbers.get(key);
    if (number === undefined) {
      number = shelves.push({ page, block, units: 0, words: 0 }) - 1;
      numbers.set(key, number);
    }
    const shelf = shelves[number]!;
    shelf.units++;
    shelf.words += words.length;
    if (pages.at(-1) !== page) pages.push(page);
    const unit = units.push({ page: pages.length - 1, block, lines, size: words.length, shelf: number }) - 1;
    const times = new Map<string, number>();
    for (const word of words) times.set(word, (times.get(word) ?? 0) + 1);
    for (const [word, count] of times) {
      const postings = terms.get(word);
      if (postings) postings.push({ unit, times: count });
      else terms.set(word, [{ unit, times: count }]);
    }
  };
  for (const page of setup.doc.pages) {
    if (page.retired) continue;
    add(page, null, [page.title, page.description]);
    // A personal word is another's to each reader: it is found by nobody.
    for (const block of page.blocks)
      add(
        page,
        block,
        blockKindOf(block).plain(block, () => ''),
      );
  }
  return { pages, units, shelves, folds, terms, sorted: [...terms.keys()].sort() };
}

/** The words asked for, folded; of the last, whatever begins so. */
export function termsOf(question: string): string[] {
  return [...new Set(wordsIn(question.slice(0, 400)).map((word) => word.slice(0, LETTERS)))].slice(0, TERMS);
}

/** Every word of the index that begins so. */
function beginning(prefix: string, { sorted }: Index): string[] {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (sorted[middle]! < prefix) low = middle + 1;
    else high = middle;
  }
  const found: string[] = [];
  for (let at = low; at < sorted.length && sorted[at]!.startsWith(prefix); at++) found.push(sorted[at]!);
  return found;
}

/** @param question as it was typed */
export function searchPages(question: string, person: Prepared, doors: Doors<PagesSetup>): SearchResult {
  const terms = termsOf(question);
  if (terms.length === 0) return { count: 0, found: [] };
  const index = indexOf(doors.setup);
  // Everything is reckoned by what is seen: how much there is besides tells nothing.
  const seen = index.shelves.map((shelf) => reads(shelf, person, doors));
  const [units, words] = index.shelves.reduce<[number, number]>(
    (sum, shelf, at) => (seen[at] ? [sum[0] + shelf.units, sum[1] + shelf.words] : sum),
    [0, 0],
  );
  const { score, hits, best } = scored(terms, index, seen, units, words / Math.max(1, units));
  const every = (1 << terms.length) - 1;
  const all: number[] = [];
  for (let page = 0; page < hits.length; page++) if (hits[page] === every) all.push(page);
  const titleOf = (page: number) => index.pages[page]!.title;
  all.sort((one, other) => score[other]! - score[one]! || (titleOf(one) < titleOf(other) ? -1 : 1));
  const isHit = hitBy(terms, index);
  return {
    count: all.length,
    found: all.slice(0, MOST).map((at) => {
      const page = index.pages[at]!;
      return {
        title: marked(page.title, isHit),
        href: hrefOfPage(page, doors.setup),
        says: marked(excerpt(index.units[best[at]!]?.lines ?? [page.description], isHit), isHit),
      };
    }),
  };
}

/**
 * How well each page answers, by its number: its score, the terms that stand in it as bits, and the unit of its blocks
 * that answers best (-1 for none). `units` and `length` are how many there are that are seen, and their usual length.
 */
function scored(terms: readonly string[], index: Index, seen: readonly boolean[], units: number, length: number) {
  const score = new Float64Array(index.pages.length);
  const hits = new Uint16Array(index.pages.length);
  const best = new Int32Array(index.pages.length).fill(-1);
  const highest = new Float64Array(index.pages.length);
  /** The last term by which a unit was counted: one that has two words of it counts once. */
  const counted = new Int8Array(index.units.length).fill(-1);
  terms.forEach((term, at) => {
    const lists = beginning(term, index).map((word) => index.terms.get(word)!);
    let having = 0;
    for (const list of lists)
      for (const { unit } of list)
        if (counted[unit] !== at && seen[index.units[unit]!.shelf]) {
          counted[unit] = at;
          having++;
        }
    const rarity = Math.log(1 + (units + 0.5) / (having + 0.5));
    for (const list of lists)
      for (const { unit: number, times } of list) {
        if (counted[number] !== at) continue;
        const { page, block, size } = index.units[number]!;
        const norm = 1 - LENGTH + (LENGTH * size) / length;
        const weight = block === null ? TITLE * rarity : rarity;
        const found = weight * ((times * (SATURATION + 1)) / (times + SATURATION * norm));
        score[page]! += found;
        hits[page]! |= 1 << at;
        if (block !== null && found > highest[page]!) {
          highest[page] = found;
          best[page] = number;
        }
      }
  });
  return { score, hits, best };
}

/** Whether this viewer reads what stands there. */
function reads({ page, block }: Shelf, person: Prepared, doors: Doors<PagesSetup>): boolean {
  const open = doors.predicate(page.door)(person);
  if (block !== null) return blockShows(block, page, open, person, doors);
  return open || page.outside.view === 'note' || page.outside.view === 'openBlocks';
}

const hitBy =
  (terms: readonly string[], { folds }: Index): Hit =>
  (word) => {
    const folded = folds.get(word) ?? foldWord(word);
    return terms.some((term) => folded.startsWith(term));
  };

const ROOM = 180;

/** The words around the first that was asked for, cut between words. */
function excerpt(lines: readonly string[], isHit: Hit): string {
  const line = lines.find((one) => (one.match(WORD) ?? []).some(isHit)) ?? lines[0] ?? '';
  if (line.length <= ROOM) return line;
  const hit = [...line.matchAll(WORD)].find(([word]) => isHit(word))?.index ?? 0;
  const wanted = Math.max(0, Math.min(hit - 60, line.length - ROOM));
  const from = wanted === 0 ? 0 : line.indexOf(' ', wanted) + 1;
  const cut = line.slice(from, from + ROOM);
  const end = from + ROOM < line.length ? cut.lastIndexOf(' ') : cut.length;
  return `${from > 0 ? '… ' : ''}${cut.slice(0, end > 0 ? end : cut.length)}${from + ROOM < line.length ? ' …' : ''}`;
}
