import { describe, expect, it } from 'vitest';
import { NOW, blankApplication, quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { DAY } from '../kernel';
import { advance, comingOf, type Application, type JoiningEvent } from './index';

const path = quillmoor.paths.get('keeper-path')!;
function after(...script: [days: number, event: JoiningEvent][]): Application {
  return script.reduce((application, [days, event]) => {
    const step = advance(path, application, event, NOW + days * DAY, quillmoor);
    if (!step.ok) throw new Error(step.refusal.code);
    return step.value.application;
  }, blankApplication(NOW));
}
const inReview = after([0, { it: 'submitted' }], [0, { it: 'codeEntered', serial: 1 }]);
const days = (application: Application, until: number, setup = quillmoor) =>
  comingOf(setup.paths.get('keeper-path')!, application, NOW + until * DAY, setup).map(
    ({ at, what }) => `${Math.round((at - NOW) / DAY)} ${what}`,
  );

describe('what comes by itself', () => {
  it('is the sweep, for a sign-up that is not confirmed', () => {
    const unconfirmed = after([0, { it: 'submitted' }]);
    expect(days(unconfirmed, 7)).toEqual(['7 sweptAway']);
    expect(days(unconfirmed, 6.9)).toEqual([]);
  });

  it('is everything within the time asked about, in order', () => {
    expect(days(inReview, 4)).toEqual([]);
    expect(days(inReview, 5)).toEqual(['5 reviewersReminded']);
    expect(days(inReview, 30)).toEqual(['5 reviewersReminded', '14 limitExtended', '21 closed']);
  });

  it('follows the path: a gate that lets through when time is up says so', () => {
    const doc = quillmoorDocument();
    const paths = doc.paths.map((item) => ({
      ...item,
      gates: item.gates.map((gate) => (gate.kind === 'review' ? { ...gate, then: 'admit' } : gate)),
    }));
    const admits = setupOf({ ...doc, paths });
    expect(days(inReview, 30, admits)).toEqual(['5 reviewersReminded', '14 letThrough']);
  });

  it('names what the applicant is reminded of: a payment or a further form', () => {
    const asks = (gate: object) => {
      const doc = quillmoorDocument();
      const limit = { count: 10, unit: 'days' };
      const about = { id: 'asks', title: 'Asks', limit, message: 'question', reminder: 'review-reminder' };
      doc.paths[0]!.gates = [{ ...about, ...gate } as never];
      const setup = setupOf(doc);
      const sent = advance(setup.paths.get('keeper-path'), blankApplication(NOW), { it: 'submitted' }, NOW, setup);
      if (!sent.ok) throw new Error(sent.refusal.code);
      return days(sent.value.application, 30, setup);
    };
    expect(asks({ kind: 'payment', offers: [{ level: 'keeper' }] })).toEqual(['5 askedToPayAgain', '10 closed']);
    expect(asks({ kind: 'completeProfile', form: 'join-quillmoor' })).toEqual(['5 applicantReminded', '10 closed']);
  });

  it('is nothing once the application has ended', () => {
    const declined = after(
      [0, { it: 'submitted' }],
      [0, { it: 'codeEntered', serial: 1 }],
      [1, { it: 'declined', by: 'Tamsin Rooke', reason: 'The list is full.' }],
    );
    expect(days(declined, 100)).toEqual([]);
  });

  it('is what really happens when the clock goes on', () => {
    const foretold = comingOf(path, inReview, NOW + 30 * DAY, quillmoor);
    let application = inReview;
    for (const { at } of foretold) {
      const early = advance(path, application, { it: 'timePassed' }, at - 1, quillmoor);
      expect(early.ok && early.value.application.history).toEqual(application.history);
      const step = advance(path, application, { it: 'timePassed' }, at, quillmoor);
      if (!step.ok) throw new Error(step.refusal.code);
      expect(step.value.application.history.length).toBeGreaterThan(application.history.length);
      application = step.value.application;
    }
    expect(application.state).toBe('outOfTime');
  });
});
