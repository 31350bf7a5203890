/**
 * Purpose: the gate *Complete profile*: a further form, to be sent within a limit.
 * Invariant: what was sent by then is kept whatever becomes of the rest.
 */
import { z } from 'zod';
import { AnyFormId, GateId, MessageId, Span, Title, never, sayDate, saySpan } from '../../kernel';
import { AnswerRule } from '../../fields/answerRule';
import { joiningSays } from '../joining.sentences';
import type { GateKind } from './kind';
import { askWithin, remindOrEnd } from './within';

const item = z.strictObject({
  kind: z.literal('completeProfile'),
  id: GateId,
  title: Title,
  when: AnswerRule.optional(),
  form: AnyFormId,
  limit: Span,
  /** The letter that asks for it, and the one that reminds. */
  message: MessageId,
  reminder: MessageId,
});
type Gate = z.infer<typeof item>;

const detail = z.object({ kind: z.literal('completeProfile'), reminded: z.boolean() });
type Detail = z.infer<typeof detail>;

const sight = z.object({ kind: z.literal('completeProfile'), says: z.string() });
type Sight = z.infer<typeof sight>;

const elsewhere = { turn: 'refuse', refusal: { code: 'not-at-this-gate' } } as const;

export const completeProfile: GateKind<Gate, Detail, Sight> & {
  item: typeof item;
  detail: typeof detail;
  sight: typeof sight;
} = {
  item,
  detail,
  sight,
  waitsFor: 'applicant',
  once: false,
  stays: true,
  messages: ({ message, reminder }) => [
    { at: 'message', message },
    { at: 'reminder', message: reminder },
  ],
  promise: ({ title, limit }, reader) => ({
    title,
    says: joiningSays(reader).furtherForm({ limit: saySpan(limit, reader) }),
  }),
  doneTitle: ({ title }) => title,
  progress: (_, reader) => joiningSays(reader).formNotSent,
  note: () => null,

  enter: (gate, now, zone) => askWithin(gate, { kind: 'completeProfile', reminded: false }, now, zone),

  decide(gate, held, event, now, _zone, messages) {
    switch (event.it) {
      case 'formCompleted':
        return { turn: 'pass', happening: { at: now, what: 'profileCompleted' } };
      case 'timePassed':
        return remindOrEnd(gate, held, now, messages, 'applicantReminded');
      case 'codeEntered':
      case 'linkOpened':
      case 'resendAsked':
      case 'approved':
      case 'declined':
      case 'questionAsked':
      case 'answerGiven':
      case 'paid':
      case 'paymentRefused':
      case 'placeGiven':
      case 'noPlace':
        return elsewhere;
      default:
        return never(event);
    }
  },

  see: (_, { latestAt }, _mail, _now, place) => ({
    kind: 'completeProfile',
    says: joiningSays(place).sendItBy({ date: sayDate(latestAt, place) }),
  }),
};
