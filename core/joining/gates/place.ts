/**
 * Purpose: the place on a form of which there are only so many. It is no gate that the owner puts on a path: it stands
 * before the first one of whoever used such a form (see `places.ts`).
 * Invariant: whether a place is free is told by events, since it hangs on everybody else. Who waits does so without a
 * limit, and is moved up in the order in which they came.
 */
import { z } from 'zod';
import { GateId, MessageId, Title } from '../../kernel';
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

export const place: GateKind<Gate, Detail, Sight> & { item: typeof item; detail: typeof detail; sight: typeof sight } =
  {
    item,
    detail,
    sight,
    waitsFor: 'nobody',
    once: true,
    stays: false,
    proves: false,
    sells: false,
    offers: () => [],
    form: () => null,
    readers: () => null,
    question: () => null,
    seats: true,
    references: () => [],
    rules: () => [],
    messages: ({ waiting, free }) => [
      ...(waiting ? [{ at: 'waiting', message: waiting }] : []),
      ...(free ? [{ at: 'free', message: free }] : []),
    ],
    own: null,
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

    on: {
      placeGiven: ({ gate, held, now }) => ({
        turn: 'pass',
        happening: { at: now, what: 'placeGiven' },
        effects: held.detail.waiting && gate.free ? [{ do: 'send', message: gate.free }] : [],
      }),
      noPlace({ gate, held, now }) {
        if (held.detail.waiting) return { turn: 'refuse', refusal: { code: 'not-at-this-gate' } };
        return {
          turn: 'stay',
          change: { detail: { kind: 'place', waiting: true } },
          happening: { at: now, what: 'waitsForPlace' },
          effects: gate.waiting ? [{ do: 'send', message: gate.waiting }] : [],
        };
      },
      timePassed: () => ({ turn: 'stay' }),
    },

    see: (_gate, _held, _mail, _now, reader) => ({ kind: 'place', says: joiningSays(reader).waitsForPlace }),
  };
