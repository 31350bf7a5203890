/**
 * Purpose: searching the site: what of it somebody sees, found by its words, the best first.
 * Invariant: a page is found by what this viewer may read of it alone, and is shown by no other words; how often a word
 * stands in what is shut changes neither order nor count.
 * Source of the order: BM25 (S. Robertson, H. Zaragoza, "The probabilistic relevance framework", 2009), with rarity taken
 * of what the viewer sees.
 */
import type { Doors, Prepared } from '../doors';
import { foldWord } from '../kernel/fold';
import type { Setup } from '../setup';
import { hrefOfPage } from './address';
import { blockKindOf, type Block } from './blocks';
import type { PageItem } from './page';
import { blockShows } from './resolve';

/** A text with what was searched for marked in it. */
export type Marked = readonly { readonly text: string; readonly hit: boolean }[];
export type Found = { readonly title: Marked; readonly href: string; readonly says: Marked };
export type SearchResult = { readonly count: number; readonly found: readonly Found[] };

/** What is read at once, and by the same people: the head of a page (`block` null), or one block. */
type Unit = {
  readonly page: PageItem;
  readonly block: Block | null;
  readonly lines: readonly string[];
  readonly size: number;
};
type Posting = { readonly unit: number; readonly times: number };
type Index = {
  readonly units: readonly Unit[];
  readonly terms: ReadonlyMap<string, readonly Posting[]>;
  /** In order, so that the beginnings of words are found. */
  readonly sorted: readonly string[];
};

const WORD = /[\p{L}\p{N}]+/gu;
/** So many pages are told; whoever finds more says more. */
const MOST = 20;
/** Terms of one question, letters of one term: more is no question. */
const [TERMS, LETTERS] = [8, 40];
const [SATURATION, LENGTH, TITLE] = [1.2, 0.75, 3];

const known = new WeakMap<Setup, Index>();
function indexOf(setup: Setup): Index {
  let index = known.get(setup);
  if (!index) known.set(setup, (index = made(setup)));
  return index;
}

const wordsIn = (text: string): string[] => (text.match(WORD) ?? []).map(foldWord);

function made(setup: Setup): Index {
  const units: Unit[] = [];
  const terms = new Map<string, Posting[]>();
  const add = (page: PageItem, block: Block | null, lines: readonly string[]) => {
    const words = lines.flatMap(wordsIn);
    if (words.length === 0) return;
    const unit = units.push({ page, block, lines, size: words.length }) - 1;
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
  return { units, terms, sorted: [...terms.keys()].sort() };
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

type Hits = { score: number; best: { unit: Unit; score: number } | null; terms: Set<number> };

/** @param question as it was typed */
export function searchPages(question: string, person: Prepared, doors: Doors): SearchResult {
  const terms = termsOf(question);
  if (terms.length === 0) return { count: 0, found: [] };
  const index = indexOf(doors.setup);
  const sees = seenBy(person, doors);
  // Everything is reckoned by what is seen: how much there is besides tells nothing.
  const seen = index.units.map(sees);
  const sizes = index.units.filter((_, at) => seen[at]).map(({ size }) => size);
  const pages = new Map<PageItem, Hits>();
  const length = sizes.reduce((sum, size) => sum + size, 0) / Math.max(1, sizes.length);
  terms.forEach((term, at) => {
    const words = beginning(term, index);
    const postings = words.flatMap((word) => index.terms.get(word)!).filter(({ unit }) => seen[unit]);
    const rarity = Math.log(1 + (sizes.length + 0.5) / (new Set(postings.map(({ unit }) => unit)).size + 0.5));
    for (const { unit: number, times } of postings) {
      const unit = index.units[number]!;
      const weight = unit.block === null ? TITLE : 1;
      const norm = 1 - LENGTH + (LENGTH * unit.size) / length;
      const score = weight * rarity * ((times * (SATURATION + 1)) / (times + SATURATION * norm));
      let hits = pages.get(unit.page);
      if (!hits) pages.set(unit.page, (hits = { score: 0, best: null, terms: new Set() }));
      hits.score += score;
      hits.terms.add(at);
      if (unit.block !== null && score > (hits.best?.score ?? 0)) hits.best = { unit, score };
    }
  });
  const all = [...pages].filter(([, hits]) => hits.terms.size === terms.length);
  all.sort(([a, x], [b, y]) => y.score - x.score || (a.title < b.title ? -1 : 1));
  return {
    count: all.length,
    found: all.slice(0, MOST).map(([page, { best }]) => ({
      title: marked(page.title, terms),
      href: hrefOfPage(page, doors.setup),
      says: marked(excerpt(best?.unit.lines ?? [page.description], terms), terms),
    })),
  };
}

/** Whether this viewer reads a unit; each page's door is asked once. */
function seenBy(person: Prepared, doors: Doors): (unit: Unit) => boolean {
  const open = new Map<PageItem, boolean>();
  const opens = (page: PageItem): boolean => {
    let known = open.get(page);
    if (known === undefined) open.set(page, (known = doors.predicate(page.door)(person)));
    return known;
  };
  return ({ page, block }) => {
    const pageOpen = opens(page);
    if (block !== null) return blockShows(block, page, pageOpen, person, doors);
    return pageOpen || page.outside.view === 'note' || page.outside.view === 'openBlocks';
  };
}

const isHit = (word: string, terms: readonly string[]): boolean => {
  const folded = foldWord(word);
  return terms.some((term) => folded.startsWith(term));
};

function marked(text: string, terms: readonly string[]): Marked {
  const pieces: { text: string; hit: boolean }[] = [];
  const add = (piece: string, hit: boolean) => {
    if (piece === '') return;
    const last = pieces.at(-1);
    if (last?.hit === hit) last.text += piece;
    else pieces.push({ text: piece, hit });
  };
  let at = 0;
  for (const match of text.matchAll(WORD)) {
    add(text.slice(at, match.index), false);
    add(match[0], isHit(match[0], terms));
    at = match.index + match[0].length;
  }
  add(text.slice(at), false);
  return pieces;
}

const ROOM = 180;

/** The words around the first that was asked for, cut between words. */
function excerpt(lines: readonly string[], terms: readonly string[]): string {
  const line = lines.find((one) => (one.match(WORD) ?? []).some((word) => isHit(word, terms))) ?? lines[0] ?? '';
  if (line.length <= ROOM) return line;
  const hit = [...line.matchAll(WORD)].find(([word]) => isHit(word, terms))?.index ?? 0;
  const wanted = Math.max(0, Math.min(hit - 60, line.length - ROOM));
  const from = wanted === 0 ? 0 : line.indexOf(' ', wanted) + 1;
  const cut = line.slice(from, from + ROOM);
  const end = from + ROOM < line.length ? cut.lastIndexOf(' ') : cut.length;
  return `${from > 0 ? '… ' : ''}${cut.slice(0, end > 0 ? end : cut.length)}${from + ROOM < line.length ? ' …' : ''}`;
}
