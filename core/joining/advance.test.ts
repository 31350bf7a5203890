import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  NOW,
  blankApplication,
  keeperPath,
  quillmoor,
  quillmoorDocument,
  setupOf,
  place,
  wholeQuillmoor,
} from '../../tests/support/quillmoor';
import { everyEvent as events } from '../../tests/support/events';
import { DAY, HOUR, MINUTE, type Instant } from '../kernel';
import { addSpan } from '../kernel/calendar';
import {
  advance,
  againFrom,
  gateOf,
  routeOf,
  waitsAt,
  type Application,
  type Effect,
  type JoiningEvent,
} from './index';

const act = (application: Application, event: JoiningEvent, now: number, setup = quillmoor) =>
  advance(setup.paths.get('keeper-path')!, application, event, now, setup);

function must(application: Application, event: JoiningEvent, now: number, setup = quillmoor) {
  const step = act(application, event, now, setup);
  if (!step.ok) throw new Error(step.refusal.code);
  return step.value;
}
const submitted = must(blankApplication(NOW), { it: 'submitted' }, NOW);
const confirmed = must(submitted.application, { it: 'codeEntered', serial: 1 }, NOW + 5 * MINUTE);
const admitted = must(confirmed.application, { it: 'approved', by: 'Tamsin Rooke' }, NOW + DAY);
const declined = must(confirmed.application, { it: 'declined', by: 'Tamsin Rooke', reason: 'Too far.' }, NOW + DAY);
const withdrawn = must(submitted.application, { it: 'withdrawn' }, NOW + HOUR);
const outOfTime = must(submitted.application, { it: 'timePassed' }, NOW + 7 * DAY);

const states = {
  confirm: submitted.application,
  review: confirmed.application,
  admitted: admitted.application,
  declined: declined.application,
  outOfTime: outOfTime.application,
  withdrawn: withdrawn.application,
};

/** State by event: where it leads, or the refusal. Two minutes after the state was reached. */
const decided: Record<keyof typeof states, Record<JoiningEvent['it'], string>> = {
  confirm: {
    submitted: 'already-submitted',
    codeEntered: '→ review',
    linkOpened: '→ review',
    resendAsked: '→ confirm',
    approved: 'not-at-this-gate',
    declined: 'not-at-this-gate',
    questionAsked: 'not-at-this-gate',
    answerGiven: 'not-at-this-gate',
    formCompleted: 'not-at-this-gate',
    paid: 'not-at-this-gate',
    paymentRefused: 'not-at-this-gate',
    placeGiven: 'not-at-this-gate',
    noPlace: 'not-at-this-gate',
    approvalUndone: 'too-late-to-undo',
    reopened: 'not-ended',
    appliedAgain: 'not-ended',
    withdrawn: '→ withdrawn',
    timePassed: '→ confirm',
  },
  review: {
    submitted: 'already-submitted',
    codeEntered: 'email-already-confirmed',
    linkOpened: 'email-already-confirmed',
    resendAsked: 'not-at-this-gate',
    approved: '→ admitted',
    declined: '→ declined',
    questionAsked: '→ review',
    answerGiven: 'no-question',
    formCompleted: 'not-at-this-gate',
    paid: 'not-at-this-gate',
    paymentRefused: 'not-at-this-gate',
    placeGiven: 'not-at-this-gate',
    noPlace: 'not-at-this-gate',
    approvalUndone: 'too-late-to-undo',
    reopened: 'not-ended',
    appliedAgain: 'not-ended',
    withdrawn: '→ withdrawn',
    timePassed: '→ review',
  },
  admitted: ended('→ admitted', { codeEntered: 'email-already-confirmed', linkOpened: 'email-already-confirmed' }),
  declined: ended('→ declined', { reopened: '→ review', appliedAgain: 'again-too-soon' }),
  outOfTime: ended('→ outOfTime', { reopened: '→ confirm', appliedAgain: 'again-too-soon' }),
  withdrawn: ended('→ withdrawn'),
};
function ended(afterClock: string, others: Partial<Record<JoiningEvent['it'], string>> = {}) {
  const all = Object.fromEntries(Object.keys(events).map((it) => [it, 'application-ended'])) as Record<
    JoiningEvent['it'],
    string
  >;
  const never = {
    submitted: 'already-submitted',
    approvalUndone: 'too-late-to-undo',
    reopened: 'not-ended',
    appliedAgain: 'not-ended',
  };
  return { ...all, ...never, timePassed: afterClock, ...others };
}
const nameOf = (application: Application) =>
  application.state === 'open'
    ? application.detail!.kind === 'confirmEmail'
      ? 'confirm'
      : 'review'
    : application.state;

