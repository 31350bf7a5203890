/**
 * Purpose: the moves that all gates have in common: entering one, passing it, ending.
 * Invariant: leaving a gate always re-sets or cancels its timer, so that no timer outlives its gate. The next gate is
 * the first of the path that lies not behind, so that nobody gets in past a gate that was put before them.
 */
import { visitorFacts, type Facts, type FieldValue } from '../facts';
import { meetsAnswers } from '../fields/answerRule';
import { granted } from '../doors/ways';
import { addSpan } from '../kernel/calendar';
import { MINUTE, ok, refuse, type Instant, type Result } from '../kernel';
import type { Setup } from '../setup';
import { inHand, type Application, type Step } from './application';
import type { ApplicationState, Effect, Happening, JoiningRefusal } from './events';
import { kindOf, type GateItem, type Held, type Turn } from './gates';
import type { WalkedPath } from './path';

/** `given`: what an admission gives. */
type Moved = Omit<Step, 'told'> & { readonly given?: Pick<Facts, 'terms' | 'groups'> };

/** How long a yes can be taken back: its letter waits as long. */
export const UNDO_LASTS = MINUTE;

/** The gate an application waits at, as the path has it now; undefined where it is gone or has become another kind. */
export function gateOf(path: WalkedPath | undefined, application: Application): GateItem | undefined {
  return path?.gates.find(({ id, kind }) => id === application.gate && application.detail?.kind === kind);
}

/** What an application holds of its gate. Only for one that is open. */
export const heldOf = (application: Application): Held<never> => ({
  gateSince: application.gateSince,
  dueAt: application.dueAt,
  targetAt: application.targetAt,
  limitAt: application.limitAt ?? application.gateSince,
  latestAt: application.latestAt ?? application.limitAt ?? application.gateSince,
  detail: application.detail as never,
});

/** The first gate of the path that is still to be passed. */
export function nextGate(path: WalkedPath, application: Application): GateItem | undefined {
  return path.gates.find((gate) => {
    const { id, kind } = gate;
    // Who is not asked to pass here walks by.
    if ('when' in gate && gate.when && !meetsAnswers(gate.when, givenOf(application))) return false;
    return !application.passed.some((behind) => behind.gate === id || (behind.kind === kind && kindOf({ kind }).once));
  });
}

/** The answers that rules on a path may ask about. */
export const givenOf = ({ answers }: Application): ReadonlyMap<string, FieldValue> =>
  new Map(Object.entries(answers.fields));

/** Goes on to the next gate at which somebody has to wait, or in where none is left. */
export function goOn(path: WalkedPath, application: Application, now: Instant, setup: Setup): Moved {
  const gate = nextGate(path, application);
  if (!gate) return admit(path, application, now, setup);
  const atOnce = kindOf(gate).atOnce?.(gate, givenOf(application), now, path);
  if (!atOnce) return enterGate(gate, application, now, setup);
  if (atOnce.turn === 'end') {
    const here = { ...application, gate: gate.id, gateSince: now };
    return { application: end(here, atOnce.state, atOnce.happening), effects: atOnce.effects };
  }
  const moved = goOn(path, behind(gate, application, atOnce.happening, now), now, setup);
  return { ...moved, effects: [...(atOnce.effects ?? []), ...moved.effects] };
}

/** With a gate left behind. */
function behind(gate: GateItem, application: Application, happening: Happening, now: Instant): Application {
  const next = inHand(application);
  next.passed = [...application.passed, { gate: gate.id, kind: gate.kind, at: now }];
  next.history = [...application.history, happening];
  return next;
}

export function enterGate(gate: GateItem, application: Application, now: Instant, setup: Setup): Moved {
  const stand = kindOf(gate).enter(gate, now, setup.doc.site.zone, application.history);
  const next = inHand(application);
  next.gate = gate.id;
  next.gateSince = now;
  next.dueAt = stand.dueAt;
  next.targetAt = stand.targetAt;
  next.limitAt = stand.limitAt;
  next.latestAt = stand.latestAt;
  next.detail = stand.detail;
  if (stand.happening) next.history = [...application.history, stand.happening];
  return { application: next, effects: stand.effects };
}

/** Carries out what a gate has decided. */
export function take(
  path: WalkedPath,
  gate: GateItem,
  application: Application,
  turn: Turn<never>,
  now: Instant,
  setup: Setup,
): Result<Step, JoiningRefusal> {
  switch (turn.turn) {
    case 'refuse':
      return refuse(turn.refusal);
    case 'stay': {
      const next = inHand(application);
      const { change = {} } = turn;
      if (change.limitAt !== undefined) next.limitAt = change.limitAt;
      if (change.dueAt !== undefined) next.dueAt = change.dueAt;
      if (change.detail !== undefined) next.detail = change.detail;
      if (turn.happening) next.history = [...application.history, turn.happening];
      const timer = change.dueAt;
      return ok({
        application: next,
        effects: [...(turn.effects ?? []), ...(timer ? [{ do: 'startTimer', at: timer } as const] : [])],
        told: turn.told ?? null,
      });
    }
    case 'end':
      return ok({ application: end(application, turn.state, turn.happening), effects: turn.effects, told: null });
    case 'pass': {
      const moved = goOn(path, behind(gate, application, turn.happening, now), now, setup);
      const effects = [...(turn.effects ?? []), { do: 'cancelTimer' } as const, ...moved.effects];
      if (turn.by === undefined) {
        // Somebody has gone on since the yes: it stands.
        const gone = inHand(moved.application);
        gone.undo = null;
        return ok({ application: gone, effects, told: null });
      }
      return ok(canBeUndone(moved, effects, application, now));
    }
  }
}

