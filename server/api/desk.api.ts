/** Purpose: the endpoints of the desk, each a list of steps. */
import type { EntityManager } from 'typeorm';
import { readMail } from '../../core/fields';
import type { Application, Happening, JoiningEvent } from '../../core/joining';
import { countBegins, firstNameOf, sayAgo, type ApplicationId, type Instant } from '../../core/kernel';
import type { Access } from '../../contract';
import { managers, reviewers } from '../../contract';
import { deviceOf } from '../accounts';
import { applicationById, applicationOfMember, applicationView, joiningProblem } from '../joining';
import { personView } from '../members';
import { writeAudit } from '../platform/audit';
import { clearCookie, cookieOf, setCookie } from '../platform/cookies';
import { problem } from '../platform/problem';
import { sessionView } from '../site';
import { api, callerOf, mayCall, staffOf, type CallContext } from './context';
import { countSignIn, demandBoth, demandRoom, resetWait } from './sign.in';
import { passwordProblem, toldAt } from './site.api';

const done = { done: true } as const;
const may = (context: CallContext, access: Access) => mayCall(access, null, context.staff) === 'yes';

/** Notes an act of the staff member who calls, in the transaction of the act. */
const noted =
  (context: CallContext, act: string) =>
  async (manager: EntityManager, application: Application, at: Instant): Promise<void> =>
    writeAudit(manager, {
      at,
      staff: staffOf(context).id,
      act,
      subject: application.member,
      detail: { application: application.id },
    });

/** Brings a reviewer's event to an application; a refusal says what has happened meanwhile. */
async function decide(context: CallContext, id: ApplicationId, event: JoiningEvent, act: string): Promise<Application> {
  const { services } = context;
  const moved = await services.joining.act(id, event, noted(context, act));
  if (moved.ok) return moved.value.application;
  throw (await overtaken(context, id, moved.refusal.code)) ?? joiningProblem(moved.refusal, toldAt(services));
}

const verbs: Partial<Record<Happening['what'], string>> = {
  approved: 'admitted',
  declined: 'declined',
  questionAsked: 'asked',
  reopened: 'opened again the application of',
  approvalUndone: 'took back the yes to',
};

