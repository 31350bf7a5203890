/**
 * Purpose: the gate *Payment*: a level is chosen and its first payment made, within a limit.
 * Invariant: whether it is paid is told by events, since money is counted elsewhere; a card that was refused leaves the
 * application where it was. One level at one price is taken as given.
 */
import { z } from 'zod';
import { GateId, LevelId, MessageId, PriceId, Span, Title, never, sayDate, saySpan } from '../../kernel';
import { AnswerRule } from '../../fields/answerRule';
import { joiningSays } from '../joining.sentences';
import type { GateKind } from './kind';
import { askWithin, remindOrEnd } from './within';

/** A level at all its prices, or at one of them. */
export const Offer = z.strictObject({ level: LevelId, price: PriceId.optional() });
export type Offer = z.infer<typeof Offer>;

const item = z.strictObject({
  kind: z.literal('payment'),
  id: GateId,
  title: Title,
  when: AnswerRule.optional(),
  offers: z.array(Offer).min(1).max(12),
  limit: Span,
  /** The letter that asks for it, and the one that reminds. */
  message: MessageId,
  reminder: MessageId,
});
type Gate = z.infer<typeof item>;

const detail = z.object({ kind: z.literal('payment'), reminded: z.boolean(), refused: z.string().nullable() });
type Detail = z.infer<typeof detail>;

const sight = z.object({ kind: z.literal('payment'), says: z.string(), refused: z.string().nullable() });
type Sight = z.infer<typeof sight>;

const elsewhere = { turn: 'refuse', refusal: { code: 'not-at-this-gate' } } as const;

export const payment: GateKind<Gate, Detail, Sight> & {
  item: typeof item;
  detail: typeof detail;
  sight: typeof sight;
} = {
  item,
  detail,
  sight,
  waitsFor: 'applicant',
  once: true,
  stays: false,
  messages: ({ message, reminder }) => [
    { at: 'message', message },
    { at: 'reminder', message: reminder },
  ],
  promise: ({ title, limit }, reader) => ({
    title,
    says: joiningSays(reader).payWithin({ limit: saySpan(limit, reader) }),
  }),
  doneTitle: (_, reader) => joiningSays(reader).paid,
  progress: ({ refused }, reader) => refused ?? joiningSays(reader).notPaid,
  note: () => null,

  enter: (gate, now, zone) => askWithin(gate, { kind: 'payment', reminded: false, refused: null }, now, zone),

  decide(gate, held, event, now, _zone, messages) {
    switch (event.it) {
      case 'paid': {
        const { says, term } = event;
        return {
          turn: 'pass',
          happening: { at: now, what: 'paid', note: says },
          effects: [{ do: 'giveLevel', ...term }],
        };
      }
      case 'paymentRefused':
        return {
          turn: 'stay',
          change: { detail: { ...held.detail, refused: event.reason } },
          happening: { at: now, what: 'paymentRefused', note: event.reason },
        };
      case 'timePassed':
        return remindOrEnd(gate, held, now, messages, 'askedToPayAgain');
      case 'codeEntered':
      case 'linkOpened':
      case 'resendAsked':
      case 'approved':
      case 'declined':
      case 'questionAsked':
      case 'answerGiven':
      case 'formCompleted':
      case 'placeGiven':
      case 'noPlace':
        return elsewhere;
      default:
        return never(event);
    }
  },

  see: (_, { latestAt, detail: { refused } }, _mail, _now, place) => ({
    kind: 'payment',
    says: joiningSays(place).payBy({ date: sayDate(latestAt, place) }),
    refused,
  }),
};