describe('every event in every state is decided on purpose', () => {
  for (const [state, application] of Object.entries(states)) {
    for (const [it_, event] of Object.entries(events)) {
      it(`${state} × ${it_}`, () => {
        const step = act(application, event, (application.endedAt ?? application.gateSince) + 2 * MINUTE);
        const found = step.ok ? `→ ${nameOf(step.value.application)}` : step.refusal.code;
        expect(found).toBe(decided[state as keyof typeof states][it_ as JoiningEvent['it']]);
      });
    }
  }
});

describe('sending the form', () => {
  it('makes an applicant, signs in, sends the first code and sets the timer to the gate’s end', () => {
    expect(submitted.effects).toEqual<Effect[]>([
      { do: 'setStanding', standing: 'applicant' },
      { do: 'signIn' },
      { do: 'startTimer', at: NOW + 7 * DAY + 0 * HOUR },
      { do: 'sendCode', message: 'confirm-email' as never, serial: 1, expiresAt: NOW + 2 * HOUR },
    ]);
    expect(submitted.application.history.map((item) => item.what)).toEqual(['submitted', 'codeSent']);
  });

  it('gives the address to the first who uses it only where no gate asks for proof', () => {
    const claims = (effects: readonly Effect[]) => effects.some((effect) => effect.do === 'claimAddress');
    expect(claims(submitted.effects)).toBe(false);
    const doc = quillmoorDocument();
    doc.paths[0]!.gates.shift();
    expect(claims(must(blankApplication(NOW), events.submitted, NOW, setupOf(doc)).effects)).toBe(true);
  });
});

