import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NOW, blankApplication, place, quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import first from '../../tests/fixtures/application.1.json';
import { DAY, MINUTE } from '../kernel';
import {
  Application,
  advance,
  comingOf,
  gateOf,
  relocate,
  routeOf,
  storedApplication,
  waitsAt,
  type OwnGate,
  type JoiningEvent,
  type PathItem,
} from './index';

const path = quillmoor.paths.get('keeper-path')!;
const [confirm, review] = path.gates as [OwnGate, OwnGate];
const second = { ...review, id: 'second-look', title: 'Second look' } as OwnGate;
const otherConfirm = { ...confirm, id: 'confirm-anew' } as OwnGate;

const run = (application: Application, ...script: [days: number, event: JoiningEvent][]): Application =>
  script.reduce((state, [days, event]) => {
    const step = advance(path, state, event, NOW + days * DAY, quillmoor);
    if (!step.ok) throw new Error(step.refusal.code);
    return step.value.application;
  }, application);
const atConfirm = run(blankApplication(NOW), [0, { it: 'submitted' }]);
const atReview = run(atConfirm, [0.05, { it: 'codeEntered', serial: 1 }]);
const declined = run(atReview, [1, { it: 'declined', by: 'Tamsin Rooke', reason: 'Too far.' }]);
const admitted = run(atReview, [1, { it: 'approved', by: 'Tamsin Rooke' }]);
const later = NOW + 3 * DAY;

const pathOf = (gates: readonly OwnGate[] | null): PathItem | undefined =>
  gates === null ? undefined : { ...path, gates: [...gates] };

/** State by change of the path: where it leads, with the kind of detail held there; null where nothing becomes of it. */
const table: [what: string, application: Application, gates: OwnGate[] | null, becomes: string | null][] = [
  ['nothing changed', atReview, [confirm, review], null],
  [
    'a target and limits changed',
    atReview,
    [confirm, { ...review, target: { count: 30, unit: 'days' } } as OwnGate],
    null,
  ],
  ['the gates reordered', atReview, [review, confirm], null],
  ['the gates reordered, at the other one', atConfirm, [review, confirm], null],
  ['a gate added before', atReview, [confirm, second, review], null],
  ['a gate added after', atConfirm, [confirm, second, review], null],
  ['the gate behind removed', atReview, [review], null],
  ['the gate removed, another left', atConfirm, [review], 'review review'],
  ['the gate removed, another added', atReview, [confirm, second], 'second-look review'],
  ['the gate removed, all others behind', atReview, [confirm], 'admitted'],
  [
    'the gate under its id of another kind',
    atConfirm,
    [{ ...review, id: confirm.id } as OwnGate],
    'confirm-email review',
  ],
  ['its kind asked once and passed already', atReview, [otherConfirm, second], 'second-look review'],
  ['another gate of its kind that asks once', atConfirm, [otherConfirm, review], 'confirm-anew confirmEmail'],
  ['the path removed', atReview, null, 'outOfTime'],
  ['declined, the gate removed', declined, [confirm], null],
  ['admitted, the path removed', admitted, null, null],
];

describe('what becomes of somebody on a path that has changed', () => {
  it.each(table)('%s', (_, application, gates, becomes) => {
    const step = relocate(pathOf(gates), application, later, quillmoor, path);
    const next = step?.application;
    expect(next ? (next.state === 'open' ? `${next.gate} ${next.detail!.kind}` : next.state) : null).toBe(becomes);
    // Asked again, nothing more becomes of it.
    if (next) expect(relocate(pathOf(gates), next, later, quillmoor, path)).toBeNull();
    if (next?.state === 'open') expect(next).toMatchObject({ gateSince: later, limitAt: expect.any(Number) });
  });

  it('tells and gives what its end brings with it', () => {
    const gone = relocate(undefined, atReview, later, quillmoor, path)!;
    expect(gone.effects).toEqual([
      { do: 'cancelTimer' },
      { do: 'setStanding', standing: 'closed' },
      { do: 'send', message: 'out-of-time' },
    ]);
    expect(relocate(undefined, atReview, later, quillmoor)!.effects).toHaveLength(2);
    const inNow = relocate(pathOf([confirm]), atReview, later, quillmoor)!;
    expect(inNow.effects.map((effect) => effect.do)).toEqual(['cancelTimer', 'setStanding', 'giveLevel', 'send']);
    expect(inNow.application.undo).toBeNull();
  });

  it('gives an address to who waits to confirm it only where nobody confirms any more', () => {
    const claims = (gates: OwnGate[]) =>
      relocate(pathOf(gates), atConfirm, later, quillmoor)!.effects.some((effect) => effect.do === 'claimAddress');
    expect(claims([review])).toBe(true);
    expect(claims([otherConfirm, review])).toBe(false);
  });

  it('never makes an old code right again: numbers go on at another gate', () => {
    const moved = relocate(pathOf([otherConfirm, review]), atConfirm, later, quillmoor)!.application;
    expect(moved.detail).toMatchObject({ kind: 'confirmEmail', serial: 2 });
    const old = advance(pathOf([otherConfirm, review]), moved, { it: 'codeEntered', serial: 1 }, later, quillmoor);
    expect(old).toEqual({ ok: false, refusal: { code: 'code-replaced' } });
  });
});

