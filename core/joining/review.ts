/**
 * Purpose: the gate *Review*.
 * Invariant: nobody is declined without a reason; while a question waits for the applicant's answer the clock of
 * the gate goes on, so that no application can be parked for ever.
 */
import { never, ok, refuse, type Instant, type Result } from '../kernel';
import { addSpan } from '../kernel/calendar';
import type { GateItem, PathItem, Setup } from '../setup';
import type { Application, JoiningRefusal, ReviewDetail, Step } from './application';
import { approve, end, noted, passGate, type GateEvent } from './moves';

type Gate = Extract<GateItem, { kind: 'review' }>;

export function review(
  path: PathItem,
  gate: Gate,
  application: Application,
  event: GateEvent,
  now: Instant,
  setup: Setup,
): Result<Step, JoiningRefusal> {
  const detail = application.detail as ReviewDetail;
  switch (event.it) {
    case 'approved':
      return ok({ ...approve(path, application, event.by, now, setup), told: null });
    case 'declined': {
      const reason = event.reason.trim();
      if (reason === '') return refuse({ code: 'reason-needed' });
      const gone = end(application, 'declined', { at: now, what: 'declined', by: event.by, note: reason });
      return ok({
        application: gone,
        effects: [
          { do: 'cancelTimer' },
          { do: 'setStanding', standing: 'declined' },
          { do: 'send', message: path.declined, reason },
        ],
        told: null,
      });
    }
    case 'questionAsked': {
      const text = event.text.trim();
      if (text === '') return refuse({ code: 'question-needed' });
      if (detail.question && detail.question.answer === null) return refuse({ code: 'question-open' });
      const asked = { ...detail, question: { text, by: event.by, at: now, answer: null } };
      return ok({
        application: noted(
          { ...application, detail: asked },
          { at: now, what: 'questionAsked', by: event.by, note: text },
        ),
        effects: [{ do: 'send', message: path.asked, question: text }],
        told: null,
      });
    }
    case 'answerGiven': {
      if (!detail.question || detail.question.answer !== null) return refuse({ code: 'no-question' });
      const text = event.text.trim();
      if (text === '') return refuse({ code: 'answer-needed' });
      const answered = { ...detail, question: { ...detail.question, answer: text } };
      return ok({
        application: noted({ ...application, detail: answered }, { at: now, what: 'questionAnswered', note: text }),
        effects: [],
        told: null,
      });
    }
    case 'timePassed':
      return timePassed(path, gate, application, detail, now, setup);
    case 'codeEntered':
    case 'linkOpened':
      return refuse({ code: 'email-already-confirmed' });
    case 'resendAsked':
      return refuse({ code: 'not-at-this-gate' });
    default:
      return never(event);
  }
}

function timePassed(
  path: PathItem,
  gate: Gate,
  application: Application,
  detail: ReviewDetail,
  now: Instant,
  setup: Setup,
): Result<Step, JoiningRefusal> {
  const zone = setup.doc.site.zone;
  const limitAt = application.limitAt ?? Infinity;
  if (now >= limitAt) return outOfTime(path, gate, application, detail, now, setup);
  const targetAt = addSpan(application.gateSince, gate.target, zone);
  if (!detail.reminded && now >= targetAt) {
    const reminded = noted(
      { ...application, dueAt: limitAt, detail: { ...detail, reminded: true } },
      { at: now, what: 'reviewersReminded' },
    );
    return ok({
      application: reminded,
      effects: [
        { do: 'tellReviewers', message: gate.reminder },
        { do: 'startTimer', at: limitAt },
      ],
      told: null,
    });
  }
  const effects = application.dueAt === null ? [] : [{ do: 'startTimer' as const, at: application.dueAt }];
  return ok({ application, effects, told: null });
}

function outOfTime(
  path: PathItem,
  gate: Gate,
  application: Application,
  detail: ReviewDetail,
  now: Instant,
  setup: Setup,
): Result<Step, JoiningRefusal> {
  if (gate.then === 'admit') {
    const moved = passGate(path, application, { at: now, what: 'approved', note: 'time ran out' }, now, setup);
    return ok({ ...moved, told: null });
  }
  if (gate.then === 'askAgain' && detail.extended === 0) {
    const limitAt = addSpan(now, gate.extra, setup.doc.site.zone);
    return ok({
      application: noted(
        { ...application, limitAt, dueAt: limitAt, detail: { ...detail, extended: 1 } },
        { at: now, what: 'limitExtended' },
      ),
      effects: [
        { do: 'tellReviewers', message: gate.reminder },
        { do: 'startTimer', at: limitAt },
      ],
      told: null,
    });
  }
  return ok({
    application: end(application, 'outOfTime', { at: now, what: 'outOfTime' }),
    effects: [
      { do: 'cancelTimer' },
      { do: 'setStanding', standing: 'closed' },
      { do: 'send', message: path.outOfTime },
    ],
    told: null,
  });
}
