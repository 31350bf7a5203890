/** Purpose: the endpoints of the member list, each a list of steps. */
import { implement } from '@orpc/server';
import type { DataSource } from 'typeorm';
import { members as contract, money, review, type ApplicationView } from '../../contract';
import type { FieldValue } from '../../core/facts';
import { staffFields } from '../../core/fields';
import type { MemberId } from '../../core/kernel';
import { callerMay, envelopeOf, guard, type Call, staffOf } from '../callers';
import type { Acts } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { Conversions } from './conversions';
import type { Directory } from './directory';
import { changeGroups, groupsFor } from './groups';
import { factsOf, isMember } from './member.store';
import { changeProfile } from './profile';
import { personView } from './person';
import { membersSays } from './members.sentences';

const api = implement(contract).$context<Call>().use(guard);

export type MembersPorts = {
  readonly db: DataSource;
  readonly directory: Directory;
  readonly conversions: Conversions;
  readonly live: LiveSetup;
  readonly acts: Acts;
  readonly clock: SiteClock;
  /** A person's newest application as staff see it. */
  readonly applicationOf: (
    member: MemberId,
    reviewer: string | null,
    money: boolean,
  ) => Promise<ApplicationView | null>;
};

export const membersApi = ({ db, directory, conversions, live, acts, clock, applicationOf }: MembersPorts) => ({
  list: api.list.handler(({ input }) => directory.list(input, live.must.setup, clock.now())),

  counts: api.counts.handler(async () => {
    const { levels, groups, fields, site } = live.must.setup.doc;
    return {
      ...(await directory.counts()),
      levels: [...levels],
      groups: [...groups],
      fields: fields.filter(({ retired }) => !retired),
      zone: site.zone,
    };
  }),

  one: api.one.handler(async ({ input, context }) => {
    const person = await personView(db.manager, input.id, live.must.setup, clock.now(), callerMay(context, money.list));
    if (!person) throw problem('not-found', { detail: membersSays(live.reader).nobody });
    return {
      ...person,
      application: await applicationOf(
        input.id,
        callerMay(context, review.approve) ? staffOf(context).id : null,
        callerMay(context, money.list),
      ),
    };
  }),

  answers: api.answers.handler(async ({ input }) => {
    const { setup } = live.must;
    const facts = (await isMember(db.manager, input.id)) ? await factsOf(db.manager, input.id) : null;
    if (!facts) throw problem('not-found', { detail: membersSays(live.reader).nobody });
    const fields = staffFields(setup, facts);
    const known = facts.fields as Record<string, FieldValue>;
    const values = Object.fromEntries(fields.flatMap(({ id }) => (known[id] === undefined ? [] : [[id, known[id]]])));
    return { name: facts.name ?? '', fields, values };
  }),

  setAnswers: api.setAnswers.handler(async ({ input, context }) => {
    const envelope = envelopeOf(context, 'profile.corrected', input);
    const { id, answers } = input;
    if (!(await isMember(db.manager, id))) throw problem('not-found', { detail: membersSays(live.reader).nobody });
    const done = await changeProfile(acts, envelope, id, answers, 'staff', live.must.setup);
    if (done.ok) return { changed: done.value };
    if ('faults' in done.refusal) throw problem('form-faults', { faults: done.refusal.faults });
    throw problem(done.refusal.code);
  }),

  groups: api.groups.handler(async ({ input }) => {
    const facts = (await isMember(db.manager, input.id)) ? await factsOf(db.manager, input.id) : null;
    if (!facts) throw problem('not-found', { detail: membersSays(live.reader).nobody });
    return { groups: groupsFor(facts.groups, live.must.setup) };
  }),

  setGroups: api.setGroups.handler(async ({ input, context }) => {
    if (!(await isMember(db.manager, input.id)))
      throw problem('not-found', { detail: membersSays(live.reader).nobody });
    const envelope = envelopeOf(context, 'groups.changed', input);
    const done = await changeGroups(acts, envelope, input.id, input, live.must.setup);
    if (done.ok) return done.value;
    throw problem(done.refusal.code);
  }),

  conversion: api.conversion.handler(async ({ input }) => {
    const foretold = await conversions.foretell(input.id, (await live.draft()).setup);
    return { foretold: foretold && { ...foretold, rows: [...foretold.rows] } };
  }),

  find: api.find.handler(async ({ input }) => ({
    people: await directory.find(input.q, live.must.setup, clock.now()),
  })),
});
