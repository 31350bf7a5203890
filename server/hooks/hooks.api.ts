/** Purpose: the endpoints of web hooks, each a list of steps. */
import { implement } from '@orpc/server';
import { hooks as contract } from '../../contract';
import { envelopeOf, guard, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { Hooks } from './hooks';
import { hooksSays } from './hooks.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type HooksPorts = { readonly hooks: Hooks; readonly live: LiveSetup; readonly clock: SiteClock };

export const hooksApi = ({ hooks, live, clock }: HooksPorts) => {
  const calls = async (form: string) => ({ calls: await hooks.calls(form, clock.now(), live.must.setup) });
  return {
    calls: api.calls.handler(async ({ input }) => {
      // Of the draft, so that whoever receives the calls can be told the key before it goes live.
      const form = (await live.draft()).setup.forms.get(input.form);
      return { keys: hooks.keysOf(input.form, form?.hooks ?? []), ...(await calls(input.form)) };
    }),
    again: api.again.handler(async ({ input, context }) => {
      const done = await hooks.again(envelopeOf(context, 'hook.calledAgain', input), input.form, input.id);
      if (done.ok) return calls(input.form);
      const { code } = done.refusal;
      throw code === 'not-found' ? problem(code, { detail: hooksSays(live.reader).noSuchCall }) : problem(code);
    }),
  };
};