describe('the code', () => {
  const wrong = (application: Application, now: number) => must(application, { it: 'codeEntered', serial: null }, now);

  it('passes the gate and starts the review’s clock at the target', () => {
    expect(confirmed.application).toMatchObject({
      gate: 'review',
      state: 'open',
      detail: { kind: 'review', reminded: false },
    });
    expect(confirmed.effects.slice(0, 2)).toEqual([{ do: 'claimAddress' }, { do: 'cancelTimer' }]);
    expect(confirmed.effects[2]).toEqual({ do: 'startTimer', at: NOW + 5 * MINUTE + 5 * DAY });
  });

  it('counts wrong tries and is void after the fifth, even for the right code', () => {
    let application = submitted.application;
    for (const left of [4, 3, 2, 1]) {
      const step = wrong(application, NOW + MINUTE);
      expect(step.told).toEqual({ code: 'code-wrong', left });
      application = step.application;
    }
    const fifth = wrong(application, NOW + MINUTE);
    expect(fifth.told).toEqual({ code: 'code-void' });
    const right = act(fifth.application, { it: 'codeEntered', serial: 1 }, NOW + MINUTE);
    expect(right).toEqual({ ok: false, refusal: { code: 'code-void' } });
    const link = act(fifth.application, { it: 'linkOpened', serial: 1 }, NOW + MINUTE);
    expect(link).toEqual({ ok: false, refusal: { code: 'code-void' } });
  });

  it('works to the last millisecond of its lifetime and not beyond', () => {
    expect(act(submitted.application, events.codeEntered, NOW + 2 * HOUR - 1).ok).toBe(true);
    expect(act(submitted.application, events.codeEntered, NOW + 2 * HOUR)).toEqual({
      ok: false,
      refusal: { code: 'code-expired' },
    });
    expect(act(submitted.application, events.linkOpened, NOW + 2 * HOUR)).toEqual({
      ok: false,
      refusal: { code: 'code-expired' },
    });
  });

  it('is replaced by a new one, which has all its tries', () => {
    const tried = wrong(submitted.application, NOW + MINUTE).application;
    const again = must(tried, { it: 'resendAsked' }, NOW + 2 * MINUTE);
    expect(again.effects).toEqual([
      { do: 'sendCode', message: 'confirm-email', serial: 2, expiresAt: NOW + 2 * MINUTE + 2 * HOUR },
    ]);
    expect(act(again.application, { it: 'codeEntered', serial: 1 }, NOW + 3 * MINUTE)).toEqual({
      ok: false,
      refusal: { code: 'code-replaced' },
    });
    expect(act(again.application, { it: 'linkOpened', serial: 1 }, NOW + 3 * MINUTE)).toEqual({
      ok: false,
      refusal: { code: 'code-replaced' },
    });
    expect(must(again.application, { it: 'codeEntered', serial: null }, NOW + 3 * MINUTE).told).toEqual({
      code: 'code-wrong',
      left: 4,
    });
    expect(act(again.application, { it: 'codeEntered', serial: 2 }, NOW + 3 * MINUTE).ok).toBe(true);
  });

  it('is sent again once a minute at most', () => {
    expect(act(submitted.application, events.resendAsked, NOW + MINUTE - 1)).toEqual({
      ok: false,
      refusal: { code: 'resend-too-soon', at: NOW + MINUTE },
    });
    expect(act(submitted.application, events.resendAsked, NOW + MINUTE).ok).toBe(true);
  });

  it('is sent again five times a day at most, and a day later once more', () => {
    let application = submitted.application;
    for (let n = 1; n <= 5; n++) application = must(application, events.resendAsked, NOW + n * MINUTE).application;
    expect(act(application, events.resendAsked, NOW + 6 * MINUTE)).toEqual({
      ok: false,
      refusal: { code: 'resend-limit', at: NOW + MINUTE + DAY },
    });
    expect(act(application, events.resendAsked, NOW + MINUTE + DAY).ok).toBe(true);
  });
});

describe('time', () => {
  it('sweeps a lost sign-up: the person is purged and the timer cancelled', () => {
    expect(outOfTime.application).toMatchObject({ state: 'outOfTime', dueAt: null, detail: null });
    expect(outOfTime.effects).toEqual([{ do: 'cancelTimer' }, { do: 'purge' }]);
    expect(must(submitted.application, events.timePassed, NOW + 7 * DAY - 1).application.state).toBe('open');
  });

  it('counts the gate’s days by the calendar: the clocks go back within these fourteen', () => {
    expect(confirmed.application.limitAt! - confirmed.application.gateSince).toBe(14 * DAY + HOUR);
  });

  it('reminds the reviewers once when their target has passed', () => {
    const at = confirmed.application.dueAt!;
    const reminded = must(confirmed.application, events.timePassed, at);
    expect(reminded.effects).toEqual([
      { do: 'tellReviewers', message: 'review-reminder' },
      { do: 'startTimer', at: reminded.application.limitAt },
    ]);
    const again = must(reminded.application, events.timePassed, at + DAY);
    expect(again.effects).toEqual([{ do: 'startTimer', at: reminded.application.limitAt }]);
  });

  it('asks the reviewers again once when the limit has passed, then closes', () => {
    const limit = confirmed.application.limitAt!;
    const extended = must(confirmed.application, events.timePassed, limit);
    expect(extended.application).toMatchObject({ state: 'open', limitAt: expect.any(Number), detail: { extended: 1 } });
    expect(extended.application.limitAt! - limit).toBe(7 * DAY);
    const closed = must(extended.application, events.timePassed, extended.application.limitAt!);
    expect(closed.application.state).toBe('outOfTime');
    expect(closed.effects).toEqual([
      { do: 'cancelTimer' },
      { do: 'setStanding', standing: 'closed' },
      { do: 'send', message: 'out-of-time' },
    ]);
  });

  it.each([
    ['close', 'outOfTime'],
    ['admit', 'admitted'],
  ] as const)('does as the gate says: %s', (then, state) => {
    const doc = quillmoorDocument();
    const gate = doc.paths[0]!.gates[1]!;
    doc.paths[0]!.gates[1] = { ...gate, then } as never;
    const setup = setupOf(doc);
    const step = must(confirmed.application, events.timePassed, confirmed.application.limitAt!, setup);
    expect(step.application.state).toBe(state);
  });
});

