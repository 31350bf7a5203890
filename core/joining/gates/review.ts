/**
 * Purpose: the gate *Review*.
 * Invariant: nobody is declined without a reason; while a question waits for the applicant's answer the clock of
 * the gate goes on, so that no application can be parked for ever.
 */
import { z } from 'zod';
import {
  GateId,
  MessageId,
  Span,
  StaffId,
  Text,
  Title,
  never,
  sayDate,
  saySpan,
  type Instant,
  type Reader,
} from '../../kernel';
import { AnswerRule, meetsAnswers } from '../../fields/answerRule';
import { addSpan } from '../../kernel/calendar';
import { joiningSays } from '../joining.sentences';
import type { GateKind, Held, PathMessages, Turn } from './kind';

const item = z.strictObject({
  kind: z.literal('review'),
  id: GateId,
  title: Title,
  when: AnswerRule.optional(),
  /** Who reads, as applicants are told: a first name or "The committee". */
  reader: Title,
  /** The association's own aim, marked on the limit ruler. */
  target: Span,
  limit: Span,
  /** What happens when the limit passes with no answer. */
  then: z.enum(['close', 'askAgain', 'admit']),
  extra: Span.default({ count: 7, unit: 'days' }),
  reminder: MessageId,
  /** Who of the staff may decide, where not everybody with that part may. */
  reviewers: z.array(StaffId).min(1).max(20).optional(),
  /** How many of them have to say yes. */
  yes: z.int().min(1).max(5).optional(),
  /** Decided by the answers alone, before anybody reads: the no first. */
  declineIf: z.strictObject({ when: AnswerRule, reason: Text }).optional(),
  admitIf: AnswerRule.optional(),
});
type Gate = z.infer<typeof item>;

const detail = z.object({
  kind: z.literal('review'),
  reminded: z.boolean(),
  /** How often the limit was put off by `askAgain`. */
  extended: z.number(),
  /** Who has said yes so far, where several have to. */
  yes: z.array(z.object({ by: z.string(), who: z.string() })).optional(),
  question: z.object({ text: z.string(), by: z.string(), at: z.number(), answer: z.string().nullable() }).nullable(),
});
type Detail = z.infer<typeof detail>;

const sight = z.object({
  kind: z.literal('review'),
  says: z.string(),
  question: z.string().nullable(),
  answer: z.string().nullable(),
});
type Sight = z.infer<typeof sight>;