/** `Tamsin admitted Anselm a minute ago; your answer was not sent.`, where somebody else was quicker. */
async function overtaken(context: CallContext, id: ApplicationId, code: string) {
  if (!['application-ended', 'not-at-this-gate', 'question-open', 'not-ended'].includes(code)) return null;
  const { services } = context;
  const stored = await applicationById(services.database.source.manager, id, services.live.must.setup);
  const last = stored?.application.history.findLast((item) => item.by !== undefined && verbs[item.what]);
  if (!stored || !last?.by) return null;
  const who = last.by === staffOf(context).name ? 'You' : firstNameOf(last.by);
  const ago = sayAgo(last.at, services.clock.now(), services.live.must.setup.doc.site);
  const whom = firstNameOf(stored.application.answers.name);
  return problem('already-done', { detail: `${who} ${verbs[last.what]} ${whom} ${ago}; your answer was not sent.` });
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
      mayManage: may(context, managers),
    };
  }),

  index: api.desk.index.handler(async ({ context }) => {
    const { services } = context;
    const counts = await services.directory.counts();
    const waiting = await services.today.waitingCount(services.clock.now());
    const letters = may(context, managers) ? await services.letters.count() : 0;
    const mine = may(context, reviewers);
    return {
      needYou: (mine ? waiting : 0) + letters,
      needOthers: mine ? 0 : waiting,
      people: counts.everyone,
    };
  }),

  changePassword: api.desk.changePassword.handler(async ({ input, context }) => {
    const { services } = context;
    const staff = staffOf(context);
    demandRoom();
    await services.limits.count(['passwordByOwner', `staff:${staff.id}`]);
    const changed = await services.staff.change(staff.id, staff.session, input.current, input.password);
    if (!changed.ok) throw passwordProblem(changed.refusal);
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

  today: api.desk.today.handler(({ input, context }) => {
    const { services } = context;
    const { name, parts } = staffOf(context);
    const who = { name, parts, mayReview: may(context, reviewers), mayManage: may(context, managers) };
    return services.today.view(who, services.clock.now(), services.live.must.setup, input.all);
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
    const stored = await applicationOfMember(manager, input.id, setup);
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
    const by = staffOf(context).name;
    const { answers, state, undo } = await decide(context, input.id, { it: 'approved', by }, 'application.approved');
    return {
      says:
        state === 'admitted'
          ? `${answers.name} is admitted. The letter leaves in a minute.`
          : `${answers.name} is through this gate and gets a message.`,
      undo: undo ? input.id : null,
    };
  }),

  undoApproval: api.desk.undoApproval.handler(async ({ input, context }) => {
    const by = staffOf(context).name;
    const { answers } = await decide(context, input.id, { it: 'approvalUndone', by }, 'application.approvalUndone');
    return { says: `${answers.name} waits for an answer as before; no letter has left.` };
  }),

  reopen: api.desk.reopen.handler(async ({ input, context }) => {
    const by = staffOf(context).name;
    const { answers } = await decide(context, input.id, { it: 'reopened', by }, 'application.reopened');
    return { says: `The application of ${answers.name} is open again.` };
  }),

  decline: api.desk.decline.handler(async ({ input, context }) => {
    const by = staffOf(context).name;
    const event = { it: 'declined', by, reason: input.reason } as const;
    const { answers } = await decide(context, input.id, event, 'application.declined');
    return { says: `${answers.name} is declined and gets your reason by mail.` };
  }),

  ask: api.desk.ask.handler(async ({ input, context }) => {
    const by = staffOf(context).name;
    const event = { it: 'questionAsked', by, text: input.text } as const;
    const { answers } = await decide(context, input.id, event, 'application.asked');
    return { says: `Your question is on its way to ${answers.name}.` };
  }),

  retryLetters: api.desk.retryLetters.handler(async ({ context }) => {
    const { letters, clock } = context.services;
    const count = await letters.retry(clock.now(), staffOf(context).id);
    return { says: count === 0 ? 'No letter is stuck.' : `${countBegins(count, 'letter')} tried again now.` };
  }),

  pulse: api.desk.pulse.handler(async ({ context }) => ({ at: await context.services.today.pulse() })),

  forgotten: api.desk.forgotten.handler(async ({ input, context }) => {
    const mail = readMail(input.mail);
    if (!mail.ok) throw problem('form-faults', { faults: [{ at: 'mail', label: 'Email', says: mail.refusal }] });
    await context.services.staff.askReset(mail.value, await resetWait(context, 'staff', mail.value));
    return done;
  }),

  reset: api.desk.reset.handler(async ({ input, context }) => {
    const { services } = context;
    demandRoom();
    await services.limits.count(['codeByCaller', callerOf(context)]);
    const reset = await services.staff.reset(input.token, input.password);
    if (!reset.ok) throw passwordProblem(reset.refusal);
    return signStaffIn(context, reset.value, input.password);
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
    const act = { at: services.clock.now(), staff: staffOf(context).id, act: 'clock.moved', detail: { by: input.by } };
    await writeAudit(services.database.source.manager, act);
    return services.clockService.move(input.by, services.live.must.setup);
  }),
};

async function signStaffIn(context: CallContext, mail: string, password: string) {
  const { services } = context;
  demandBoth({ mail, password });
  const weighed = await countSignIn(context, 'staff', mail);
  const device = deviceOf(context.req.headers['user-agent'] ?? '');
  const old = cookieOf(context.req.headers.cookie, 'admissa_staff');
  const opened = await services.staff.signIn(mail, password, device, old);
  await weighed(opened !== null);
  if (!opened) throw problem('wrong-sign-in', { detail: 'That address and password do not go together.' });
  setCookie(context.res, 'admissa_staff', opened.secret, opened.maxAge, services.config.secure);
  return done;
}