describe('the review', () => {
  it('admits with the path’s grants: a year as Keeper', () => {
    const at = NOW + DAY;
    expect(admitted.effects).toEqual([
      { do: 'cancelTimer' },
      { do: 'setStanding', standing: 'admitted' },
      { do: 'giveLevel', level: 'keeper', from: at, until: Date.UTC(2027, 9, 15, 9, 0) },
      { do: 'send', message: 'welcome-keeper', at: at + MINUTE },
    ]);
  });

  it('lets a yes be taken back until its letter leaves, and is then exactly where it was', () => {
    const undo = (ago: number) =>
      act(admitted.application, { it: 'approvalUndone', by: 'Tamsin Rooke' }, NOW + DAY + ago);
    const back = undo(59_000);
    if (!back.ok) throw new Error(back.refusal.code);
    const { history: _, ...was } = confirmed.application;
    expect(back.value.application).toMatchObject(was);
    expect(back.value.application.history.slice(-3).map((item) => item.what)).toEqual([
      'approved',
      'admitted',
      'approvalUndone',
    ]);
    expect(back.value.effects).toEqual([
      { do: 'setStanding', standing: 'applicant' },
      { do: 'takeLevel', level: 'keeper', from: NOW + DAY },
      { do: 'unsend' },
      { do: 'startTimer', at: confirmed.application.dueAt },
    ]);
    expect(undo(MINUTE)).toEqual({ ok: false, refusal: { code: 'too-late-to-undo' } });
    const twice = act(back.value.application, { it: 'approvalUndone', by: 'Tamsin Rooke' }, NOW + DAY + 59_500);
    expect(twice).toEqual({ ok: false, refusal: { code: 'too-late-to-undo' } });
    // Admitting again gives the same as the first time.
    expect(must(back.value.application, events.approved, NOW + 2 * DAY).effects).toHaveLength(admitted.effects.length);
  });

  it('tells no change of standing where a yes is taken back at a gate in the middle', () => {
    const open = must(submitted.application, { it: 'codeEntered', serial: 1 }, NOW, wholeQuillmoor);
    const on = must(open.application, { it: 'approved', by: 'Tamsin Rooke' }, NOW + DAY, wholeQuillmoor);
    expect(on.application.state).toBe('open');
    const back = must(on.application, { it: 'approvalUndone', by: 'Tamsin Rooke' }, NOW + DAY + 1_000, wholeQuillmoor);
    expect(back.application.gate).toBe(open.application.gate);
    expect(back.effects.filter((effect) => effect.do === 'setStanding')).toEqual([]);
  });

  it('can be taken up again after a no, with all its time anew', () => {
    const later = NOW + 30 * DAY;
    const again = must(declined.application, { it: 'reopened', by: 'Odile Harrowgate' }, later);
    expect(again.application).toMatchObject({ state: 'open', gate: 'review', gateSince: later, endedAt: null });
    // Fourteen calendar days: the clocks have gone back by then, so they are 14 days of 24 hours.
    expect(again.application.limitAt).toBe(later + 14 * DAY);
    expect(again.effects[0]).toEqual({ do: 'setStanding', standing: 'applicant' });
    expect(again.application.history.findLast((item) => item.what === 'declined')?.note).toBe('Too far.');
    expect(nameOf(must(again.application, events.approved, later + DAY).application)).toBe('admitted');
  });

  it('is asked anew by its applicant, where the path lets them and once its time is over', () => {
    const ended = declined.application;
    const path = { ...keeperPath, again: { count: 1, unit: 'months' } } as typeof keeperPath;
    const apply = (now: Instant, way = path) => advance(way, ended, { it: 'appliedAgain' }, now, quillmoor);
    const from = addSpan(ended.endedAt!, { count: 1, unit: 'months' }, quillmoor.doc.site.zone);
    expect(apply(from - 1)).toEqual({ ok: false, refusal: { code: 'again-too-soon', at: from } });
    expect(apply(from, keeperPath)).toEqual({ ok: false, refusal: { code: 'again-too-soon', at: null } });
    const again = apply(from);
    if (!again.ok) throw new Error('refused');
    expect(again.value.application).toMatchObject({ state: 'open', gate: 'review', gateSince: from, endedAt: null });
    expect(again.value.application.history.at(-1)?.what).toBe('appliedAgain');
    // Asked twice, the second finds it open.
    expect(advance(path, again.value.application, { it: 'appliedAgain' }, from, quillmoor)).toEqual({
      ok: false,
      refusal: { code: 'not-ended' },
    });
  });

  it('says from when on somebody may apply again: who was declined or ran out of time, where the path lets them', () => {
    const path = { again: { count: 2, unit: 'days' } } as const;
    const endedAt = declined.application.endedAt!;
    const from = (
      state: Application['state'],
      way: Parameters<typeof againFrom>[0] = path,
      at: number | null = endedAt,
    ) => againFrom(way, { state, endedAt: at }, quillmoor);
    expect([from('declined'), from('outOfTime')]).toEqual([endedAt + 2 * DAY, endedAt + 2 * DAY]);
    expect([from('admitted'), from('withdrawn'), from('open')]).toEqual([null, null, null]);
    expect([from('declined', {}), from('declined', path, null)]).toEqual([null, null]);
    expect(againFrom(undefined, declined.application, quillmoor)).toBeNull();
    for (const state of ['declined', 'outOfTime'] as const) {
      const ended = { ...declined.application, state };
      const way = { ...keeperPath, ...path } as typeof keeperPath;
      expect(advance(way, ended, { it: 'appliedAgain' }, endedAt + 2 * DAY, quillmoor).ok).toBe(true);
    }
  });

  it('gives the group that hangs on an answer to those it fits', () => {
    const old = must(
      blankApplication(NOW, { fields: { 'years-keeping': 10 } as never }),
      events.submitted,
      NOW,
    ).application;
    const seen = must(old, events.codeEntered, NOW).application;
    expect(must(seen, events.approved, NOW).effects).toContainEqual({ do: 'giveGroup', group: 'mentors' });
    expect(admitted.effects.some((effect) => effect.do === 'giveGroup')).toBe(false);
  });

  it('declines with a reason and never without', () => {
    expect(declined.effects).toContainEqual({ do: 'send', message: 'declined', reason: 'Too far.' });
    expect(declined.effects).toContainEqual({ do: 'setStanding', standing: 'declined' });
    expect(act(confirmed.application, { ...events.declined, reason: '  ' } as JoiningEvent, NOW)).toEqual({
      ok: false,
      refusal: { code: 'reason-needed' },
    });
  });

  it('carries one question at a time to the applicant and back', () => {
    const asked = must(confirmed.application, events.questionAsked, NOW + HOUR);
    expect(asked.effects).toEqual([{ do: 'send', message: 'question', question: 'Where?' }]);
    expect(act(asked.application, events.questionAsked, NOW + HOUR)).toEqual({
      ok: false,
      refusal: { code: 'question-open' },
    });
    expect(act(asked.application, { it: 'answerGiven', text: ' ' }, NOW + HOUR)).toEqual({
      ok: false,
      refusal: { code: 'answer-needed' },
    });
    const answered = must(asked.application, events.answerGiven, NOW + 2 * HOUR);
    expect(answered.application.detail).toMatchObject({ question: { text: 'Where?', answer: 'Here.' } });
    expect(act(answered.application, events.answerGiven, NOW + 2 * HOUR)).toEqual({
      ok: false,
      refusal: { code: 'no-question' },
    });
    expect(act(answered.application, events.questionAsked, NOW + 3 * HOUR).ok).toBe(true);
    expect(act(confirmed.application, { it: 'questionAsked', by: 'T', text: '' }, NOW)).toEqual({
      ok: false,
      refusal: { code: 'question-needed' },
    });
  });
});

