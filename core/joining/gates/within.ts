/**
 * Purpose: what gates have in common at which the applicant acts within a limit: they are asked once, reminded once when
 * half of the time is over, and out of time at its end.
 */
import type { Instant, MessageId, Span } from '../../kernel';
import { addSpan } from '../../kernel/calendar';
import type { Happening } from '../events';
import type { AtGate, Entered, Turn } from './kind';

type Within = { readonly limit: Span; readonly message: MessageId; readonly reminder: MessageId };
type Reminded = { readonly kind: string; readonly reminded: boolean };

export function askWithin<D extends Reminded>(gate: Within, detail: D, now: Instant, zone: string): Entered<D> {
  const limitAt = addSpan(now, gate.limit, zone);
  const dueAt = now + Math.round((limitAt - now) / 2);
  return {
    targetAt: null,
    limitAt,
    latestAt: limitAt,
    dueAt,
    detail,
    effects: [
      { do: 'startTimer', at: dueAt },
      { do: 'send', message: gate.message },
    ],
  };
}

/** @param what is said in the history of the reminder */
export function remindOrEnd<D extends Reminded>(
  { gate, held: { limitAt, dueAt, detail }, now, messages }: AtGate<Within, D>,
  what: Happening['what'],
): Turn<D> {
  if (now >= limitAt)
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
  if (detail.reminded || (dueAt !== null && now < dueAt))
    return { turn: 'stay', change: { dueAt: detail.reminded ? limitAt : dueAt } };
  return {
    turn: 'stay',
    change: { dueAt: limitAt, detail: { ...detail, reminded: true } },
    happening: { at: now, what },
    effects: [{ do: 'send', message: gate.reminder }],
  };
}
