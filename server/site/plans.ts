/**
 * Purpose: pages ready to send. A page depends on its viewer only through which doors are open, which personal
 * words are known, and the words themselves; so it is rendered once for each combination of the first two, with
 * marks where the words go, and filled for each viewer.
 * Invariant: the filled page is the page that would have been rendered, byte for byte (tested against it).
 */
import { createHash } from 'node:crypto';
import type { NoticeView, SiteView } from '../../contract';
import type { Predicate, Prepared } from '../../core/doors';
import { visitorFacts } from '../../core/facts';
import { MINUTE, dayOf, type ChipName, type Instant, type WordSource } from '../../core/kernel';
import {
  blockKindOf,
  chipsOfMenu,
  chipsOfPage,
  itemsWithin,
  menuItemShows,
  menuOf,
  resolvePage,
  wordsFor,
} from '../../core/pages';

import { makeReady, type Ready } from '../platform/squeeze';
import type { Live } from '../setup';
import { shellFor, statusOf, type PageStatus } from './place';
import type { PageItem } from '../../core/pages';

/** Bytes that are the same for everybody, made once; and the places of personal words. */
type Piece = Buffer | { readonly chip: ChipName; readonly json: boolean };
type Plan = {
  readonly status: PageStatus;
  /** Another for each text, the same in every process. */
  readonly tag: string;
  readonly source: string;
  readonly pieces: readonly Piece[];
  /** The state alone, as JSON. */
  readonly state: readonly Piece[];
  readonly ready: Ready | null;
};
type Watch = { readonly open: Predicate; readonly doors: readonly Predicate[]; readonly chips: readonly ChipName[] };
/** A whole page, and the style in it as a content policy names it. */
export type Document = { readonly html: string; readonly source: string };
/** `tag` names the very text, for whoever has it already. */
type Named = { readonly status: PageStatus; readonly tag: string; readonly source: string };
export type Filled = Named & { readonly body: Buffer };
export type Compose = (view: SiteView, page: PageItem) => Promise<Document>;

const START = '\uE000';
const END = '\uE001';
const STATE = '<script type="application/json" id="view">';
const MOST = 2_000;
const shellChips: readonly ChipName[] = ['fullName', 'level'];

/** Plans of one revision; a new revision starts with none. */
export class Plans {
  /** Null: at that combination the page cannot be kept (it is shut, or not there). */
  private readonly plans = new Map<string, Plan | null>();
  private readonly making = new Map<string, Promise<Plan | null>>();
  private words: { minute: number; source: WordSource } | null = null;
  private readonly watches = new WeakMap<PageItem, Watch>();

  constructor(
    private readonly live: Live,
    private readonly compose: Compose,
  ) {}

  /**
   * The document of an open page for one person, or null where it must be resolved in full (the page is shut,
   * and what is said then depends on more of the person). `notice` is the form that waits for them.
   */
  async page(
    page: PageItem,
    person: Prepared,
    words: WordSource,
    notice: NoticeView | null = null,
  ): Promise<Filled | null> {
    const plan = await this.plan(page, person, words, notice);
    if (plan === null) return null;
    const { status, source, ready, pieces } = plan;
    if (ready) return { status, source, body: ready.plain, tag: plan.tag };
    const own = pieces.map((piece) => ('chip' in piece ? (words(piece.chip) ?? '') : '')).join('\n');
    return { status, source, body: fill(pieces, words), tag: `${plan.tag}-${tagOf(own)}` };
  }

  /** The view of an open page as JSON, the same that is inlined in its document; null as for `page`. */
  async state(
    page: PageItem,
    person: Prepared,
    words: WordSource,
    notice: NoticeView | null = null,
  ): Promise<Buffer | null> {
    const plan = await this.plan(page, person, words, notice);
    return plan === null ? null : fill(plan.state, words);
  }

  private async plan(
    page: PageItem,
    person: Prepared,
    words: WordSource,
    notice: NoticeView | null = null,
  ): Promise<Plan | null> {
    // Who stands in a directory changes by the hour; a form has the key of its own sending.
    if (page.blocks.some((block) => blockKindOf(block).lookedUp)) return null;
    const watch = this.watchOf(page);
    const visitor = person.facts.member === null;
    const open = watch.open(person);
    // What opens a shut page depends on the day, for a visitor too; so does what some blocks show.
    const day =
      open && !page.blocks.some((block) => blockKindOf(block).byDay) ? '' : dayOf(person.now, this.live.setup.doc.site);
    let key = `${page.id}|${person.facts.standing ?? ''}|${visitor ? (words('greeting') ?? '') : ''}|${day}|${notice?.form ?? ''}|`;
    if (!open && (!visitor || page.outside.view === 'nothing')) return null;
    for (const door of watch.doors) key += door(person) ? '1' : '0';
    if (!visitor) for (const chip of watch.chips) key += words(chip) === null ? '-' : '+';
    const kept = this.plans.get(key);
    if (kept !== undefined) return kept;
    // Asked for by several at once, it is rendered once.
    let making = this.making.get(key);
    if (!making) {
      making = this.make(key, page, person, words, notice).finally(() => this.making.delete(key));
      this.making.set(key, making);
    }
    return making;
  }

