/** Purpose: the endpoints of a member's own account, each a list of steps. */
import { implement } from '@orpc/server';
import { account } from '../../contract';
import type { MemberId } from '../../core/kernel';
import { deviceOfCall, envelopeOf, guard, memberIdOf, memberOf, type Call, type Viewers } from '../callers';
import type { SiteClock } from '../platform/clock';
import { problem } from '../platform/problem';
import { safeNext, startOf } from '../site';
import { accountsOf, type Accounts } from './account.service';
import { mailOrProblem, passwordProblem } from './account.problems';
import { demandBoth, type Tries } from './tries';
import type { LiveSetup } from '../setup';
import { accountsSays } from './accounts.sentences';

const done = { done: true } as const;
const api = implement(account).$context<Call>().use(guard);

export type AccountPorts = {
  readonly accounts: Accounts;
  readonly tries: Tries;
  readonly viewers: Viewers;
  readonly live: LiveSetup;
  readonly clock: SiteClock;
};

export const accountApi = ({ accounts, tries, viewers, live, clock }: AccountPorts) => {
  /** Opens a session for the browser that calls; its old one ends. */
  const letIn = async (context: Call, member: MemberId, remember: boolean): Promise<void> => {
    const old = viewers.secretOf(context.req, 'member');
    viewers.keep(context.res, 'member', await accounts.openSession(member, deviceOfCall(context), remember, old));
  };
  return {
    signIn: api.signIn.handler(async ({ input, context }) => {
      demandBoth(input, live.reader);
      const { found, weighed } = await tries.signIn(context, 'member', input.mail, accountsOf(input.mail));
      const facts = await accounts.check(found, input.password);
      await weighed(Boolean(facts?.member));
      if (!facts?.member)
        throw problem('wrong-sign-in', {
          detail: accountsSays(live.reader).wrongSignInOrNew,
        });
      await letIn(context, facts.member, input.remember);
      const wanted = safeNext(input.next);
      return { next: wanted === '/' ? startOf(facts, clock.now(), live.must) : wanted };
    }),

    signOut: api.signOut.handler(async ({ context }) => {
      await viewers.leave(context, 'member');
      return { next: '/' };
    }),

    forgotten: api.forgotten.handler(async ({ input, context }) => {
      const mail = mailOrProblem(input.mail, live.reader);
      await accounts.askReset(mail, await tries.reset(context, 'member', mail));
      return done;
    }),

    reset: api.reset.handler(async ({ input, context }) => {
      await tries.link(context);
      const reset = await accounts.reset(input.token, input.password);
      if (!reset.ok) throw passwordProblem(reset.refusal, live.reader);
      const { member, facts } = reset.value;
      await letIn(context, member, false);
      return { next: startOf(facts, clock.now(), live.must) };
    }),

    changePassword: api.changePassword.handler(async ({ input, context }) => {
      await tries.ownPassword('member', memberIdOf(context));
      const envelope = envelopeOf(context, 'password.changed', input);
      const changed = await accounts.change(envelope, memberIdOf(context), memberOf(context).session, input);
      if (!changed.ok) throw passwordProblem(changed.refusal, live.reader);
      return done;
    }),

    changeProfile: api.changeProfile.handler(async ({ input, context }) => {
      const envelope = envelopeOf(context, 'profile.changed', input);
      const changed = await accounts.changeProfile(envelope, memberIdOf(context), input.answers);
      // Whoever is gone has nothing to change, and a repeat of the same is done already.
      if (!changed.ok && 'faults' in changed.refusal) throw problem('form-faults', { faults: changed.refusal.faults });
      return done;
    }),

    endSession: api.endSession.handler(async ({ input, context }) => {
      await viewers.endSessions(envelopeOf(context, 'session.ended', input), 'member', memberIdOf(context), {
        which: input.id,
        here: memberOf(context).session,
      });
      return done;
    }),
  };
};

export type AccountApi = ReturnType<typeof accountApi>;
