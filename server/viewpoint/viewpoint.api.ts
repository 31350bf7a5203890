/** Purpose: what one person can open on one day, as data. */
import { implement } from '@orpc/server';
import { setup, viewpoint as contract } from '../../contract';
import { callerMay, guard, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { Sight } from './sight.service';
import { viewpointSays } from './viewpoint.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type ViewpointPorts = { readonly sight: Sight; readonly clock: SiteClock; readonly live: LiveSetup };

export const viewpointApi = ({ sight, clock, live: setups }: ViewpointPorts) => ({
  sight: api.sight.handler(async ({ input, context }) => {
    if (input.draft && !callerMay(context, setup.draft)) throw problem('not-yours');
    const live = input.draft ? await setups.draft() : setups.must;
    const now = clock.now();
    const view = await sight.of(input.person, input.on, now, live.setup);
    if (!view) throw problem('not-found', { detail: viewpointSays(live.setup.doc.site).nobody });
    return sight.view(view, now, live);
  }),
  door: api.door.handler(async ({ input }) => {
    const draft = await setups.draft();
    const now = clock.now();
    const view = await sight.of(input.person, input.on, now, draft.setup);
    if (!view) throw problem('not-found', { detail: viewpointSays(draft.setup.doc.site).nobody });
    return sight.door(view, input.rule, input.page, now, draft);
  }),
});
