/** The staff as their owner sees them: who there is, with which parts, invited by mail. */
import { z } from 'zod';
import { StaffId } from '../core/kernel';
import { StaffPart, endpoint, type Access } from './access';
import type { ProblemList } from './problems';

const text = z.string();
const owners: Access = { staff: ['owner'] };
const whoSeesNames: Access = { staff: ['owner', 'manager', 'editor'] };
const parts = z.array(StaffPart).max(5);

export const ColleagueView = z.object({
  id: StaffId,
  name: text,
  mail: text,
  parts: z.array(StaffPart),
  /** Has not chosen a password yet. */
  invited: z.boolean(),
  /** Since when, as people read it. */
  since: text,
  you: z.boolean(),
});
export type ColleagueView = z.infer<typeof ColleagueView>;

export const teamProblems = {
  'last-owner': { status: 409, title: 'A site needs an owner' },
} as const satisfies ProblemList;

const list = z.object({ staff: z.array(ColleagueView) });

/** Who works at the desk. Each change answers with all of them as they are then. */
export const team = {
  team: endpoint(whoSeesNames, 'GET', '/desk/team', 'The staff with their parts').output(list),
  inviteStaff: endpoint(owners, 'POST', '/desk/team', 'Invites somebody to the desk by mail')
    .input(z.object({ name: z.string().trim().max(120), mail: z.string().max(200), parts }))
    .output(list),
  setParts: endpoint(owners, 'POST', '/desk/team/{id}/parts', 'Gives a member of staff other parts')
    .input(z.object({ id: StaffId, parts }))
    .output(list),
  inviteAgain: endpoint(owners, 'POST', '/desk/team/{id}/invite', 'Sends the letter of an invitation once more')
    .input(z.object({ id: StaffId }))
    .output(list),
  removeStaff: endpoint(owners, 'POST', '/desk/team/{id}/remove', 'Takes somebody off the staff and signs them out')
    .input(z.object({ id: StaffId }))
    .output(list),
};
