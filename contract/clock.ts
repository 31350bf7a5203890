/** The site clock of a demo. */
import { z } from 'zod';
import { anyStaff, endpoint, managers } from './access';

const text = z.string();

export const ClockView = z.object({
  movable: z.boolean(),
  now: text,
  ahead: text.nullable(),
  nextDue: z.object({ at: text, says: text }).nullable(),
  /** While it is moved on: how far it has come; null where it is not. */
  moving: z.object({ says: text, share: z.number() }).nullable(),
  /** Today by it, `YYYY-MM-DD`: it is moved to later days alone. */
  today: text,
  /** Where the mail stand-in shows what came; null where mail really leaves. */
  mailPage: text.nullable(),
});
export type ClockView = z.infer<typeof ClockView>;

/** Looking at the site clock, and moving it. */
export const clock = {
  view: endpoint(anyStaff, 'GET', '/desk/clock', 'The site clock and what is due next').output(ClockView),
  move: endpoint(managers, 'POST', '/desk/clock', 'Moves the site clock of a demo on; everything due happens')
    .input(
      z.object({
        by: z.union([z.enum(['hour', 'day', 'nextDue', 'year']), z.object({ to: z.iso.date() })]),
      }),
    )
    .output(z.object({ now: text, happened: z.number(), says: text })),
  stop: endpoint(managers, 'POST', '/desk/clock/stop', 'Stops the site clock where it has come to').output(
    z.object({ done: z.literal(true) }),
  ),
};