describe('whoever meets an application before it was seen to', () => {
  it('moves it on, and says that the gate is another', () => {
    const after = pathOf([review]);
    const step = advance(after, atConfirm, { it: 'codeEntered', serial: 1 }, later, quillmoor);
    expect(step.ok && step.value).toMatchObject({
      told: { code: 'not-at-this-gate' },
      application: { gate: 'review', detail: { kind: 'review' } },
    });
    expect(advance(after, atConfirm, { it: 'timePassed' }, later, quillmoor)).toMatchObject({
      ok: true,
      value: { told: null },
    });
    expect(waitsAt(after, atConfirm, later, place)).toBe('Waits at a gate that is gone; it goes on by itself.');
    expect(routeOf(after!, atConfirm, quillmoor).map(({ state }) => state)).toEqual(['toCome']);
  });

  it('can still withdraw, and take back a yes', () => {
    expect(advance(undefined, atReview, { it: 'withdrawn' }, later, quillmoor)).toMatchObject({
      ok: true,
      value: { application: { state: 'withdrawn' } },
    });
    const back = advance(pathOf([confirm]), admitted, { it: 'approvalUndone', by: 'Tamsin' }, NOW + DAY + 1, quillmoor);
    expect(back).toMatchObject({ ok: true, value: { application: { state: 'open', gate: 'review' } } });
  });

  it('is not let in by being taken up again where no gate is left', () => {
    const again = advance(pathOf([confirm]), declined, { it: 'reopened', by: 'Tamsin' }, later, quillmoor);
    expect(again).toMatchObject({ ok: true, value: { application: { state: 'open', gate: 'confirm-email' } } });
  });
});

