/** What publishing would mean for everybody. */
import { z } from 'zod';
import { Rule } from '../core/doors';
import { Standing } from '../core/facts';
import { doorLists } from '../core/insight';
import { BlockId, MemberId, PageId } from '../core/kernel';
import { editors, endpoint } from './access';

const text = z.string();
const count = z.number();

/** Some of those it is about, by name, with what they are; `count` is of all. */
const People = z.object({
  count,
  rows: z.array(z.object({ id: MemberId, name: text, standing: Standing, endsSoon: z.boolean() })),
});

export const ImpactView = z.object({
  /** Members, each counted once. */
  in: People,
  out: People,
  applicantsIn: count,
  applicantsOut: count,
  places: z.array(
    z.object({
      title: text,
      now: count,
      after: count,
      in: count,
      out: count,
      /** What becomes of whoever is not signed in; null for the same as now. */
      visitors: z.enum(['letIn', 'shutOut']).nullable(),
    }),
  ),
  /** What opens to visitors, and what shuts for them. */
  visitorsIn: z.array(text),
  visitorsOut: z.array(text),
  /** Pages that open to the same people as now. */
  others: count,
  /** The day it is told for, in words. */
  day: text,
});
export type ImpactView = z.infer<typeof ImpactView>;

/** Whom one door of the draft lets in. */
export const DoorView = z.object({
  /** How many meet each of the parts asked about, in their order. */
  parts: z.array(count),
  inside: count,
  outside: count,
  /** Whether it opens to whoever is not signed in, and whether the live door does; null where there is none. */
  visitors: z.boolean(),
  visitorsBefore: z.boolean().nullable(),
  levels: z.array(z.object({ title: text, count })),
  /** Against the door that is live in that place: what it says, and whom publishing would let in and shut out. */
  change: z.object({ says: text, before: count, letIn: count, shutOut: count }).nullable(),
  /** Of the list that was asked for, some by name. */
  people: People.nullable(),
  day: text,
});
export type DoorView = z.infer<typeof DoorView>;

const onDay = z.iso.date().optional();

export const insight = {
  impact: endpoint(editors, 'GET', '/desk/setup/impact', 'Whom the draft lets in and shuts out, today or on a day')
    .input(z.object({ on: onDay }))
    .output(ImpactView),
  prices: endpoint(editors, 'GET', '/desk/setup/prices', 'What the draft’s prices mean to those who have them').output(
    z.object({ rows: z.array(z.object({ says: text })) }),
  ),
  door: endpoint(editors, 'POST', '/desk/setup/door', 'Whom a rule lets in: how many, by level, and by name')
    .input(
      z.object({
        rule: Rule,
        /** Counted each alone. */
        parts: z.array(Rule).max(80).default([]),
        /** Where it hangs, so that it can be held against the door that is live there. */
        page: PageId.optional(),
        block: BlockId.optional(),
        list: z.enum(doorLists).optional(),
        on: onDay,
      }),
    )
    .output(DoorView),
};
