/** People who do not exist, kept by name: to look through their eyes, and to try forms and letters. */
import { z } from 'zod';
import { MadeUp } from '../core/rehearsal/madeUp';
import { MemberId } from '../core/kernel';
import { anyStaff, editors, endpoint } from './access';

const text = z.string();

export const MadeUpView = z.object({
  /** Stands wherever a member's id stands for whom one looks as. */
  id: MemberId,
  version: z.number(),
  person: MadeUp,
  /** Who they are, in a few words. */
  note: text,
});
export type MadeUpView = z.infer<typeof MadeUpView>;

const list = z.object({ people: z.array(MadeUpView) });
/** The version that was seen last; another has been kept since where it is not that. */
const version = z.int().min(0);

/** Each change answers with all of them as they are then. */
export const madeUp = {
  list: endpoint(anyStaff, 'GET', '/desk/made-up', 'The people who were made up').output(list),
  make: endpoint(editors, 'POST', '/desk/made-up', 'Makes somebody up')
    .input(z.object({ person: MadeUp }))
    .output(list),
  change: endpoint(editors, 'POST', '/desk/made-up/{id}', 'Changes somebody who was made up')
    .input(z.object({ id: MemberId, version, person: MadeUp }))
    .output(list),
  remove: endpoint(editors, 'POST', '/desk/made-up/{id}/remove', 'Takes somebody out who was made up')
    .input(z.object({ id: MemberId }))
    .output(list),
};
