/**
 * Purpose: one person's facts, made ready for many doors: every yes/no fact becomes a numbered bit.
 * Invariant: bits say exactly what `explain` reads from the same facts at the same instant.
 */
import { standings, type Facts } from '../facts';
import { inSmall } from '../fields/answerRule';
import type { FieldId, Instant } from '../kernel';
import { dayNumber } from '../kernel/calendar';

/** Which bit stands for which fact, for one set-up. Bits are numbered from 0; 30 to a word stay small integers. */
export type Layout = {
  readonly words: number;
  readonly signedIn: number;
  readonly standing: ReadonlyMap<string, number>;
  readonly levelNow: ReadonlyMap<string, number>;
  readonly levelEver: ReadonlyMap<string, number>;
  readonly group: ReadonlyMap<string, number>;
};

export const BITS = 30;

type Ids = ReadonlyMap<string, unknown>;

export function layoutOf({ levels, groups }: { readonly levels: Ids; readonly groups: Ids }): Layout {
  let next = 0;
  const number = (ids: Iterable<string>) => new Map([...ids].map((id) => [id, next++]));
  const signedIn = next++;
  const standing = number(standings);
  const levelNow = number(levels.keys());
  const levelEver = number(levels.keys());
  const group = number(groups.keys());
  return { words: Math.ceil(next / BITS), signedIn, standing, levelNow, levelEver, group };
}

export type Prepared = {
  /** The first word, apart because most doors need no other; `bits` has those behind it, by their number. */
  readonly first: number;
  readonly bits: Int32Array;
  readonly facts: Facts;
  readonly now: Instant;
  /** What some condition has needed of them already, kept for the next that does; see the functions below. */
  domain: string | null | undefined;
  admittedDay: number | undefined;
  folded: Record<string, string> | null;
};

/** Makes `facts` ready at the instant `now` (milliseconds by the site clock). */
export function prepare(layout: Layout, facts: Facts, now: Instant): Prepared {
  // Most set-ups need one word only, which needs no array of its own.
  const bits = layout.words > 1 ? new Int32Array(layout.words) : NONE;
  let first = 0;
  const set = (bit: number | undefined) => {
    if (bit === undefined) return;
    if (bit < BITS) first |= 1 << bit;
    else bits[Math.floor(bit / BITS)]! |= 1 << (bit % BITS);
  };
  if (facts.member) set(layout.signedIn);
  if (facts.standing) set(layout.standing.get(facts.standing));
  const { terms, groups } = facts;
  for (let at = 0; at < terms.length; at++) {
    const { level, from, until } = terms[at]!;
    if (from > now) continue;
    set(layout.levelEver.get(level));
    if (until === null || until > now) set(layout.levelNow.get(level));
  }
  for (let at = 0; at < groups.length; at++) set(layout.group.get(groups[at]!));
  return { first, bits, facts, now, domain: undefined, admittedDay: undefined, folded: null };
}

const NONE = new Int32Array(0);

/** What stands behind the @ of somebody's address, in small letters; null where there is none. */
export function domainOf(person: Prepared): string | null {
  if (person.domain === undefined) {
    const { mail } = person.facts;
    person.domain = mail === null ? null : mail.slice(mail.lastIndexOf('@') + 1).toLowerCase();
  }
  return person.domain;
}

/** The number of the day on which somebody was admitted; NaN for who was not, or not yet. */
export function admittedDayOf(person: Prepared, zone: string): number {
  if (person.admittedDay === undefined) {
    const { admittedAt } = person.facts;
    person.admittedDay = admittedAt === null || admittedAt > person.now ? NaN : dayNumber(admittedAt, zone);
  }
  return person.admittedDay;
}

/** A text answer in small letters; null where it is none. */
export function foldedOf(person: Prepared, field: string): string | null {
  const known = person.folded?.[field];
  if (known !== undefined) return known;
  const value = person.facts.fields[field as FieldId];
  if (typeof value !== 'string') return null;
  const folded = inSmall(value);
  (person.folded ??= {})[field] = folded;
  return folded;
}

/** The number of the day at an instant: nearly always the same one, asked again. */
export function todayIn(zone: string): (now: Instant) => number {
  let [at, day] = [NaN, 0];
  return (now) => {
    if (now !== at) [at, day] = [now, dayNumber(now, zone)];
    return day;
  };
}
