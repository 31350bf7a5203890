/** Purpose: the endpoints of Today, each a list of steps. */
import { implement } from '@orpc/server';
import { entries, letters, money, review, today as contract } from '../../contract';
import { callerMay, guard, staffOf, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import type { LiveSetup } from '../setup';
import type { Today } from './today';

const api = implement(contract).$context<Call>().use(guard);

export type TodayPorts = {
  readonly today: Today;
  readonly clock: SiteClock;
  readonly live: LiveSetup;
  readonly bookChecks: { readonly faults: number };
  readonly entryDesk: { waiting(): Promise<number> };
};

export const todayApi = ({ today, clock, live, bookChecks, entryDesk }: TodayPorts) => ({
  index: api.index.handler(async ({ context }) => {
    const { reviews, letters: stuck, people, money: waiting } = await today.needs(clock.now());
    const mine = callerMay(context, review.approve);
    return {
      needYou: (mine ? reviews : 0) + (callerMay(context, letters.retry) ? stuck : 0),
      needOthers: mine ? 0 : reviews,
      ...(callerMay(context, money.list)
        ? { ...waiting, bookFaults: bookChecks.faults }
        : { failing: 0, awaited: 0, bookFaults: 0 }),
      entriesWaiting: callerMay(context, entries.list) ? await entryDesk.waiting() : 0,
      people,
    };
  }),

  view: api.view.handler(({ input, context }) => {
    const { name, parts } = staffOf(context);
    const mayReview = callerMay(context, review.approve);
    const who = {
      name,
      parts,
      mayReview,
      mayRetry: callerMay(context, letters.retry),
      mayKeepBooks: callerMay(context, money.list),
    };
    return today.view(who, clock.now(), live.must.setup, input.all);
  }),

  pulse: api.pulse.handler(async () => ({ at: await today.pulse() })),
});
