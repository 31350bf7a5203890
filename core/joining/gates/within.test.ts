import { describe, expect, it } from 'vitest';
import { DAY, type MessageId } from '../../kernel';
import { askWithin, remindOrEnd } from './within';

const NOON = Date.UTC(2026, 9, 14, 11);
const gate = {
  limit: { count: 14, unit: 'days' },
  message: 'please-pay' as MessageId,
  reminder: 'still-to-pay' as MessageId,
} as const;
const messages = { declined: 'no', outOfTime: 'too-late', asked: 'a-question' } as never;
const detail = { kind: 'payment', reminded: false };

const entered = askWithin(gate, detail, NOON, 'Europe/London');
/** At the gate, so many days after coming to it. */
const after = (days: number, reminded = false, dueAt = entered.dueAt) =>
  remindOrEnd(
    {
      gate,
      held: {
        gateSince: NOON,
        targetAt: null,
        limitAt: entered.limitAt!,
        latestAt: entered.limitAt!,
        dueAt,
        detail: { ...detail, reminded },
      },
      now: NOON + days * DAY,
      zone: 'Europe/London',
      messages,
    },
    'askedToPayAgain',
  );

describe('a gate at which the applicant acts within a limit', () => {
  it('asks at once, and is due again when half of the time is over', () => {
    // The clocks go back within these fourteen days.
    expect(entered.limitAt).toBe(NOON + 14 * DAY + DAY / 24);
    expect(entered.latestAt).toBe(entered.limitAt);
    expect(entered.targetAt).toBeNull();
    expect(entered.dueAt).toBe(NOON + 7 * DAY + DAY / 48);
    expect(entered.effects).toEqual([
      { do: 'startTimer', at: entered.dueAt },
      { do: 'send', message: 'please-pay' },
    ]);
  });

  it('does nothing before it is due, and is due when it was', () => {
    expect(after(1)).toEqual({ turn: 'stay', change: { dueAt: entered.dueAt } });
  });

  it('reminds once, as soon as it is due, and is then due at its end', () => {
    for (const days of [7.5, 8])
      expect(after(days)).toEqual({
        turn: 'stay',
        change: { dueAt: entered.limitAt, detail: { ...detail, reminded: true } },
        happening: { at: NOON + days * DAY, what: 'askedToPayAgain' },
        effects: [{ do: 'send', message: 'still-to-pay' }],
      });
    expect(after(9, true)).toEqual({ turn: 'stay', change: { dueAt: entered.limitAt } });
    // Without an instant at which it is due it is so now.
    expect(after(1, false, null)).toMatchObject({ turn: 'stay', change: { detail: { reminded: true } } });
  });

  it('is out of time at its end, reminded or not, and says so', () => {
    const end = (entered.limitAt! - NOON) / DAY;
    for (const reminded of [false, true])
      expect(after(end, reminded)).toEqual({
        turn: 'end',
        state: 'outOfTime',
        happening: { at: entered.limitAt, what: 'outOfTime' },
        effects: [
          { do: 'cancelTimer' },
          { do: 'setStanding', standing: 'closed' },
          { do: 'send', message: 'too-late' },
        ],
      });
    expect(after(end - 1 / 24 / 3600 / 1000, true)).toMatchObject({ turn: 'stay' });
  });
});
