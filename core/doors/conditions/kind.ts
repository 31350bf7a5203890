/** Purpose: what a kind of condition is: everything the product has to know of it, in one place. */
import type { z } from 'zod';
import type { Bits, Facts, Population } from '../../facts';
import type { FieldItem } from '../../fields/items';
import type { Instant, Place } from '../../kernel';
import type { Layout, Prepared } from '../prepare';

/** What conditions may name. A whole set-up is one. */
export type Known = {
  readonly levels: ReadonlyMap<string, { readonly title: string }>;
  readonly groups: ReadonlyMap<string, { readonly title: string }>;
  readonly fields: ReadonlyMap<string, FieldItem>;
  readonly lessons: ReadonlyMap<string, { readonly title: string }>;
  readonly doc: { readonly site: Place };
};

export type Named = { readonly kind: 'levels' | 'groups' | 'fields' | 'lessons'; readonly id: string };

export type ConditionKind<C extends { fact: string }> = {
  readonly schema: z.ZodType<C>;
  /** What it names. A condition that names what does not exist can never be known to be met or unmet by it. */
  names(condition: C): readonly Named[];
  /** The bits of which one must be set, where it is a matter of bits; null where it is not. */
  bits(condition: C, layout: Layout): readonly number[] | null;
  /** Whether one person meets it, by the names that exist. Days are calendar days of the site's zone. */
  meets(condition: C, facts: Facts, now: Instant, known: Known): boolean;
  /** Who of all meets it, by the names that exist. What is handed out may be shared, and is never written to. */
  column(condition: C, people: Population, now: Instant, known: Known): Bits;
  /** A test made once for many people who were made ready, where that is quicker than `meets`. */
  ready?(condition: C, known: Known): (person: Prepared) => boolean;
  /** As a clause: `Standing is Admitted`. */
  says(condition: C, known: Known): string;
  /** What was found, as a person would say it: `Lapsed, since 30 Sep 2026`. */
  found(condition: C, facts: Facts, now: Instant, known: Known): string;
  /** Instants at which time alone may make it met or unmet. */
  marks(condition: C, facts: Facts, now: Instant, known: Known): readonly Instant[];
  /**
   * All there can be, as far as conditions of this kind see it (for *always* and *never*): of each matter that they ask
   * about, every way in which it can be. A way that is left out makes a claim wrong.
   * @param all every condition of this kind in a rule
   */
  mixes(all: readonly C[], known: Known, daysBefore: DaysBefore): readonly (readonly Make[])[];
};

/** One fact of somebody, made up for a day. */
export type Make = (facts: Facts, at: Instant) => Facts;
/** So many days before that day, at its beginning; the instant itself for none. */
export type DaysBefore = (at: Instant, days: number) => Instant;
export const asIs: Make = (facts) => facts;

/** Of each id that conditions name, the numbers of days they ask about. */
export function spansById<C extends { readonly is: readonly string[] }>(
  all: readonly C[],
  days: (condition: C) => number | undefined,
): ReadonlyMap<string, readonly number[]> {
  const spans = new Map<string, Set<number>>();
  for (const one of all)
    for (const id of one.is) {
      const named = spans.get(id) ?? new Set<number>();
      const span = days(one);
      if (span) named.add(span);
      spans.set(id, named);
    }
  return new Map([...spans].map(([id, named]) => [id, [...named]]));
}
/** The days on either side of each span, and none at all. */
export const besides = (spans: readonly number[]): number[] => [0, ...spans.flatMap((days) => [days - 1, days])];
export const named = (all: readonly { readonly is: readonly string[] }[]): string[] => [
  ...new Set(all.flatMap(({ is }) => is)),
];
