/** Purpose: the refusals of joining as listed problems, each with the sentence that helps on. */
import { countOf, sayMoment, type Instant, type Place } from '../../core/kernel';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { SiteClock } from '../platform/clock';
import type { ActRefusal } from './joining.service';

type Refusal = ActRefusal;
/** What a refusal is told by: the instant, and how the site writes it. */
type Told = { readonly now: Instant; readonly place: Place };
type Of<C extends Refusal['code']> = Extract<Refusal, { code: C }>;

const already = (detail: string) => () => problem('already-done', { detail });
const needed = () => problem('text-needed', { detail: 'Write something first.' });

const problems: { readonly [C in Refusal['code']]: (refusal: Of<C>, told: Told) => ReturnType<typeof problem> } = {
  'code-wrong': ({ left }) =>
    problem('code-wrong', { detail: `That is not the code we sent. ${countOf(left, 'try', 'tries')} left.` }),
  'code-void': () =>
    problem('code-void', { detail: 'That code no longer works after too many wrong tries. Ask for a new one.' }),
  'code-expired': () => problem('code-expired', { detail: 'That code is too old. Ask for a new one.' }),
  'code-replaced': () =>
    problem('code-replaced', { detail: 'That code was replaced by a newer one. Use the one in our latest mail.' }),
  'resend-too-soon': ({ at }, { now }) => {
    const wait = Math.max(1, Math.ceil((at - now) / 1000));
    const detail = `A code was sent just now. You can ask again in ${countOf(wait, 'second')}.`;
    return problem('resend-too-soon', { wait, detail });
  },
  'resend-limit': ({ at }, { now, place }) =>
    problem('resend-limit', {
      wait: Math.ceil((at - now) / 1000),
      detail: `That was the last code for now. You can ask again ${sayMoment(at, now, place)}. Look in your junk folder meanwhile.`,
    }),
  'reason-needed': () => problem('reason-needed', { detail: 'Write the reason; the applicant reads it.' }),
  'question-needed': needed,
  'answer-needed': needed,
  'question-open': already('A question is waiting for an answer already.'),
  'no-question': already('That question has been answered already.'),
  'application-ended': already('This application has been decided already.'),
  'already-submitted': already('This application has been decided already.'),
  'email-already-confirmed': already('The address is confirmed already.'),
  'not-ended': already('This application is open, or was withdrawn.'),
  'not-at-this-gate': () =>
    problem('not-at-this-gate', { detail: 'The application is not at that gate now. Look again where it stands.' }),
  'too-late-to-undo': () =>
    problem('too-late-to-undo', { detail: 'The letter has left, so this cannot be taken back any more.' }),
  'not-found': () => problem('not-found'),
  'already-sent': () =>
    problem('already-sent', {
      detail: 'Something else was sent with this key a moment ago. Look again where it stands.',
    }),
};

const joiningProblem = (refusal: Refusal, told: Told) =>
  (problems[refusal.code] as (refusal: Refusal, told: Told) => ReturnType<typeof problem>)(refusal, told);

/** The problems of joining as they are told now. */
export const tellsProblems =
  ({ clock, live }: { readonly clock: SiteClock; readonly live: LiveSetup }) =>
  (refusal: Refusal) =>
    joiningProblem(refusal, { now: clock.now(), place: live.must.setup.doc.site });
