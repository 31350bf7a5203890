/** Purpose: the endpoints of people who were made up, each a list of steps. */
import { implement } from '@orpc/server';
import { madeUp as contract } from '../../contract';
import type { Result } from '../../core/kernel';
import { envelopeOf, guard, staffOf, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { MadeUpPeople, MadeUpRefusal } from './made.up';
import { viewpointSays } from './viewpoint.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type MadeUpPorts = { readonly madeUp: MadeUpPeople; readonly clock: SiteClock; readonly live: LiveSetup };

export const madeUpApi = ({ madeUp, clock, live }: MadeUpPorts) => {
  const all = async () => ({ people: await madeUp.list(clock.now(), (await live.draft()).setup) });
  async function after(done: Result<unknown, MadeUpRefusal>) {
    if (!done.ok) throw refused(done.refusal);
    return all();
  }
  function refused(refusal: MadeUpRefusal) {
    const says = viewpointSays(live.reader);
    switch (refusal.code) {
      case 'faults':
        return problem('form-faults', { faults: refusal.faults });
      case 'not-found':
        return problem('not-found', { detail: says.nobody });
      case 'changed-meanwhile':
        return problem('draft-changed', { detail: says.madeUpChanged });
      case 'too-many-made-up':
        return problem('form-faults', { faults: [{ at: 'name', label: says.name, says: says.enoughMadeUp }] });
      case 'already-sent':
        return problem('already-sent');
    }
  }
  return {
    list: api.list.handler(all),
    make: api.make.handler(async ({ input, context }) => {
      const { name } = staffOf(context);
      const { setup } = await live.draft();
      return after(await madeUp.make(envelopeOf(context, 'madeUp.made', input), input.person, name, setup));
    }),
    change: api.change.handler(async ({ input, context }) =>
      after(await madeUp.change(envelopeOf(context, 'madeUp.changed', input), input, (await live.draft()).setup)),
    ),
    remove: api.remove.handler(async ({ input, context }) =>
      after(await madeUp.remove(envelopeOf(context, 'madeUp.removed', input), input.id)),
    ),
  };
};
