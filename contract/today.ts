/** Today: what needs somebody now, and what the desk asks again and again. */
import { z } from 'zod';
import { Standing } from '../core/facts';
import { ApplicationId, MemberId } from '../core/kernel';
import { anyStaff, endpoint } from './access';
import { MoneyLine } from './money';
import { LimitView } from './review';

const text = z.string();

export const ReviewRow = z.object({
  application: ApplicationId,
  member: MemberId,
  name: text,
  level: text,
  summary: text,
  limit: LimitView,
  waitingForAnswer: z.boolean(),
});
export const StuckRow = ReviewRow.omit({ waitingForAnswer: true });

export const TodayView = z.object({
  date: text,
  greeting: text,
  reviews: z.object({ rows: z.array(ReviewRow), total: z.number(), note: text }),
  stuck: z.object({ rows: z.array(StuckRow), total: z.number(), note: text }),
  joining: z.object({
    span: text,
    signedUp: z.number(),
    gates: z.array(z.object({ title: text, passed: z.number(), waiting: z.number(), fell: z.number() })),
  }),
  standings: z.array(z.object({ standing: Standing, count: z.number() })),
  people: z.number(),
  /** Whether any letter has ever left. Told while there are no people yet, and true from then on. */
  letterSent: z.boolean(),
  lately: z.array(z.object({ count: z.number(), says: text })),
  /** Letters that do not get through. */
  letters: z.object({
    total: z.number(),
    rows: z.array(z.object({ to: text, subject: text, says: text, since: text })),
  }),
  /** Payments that fail and transfers that are awaited; null for who does not keep the books. */
  money: z.object({ rows: z.array(MoneyLine), total: z.number() }).nullable(),
  comingUp: z.object({ lines: z.array(z.object({ day: text, says: text })), more: z.boolean() }),
});
export type TodayView = z.infer<typeof TodayView>;

/** What the desk shows first. */
export const today = {
  index: endpoint(anyStaff, 'GET', '/desk/index', 'The state of each area, for the index').output(
    z.object({
      needYou: z.number(),
      /** How many things wait for somebody else. */
      needOthers: z.number(),
      /** Renewals that fail and transfers that are awaited, for who keeps the books; 0 for others. */
      failing: z.number(),
      awaited: z.number(),
      /** What the last check of the books found wrong; 0 where it has not been made. */
      bookFaults: z.number(),
      /** Entries of boards to be looked at, for those who look after them; 0 for others. */
      entriesWaiting: z.number(),
      people: z.number(),
    }),
  ),
  view: endpoint(anyStaff, 'GET', '/desk/today', 'What needs somebody now, oldest first')
    .input(z.object({ all: z.enum(['reviews', 'stuck']).optional() }))
    .output(TodayView),
  pulse: endpoint(anyStaff, 'GET', '/desk/pulse', 'A word that changes when something at the desk has changed').output(
    z.object({ at: text }),
  ),
};
