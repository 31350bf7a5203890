/** What the desk asks of the server. */
import { z } from 'zod';
import { Standing } from '../core/facts';
import { ApplicationId, GroupId, LevelId, MemberId, SessionId } from '../core/kernel';
import { StaffPart, anyStaff, endpoint, managers, reviewers } from './access';
import { SessionView } from './site';

const done = z.object({ done: z.literal(true) });
const text = z.string();

/** A limit with its ruler: `passed` and `allowed` in days, `target` the association's own mark. */
export const LimitView = z.object({
  passed: z.number(),
  allowed: z.number(),
  target: z.number().nullable(),
  says: text,
  left: text,
});
export type LimitView = z.infer<typeof LimitView>;

export const ReviewRow = z.object({
  application: ApplicationId,
  member: MemberId,
  name: text,
  level: text,
  summary: text,
  limit: LimitView,
  waitingForAnswer: z.boolean(),
});
export const StuckRow = ReviewRow.omit({ waitingForAnswer: true });

export const TodayView = z.object({
  date: text,
  greeting: text,
  reviews: z.object({ rows: z.array(ReviewRow), total: z.number(), note: text }),
  stuck: z.object({ rows: z.array(StuckRow), total: z.number(), note: text }),
  joining: z.object({
    span: text,
    signedUp: z.number(),
    gates: z.array(z.object({ title: text, passed: z.number(), waiting: z.number(), fell: z.number() })),
  }),
  standings: z.array(z.object({ standing: Standing, count: z.number() })),
  people: z.number(),
  lately: z.array(z.object({ count: z.number(), says: text })),
  /** Letters that do not get through. */
  letters: z.object({
    total: z.number(),
    rows: z.array(z.object({ to: text, subject: text, says: text, since: text })),
  }),
  comingUp: z.object({ lines: z.array(z.object({ day: text, says: text })), more: z.boolean() }),
});
export type TodayView = z.infer<typeof TodayView>;

export const MemberRow = z.object({
  id: MemberId,
  name: text,
  mail: text,
  standing: Standing,
  level: text.nullable(),
  groups: text.nullable(),
  joined: text,
  until: text,
  seen: text,
});
export type MemberRow = z.infer<typeof MemberRow>;

export const MemberSort = z.enum(['name', 'nameDown', 'newest', 'oldest', 'seen', 'unseen']);
export type MemberSort = z.infer<typeof MemberSort>;

const MemberFilter = {
  q: z.string().max(100).default(''),
  standing: Standing.optional(),
  level: LevelId.optional(),
  group: GroupId.optional(),
};

export const TimelineRow = z.object({
  date: text,
  mark: z.union([Standing, z.literal('event')]),
  title: text,
  note: text.nullable(),
});

export const ApplicationView = z.object({
  id: ApplicationId,
  path: text,
  form: text,
  sent: text,
  state: z.enum(['open', 'admitted', 'declined', 'outOfTime', 'withdrawn']),
  gate: text.nullable(),
  says: text,
  canReview: z.boolean(),
  /** May be taken up again by the one who looks. */
  canReopen: z.boolean(),
  answers: z.array(z.object({ label: text, value: text })),
  duplicates: z.array(z.object({ member: MemberId, name: text, standing: Standing, why: text })),
  question: z.object({ text: text, answer: text.nullable() }).nullable(),
  limit: LimitView.nullable(),
  grants: text,
});
export type ApplicationView = z.infer<typeof ApplicationView>;

export const MemberView = z.object({
  id: MemberId,
  number: text,
  name: text,
  mail: text,
  standing: Standing,
  since: text,
  membership: text,
  facts: z.array(z.object({ label: text, value: text })),
  timeline: z.array(TimelineRow),
  application: ApplicationView.nullable(),
});
export type MemberView = z.infer<typeof MemberView>;

export type TraceView =
  | { of: 'all' | 'any' | 'none'; met: boolean; parts: TraceView[] }
  | { of: 'condition'; met: boolean; says: string; found: string };
export const TraceView: z.ZodType<TraceView> = z.union([
  z.object({ of: z.enum(['all', 'any', 'none']), met: z.boolean(), parts: z.array(z.lazy(() => TraceView)) }),
  z.object({ of: z.literal('condition'), met: z.boolean(), says: text, found: text }),
]);

export const SightView = z.object({
  person: z.object({ id: z.string(), name: text, note: text, standing: Standing.nullable() }),
  day: text,
  dayLabel: text,
  distance: text,
  sentence: text,
  pages: z.array(z.object({ title: text, href: text, open: z.boolean(), outside: z.boolean(), because: TraceView })),
});
export type SightView = z.infer<typeof SightView>;

export const PersonHit = z.object({ id: MemberId, name: text, note: text, standing: Standing });
export type PersonHit = z.infer<typeof PersonHit>;

const person = z.union([z.literal('visitor'), MemberId]);
const day = z.string().regex(/^\d{4}-\d{2}-\d{2}$/);

export const ClockView = z.object({
  movable: z.boolean(),
  now: text,
  ahead: text.nullable(),
  nextDue: z.object({ at: text, says: text }).nullable(),
  /** Where the mail stand-in shows what came; null where mail really leaves. */
  mailPage: text.nullable(),
});
export type ClockView = z.infer<typeof ClockView>;

