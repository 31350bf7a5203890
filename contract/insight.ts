/** What publishing would mean for everybody. */
import { z } from 'zod';
import { Standing } from '../core/facts';
import { MemberId } from '../core/kernel';
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
  places: z.array(z.object({ title: text, now: count, after: count, in: count, out: count })),
  /** Pages that open to the same people as now. */
  others: count,
  /** The day it is told for, in words. */
  day: text,
});
export type ImpactView = z.infer<typeof ImpactView>;

export const insight = {
  impact: endpoint(editors, 'GET', '/desk/setup/impact', 'Whom the draft lets in and shuts out, today or on a day')
    .input(z.object({ on: z.iso.date().optional() }))
    .output(ImpactView),
};
