/** Purpose: the endpoints of the views of the member list that are kept, each a list of steps. */
import { implement } from '@orpc/server';
import { savedViews as contract } from '../../contract';
import type { Result } from '../../core/kernel';
import { envelopeOf, guard, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import { membersSays } from './members.sentences';
import type { SavedViewRefusal, SavedViews } from './saved.views';

const api = implement(contract).$context<Call>().use(guard);

export type SavedViewsPorts = {
  readonly savedViews: SavedViews;
  readonly live: LiveSetup;
  readonly clock: SiteClock;
};

export const savedViewsApi = ({ savedViews, live, clock }: SavedViewsPorts) => {
  const all = async () => ({ views: await savedViews.list(clock.now(), live.must.setup.doc.site) });
  async function after(done: Result<unknown, SavedViewRefusal>) {
    if (done.ok) return all();
    const says = membersSays(live.reader);
    const { code } = done.refusal;
    if (code === 'not-found') throw problem(code, { detail: says.noSuchView });
    if (code === 'already-sent') throw problem(code);
    throw problem('form-faults', { faults: [{ at: 'name', label: says.viewName, says: says.enoughViews }] });
  }
  return {
    list: api.list.handler(all),
    keep: api.keep.handler(async ({ input, context }) =>
      after(await savedViews.keep(envelopeOf(context, 'view.kept', input), input.name, input.asked)),
    ),
    remove: api.remove.handler(async ({ input, context }) =>
      after(await savedViews.remove(envelopeOf(context, 'view.removed', input), input.id)),
    ),
  };
};