export const review: GateKind<Gate, Detail, Sight> & { item: typeof item; detail: typeof detail; sight: typeof sight } =
  {
    item,
    detail,
    sight,
    waitsFor: 'reviewers',
    once: false,
    stays: true,
    messages: (gate) => [{ at: 'reminder', message: gate.reminder }],
    promise: (gate, reader) => ({
      title: joiningSays(reader).reads({ reader: gate.reader }),
      says: joiningSays(reader).readsWithin({ target: saySpan(gate.target, reader), longest: longest(gate, reader) }),
    }),
    doneTitle: (gate, reader) => joiningSays(reader).saidYes({ by: gate.reader }),
    progress: () => null,
    note({ title, target, limit, then, extra }, reader) {
      const says = joiningSays(reader);
      const time = { title, limit: saySpan(limit, reader), target: saySpan(target, reader) };
      return then === 'askAgain'
        ? says.reviewTimeTwice({ ...time, extra: saySpan(extra, reader) })
        : says.reviewTime(time);
    },

    enter(gate, now, zone) {
      const limitAt = addSpan(now, gate.limit, zone);
      const targetAt = addSpan(now, gate.target, zone);
      const dueAt = Math.min(targetAt, limitAt);
      return {
        targetAt,
        limitAt,
        latestAt: gate.then === 'askAgain' ? addSpan(limitAt, gate.extra, zone) : limitAt,
        dueAt,
        detail: { kind: 'review', reminded: false, extended: 0, question: null },
        effects: [{ do: 'startTimer', at: dueAt }],
      };
    },

    atOnce({ declineIf, admitIf }, given, now, messages) {
      if (declineIf && meetsAnswers(declineIf.when, given())) {
        const { reason } = declineIf;
        return {
          turn: 'end',
          state: 'declined',
          happening: { at: now, what: 'declinedByRule', note: reason },
          effects: [
            { do: 'setStanding', standing: 'declined' },
            { do: 'send', message: messages.declined, reason },
          ],
        };
      }
      return admitIf && meetsAnswers(admitIf, given())
        ? { turn: 'pass', happening: { at: now, what: 'passedByRule' } }
        : null;
    },

    decide(gate, held, event, now, _zone, messages) {
      const { question } = held.detail;
      switch (event.it) {
        case 'approved': {
          const { by, who = by } = event;
          const said = held.detail.yes ?? [];
          if (said.some((one) => one.who === who)) return { turn: 'refuse', refusal: { code: 'said-yes-already' } };
          if (said.length + 1 >= (gate.yes ?? 1))
            return { turn: 'pass', happening: { at: now, what: 'approved', by }, by };
          return {
            turn: 'stay',
            change: { detail: { ...held.detail, yes: [...said, { by, who }] } },
            happening: { at: now, what: 'oneYes', by },
          };
        }
        case 'declined': {
          const reason = event.reason.trim();
          if (reason === '') return { turn: 'refuse', refusal: { code: 'reason-needed' } };
          return {
            turn: 'end',
            state: 'declined',
            happening: { at: now, what: 'declined', by: event.by, note: reason },
            effects: [
              { do: 'cancelTimer' },
              { do: 'setStanding', standing: 'declined' },
              { do: 'send', message: messages.declined, reason },
            ],
          };
        }
        case 'questionAsked': {
          const text = event.text.trim();
          if (text === '') return { turn: 'refuse', refusal: { code: 'question-needed' } };
          if (question && question.answer === null) return { turn: 'refuse', refusal: { code: 'question-open' } };
          return {
            turn: 'stay',
            change: { detail: { ...held.detail, question: { text, by: event.by, at: now, answer: null } } },
            happening: { at: now, what: 'questionAsked', by: event.by, note: text },
            effects: [{ do: 'send', message: messages.asked, question: text }],
          };
        }
        case 'answerGiven': {
          if (!question || question.answer !== null) return { turn: 'refuse', refusal: { code: 'no-question' } };
          const text = event.text.trim();
          if (text === '') return { turn: 'refuse', refusal: { code: 'answer-needed' } };
          return {
            turn: 'stay',
            change: { detail: { ...held.detail, question: { ...question, answer: text } } },
            happening: { at: now, what: 'questionAnswered', note: text },
          };
        }
        case 'timePassed':
          return timePassed(gate, held, now, messages);
        case 'codeEntered':
        case 'linkOpened':
          return { turn: 'refuse', refusal: { code: 'email-already-confirmed' } };
        case 'resendAsked':
        case 'formCompleted':
        case 'paid':
        case 'paymentRefused':
        case 'placeGiven':
        case 'noPlace':
          return { turn: 'refuse', refusal: { code: 'not-at-this-gate' } };
        default:
          return never(event);
      }
    },

    see(gate, { latestAt, detail: { question } }, _mail, _now, place) {
      const open = question !== null && question.answer === null;
      const says = joiningSays(place)[open ? 'asksBack' : 'readsAll']({
        reader: gate.reader,
        date: sayDate(latestAt, place),
      });
      return { kind: 'review', says, question: question?.text ?? null, answer: question?.answer ?? null };
    },
  };

/** The longest it can take, told before anyone has applied: its limit, and what may be added to it. */
function longest(gate: Gate, reader: Reader): string {
  const { limit, extra } = gate;
  if (gate.then !== 'askAgain') return saySpan(limit, reader);
  const sum: Span = { count: limit.count + extra.count, unit: limit.unit };
  return limit.unit === extra.unit
    ? saySpan(sum, reader)
    : joiningSays(reader).limitThenExtra({ limit: saySpan(limit, reader), extra: saySpan(extra, reader) });
}

/** By the instants that were promised, so that a path that has changed meanwhile moves nobody's day. */
function timePassed(gate: Gate, held: Held<Detail>, now: Instant, messages: PathMessages): Turn<Detail> {
  if (now >= held.limitAt) return outOfTime(gate, held, now, messages);
  if (held.detail.reminded || (held.targetAt !== null && now < held.targetAt))
    return { turn: 'stay', change: { dueAt: held.detail.reminded ? held.limitAt : held.targetAt } };
  return {
    turn: 'stay',
    change: { dueAt: held.limitAt, detail: { ...held.detail, reminded: true } },
    happening: { at: now, what: 'reviewersReminded' },
    effects: [{ do: 'tellReviewers', message: gate.reminder }],
  };
}

function outOfTime(gate: Gate, held: Held<Detail>, now: Instant, messages: PathMessages): Turn<Detail> {
  if (gate.then === 'admit') return { turn: 'pass', happening: { at: now, what: 'approved' } };
  // Put off to the day that was promised as the latest, and no further.
  if (gate.then === 'askAgain' && held.detail.extended === 0 && held.latestAt > now)
    return {
      turn: 'stay',
      change: { limitAt: held.latestAt, dueAt: held.latestAt, detail: { ...held.detail, extended: 1 } },
      happening: { at: now, what: 'limitExtended' },
      effects: [{ do: 'tellReviewers', message: gate.reminder }],
    };
  return {
    turn: 'end',
    state: 'outOfTime',
    happening: { at: now, what: 'outOfTime' },
    effects: [
      { do: 'cancelTimer' },
      { do: 'setStanding', standing: 'closed' },
      { do: 'send', message: messages.outOfTime },
    ],
  };
}
