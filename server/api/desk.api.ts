/** Purpose: the endpoints of the desk, each a list of steps. */
import { mailKey } from '../../core/fields';
import { firstNameOf } from '../../core/kernel';
import type { Access } from '../../contract';
import { managers, reviewers } from '../../contract';
import { deviceOf } from '../accounts';
import { applicationOfMember, applicationView } from '../joining';
import { personView } from '../members';
import { AuditRow } from '../platform/audit.entity';
import { clearCookie, cookieOf, setCookie } from '../platform/cookies';
import { problem } from '../platform/problem';
import { sessionView } from '../site';
import { api, callerOf, mayCall, staffOf, type CallContext } from './context';
import { demandBoth } from './sign.in';
import { joiningProblem, passwordProblem } from './site.api';

const done = { done: true } as const;
const may = (context: CallContext, access: Access) => mayCall(access, null, context.staff) === 'yes';

/** Notes what a staff member did. */
async function audit(context: CallContext, act: string, subject: string | null, detail: unknown = null): Promise<void> {
  const { services } = context;
  await services.database.source.getRepository(AuditRow).insert({
    at: services.clock.now(),
    staff: staffOf(context).id,
    act,
    subject,
    detail: detail as never,
  });
}

export const deskApi = {
  begin: api.desk.begin.handler(async ({ context }) => ({
    siteName: context.services.live.current?.setup.doc.site.name ?? '',
    firstRun: !(await context.services.staff.anybody()),
  })),

  firstRun: api.desk.firstRun.handler(async ({ input, context }) => {
    const { services } = context;
    await services.limits.count(['signInByCaller', callerOf(context)]);
    const begun = await services.firstRun.begin(input);
    if (!begun.ok)
      throw begun.refusal.code === 'form-faults'
        ? problem('form-faults', { faults: begun.refusal.faults })
        : problem('already-done', { detail: 'This site has an owner already. Sign in instead.' });
    await services.live.refresh();
    return signStaffIn(context, begun.value, input.password);
  }),

  signIn: api.desk.signIn.handler(async ({ input, context }) => signStaffIn(context, input.mail, input.password)),

  signOut: api.desk.signOut.handler(async ({ context }) => {
    const secret = cookieOf(context.req.headers.cookie, 'admissa_staff');
    if (secret) await context.services.sessions.endBySecret(context.services.database.source.manager, secret);
    clearCookie(context.res, 'admissa_staff', context.services.config.secure);
    return done;
  }),

  me: api.desk.me.handler(async ({ context }) => {
    const { name, mail, parts } = staffOf(context);
    return {
      name,
      firstName: firstNameOf(name),
      mail,
      parts: [...parts],
      siteName: context.services.live.must.setup.doc.site.shortName,
      mayReview: may(context, reviewers),
      mayMoveClock: context.services.config.demo && may(context, managers),
    };
  }),

  index: api.desk.index.handler(async ({ context }) => {
    const { services } = context;
    const counts = await services.directory.counts();
    const needYou = await services.today.needYou(services.clock.now(), services.live.must.setup);
    return { needYou, people: counts.everyone };
  }),

  changePassword: api.desk.changePassword.handler(async ({ input, context }) => {
    const { services } = context;
    const staff = staffOf(context);
    await services.limits.count(['signInByAddress', `change:${staff.id}`]);
    const changed = await services.staff.change(staff.id, staff.session, input.current, input.password);
    if (!changed.ok) throw passwordProblem(changed.refusal);
    await audit(context, 'password.changed', staff.id);
    return done;
  }),

  sessions: api.desk.sessions.handler(async ({ context }) => {
    const { services } = context;
    const staff = staffOf(context);
    const now = services.clock.now();
    const rows = await services.sessions.list(services.database.source.manager, 'staff', staff.id, now);
    return { sessions: rows.map((row) => sessionView(row, staff.session, now, services.live.must.setup)) };
  }),

  endSession: api.desk.endSession.handler(async ({ input, context }) => {
    const { services } = context;
    const staff = staffOf(context);
    const { manager } = services.database.source;
    if (input.id === 'others') await services.sessions.endOthers(manager, 'staff', staff.id, staff.session);
    else await services.sessions.end(manager, 'staff', staff.id, input.id);
    return done;
  }),

  today: api.desk.today.handler(({ context }) => {
    const { services } = context;
    return services.today.view(staffOf(context).name, services.clock.now(), services.live.must.setup);
  }),

  members: api.desk.members.handler(({ input, context }) => {
    const { services } = context;
    return services.directory.list(input, services.live.must.setup, services.clock.now());
  }),

  counts: api.desk.counts.handler(async ({ context }) => {
    const { doc } = context.services.live.must.setup;
    return { ...(await context.services.directory.counts()), levels: [...doc.levels], groups: [...doc.groups] };
  }),

  member: api.desk.member.handler(async ({ input, context }) => {
    const { services } = context;
    const { setup } = services.live.must;
    const { manager } = services.database.source;
    const now = services.clock.now();
    const person = await personView(manager, input.id, setup, now);
    if (!person) throw problem('not-found', { detail: 'There is no such person, or not any more.' });
    const stored = await applicationOfMember(manager, input.id);
    const application = stored
      ? await applicationView(manager, stored.application, may(context, reviewers), now, setup)
      : null;
    return { ...person, application };
  }),

  find: api.desk.find.handler(async ({ input, context }) => {
    const { services } = context;
    return { people: await services.directory.find(input.q, services.live.must.setup, services.clock.now()) };
  }),

  approve: api.desk.approve.handler(async ({ input, context }) => {
    const { services } = context;
    const moved = await services.joining.act(input.id, { it: 'approved', by: staffOf(context).name });
    if (!moved.ok) throw joiningProblem(moved.refusal, services);
    await audit(context, 'application.approved', moved.value.member, { application: input.id });
    return {
      says: `${moved.value.answers.name} is ${moved.value.state === 'admitted' ? 'admitted' : 'through this gate'} and gets a message.`,
    };
  }),

  decline: api.desk.decline.handler(async ({ input, context }) => {
    const { services } = context;
    const moved = await services.joining.act(input.id, {
      it: 'declined',
      by: staffOf(context).name,
      reason: input.reason,
    });
    if (!moved.ok) throw joiningProblem(moved.refusal, services);
    await audit(context, 'application.declined', moved.value.member, { application: input.id });
    return { says: `${moved.value.answers.name} is declined and gets your reason by mail.` };
  }),

  ask: api.desk.ask.handler(async ({ input, context }) => {
    const { services } = context;
    const moved = await services.joining.act(input.id, {
      it: 'questionAsked',
      by: staffOf(context).name,
      text: input.text,
    });
    if (!moved.ok) throw joiningProblem(moved.refusal, services);
    await audit(context, 'application.asked', moved.value.member, { application: input.id });
    return { says: `Your question is on its way to ${moved.value.answers.name}.` };
  }),

  sight: api.desk.sight.handler(async ({ input, context }) => {
    const { services } = context;
    const live = services.live.must;
    const now = services.clock.now();
    const view = await services.sight.of(input.person, input.on, now, live.setup);
    if (!view) throw problem('not-found', { detail: 'There is no such person, or not any more.' });
    return services.sight.view(view, now, live);
  }),

  clock: api.desk.clock.handler(({ context }) => context.services.clockService.view(context.services.live.must.setup)),

  moveClock: api.desk.moveClock.handler(async ({ input, context }) => {
    const { services } = context;
    if (!services.config.demo) throw problem('not-yours', { detail: 'The site clock moves only in a demo.' });
    const moved = await services.clockService.move(input.by, services.live.must.setup);
    await audit(context, 'clock.moved', null, { by: input.by });
    return moved;
  }),
};

async function signStaffIn(context: CallContext, mail: string, password: string) {
  const { services } = context;
  demandBoth({ mail, password });
  const address = ['signInByAddress', `staff:${mailKey(mail)}`] as const;
  const [, tries = 0] = await services.limits.count(['signInByCaller', callerOf(context)], address);
  const device = deviceOf(context.req.headers['user-agent'] ?? '');
  const old = cookieOf(context.req.headers.cookie, 'admissa_staff');
  const opened = await services.staff.signIn(mail, password, device, old);
  if (!opened) throw problem('wrong-sign-in', { detail: 'That address and password do not go together.' });
  await services.limits.forgive(tries, ...address);
  setCookie(context.res, 'admissa_staff', opened.secret, opened.maxAge, services.config.secure);
  return done;
}
