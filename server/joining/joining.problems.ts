/** Purpose: the refusals of joining as listed problems, each with the sentence that helps on. */
import { sayDate, sayMoment, type Instant, type Place } from '../../core/kernel';
import { problem } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { SiteClock } from '../platform/clock';
import type { ActRefusal } from './joining.service';
import { joiningSays } from './joining.sentences';

type Refusal = ActRefusal;
/** What a refusal is told by: the instant, and how the site writes it. */
type Told = { readonly now: Instant; readonly place: Place };
type Of<C extends Refusal['code']> = Extract<Refusal, { code: C }>;

type Words = ReturnType<typeof joiningSays>;
type Problem = ReturnType<typeof problem>;
type Plain = { [K in keyof Words]: Words[K] extends string ? K : never }[keyof Words];

const plain =
  (code: Parameters<typeof problem>[0], sentence: Plain) =>
  (_: Refusal, { place }: Told): Problem =>
    problem(code, { detail: joiningSays(place)[sentence] });
const already = (sentence: Plain) => plain('already-done', sentence);
const needed = plain('text-needed', 'writeFirst');

const problems: { readonly [C in Refusal['code']]: (refusal: Of<C>, told: Told) => Problem } = {
  'code-wrong': ({ left }, { place }) =>
    problem('code-wrong', { detail: joiningSays(place).codeWrong({ count: left }) }),
  'code-void': plain('code-void', 'codeVoid'),
  'code-expired': plain('code-expired', 'codeOld'),
  'code-replaced': plain('code-replaced', 'codeReplaced'),
  'resend-too-soon': ({ at }, { now, place }) => {
    const wait = Math.max(1, Math.ceil((at - now) / 1000));
    return problem('resend-too-soon', { wait, detail: joiningSays(place).codeJustSent({ count: wait }) });
  },
  'again-too-soon': ({ at }, { place }) =>
    problem('again-too-soon', {
      detail: at === null ? joiningSays(place).notAgain : joiningSays(place).againFrom({ date: sayDate(at, place) }),
    }),
  'resend-limit': ({ at }, { now, place }) =>
    problem('resend-limit', {
      wait: Math.ceil((at - now) / 1000),
      detail: joiningSays(place).lastCode({ when: sayMoment(at, now, place) }),
    }),
  'reason-needed': plain('reason-needed', 'writeReason'),
  'question-needed': needed,
  'answer-needed': needed,
  'question-open': already('questionOpen'),
  'no-question': already('questionAnswered'),
  'application-ended': already('decided'),
  'already-submitted': already('decided'),
  'email-already-confirmed': already('confirmed'),
  'not-ended': already('notEnded'),
  'said-yes-already': already('saidYesAlready'),
  'not-at-this-gate': plain('not-at-this-gate', 'notAtGate'),
  'too-late-to-undo': plain('too-late-to-undo', 'letterLeft'),
  'not-found': () => problem('not-found'),
  'already-sent': plain('already-sent', 'keyUsed'),
};

const joiningProblem = (refusal: Refusal, told: Told) =>
  (problems[refusal.code] as (refusal: Refusal, told: Told) => ReturnType<typeof problem>)(refusal, told);

/** The problems of joining as they are told now. */
export const tellsProblems =
  ({ clock, live }: { readonly clock: SiteClock; readonly live: LiveSetup }) =>
  (refusal: Refusal) =>
    joiningProblem(refusal, { now: clock.now(), place: live.must.setup.doc.site });
