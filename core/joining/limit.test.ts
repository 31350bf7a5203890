import { describe, expect, it } from 'vitest';
import { NOW, blankApplication, keeperPath, place, quillmoor } from '../../tests/support/quillmoor';
import { DAY, HOUR, MINUTE } from '../kernel';

import { advance, gatePromise, limitOf, waitedFor, waitsAt, type Application } from './index';
import type { GateItem } from '.';

const review = keeperPath.gates[1] as Extract<GateItem, { kind: 'review' }>;
const step = (application: Application, event: Parameters<typeof advance>[2], now: number) => {
  const made = advance(keeperPath, application, event, now, quillmoor);
  if (!made.ok) throw new Error(made.refusal.code);
  return made.value.application;
};
const sent = step(blankApplication(NOW), { it: 'submitted' }, NOW);
const inReview = step(sent, { it: 'codeEntered', serial: 1 }, NOW + MINUTE);

describe('a limit tells one truth', () => {
  it('in days passed, left and allowed, the same in the ruler and in the sentence', () => {
    for (const days of [0, 1, 4, 13, 14]) {
      const now = inReview.gateSince + days * DAY + HOUR;
      const { passed, left, allowed } = limitOf(inReview, now);
      expect(passed + left).toBe(allowed);
      if (left > 0)
        expect(waitsAt(keeperPath, inReview, now, place)).toMatch(
          new RegExp(
            `(${left}|${['', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten'][left]}) days? left`,
          ),
        );
    }
  });

  it('promises what comes at the very latest, in words and as a day, and keeps to it', () => {
    expect(gatePromise(review, place).says).toBe('Usually within 5 days, never more than 21 days.');
    const promised = inReview.latestAt!;
    // Played to the end by the clock alone: that is when it ends, and never later.
    let application = inReview;
    while (application.state === 'open') application = step(application, { it: 'timePassed' }, application.dueAt!);
    expect(application.endedAt).toBe(promised);
    expect(Math.round((promised - inReview.gateSince) / DAY)).toBe(21);
  });

  it('adds spans only where they are of one kind, and says others one after the other', () => {
    const most = (change: Partial<typeof review>) =>
      gatePromise({ ...review, ...change }, place).says.replace(/.*than /, '');
    expect(most({ then: 'close' })).toBe('14 days.');
    expect(most({ extra: { count: 1, unit: 'weeks' } })).toBe('14 days and then 1 week.');
  });

  it('says how long somebody has waited by now, not by the target', () => {
    expect(waitedFor(inReview, inReview.gateSince + 5 * DAY, place)).toBe('5 days');
    expect(waitedFor(inReview, inReview.gateSince + 14 * DAY, place)).toBe('14 days');
    // The clocks go forward in this time, so that five days of it are 119 hours.
    const since = Date.UTC(2027, 2, 26, 10);
    expect(waitedFor({ ...inReview, gateSince: since }, since + 5 * DAY - DAY / 24, place)).toBe('5 days');
  });
});
