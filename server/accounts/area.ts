/** Passwords, links, tries; staff and the desk's door: as an area. */
import type { EntityManager } from 'typeorm';
import type { Instant } from '../../core/kernel';
import type { Area, Base, Web } from '../area';
import type { Sessions, Viewers } from '../callers';
import type { Outbox } from '../messages';
import type { Jobs } from '../platform/jobs';
import { table } from '../platform/tables';
import type { LiveSetup, SetupStore } from '../setup';
import { accountApi, type AccountApi, type AccountPorts } from './account.api';
import { OneTimeRow, StaffRow } from './account.entities';
import { accountForms } from './account.forms';
import { accountPlaces, type OwnMoney } from './account.places';
import { Accounts } from './account.service';
import { accountJobs, type AccountJobs } from './accounts.jobs';
import { deskRoutes, type DeskPorts } from './desk.routes';
import { Devices } from './devices';
import { FirstRun } from './first.run';
import { sweepOneTime } from './one.time';
import { staffApi, type StaffApi, type StaffPorts } from './staff.api';
import { Staff } from './staff.service';
import { Team } from './team';
import { teamApi, type TeamPorts } from './team.api';
import { Tries } from './tries';

type Needs = Base & {
  readonly live: LiveSetup;
  readonly setups: SetupStore;
  readonly sessions: Sessions;
  readonly outbox: Outbox;
  readonly jobs: Jobs<AccountJobs>;
};

export const accountsArea = {
  name: 'accounts',
  tables: [
    table(OneTimeRow, { erased: 'member = ?' }, 'hash purpose member application serial expires_at used_at'),
    table(
      StaffRow,
      { kept: 'Staff are not erased with a member; somebody who is both asks for both.' },
      'id mail_key mail name parts password_hash created_at',
    ),
  ],
  jobs: accountJobs,
  unlisted: ['/desk', '/account', '/reset', '/forgotten', '/sign-in'],
  build: ({
    db,
    live,
    setups,
    sessions,
    acts,
    outbox,
    jobs,
    clock,
    random,
    limits,
    secret,
    address,
    config,
  }: Needs) => {
    const staff = new Staff(db, sessions, acts, clock, random, live, { outbox, jobs, address });
    return {
      accounts: new Accounts(db, live, sessions, acts, outbox, jobs, clock, random, address),
      staff,
      team: new Team(db, acts, sessions, random, live, { outbox, address }),
      firstRun: new FirstRun(db, staff, setups, clock),
      tries: new Tries(limits, new Devices(secret, random), config.secure),
      reviewers: async () => (await staff.reviewers(db.manager)).map(({ id }) => id),
    };
  },
  api: (ports: AccountPorts & StaffPorts & TeamPorts) => ({
    account: accountApi(ports),
    staff: staffApi(ports),
    team: teamApi(ports),
  }),
  places: ({ accounts, viewers, ownMoney }: { accounts: Accounts; viewers: Viewers; ownMoney: OwnMoney }) =>
    accountPlaces(accounts, viewers, ownMoney),
  forms: ({ account }: { readonly account: AccountApi }) => accountForms(account),
  routes: (ports: DeskPorts, web: Web, { staff }: { readonly staff: StaffApi }) => deskRoutes(ports, web, staff),
  sweep: ({ db }: { readonly db: { readonly manager: EntityManager } }, now: Instant) => sweepOneTime(db.manager, now),
} satisfies Area;
