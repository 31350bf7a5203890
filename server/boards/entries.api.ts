/** Purpose: the endpoints of entries for staff, each a list of steps. */
import { implement } from '@orpc/server';
import { entries as contract } from '../../contract';
import { envelopeOf, guard, staffOf, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import { actOf, entryProblem } from './boards.api';
import { boardsSays } from './boards.sentences';
import type { Entries } from './entries';
import type { EntryDesk } from './entry.desk';

const api = implement(contract).$context<Call>().use(guard);

export type EntriesApiPorts = {
  readonly entries: Entries;
  readonly entryDesk: EntryDesk;
  readonly live: LiveSetup;
  readonly clock: SiteClock;
};

export const entriesApi = ({ entries, entryDesk, live, clock }: EntriesApiPorts) => ({
  list: api.list.handler(({ input }) => entryDesk.list(input, live.must.setup, clock.now())),

  one: api.one.handler(async ({ input }) => {
    const found = await entryDesk.one(input.entry, live.must.setup, clock.now());
    if (!found) throw problem('not-found', { detail: boardsSays(live.reader).noEntry });
    return found;
  }),

  act: api.act.handler(async ({ input, context }) => {
    const { name } = staffOf(context);
    const done = await entries.act(
      envelopeOf(context, 'entry.acted', input),
      { staff: name },
      input.entry,
      actOf(input),
    );
    if (!done.ok) throw entryProblem(done.refusal);
    return { done: true as const };
  }),
});
