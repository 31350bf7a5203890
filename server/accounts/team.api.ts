/** Purpose: the endpoints of the staff as their owner sees them, each a list of steps. */
import { implement } from '@orpc/server';
import { team as contract, type ColleagueView } from '../../contract';
import { sayNearDate, type Result } from '../../core/kernel';
import { envelopeOf, guard, staffOf, type Call } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import { mailOrProblem } from './account.problems';
import { accountsSays } from './accounts.sentences';
import type { Team, TeamRefusal } from './team';

const api = implement(contract).$context<Call>().use(guard);

export type TeamPorts = {
  readonly team: Team;
  readonly live: LiveSetup;
  readonly clock: SiteClock;
};

export const teamApi = ({ team, live, clock }: TeamPorts) => {
  const says = () => accountsSays(live.reader);

  function refused({ code }: TeamRefusal) {
    const fault = (at: string, label: string, what: string) =>
      problem('form-faults', { faults: [{ at, label, says: what }] });
    switch (code) {
      case 'last-owner':
        return problem('last-owner', { detail: says().lastOwner });
      case 'not-found':
        return problem('not-found', { detail: says().noColleague });
      case 'already-there':
        return fault('mail', says().mail, says().onStaff);
      case 'no-parts':
        return fault('parts', says().parts, says().choosePart);
    }
  }
  async function all(context: Call): Promise<{ staff: ColleagueView[] }> {
    const { site } = live.must.setup.doc;
    const rows = await team.list();
    return {
      staff: rows.map((row) => ({
        id: row.id as ColleagueView['id'],
        name: row.name,
        mail: row.mail,
        parts: row.parts,
        invited: team.isInvited(row),
        since: sayNearDate(row.createdAt, clock.now(), site),
        you: row.id === staffOf(context).id,
      })),
    };
  }
  async function after(context: Call, done: Result<null, TeamRefusal>) {
    if (!done.ok) throw refused(done.refusal);
    return all(context);
  }

  return {
    team: api.team.handler(({ context }) => all(context)),

    inviteStaff: api.inviteStaff.handler(async ({ input, context }) => {
      const faults = [
        ...(/\p{L}.*\p{L}/u.test(input.name) ? [] : [{ at: 'name', label: says().name, says: says().writeTheirName }]),
      ];
      if (faults.length) throw problem('form-faults', { faults });
      const mail = mailOrProblem(input.mail, live.reader);
      const person = { name: input.name, mail, parts: input.parts };
      return after(context, await team.invite(envelopeOf(context, 'staff.invited', input), person));
    }),

    setParts: api.setParts.handler(async ({ input, context }) =>
      after(context, await team.setParts(envelopeOf(context, 'staff.partsSet', input), input.id, input.parts)),
    ),

    inviteAgain: api.inviteAgain.handler(async ({ input, context }) =>
      after(context, await team.inviteAgain(envelopeOf(context, 'staff.invitedAgain', input), input.id)),
    ),

    removeStaff: api.removeStaff.handler(async ({ input, context }) =>
      after(context, await team.remove(envelopeOf(context, 'staff.removed', input), input.id)),
    ),
  };
};