export const desk = {
  begin: endpoint('anyone', 'GET', '/desk/begin', 'What the sign-in page needs to know').output(
    z.object({ siteName: text, firstRun: z.boolean() }),
  ),
  firstRun: endpoint('anyone', 'POST', '/desk/first-run', 'Makes the owner and a plain set-up; works once')
    .input(
      z.object({
        siteName: z.string().trim().max(120),
        name: z.string().trim().max(120),
        mail: z.string().max(200),
        password: z.string().max(400),
      }),
    )
    .output(done),
  signIn: endpoint('anyone', 'POST', '/desk/sign-in', 'Signs a staff member in')
    .input(z.object({ mail: z.string().max(200), password: z.string().max(400) }))
    .output(done),
  signOut: endpoint('anyone', 'POST', '/desk/sign-out', 'Signs the staff member out').output(done),
  me: endpoint(anyStaff, 'GET', '/desk/me', 'The staff member who is signed in').output(
    z.object({
      name: text,
      firstName: text,
      mail: text,
      parts: z.array(StaffPart),
      siteName: text,
      mayReview: z.boolean(),
      mayMoveClock: z.boolean(),
      mayManage: z.boolean(),
    }),
  ),
  index: endpoint(anyStaff, 'GET', '/desk/index', 'The state of each area, for the index').output(
    z.object({
      needYou: z.number(),
      /** How many things wait for somebody else. */
      needOthers: z.number(),
      people: z.number(),
    }),
  ),
  changePassword: endpoint(anyStaff, 'POST', '/desk/password', 'Changes the password and ends all other sessions')
    .input(z.object({ current: z.string().max(400), password: z.string().max(400) }))
    .output(done),
  sessions: endpoint(anyStaff, 'GET', '/desk/sessions', 'Where the staff member is signed in').output(
    z.object({ sessions: z.array(SessionView) }),
  ),
  endSession: endpoint(anyStaff, 'POST', '/desk/sessions/end', 'Ends one session, or all others')
    .input(z.object({ id: z.union([z.literal('others'), SessionId]) }))
    .output(done),
  today: endpoint(anyStaff, 'GET', '/desk/today', 'What needs somebody now, oldest first')
    .input(z.object({ all: z.enum(['reviews', 'stuck']).optional() }))
    .output(TodayView),
  members: endpoint(anyStaff, 'GET', '/desk/members', 'One page of the member list')
    .input(
      z.object({
        ...MemberFilter,
        sort: MemberSort.default('name'),
        after: z.string().max(300).optional(),
        limit: z.coerce.number().int().min(1).max(200).default(50),
      }),
    )
    .output(z.object({ rows: z.array(MemberRow), total: z.number(), more: text.nullable() })),
  counts: endpoint(
    anyStaff,
    'GET',
    '/desk/members-counts',
    'How many people have each standing, and what to filter by',
  ).output(
    z.object({
      everyone: z.number(),
      standings: z.array(z.object({ standing: Standing, count: z.number() })),
      levels: z.array(z.object({ id: text, title: text })),
      groups: z.array(z.object({ id: text, title: text })),
    }),
  ),
  member: endpoint(anyStaff, 'GET', '/desk/members/{id}', 'One person: facts, timeline, application')
    .input(z.object({ id: MemberId }))
    .output(MemberView),
  find: endpoint(anyStaff, 'GET', '/desk/find', 'People whose name, address or postcode begins so')
    .input(z.object({ q: z.string().max(100) }))
    .output(z.object({ people: z.array(PersonHit) })),
  approve: endpoint(reviewers, 'POST', '/desk/applications/{id}/approve', 'Says yes to an application')
    .input(z.object({ id: ApplicationId }))
    .output(z.object({ says: text, undo: ApplicationId.nullable() })),
  decline: endpoint(reviewers, 'POST', '/desk/applications/{id}/decline', 'Says no, with a reason the applicant reads')
    .input(z.object({ id: ApplicationId, reason: z.string().max(2000) }))
    .output(z.object({ says: text })),
  ask: endpoint(reviewers, 'POST', '/desk/applications/{id}/ask', 'Asks the applicant a question')
    .input(z.object({ id: ApplicationId, text: z.string().max(2000) }))
    .output(z.object({ says: text })),
  undoApproval: endpoint(reviewers, 'POST', '/desk/applications/{id}/undo', 'Takes a yes back while its letter waits')
    .input(z.object({ id: ApplicationId }))
    .output(z.object({ says: text })),
  reopen: endpoint(reviewers, 'POST', '/desk/applications/{id}/reopen', 'Takes up an application that has ended')
    .input(z.object({ id: ApplicationId }))
    .output(z.object({ says: text })),
  retryLetters: endpoint(managers, 'POST', '/desk/letters/retry', 'Tries the letters that are stuck again, now').output(
    z.object({ says: text }),
  ),
  pulse: endpoint(anyStaff, 'GET', '/desk/pulse', 'A word that changes when something at the desk has changed').output(
    z.object({ at: text }),
  ),
  forgotten: endpoint('anyone', 'POST', '/desk/forgotten', 'Asks for a link to choose a new password at the desk')
    .input(z.object({ mail: z.string().max(200) }))
    .output(done),
  reset: endpoint('anyone', 'POST', '/desk/reset', 'Chooses a new password at the desk by a link')
    .input(z.object({ token: z.string().max(100), password: z.string().max(400) }))
    .output(done),
  sight: endpoint(anyStaff, 'GET', '/desk/viewpoint', 'What one person can open on one day')
    .input(z.object({ person, on: day.optional() }))
    .output(SightView),
  clock: endpoint(anyStaff, 'GET', '/desk/clock', 'The site clock and what is due next').output(ClockView),
  moveClock: endpoint(managers, 'POST', '/desk/clock', 'Moves the site clock of a demo on; everything due happens')
    .input(z.object({ by: z.enum(['hour', 'day', 'nextDue']) }))
    .output(z.object({ now: text, happened: z.number(), says: text })),
};
