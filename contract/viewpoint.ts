/** The viewpoint: what one person can open on one day. */
import { z } from 'zod';
import { Standing } from '../core/facts';
import { Rule } from '../core/doors';
import { MemberId, PageId } from '../core/kernel';
import { anyStaff, editors, endpoint } from './access';

const text = z.string();

export type TraceView =
  | { of: 'all' | 'any' | 'none'; met: boolean; parts: TraceView[] }
  | { of: 'condition'; met: boolean; says: string; found: string };
export const TraceView: z.ZodType<TraceView> = z.union([
  z.object({ of: z.enum(['all', 'any', 'none']), met: z.boolean(), parts: z.array(z.lazy(() => TraceView)) }),
  z.object({ of: z.literal('condition'), met: z.boolean(), says: text, found: text }),
]);

export const SightView = z.object({
  person: z.object({ id: z.string(), name: text, note: text, standing: Standing.nullable() }),
  day: text,
  dayLabel: text,
  distance: text,
  sentence: text,
  pages: z.array(z.object({ title: text, href: text, open: z.boolean(), outside: z.boolean(), because: TraceView })),
});
export type SightView = z.infer<typeof SightView>;

/** One door explained for one person on one day. */
export const DoorSightView = z.object({
  person: z.object({ id: z.string(), name: text }),
  open: z.boolean(),
  /** In one sentence, before the conditions. */
  head: text,
  because: TraceView,
  /** What would open it to them; empty where it is open. */
  ways: z.array(text),
  /** Of a day that is over: the same page by the set-up that was live then; null where there was none, or no page. */
  then: z.object({ title: text, open: z.boolean(), head: text, because: TraceView }).nullable(),
  /** What they see of the page in the draft; null where none was asked about. */
  sees: text.nullable(),
});
export type DoorSightView = z.infer<typeof DoorSightView>;

const person = z.union([z.literal('visitor'), MemberId]);
const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/);

/** The site through somebody’s eyes. */
export const viewpoint = {
  sight: endpoint(anyStaff, 'GET', '/desk/viewpoint', 'What one person can open on one day')
    // `draft`: through the draft instead of what is live.
    .input(z.object({ person, on: day.optional(), draft: z.literal('yes').optional() }))
    .output(SightView),
  door: endpoint(editors, 'POST', '/desk/viewpoint/door', 'Why a door is open or shut for one person on one day')
    .input(z.object({ person, on: day.optional(), rule: Rule, page: PageId.optional() }))
    .output(DoorSightView),
};