describe('whatever happens', () => {
  const anyEvent = fc.constantFrom(
    ...Object.values(events).filter((event) => event.it !== 'submitted'),
    { it: 'codeEntered', serial: null } as JoiningEvent,
    { it: 'codeEntered', serial: 2 } as JoiningEvent,
  );

  it('keeps its invariants through any story', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(anyEvent, fc.integer({ min: 0, max: 3 * 24 * 60 })), { maxLength: 25 }),
        (story) => {
          let application = submitted.application;
          let now = NOW;
          for (const [event, minutes] of story) {
            now += minutes * MINUTE;
            const before = structuredClone(application);
            const step = act(application, event, now);
            // The value handed in is never changed.
            expect(application).toEqual(before);
            if (!step.ok) continue;
            const next = step.value.application;
            // History only grows; an end stays unless staff take it back; open means a gate with its own detail and a timer.
            expect(next.history.slice(0, application.history.length)).toEqual(application.history);
            const opens = ['approvalUndone', 'reopened', 'appliedAgain'].includes(event.it);
            if (application.state !== 'open' && !opens) expect(next.state).toBe(application.state);
            if (next.state === 'open') {
              expect(gateOf(keeperPath, next)?.kind).toBe(next.detail!.kind);
              expect(next.dueAt).not.toBeNull();
              if (event.it === 'timePassed') expect(next.dueAt).toBeGreaterThan(now);
            } else {
              expect(next.dueAt).toBeNull();
              expect(next.endedAt).not.toBeNull();
            }
            if (next.state === 'declined') expect(next.history.at(-1)?.note).toBeTruthy();
            application = next;
          }
        },
      ),
      { numRuns: 400 },
    );
  });
});

