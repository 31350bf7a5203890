/** Purpose: what an address of the site shows, as data. */
import { implement } from '@orpc/server';
import { site as contract } from '../../contract';
import { guard, lookerOf, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import { unsqueezed } from '../platform/squeeze';
import type { LiveSetup } from '../setup';
import { mixesSecrets, placeFor, type PlaceSources } from './place';

const api = implement(contract).$context<Call>().use(guard);

export type SiteApiPorts = { readonly live: LiveSetup; readonly clock: SiteClock; readonly sources: PlaceSources };

export const siteApi = ({ live: setups, clock, sources }: SiteApiPorts) => ({
  view: api.view.handler(async ({ input, context }) => {
    const live = setups.current;
    if (!live) throw problem('not-found');
    const place = await placeFor(input.path, lookerOf(context.member, clock.now()), live, sources);
    if (place.is !== 'view') return { elsewhere: place.to };
    if (mixesSecrets(place.view)) unsqueezed(context.res);
    return place.view;
  }),
});
