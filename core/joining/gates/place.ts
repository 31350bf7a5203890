/**
 * Purpose: the place on a form of which there are only so many. It is no gate that the owner puts on a path: it stands
 * before the first one of whoever used such a form (see `places.ts`).
 * Invariant: whether a place is free is told by events, since it hangs on everybody else. Who waits does so without a
 * limit, and is moved up in the order in which they came.
 */
import { z } from 'zod';
import { GateId, MessageId, Title, never } from '../../kernel';
import { joiningSays } from '../joining.sentences';
import type { GateKind } from './kind';

const item = z.strictObject({
  kind: z.literal('place'),
  id: GateId,
  title: Title,
  /** The letters to whoever has to wait, and to whom a place has come free. */
  waiting: MessageId.nullable(),
  free: MessageId.nullable(),
});
type Gate = z.infer<typeof item>;

const detail = z.object({ kind: z.literal('place'), waiting: z.boolean() });
type Detail = z.infer<typeof detail>;

const sight = z.object({ kind: z.literal('place'), says: z.string() });
type Sight = z.infer<typeof sight>;

const elsewhere = { turn: 'refuse', refusal: { code: 'not-at-this-gate' } } as const;

export const place: GateKind<Gate, Detail, Sight> & { item: typeof item; detail: typeof detail; sight: typeof sight } =
  {
    item,
    detail,
    sight,
    waitsFor: 'nobody',
    once: true,
    stays: false,
    messages: ({ waiting, free }) => [
      ...(waiting ? [{ at: 'waiting', message: waiting }] : []),
      ...(free ? [{ at: 'free', message: free }] : []),
    ],
    promise: (_, reader) => ({ title: joiningSays(reader).aPlace, says: joiningSays(reader).whileTheyLast }),
    doneTitle: (_, reader) => joiningSays(reader).placeYours,
    progress: () => null,
    note: () => null,

    enter: () => ({
      targetAt: null,
      limitAt: null,
      latestAt: null,
      dueAt: null,
      detail: { kind: 'place', waiting: false },
      effects: [],
    }),

    decide(gate, { detail: { waiting } }, event, now) {
      switch (event.it) {
        case 'placeGiven':
          return {
            turn: 'pass',
            happening: { at: now, what: 'placeGiven' },
            effects: waiting && gate.free ? [{ do: 'send', message: gate.free }] : [],
          };
        case 'noPlace':
          if (waiting) return elsewhere;
          return {
            turn: 'stay',
            change: { detail: { kind: 'place', waiting: true } },
            happening: { at: now, what: 'waitsForPlace' },
            effects: gate.waiting ? [{ do: 'send', message: gate.waiting }] : [],
          };
        case 'timePassed':
          return { turn: 'stay' };
        case 'codeEntered':
        case 'linkOpened':
        case 'resendAsked':
        case 'approved':
        case 'declined':
        case 'questionAsked':
        case 'answerGiven':
        case 'formCompleted':
        case 'paid':
        case 'paymentRefused':
          return elsewhere;
        default:
          return never(event);
      }
    },

    see: (_gate, _held, _mail, _now, reader) => ({ kind: 'place', says: joiningSays(reader).waitsForPlace }),
  };
