/** Web hooks of forms: the keys they are signed with, and what came of the calls. */
import { z } from 'zod';
import { AnyFormId, HookCallId } from '../core/kernel';
import { endpoint, managers } from './access';

const text = z.string();
const form = AnyFormId;

export const HookCallView = z.object({
  id: HookCallId,
  /** Which place was called, without what stands behind it. */
  address: text,
  since: text,
  says: text,
  taken: z.boolean(),
});
export type HookCallView = z.infer<typeof HookCallView>;
const calls = z.array(HookCallView);

export const hooks = {
  calls: endpoint(managers, 'GET', '/desk/forms/{form}/hooks', 'The keys of a form’s web hooks, and the newest calls')
    .input(z.object({ form }))
    .output(z.object({ keys: z.array(z.object({ address: text, key: text })), calls })),
  again: endpoint(managers, 'POST', '/desk/forms/{form}/hooks/again', 'Makes a call that was not taken once more')
    .input(z.object({ form, id: HookCallId }))
    .output(z.object({ calls })),
};
