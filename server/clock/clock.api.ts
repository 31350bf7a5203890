/** Purpose: looking at the site clock of a demo, and moving it. */
import { implement } from '@orpc/server';
import { clock as contract } from '../../contract';
import { envelopeOf, guard, staffOf, type Call, type Sessions } from '../callers';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { ClockService } from './clock.service';
import { clockSays } from './clock.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type ClockPorts = { readonly clockService: ClockService; readonly live: LiveSetup; readonly sessions: Sessions };

export const clockApi = ({ clockService, live, sessions }: ClockPorts) => ({
  view: api.view.handler(() => clockService.view(live.must.setup)),

  move: api.move.handler(async ({ input, context }) => {
    if (!clockService.movable) throw problem('not-yours', { detail: clockSays(live.reader).onlyDemo });
    const { session } = staffOf(context);
    return clockService.move(envelopeOf(context, 'clock.moved', input), input.by, live.must.setup, (span) =>
      sessions.goWith(session, span),
    );
  }),

  stop: api.stop.handler(() => {
    clockService.halt();
    return { done: true } as const;
  }),
});