/** Admits: standing, then each grant that fits the answers, then the message. */
function admit(path: WalkedPath, application: Application, now: Instant, setup: Setup): Moved {
  const after = grantsAt(path, application, now, setup);
  return {
    application: end(application, 'admitted', { at: now, what: 'admitted' }),
    given: after,
    effects: [
      { do: 'setStanding', standing: 'admitted' },
      ...after.terms.map((term): Effect => ({ do: 'giveLevel', ...term })),
      ...after.groups.map((group): Effect => ({ do: 'giveGroup', group })),
      { do: 'send', message: path.admitted },
    ],
  };
}

/** What joining by this path gives this person at that instant: terms and groups. */
export function grantsAt(path: WalkedPath, application: Application, now: Instant, setup: Setup): Facts {
  const { name, mail, fields, topics } = application.answers;
  const facts: Facts = { ...visitorFacts, member: application.member, name, mail, fields, topics };
  return granted(facts, path.grants, now, setup);
}

/** A reviewer's yes. What it changes is remembered, and an admission's letter held back, until it can stand. */
function canBeUndone(moved: Moved, effects: readonly Effect[], before: Application, now: Instant): Step {
  const next = inHand(moved.application);
  next.undo = null;
  // What another gate has set going beside a letter and its clock is not taken back.
  const quiet = moved.effects.every((effect) => effect.do === 'send' || effect.do === 'startTimer');
  if (!moved.given && !(next.state === 'open' && quiet)) return { application: next, effects, told: null };
  const until = now + UNDO_LASTS;
  const { gate, gateSince, dueAt, targetAt, limitAt, latestAt, detail } = before;
  const { terms, groups } = moved.given ?? { terms: [], groups: [] };
  next.undo = { until, gate, gateSince, dueAt, targetAt, limitAt, latestAt, detail, terms, groups };
  const held = effects.map((effect) => (effect.do === 'send' ? { ...effect, at: until } : effect));
  return { application: next, effects: held, told: null };
}

/** Takes a yes back while its letter waits: everything is as it was before, with the story of both. */
export function undoApproval(application: Application, by: string, now: Instant): Result<Step, JoiningRefusal> {
  const { undo } = application;
  if ((application.state !== 'admitted' && application.state !== 'open') || !undo || now >= undo.until)
    return refuse({ code: 'too-late-to-undo' });
  const { until: _until, terms, groups, ...stand } = undo;
  const passed = application.passed.filter(({ gate }) => gate !== stand.gate);
  const open: Application = { ...application, ...stand, passed, state: 'open', endedAt: null, undo: null };
  return ok({
    application: noted(open, { at: now, what: 'approvalUndone', by }),
    effects: [
      { do: 'setStanding', standing: 'applicant' },
      ...terms.map(({ level, from }): Effect => ({ do: 'takeLevel', level, from })),
      ...groups.map((group): Effect => ({ do: 'takeGroup', group })),
      { do: 'unsend' },
      stand.dueAt === null ? { do: 'cancelTimer' } : { do: 'startTimer', at: stand.dueAt },
    ],
    told: null,
  });
}

/**
 * Takes an application up again that was declined or ran out of time: it waits anew at the gate it ended at, or where
 * that is gone at the next, and at the last where none is left, so that reopening alone lets nobody in.
 */
export function reopen(
  path: WalkedPath,
  application: Application,
  happening: Happening,
  now: Instant,
  setup: Setup,
): Result<Step, JoiningRefusal> {
  if (application.state !== 'declined' && application.state !== 'outOfTime') return refuse({ code: 'not-ended' });
  const open: Application = { ...application, state: 'open', endedAt: null };
  const gate =
    path.gates.find(({ id }) => id === application.gate) ??
    nextGate(path, application) ??
    path.gates[path.gates.length - 1];
  // A path without gates has nowhere to wait, and reopening lets nobody in.
  if (!gate) return refuse({ code: 'not-at-this-gate' });
  const entered = enterGate(gate, noted(open, happening), now, setup);
  return ok({ ...entered, effects: [{ do: 'setStanding', standing: 'applicant' }, ...entered.effects], told: null });
}

/** From when on somebody who was not admitted may apply again; null where they may not. */
export function againFrom(
  path: Pick<WalkedPath, 'again'> | undefined,
  { state, endedAt }: Pick<Application, 'state' | 'endedAt'>,
  setup: Setup,
): Instant | null {
  if (!path?.again || endedAt === null || (state !== 'declined' && state !== 'outOfTime')) return null;
  return addSpan(endedAt, path.again, setup.doc.site.zone);
}

/** Its applicant takes it up again, once the time the path sets has passed. */
export function applyAgain(
  path: WalkedPath,
  application: Application,
  now: Instant,
  setup: Setup,
): Result<Step, JoiningRefusal> {
  if (application.state !== 'declined' && application.state !== 'outOfTime') return refuse({ code: 'not-ended' });
  const at = againFrom(path, application, setup);
  if (at === null || now < at) return refuse({ code: 'again-too-soon', at });
  return reopen(path, application, { at: now, what: 'appliedAgain' }, now, setup);
}

export function end(
  application: Application,
  state: Exclude<ApplicationState, 'open'>,
  happening: Happening,
): Application {
  const next = inHand(application);
  next.history = [...application.history, happening];
  next.state = state;
  next.detail = null;
  next.dueAt = null;
  next.targetAt = null;
  next.limitAt = null;
  next.latestAt = null;
  next.endedAt = happening.at;
  return next;
}

export function noted(application: Application, happening: Happening): Application {
  const next = inHand(application);
  next.history = [...application.history, happening];
  return next;
}
