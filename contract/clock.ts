/** The site clock of a demo. */
import { z } from 'zod';
import { anyStaff, endpoint, managers } from './access';

const text = z.string();

export const ClockView = z.object({
  movable: z.boolean(),
  now: text,
  ahead: text.nullable(),
  nextDue: z.object({ at: text, says: text }).nullable(),
  /** Where the mail stand-in shows what came; null where mail really leaves. */
  mailPage: text.nullable(),
});
export type ClockView = z.infer<typeof ClockView>;

/** Looking at the site clock, and moving it. */
export const clock = {
  view: endpoint(anyStaff, 'GET', '/desk/clock', 'The site clock and what is due next').output(ClockView),
  move: endpoint(managers, 'POST', '/desk/clock', 'Moves the site clock of a demo on; everything due happens')
    .input(z.object({ by: z.enum(['hour', 'day', 'nextDue']) }))
    .output(z.object({ now: text, happened: z.number(), says: text })),
};