  /** The document of a page for somebody who is not signed in, or null where it leads elsewhere. */
  async visitor(page: PageItem, now: Instant): Promise<(Named & { readonly ready: Ready }) | null> {
    const person = this.live.doors.prepare(visitorFacts, now);
    if (this.hides(page, person)) return null;
    const plan = await this.plan(page, person, this.visitorWords(now));
    return plan?.ready ? { status: plan.status, source: plan.source, ready: plan.ready, tag: plan.tag } : null;
  }

  /**
   * Whether a page is as absent for this person as one that does not exist. Asked before anything else is done for
   * the page, so that a hidden one costs what a missing one costs and the time of an answer tells nothing.
   */
  hides(page: PageItem, person: Prepared): boolean {
    return page.outside.view === 'nothing' && !this.watchOf(page).open(person);
  }

  /** A visitor's words change only with the part of the day; they are made anew each minute. */
  private visitorWords(now: Instant): WordSource {
    const minute = Math.floor(now / MINUTE);
    if (this.words?.minute !== minute) {
      const source = wordsFor(visitorFacts, now, this.live.setup);
      const greeting = source('greeting');
      this.words = { minute, source: (chip) => (chip === 'greeting' ? greeting : source(chip)) };
    }
    return this.words.source;
  }

  private watchOf(page: PageItem): Watch {
    let watch = this.watches.get(page);
    if (!watch) {
      const { doors, setup } = this.live;
      const blocks = page.blocks.flatMap((block) => (block.door ? [doors.predicate(block.door)] : []));
      const menus = [menuOf('menu', setup), menuOf('foot', setup)];
      const shown = menus.flatMap((menu) =>
        (menu ? itemsWithin(menu) : []).map(
          ({ item }) =>
            (person: Prepared) =>
              menuItemShows(item, person, doors),
        ),
      );
      const chips = [...new Set([...shellChips, ...menus.flatMap(chipsOfMenu), ...chipsOfPage(page)])];
      const open = doors.predicate(page.door);
      watch = { open, doors: [open, ...blocks, ...shown], chips };
      this.watches.set(page, watch);
    }
    return watch;
  }

  private async make(
    key: string,
    page: PageItem,
    person: Prepared,
    words: WordSource,
    notice: NoticeView | null,
  ): Promise<Plan | null> {
    const visitor = person.facts.member === null;
    const marked: WordSource = (chip) => (words(chip) === null ? null : `${START}${chip}${END}`);
    const source = visitor ? words : marked;
    const looked = { listed: () => null, asked: () => false, full: this.live.full };
    const resolved = resolvePage(page, person, source, this.live.doors, null, looked);
    if (resolved.is !== 'page') return this.keep(key, null);
    const view: SiteView = {
      shell: shellFor(person, source, this.live, notice),
      place: { kind: 'page', ...resolved.view, placed: {} },
      path: page.id === this.live.setup.doc.site.home ? '/' : `/${page.address}`,
      attempt: null,
    };
    const { html, source: style } = await this.compose(view, page);
    const from = html.indexOf(STATE) + STATE.length;
    const state = cut(html.slice(from, html.indexOf('</script>', from)), 0);
    const about = { status: statusOf(resolved.view), tag: tagOf(html), source: style };
    const plan: Plan = visitor
      ? { ...about, pieces: [], state, ready: makeReady(html) }
      : { ...about, pieces: cut(html, html.indexOf(STATE)), state, ready: null };
    return this.keep(key, plan);
  }

  private keep(key: string, plan: Plan | null): Plan | null {
    if (this.plans.size >= MOST) this.plans.delete(this.plans.keys().next().value!);
    this.plans.set(key, plan);
    return plan;
  }
}

const tagOf = (text: string): string => createHash('sha256').update(text).digest('base64url').slice(0, 22);

/** Cuts a rendered document at its marks. From `state` on, words are JSON; before it, HTML. */
function cut(html: string, state: number): Piece[] {
  const pieces: Piece[] = [];
  let at = 0;
  for (const match of html.matchAll(/\uE000([^\uE001]+)\uE001/g)) {
    pieces.push(Buffer.from(html.slice(at, match.index)));
    pieces.push({ chip: match[1] as ChipName, json: match.index >= state });
    at = match.index + match[0].length;
  }
  pieces.push(Buffer.from(html.slice(at)));
  return pieces;
}

function fill(pieces: readonly Piece[], words: WordSource): Buffer {
  return Buffer.concat(
    pieces.map((piece) => {
      if (!('chip' in piece)) return piece;
      const word = words(piece.chip) ?? '';
      return Buffer.from(piece.json ? JSON.stringify(word).slice(1, -1).replace(/</g, '\\u003c') : escapeWord(word));
    }),
  );
}

/** Escapes as Vue's renderer does, so that a filled page equals a rendered one. */
const named: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
function escapeWord(word: string): string {
  return /[&<>"']/.test(word) ? word.replace(/[&<>"']/g, (c) => named[c]!) : word;
}
