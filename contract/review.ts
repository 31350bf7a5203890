/** Applications as those who review them see them, and what they can do with one. */
import { z } from 'zod';
import { Standing } from '../core/facts';
import { ApplicationId, MemberId } from '../core/kernel';
import { endpoint, reviewers } from './access';
import type { ProblemList } from './problems';
import { AnswerLine } from './form.view';

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

export const ApplicationView = z.object({
  id: ApplicationId,
  path: text,
  form: text,
  sent: text,
  state: z.enum(['open', 'admitted', 'declined', 'outOfTime', 'withdrawn']),
  gate: text.nullable(),
  says: text,
  canReview: z.boolean(),
  /** Whether reviewers are waited for, and not whoever applied. */
  inReview: z.boolean(),
  /** May be taken up again by the one who looks. */
  canReopen: z.boolean(),
  answers: z.array(AnswerLine),
  duplicates: z.array(z.object({ member: MemberId, name: text, standing: Standing, why: text })),
  question: z.object({ text: text, answer: text.nullable() }).nullable(),
  limit: LimitView.nullable(),
  grants: text,
  /** What was paid on the way, in words; null where nothing was. */
  paid: text.nullable(),
});
export type ApplicationView = z.infer<typeof ApplicationView>;

export const reviewProblems = {
  'reason-needed': { status: 422, title: 'A reason is needed' },
  'too-late-to-undo': { status: 409, title: 'It is too late to take that back' },
} as const satisfies ProblemList;

/** What those who review do with an application. */
export const review = {
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
};
