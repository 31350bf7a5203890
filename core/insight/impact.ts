/**
 * Purpose: whom a change of the set-up lets in and whom it shuts out, of everybody there is, on each page.
 * Invariant: by the very rules that pages are resolved by, over the same facts; what is told of a page is told of the
 * page itself and of each block with a door of its own, which opens to nobody who may not enter the page.
 */
import { doorColumnsOf, doorsOf, ruleOf } from '../doors';
import { andInto, count, minus, orInto, rowsIn, visitorFacts, type Bits, type Population } from '../facts';
import { DAY, type Instant } from '../kernel';
import { ruleOfBlock } from '../pages';
import type { Setup } from '../setup';

/** One place: a page, or a block of it by its id. People are named by their ids. */
export type PlaceImpact = {
  readonly page: string;
  readonly block: string | null;
  /** How many it opens to now, and how many it would. */
  readonly now: number;
  readonly after: number;
  readonly in: readonly string[];
  readonly out: readonly string[];
  /** Whether it opens to visitors now, and whether it would. */
  readonly visitors: { readonly now: boolean; readonly after: boolean };
};

export type Impact = {
  readonly places: readonly PlaceImpact[];
  /** Of all places together, each person once. Applicants apart, since they are on their way in. */
  readonly members: { readonly in: readonly string[]; readonly out: readonly string[] };
  readonly applicants: { readonly in: readonly string[]; readonly out: readonly string[] };
  /** Of those that are shut out, whose term ends within thirty days in any case. */
  readonly endingSoon: readonly string[];
  /** So many pages open to the same people as before. */
  readonly others: number;
  /** So many people were looked at. */
  readonly people: number;
};

const SOON = 30 * DAY;

/** What a set-up opens, place by place. */
function opened(setup: Setup, people: Population, now: Instant): ReadonlyMap<string, Bits> {
  const columns = doorColumnsOf(people, now, setup);
  const places = new Map<string, Bits>();
  for (const page of setup.doc.pages) {
    if (page.retired) continue;
    places.set(page.id, columns.who(ruleOf(page.door, setup)));
    for (const block of page.blocks)
      if (block.door) places.set(`${page.id} ${block.id}`, columns.who(ruleOfBlock(page, block, setup)));
  }
  return places;
}

/** Whether a place opens to whoever is not signed in; one that is not there opens to nobody. */
function opensToVisitors(setup: Setup, page: string, block: string | null, now: Instant): boolean {
  const item = setup.pages.get(page);
  if (!item || item.retired) return false;
  const part = item.blocks.find(({ id }) => id === block);
  if (block !== null && !part) return false;
  const doors = doorsOf(setup);
  return doors.meets(part ? ruleOfBlock(item, part, setup) : ruleOf(item.door, setup))(
    doors.prepare(visitorFacts, now),
  );
}

/** @param before what is live; @param after what would be */
export function impactOf(before: Setup, after: Setup, people: Population, now: Instant): Impact {
  const [was, will] = [opened(before, people, now), opened(after, people, now)];
  const [letIn, shutOut] = [people.none(), people.none()];
  const named = (bits: Bits) => [...rowsIn(bits)].map(people.idOf);
  const places: PlaceImpact[] = [];
  for (const key of new Set([...was.keys(), ...will.keys()])) {
    const [page = '', block = null] = key.split(' ');
    const [old, next] = [was.get(key) ?? null, will.get(key) ?? null];
    // A block that comes or goes is a change of words; whom a door lets in is asked where there is one on both sides,
    // or of a page as a whole.
    if (block !== null && (!old || !next)) continue;
    const gained = next ? minus(next, old ?? people.none()) : people.none();
    const lost = old ? minus(old, next ?? people.none()) : people.none();
    const ofVisitors = (part: string | null) => ({
      now: opensToVisitors(before, page, part, now),
      after: opensToVisitors(after, page, part, now),
    });
    const whole = ofVisitors(null);
    // What becomes of a page becomes of its blocks, and is told once.
    const visitors = block === null || whole.now === whole.after ? ofVisitors(block) : { now: false, after: false };
    if (count(gained) + count(lost) === 0 && visitors.now === visitors.after) continue;
    orInto(letIn, gained);
    orInto(shutOut, lost);
    const size = (bits: Bits | null) => (bits ? count(bits) : 0);
    places.push({ page, block, now: size(old), after: size(next), in: named(gained), out: named(lost), visitors });
  }
  const applying = people.standing('applicant') ?? people.none();
  const split = (bits: Bits) => {
    const applicants = bits.slice();
    andInto(applicants, applying);
    return { members: named(minus(bits, applying)), applicants: named(applicants) };
  };
  const [ins, outs] = [split(letIn), split(shutOut)];
  return {
    places,
    members: { in: ins.members, out: outs.members },
    applicants: { in: ins.applicants, out: outs.applicants },
    endingSoon: [...rowsIn(shutOut)].filter((row) => endsSoon(people, row, now)).map(people.idOf),
    others:
      new Set([...was.keys(), ...will.keys()].map((key) => key.split(' ')[0])).size -
      new Set(places.map(({ page }) => page)).size,
    people: people.size,
  };
}

/** Whether the last of somebody's running terms ends within thirty days. */
function endsSoon(people: Population, row: number, now: Instant): boolean {
  const running = people.termsOf(row).filter(({ from, until }) => from <= now && (until === null || until > now));
  return running.length > 0 && running.every(({ until }) => until !== null && until <= now + SOON);
}
