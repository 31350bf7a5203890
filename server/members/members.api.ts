/** Purpose: the endpoints of the member list, each a list of steps. */
import { implement } from '@orpc/server';
import type { DataSource } from 'typeorm';
import { members as contract, review, type ApplicationView } from '../../contract';
import type { MemberId } from '../../core/kernel';
import { callerMay, guard, type Call, staffOf } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { Directory } from './directory';
import { personView } from './person';
import { membersSays } from './members.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type MembersPorts = {
  readonly db: DataSource;
  readonly directory: Directory;
  readonly live: LiveSetup;
  readonly clock: SiteClock;
  /** A person's newest application as staff see it. */
  readonly applicationOf: (member: MemberId, reviewer: string | null) => Promise<ApplicationView | null>;
};

export const membersApi = ({ db, directory, live, clock, applicationOf }: MembersPorts) => ({
  list: api.list.handler(({ input }) => directory.list(input, live.must.setup, clock.now())),

  counts: api.counts.handler(async () => {
    const { levels, groups, fields } = live.must.setup.doc;
    return {
      ...(await directory.counts()),
      levels: [...levels],
      groups: [...groups],
      fields: fields.filter(({ retired }) => !retired),
    };
  }),

  one: api.one.handler(async ({ input, context }) => {
    const person = await personView(db.manager, input.id, live.must.setup, clock.now());
    if (!person) throw problem('not-found', { detail: membersSays(live.reader).nobody });
    return {
      ...person,
      application: await applicationOf(input.id, callerMay(context, review.approve) ? staffOf(context).id : null),
    };
  }),

  find: api.find.handler(async ({ input }) => ({
    people: await directory.find(input.q, live.must.setup, clock.now()),
  })),
});
