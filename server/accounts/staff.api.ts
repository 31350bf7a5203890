/** Purpose: the endpoints by which staff get in, and of their own accounts, each a list of steps. */
import { implement } from '@orpc/server';
import { staff as contract } from '../../contract';
import { firstNameOf } from '../../core/kernel';
import { callerOf, deviceOfCall, envelopeOf, guard, staffOf, type Call, type Viewers } from '../callers';
import type { Limits } from '../platform/limits';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import { mailOrProblem, passwordProblem } from './account.problems';
import type { FirstRun } from './first.run';
import type { Staff } from './staff.service';
import { demandBoth, type Tries } from './tries';
import { accountsSays } from './accounts.sentences';

const done = { done: true } as const;
const api = implement(contract).$context<Call>().use(guard);

export type StaffPorts = {
  readonly staff: Staff;
  readonly firstRun: FirstRun;
  readonly tries: Tries;
  readonly limits: Limits;
  readonly viewers: Viewers;
  readonly live: LiveSetup;
};

export const staffApi = ({ staff, firstRun, tries, limits, viewers, live }: StaffPorts) => {
  async function signIn(context: Call, mail: string, password: string) {
    demandBoth({ mail, password }, live.reader);
    const { weighed } = await tries.signIn(context, 'staff', mail);
    const opened = await staff.signIn(mail, password, deviceOfCall(context), viewers.secretOf(context.req, 'staff'));
    await weighed(opened !== null);
    if (!opened) throw problem('wrong-sign-in', { detail: accountsSays(live.reader).wrongSignIn });
    viewers.keep(context.res, 'staff', opened);
    return done;
  }

  return {
    begin: api.begin.handler(async () => ({
      siteName: live.current?.setup.doc.site.name ?? '',
      firstRun: !(await staff.anybody()),
    })),

    firstRun: api.firstRun.handler(async ({ input, context }) => {
      await limits.count(['signInByCaller', callerOf(context)]);
      const begun = await firstRun.begin(input);
      if (!begun.ok)
        throw begun.refusal.code === 'form-faults'
          ? problem('form-faults', { faults: begun.refusal.faults })
          : problem('already-done', { detail: accountsSays(live.reader).hasOwner });
      await live.refresh();
      return signIn(context, begun.value, input.password);
    }),

    signIn: api.signIn.handler(async ({ input, context }) => signIn(context, input.mail, input.password)),

    signOut: api.signOut.handler(async ({ context }) => {
      await viewers.leave(context, 'staff');
      return done;
    }),

    me: api.me.handler(async ({ context }) => {
      const { name, mail, parts } = staffOf(context);
      const siteName = live.must.setup.doc.site.shortName;
      return { name, firstName: firstNameOf(name), mail, parts: [...parts], siteName };
    }),

    changePassword: api.changePassword.handler(async ({ input, context }) => {
      const { id, session } = staffOf(context);
      await tries.ownPassword('staff', id);
      const changed = await staff.change(envelopeOf(context, 'password.changed', input), id, session, input);
      if (!changed.ok) throw passwordProblem(changed.refusal, live.reader);
      return done;
    }),

    sessions: api.sessions.handler(async ({ context }) => {
      const { id, session } = staffOf(context);
      return { sessions: await viewers.sessionsOf('staff', id, session, live.must.setup.doc.site) };
    }),

    endSession: api.endSession.handler(async ({ input, context }) => {
      const { id, session } = staffOf(context);
      await viewers.endSessions(envelopeOf(context, 'session.ended', input), 'staff', id, {
        which: input.id,
        here: session,
      });
      return done;
    }),

    forgotten: api.forgotten.handler(async ({ input, context }) => {
      const mail = mailOrProblem(input.mail, live.reader);
      await staff.askReset(mail, await tries.reset(context, 'staff', mail));
      return done;
    }),

    reset: api.reset.handler(async ({ input, context }) => {
      await tries.link(context);
      const reset = await staff.reset(input.token, input.password);
      if (!reset.ok) throw passwordProblem(reset.refusal, live.reader);
      return signIn(context, reset.value, input.password);
    }),
  };
};

export type StaffApi = ReturnType<typeof staffApi>;
