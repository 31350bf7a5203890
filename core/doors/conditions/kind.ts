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
};