describe('where a person stands', () => {
  it('lists gates done, now and to come', () => {
    expect(routeOf(keeperPath, submitted.application, quillmoor).map((gate) => gate.state)).toEqual(['now', 'toCome']);
    expect(routeOf(keeperPath, confirmed.application, quillmoor)).toEqual([
      { number: 1, title: 'Email confirmed', says: 'Done on 14 October 2026.', state: 'done' },
      {
        number: 2,
        title: 'Tamsin reads your application',
        says: 'Usually within 5 days, never more than 21 days.',
        state: 'now',
      },
    ]);
    expect(routeOf(keeperPath, admitted.application, quillmoor).map((gate) => gate.state)).toEqual(['done', 'done']);
    expect(routeOf(keeperPath, declined.application, quillmoor).map((gate) => gate.state)).toEqual(['done', 'toCome']);
  });

  it('says at which gate and how long is left', () => {
    expect(waitsAt(keeperPath, confirmed.application, NOW + 4 * DAY, place)).toBe(
      'Waits at gate 2 of 2, Review. Eleven days left.',
    );
    expect(waitsAt(keeperPath, submitted.application, NOW + 6 * DAY + HOUR, place)).toBe(
      'Waits at gate 1 of 2, Confirm email. One day left.',
    );
    expect(waitsAt(keeperPath, confirmed.application, NOW + 40 * DAY, place)).toBe(
      'Waits at gate 2 of 2, Review. Its time is over.',
    );
    expect(waitsAt(keeperPath, admitted.application, NOW, place)).toBe('');
  });
});