describe('what was promised stays', () => {
  const shorter = (): PathItem => ({
    ...path,
    gates: path.gates.map((gate) => ({
      ...gate,
      limit: { count: 1, unit: 'hours' },
      ...('target' in gate ? { target: { count: 90, unit: 'days' } } : {}),
    })) as OwnGate[],
  });

  it('the target, the limit and the latest day, though the path has others by now', () => {
    const setup = quillmoor;
    const at = atReview.targetAt!;
    const reminded = advance(shorter(), atReview, { it: 'timePassed' }, at, setup);
    expect(reminded).toMatchObject({ ok: true, value: { application: { dueAt: atReview.limitAt } } });
    const coming = (of: PathItem) => comingOf(of, atReview, NOW + 40 * DAY, setup).map(({ what }) => what);
    expect(coming(shorter())).toEqual(['reviewersReminded', 'limitExtended', 'closed']);
    expect(coming(path)).toEqual(coming(shorter()));
  });

  it('a code works no longer than its gate lasts', () => {
    const doc = quillmoorDocument();
    doc.paths[0]!.gates[0] = { ...confirm, lifetime: { count: 20, unit: 'days' } } as never;
    const setup = setupOf(doc);
    const step = advance(setup.paths.get('keeper-path'), blankApplication(NOW), { it: 'submitted' }, NOW, setup);
    expect(step.ok && step.value.application.detail).toMatchObject({ expiresAt: NOW + 7 * DAY });
  });

  it('and the clock never knocks twice at one instant, whatever the path becomes meanwhile', () => {
    const span = fc.record({
      count: fc.integer({ min: 1, max: 40 }),
      unit: fc.constantFrom('minutes', 'hours', 'days', 'weeks'),
    });
    const anyGate = (gate: OwnGate) =>
      fc
        .record({
          target: span,
          limit: span,
          extra: span,
          lifetime: span,
          then: fc.constantFrom('close', 'askAgain', 'admit'),
        })
        .map((change) => ({ ...gate, ...change }) as unknown as OwnGate);
    const anyPath = fc
      .tuple(...[confirm, review, second, otherConfirm].map(anyGate))
      .chain((gates) => fc.shuffledSubarray(gates, { minLength: 1 }))
      .map((gates) => pathOf(gates)!);
    const acts: JoiningEvent[] = [
      { it: 'codeEntered', serial: 1 },
      { it: 'codeEntered', serial: null },
      { it: 'approved', by: 'Tamsin Rooke' },
      { it: 'resendAsked' },
    ];
    fc.assert(
      fc.property(
        fc.array(fc.tuple(anyPath, fc.option(fc.constantFrom(...acts)), fc.integer({ min: 1, max: 90 * 24 * 60 })), {
          minLength: 1,
          maxLength: 6,
        }),
        (story) => {
          let application = blankApplication(NOW);
          let now = NOW;
          const start = advance(story[0]![0], application, { it: 'submitted' }, now, quillmoor);
          if (!start.ok) throw new Error(start.refusal.code);
          ({ application } = start.value);
          for (const [changed, event, minutes] of story) {
            const until = now + minutes * MINUTE;
            const seen = relocate(changed, application, now, quillmoor);
            if (seen) ({ application } = seen);
            if (event) {
              const step = advance(changed, application, event, now, quillmoor);
              if (step.ok) ({ application } = step.value);
            }
            // The clock runs on; each knock leads on in time, so that it comes to an end.
            for (let knocks = 0; application.dueAt !== null && application.dueAt <= until; knocks++) {
              expect(knocks).toBeLessThan(20);
              now = application.dueAt;
              const step = advance(changed, application, { it: 'timePassed' }, now, quillmoor);
              if (!step.ok) throw new Error(step.refusal.code);
              ({ application } = step.value);
              if (application.dueAt !== null) expect(application.dueAt).toBeGreaterThan(now);
            }
            now = until;
            // Nobody is lost: open at a gate of the path with a day by which it ends, or ended with one.
            if (application.state === 'open') {
              expect(gateOf(changed, application)).toBeDefined();
              expect(application.dueAt).not.toBeNull();
              expect(application.limitAt).toBeLessThanOrEqual(application.latestAt!);
            } else expect(application.endedAt).not.toBeNull();
            expect(Application.safeParse(application).success).toBe(true);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe('stored applications of older versions', () => {
  const gatesOf = (id: string) => (id === 'keeper-path' ? path.gates : []);

  it.each(first.map((old): [string, unknown] => [`${old.state} at ${old.gate}`, old]))('%s', (_, old) => {
    const read = storedApplication.read(old, gatesOf);
    expect(Application.safeParse(read).error).toBeUndefined();
    expect(path.gates.map(({ id }) => id)).toContain(read.gate);
    if (read.state === 'open') expect(gateOf(path, read)).toBeDefined();
    const written = storedApplication.write(read);
    expect(written.v).toBe(3);
    // What was agreed to stands among the answers.
    expect(read.answers).toMatchObject({ fields: { rules: 3, 'heard-of-us': expect.any(String) } });
    expect(storedApplication.read(structuredClone(written), () => [])).toEqual(written);
  });

  it('wait where they waited, with what lies behind them', () => {
    const read = storedApplication.read(
      first.find(({ state, gate }) => state === 'open' && gate === 1),
      gatesOf,
    );
    expect(read).toMatchObject({ gate: 'review', passed: [{ gate: 'confirm-email', kind: 'confirmEmail' }] });
    expect(routeOf(path, read, quillmoor).map(({ state }) => state)).toEqual(['done', 'now']);
    const step = advance(path, read, { it: 'timePassed' }, read.dueAt!, quillmoor);
    expect(step).toMatchObject({ ok: true, value: { application: { dueAt: read.limitAt } } });
  });

  it('of a newer version than this are refused rather than misread', () => {
    expect(() => storedApplication.read({ v: 99 }, gatesOf)).toThrow('newer version');
  });
});
