/**
 * Purpose: the gate *Review*.
 * Invariant: nobody is declined without a reason; while a question waits for the applicant's answer the clock of
 * the gate goes on, so that no application can be parked for ever.
 */
import { z } from 'zod';
import { GateId, MessageId, Span, StaffId, Text, Title, sayDate, sayNumber, saySpan, type Reader } from '../../kernel';
import { describe } from '../../doors/describe';
import { placedRule } from '../../doors/grant';
import { AnswerRule, meetsAnswers } from '../../fields/answerRule';
import { addSpan } from '../../kernel/calendar';
import { line, sayings, titleIn } from '../../lines';
import { joiningSays } from '../joining.sentences';
import { settingsSay } from '../settings.sentences';
import type { AtGate, GateKind, OwnSettings, Turn } from './kind';

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

const confirmedAlready = { turn: 'refuse', refusal: { code: 'email-already-confirmed' } } as const;

export const review: GateKind<Gate, Detail, Sight> & {
  own: OwnSettings<Gate>;
  item: typeof item;
  detail: typeof detail;
  sight: typeof sight;
} = {
  item,
  detail,
  sight,
  waitsFor: 'reviewers',
  once: false,
  stays: true,
  proves: false,
  sells: false,
  offers: () => [],
  form: () => null,
  readers: ({ reviewers }) => ({ only: reviewers ?? null }),
  question: ({ question }) => question,
  seats: false,
  references: () => [],
  rules: ({ admitIf, declineIf }) => [
    ...placedRule('admitIf', admitIf),
    ...placedRule('declineIf.when', declineIf?.when),
  ],
  messages: ({ reminder }) => [{ at: 'reminder', message: reminder, knows: ['memberName', 'waited'] }],
  own: {
    called: (reader) => settingsSay(reader).gateReview,
    fresh: ({ id, title, reader, letter }) => ({
      kind: 'review',
      id,
      title,
      reader,
      target: { count: 5, unit: 'days' },
      limit: { count: 14, unit: 'days' },
      then: 'close',
      extra: { count: 7, unit: 'days' },
      reminder: letter('reminder'),
    }),
    brief(gate, { doc: { site } }) {
      const says = settingsSay(site);
      const then = { close: says.thenClosed, askAgain: says.thenAsked, admit: says.thenThrough }[gate.then];
      return [gate.reader, then({ span: saySpan(gate.limit, site) })];
    },
    lines(gate, setup) {
      const says = sayings(setup);
      const { site } = setup.doc;
      const { then, reviewers, yes, admitIf, declineIf } = gate;
      const thens = {
        askAgain: says.thenAgain({ extra: saySpan(gate.extra, site) }),
        close: says.thenClose,
        admit: says.thenAdmit,
      };
      return [
        ...line('reader', says.reader, gate.reader),
        ...line('target', says.target, saySpan(gate.target, site)),
        ...line('limit', says.limit, saySpan(gate.limit, site)),
        ...line('then', says.then, thens[then]),
        ...line('reminder', says.letterReminder, titleIn('messages', gate.reminder, setup)),
        ...line('reviewers', says.reviewers, reviewers && says.chosenStaff({ count: reviewers.length })),
        ...line('reviewersAre', says.reviewers, reviewers?.join(', ')),
        ...line('yes', says.yesNeeded, yes === undefined ? '' : sayNumber(yes, site)),
        ...line('admitIf', says.admitIf, admitIf && describe(admitIf, setup)),
        ...line(
          'declineIf',
          says.declineIf,
          declineIf && says.withReason({ rule: describe(declineIf.when, setup), reason: declineIf.reason }),
        ),
      ];
    },
  },
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

  on: {
    approved({ gate, held, now }, { by, who = by }) {
      const said = held.detail.yes ?? [];
      if (said.some((one) => one.who === who)) return { turn: 'refuse', refusal: { code: 'said-yes-already' } };
      if (said.length + 1 >= (gate.yes ?? 1)) return { turn: 'pass', happening: { at: now, what: 'approved', by }, by };
      return {
        turn: 'stay',
        change: { detail: { ...held.detail, yes: [...said, { by, who }] } },
        happening: { at: now, what: 'oneYes', by },
      };
    },
    declined({ now, messages }, { by, reason: given }) {
      const reason = given.trim();
      if (reason === '') return { turn: 'refuse', refusal: { code: 'reason-needed' } };
      return {
        turn: 'end',
        state: 'declined',
        happening: { at: now, what: 'declined', by, note: reason },
        effects: [
          { do: 'cancelTimer' },
          { do: 'setStanding', standing: 'declined' },
          { do: 'send', message: messages.declined, reason },
        ],
      };
    },
    questionAsked({ held: { detail }, now, messages }, { by, text: given }) {
      const text = given.trim();
      if (text === '') return { turn: 'refuse', refusal: { code: 'question-needed' } };
      if (detail.question?.answer === null) return { turn: 'refuse', refusal: { code: 'question-open' } };
      return {
        turn: 'stay',
        change: { detail: { ...detail, question: { text, by, at: now, answer: null } } },
        happening: { at: now, what: 'questionAsked', by, note: text },
        effects: [{ do: 'send', message: messages.asked, question: text }],
      };
    },
    answerGiven({ held: { detail }, now }, { text: given }) {
      const { question } = detail;
      if (question?.answer !== null) return { turn: 'refuse', refusal: { code: 'no-question' } };
      const text = given.trim();
      if (text === '') return { turn: 'refuse', refusal: { code: 'answer-needed' } };
      return {
        turn: 'stay',
        change: { detail: { ...detail, question: { ...question, answer: text } } },
        happening: { at: now, what: 'questionAnswered', note: text },
      };
    },
    timePassed,
    // The link of an earlier gate, opened once more.
    codeEntered: () => confirmedAlready,
    linkOpened: () => confirmedAlready,
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
function timePassed(at: AtGate<Gate, Detail>): Turn<Detail> {
  const { gate, held, now } = at;
  if (now >= held.limitAt) return outOfTime(at);
  if (held.detail.reminded || (held.targetAt !== null && now < held.targetAt))
    return { turn: 'stay', change: { dueAt: held.detail.reminded ? held.limitAt : held.targetAt } };
  return {
    turn: 'stay',
    change: { dueAt: held.limitAt, detail: { ...held.detail, reminded: true } },
    happening: { at: now, what: 'reviewersReminded' },
    effects: [{ do: 'tellReviewers', message: gate.reminder }],
  };
}

function outOfTime({ gate, held, now, messages }: AtGate<Gate, Detail>): Turn<Detail> {
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
