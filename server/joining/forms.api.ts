/** Purpose: the endpoints of forms that members send, each a list of steps. */
import { implement } from '@orpc/server';
import { forms as contract } from '../../contract';
import { envelopeOf, guard, memberIdOf, type Call } from '../callers';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import { afterSending } from './after';
import { followUpAt, type FollowUps } from './follow.ups';
import { joiningSays } from './joining.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type SentFormsPorts = { readonly followUps: FollowUps; readonly live: LiveSetup };

export const formsApi = ({ followUps, live }: SentFormsPorts) => {
  const formAt = (address: string) => {
    const form = followUpAt(address, live.must.setup);
    if (!form) throw problem('not-found', { detail: joiningSays(live.reader).noForm });
    return form;
  };

  return {
    sendForm: api.sendForm.handler(async ({ input, context }) => {
      const form = formAt(input.form);
      const envelope = envelopeOf(context, 'form.sent', input);
      const sent = await followUps.send(envelope, memberIdOf(context), form, input.answers);
      if (!sent.ok) {
        const { refusal } = sent;
        if (refusal.code === 'form-faults') throw problem('form-faults', { faults: [...refusal.faults] });
        if (refusal.code === 'form-shut') throw problem('form-shut', { detail: refusal.says });
        throw problem('already-sent', { detail: joiningSays(live.reader).keyUsed });
      }
      return { next: afterSending(form, `/sent/${form.address}`) };
    }),

    putOff: api.putOff.handler(async ({ input, context }) => {
      const form = formAt(input.form);
      await followUps.putOff(envelopeOf(context, 'form.putOff', input), memberIdOf(context), form.id);
      return { done: true as const };
    }),
  };
};
export type SentFormsApi = ReturnType<typeof formsApi>;
