/**
 * Purpose: the moves that all gates have in common: entering one, passing it, ending.
 * Invariant: leaving a gate always re-sets or cancels its timer, so that no timer outlives its gate. The next gate is
 * the first of the path that lies not behind, so that nobody gets in past a gate that was put before them.
 */
import { visitorFacts, type Facts, type FieldValue } from '../facts';
import { meetsAnswers } from '../fields/answerRule';
import { granted } from './ways';
import { addSpan } from '../kernel/calendar';
import { MINUTE, ok, refuse, type Instant, type Result } from '../kernel';
import type { JoiningSetup } from './setup';
import { inHand, type Application, type InHand, type Step } from './application';
import type { ApplicationState, Effect, Happening, JoiningRefusal } from './events';
import { kindOf, staysPassed, type GateDetail, type GateItem, type GateState, type Turn } from './gates';
import type { WalkedPath } from './path';

/** What a move has to have done, beside what it changes of the application in hand. `given`: what an admission gives. */
type Moved = { readonly effects: readonly Effect[]; readonly given?: Pick<Facts, 'terms' | 'groups'> };

/** How long a yes can be taken back: its letter waits as long. */
export const UNDO_LASTS = MINUTE;

/** The gate an application waits at, as the path has it now; undefined where it is gone or has become another kind. */
export function gateOf(path: WalkedPath | undefined, application: Application): GateItem | undefined {
  if (!path) return undefined;
  const { gate: at, detail } = application;
  for (const gate of path.gates) if (gate.id === at && gate.kind === detail?.kind) return gate;
  return undefined;
}

/** What an application holds of its gate. Only for one that is open. */
export function gateStateOf(application: Application): GateState<GateDetail> {
  const { gateSince, dueAt, targetAt, limitAt, latestAt, detail } = application;
  // Mostly it says all of that itself.
  if (limitAt !== null && latestAt !== null) return application as GateState<GateDetail>;
  const limit = limitAt ?? gateSince;
  return { gateSince, dueAt, targetAt, limitAt: limit, latestAt: latestAt ?? limit, detail: detail! };
}

/** The first gate of the path that is still to be passed. */
export function nextGate(path: WalkedPath, application: Application): GateItem | undefined {
  const { passed } = application;
  for (const gate of path.gates) {
    if (isBehind(gate, passed)) continue;
    // Who is not asked to pass here walks by.
    if (!('when' in gate) || !gate.when || meetsAnswers(gate.when, givenOf(application))) return gate;
  }
  return undefined;
}

function isBehind(gate: GateItem, passed: Application['passed']): boolean {
  const { once } = kindOf(gate as { readonly kind: GateItem['kind'] });
  for (const behind of passed) if (behind.gate === gate.id || (once && behind.kind === gate.kind)) return true;
  return false;
}

/** The answers that rules on a path may ask about. */
export const givenOf = ({ answers }: Application): ReadonlyMap<string, FieldValue> =>
  new Map(Object.entries(answers.fields));

/** Goes on to the next gate at which somebody has to wait, or in where none is left. */
export function goOn(path: WalkedPath, next: InHand, now: Instant, setup: JoiningSetup): Moved {
  const gate = nextGate(path, next);
  if (!gate) return admit(path, next, now, setup);
  const atOnce = kindOf(gate).atOnce?.(gate, () => givenOf(next), now, path);
  if (!atOnce) return enterGate(gate, next, now, setup);
  if (atOnce.turn === 'end') {
    next.gate = gate.id;
    next.gateSince = now;
    end(next, atOnce.state, atOnce.happening);
    return { effects: atOnce.effects };
  }
  leaveBehind(gate, next, atOnce.happening, now);
  const moved = goOn(path, next, now, setup);
  return { ...moved, effects: [...(atOnce.effects ?? []), ...moved.effects] };
}

function leaveBehind(gate: GateItem, next: InHand, happening: Happening, now: Instant): void {
  next.passed = [...next.passed, { gate: gate.id, kind: gate.kind, at: now }];
  note(next, happening);
}

function enterGate(gate: GateItem, next: InHand, now: Instant, setup: JoiningSetup): Moved {
  const stand = kindOf(gate).enter(gate, now, setup.doc.site.zone, next.history);
  next.gate = gate.id;
  next.gateSince = now;
  next.dueAt = stand.dueAt;
  next.targetAt = stand.targetAt;
  next.limitAt = stand.limitAt;
  next.latestAt = stand.latestAt;
  next.detail = stand.detail;
  if (stand.happening) note(next, stand.happening);
  return { effects: stand.effects };
}

const none: readonly Effect[] = [];

/** Carries out what a gate has decided. */
export function take(
  path: WalkedPath,
  gate: GateItem,
  application: Application,
  turn: Turn<GateDetail>,
  now: Instant,
  setup: JoiningSetup,
): Result<Step, JoiningRefusal> {
  switch (turn.turn) {
    case 'refuse':
      return refuse(turn.refusal);
    case 'stay': {
      const next = inHand(application);
      const { change, effects = none, told = null } = turn;
      if (change?.limitAt !== undefined) next.limitAt = change.limitAt;
      if (change?.dueAt !== undefined) next.dueAt = change.dueAt;
      if (change?.detail !== undefined) next.detail = change.detail;
      if (turn.happening) note(next, turn.happening);
      const timer = change?.dueAt;
      return ok({
        application: next,
        effects: timer ? [...effects, { do: 'startTimer', at: timer }] : effects,
        told,
      });
    }
    case 'end': {
      const next = inHand(application);
      end(next, turn.state, turn.happening);
      return ok({ application: next, effects: turn.effects, told: null });
    }
    case 'pass': {
      const next = inHand(application);
      leaveBehind(gate, next, turn.happening, now);
      const moved = goOn(path, next, now, setup);
      // Where somebody has gone on since a yes, it stands.
      next.undo = null;
      const effects: Effect[] = [...(turn.effects ?? []), { do: 'cancelTimer' }, ...moved.effects];
      if (turn.by === undefined || !canBeUndone(next, moved)) return ok({ application: next, effects, told: null });
      const until = now + UNDO_LASTS;
      next.undo = undoOf(application, moved, until);
      const held = effects.map((effect) => (effect.do === 'send' ? heldBack(effect, until) : effect));
      return ok({ application: next, effects: held, told: null });
    }
  }
}

const heldBack = ({ message, reason, question }: Extract<Effect, { do: 'send' }>, at: Instant): Effect =>
  reason === undefined && question === undefined
    ? { do: 'send', message, at }
    : { do: 'send', message, reason, question, at };

/** Admits: standing, then each grant that fits the answers, then the message. */
function admit(path: WalkedPath, next: InHand, now: Instant, setup: JoiningSetup): Moved {
  const after = grantsAt(path, next, now, setup);
  end(next, 'admitted', { at: now, what: 'admitted' });
  return {
    given: after,
    effects: [
      { do: 'setStanding', standing: 'admitted' },
      ...after.terms.map((term): Effect => ({ do: 'giveLevel', ...term })),
      ...after.groups.map((group): Effect => ({ do: 'giveGroup', group })),
      { do: 'send', message: path.admitted },
    ],
  };
}

/** A visitor, not frozen: what is frozen is copied many times slower. */
const nobody: Facts = { ...visitorFacts };

/** What joining by this path gives this person at that instant: terms and groups. */
export function grantsAt(path: WalkedPath, application: Application, now: Instant, setup: JoiningSetup): Facts {
  const { name, mail, fields, topics } = application.answers;
  const facts: Facts = { ...nobody, member: application.member, name, mail, fields, topics: [...topics] };
  return granted(facts, path.grants, now, setup);
}

/**
 * Whether a reviewer's yes can be taken back. What another gate has set going beside a letter and its clock is not taken
 * back.
 */
const canBeUndone = ({ state }: Application, { given, effects }: Moved): boolean =>
  given !== undefined ||
  (state === 'open' && effects.every(({ do: what }) => what === 'send' || what === 'startTimer'));

/** What a yes changes of an application, remembered until it can stand; an admission's letter is held back as long. */
function undoOf(before: Application, { given }: Moved, until: Instant): NonNullable<Application['undo']> {
  const { gate, gateSince, dueAt, targetAt, limitAt, latestAt, detail } = before;
  const { terms, groups } = given ?? { terms: [], groups: [] };
  return { until, gate, gateSince, dueAt, targetAt, limitAt, latestAt, detail, terms, groups };
}

/** Takes a yes back while its letter waits: everything is as it was before, with the story of both. */
export function undoApproval(application: Application, by: string, now: Instant): Result<Step, JoiningRefusal> {
  const { undo } = application;
  if ((application.state !== 'admitted' && application.state !== 'open') || !undo || now >= undo.until)
    return refuse({ code: 'too-late-to-undo' });
  const { until: _until, terms, groups, ...stand } = undo;
  const passed = application.passed.filter(({ gate }) => gate !== stand.gate);
  const open: InHand = { ...application, ...stand, passed, state: 'open', endedAt: null, undo: null };
  note(open, { at: now, what: 'approvalUndone', by });
  return ok({
    application: open,
    effects: [
      // Who has only gone on to the next gate was an applicant all along.
      ...(application.state === 'admitted' ? [{ do: 'setStanding', standing: 'applicant' } as const] : []),
      ...terms.map(({ level, from }): Effect => ({ do: 'takeLevel', level, from })),
      ...groups.map((group): Effect => ({ do: 'takeGroup', group })),
      { do: 'unsend' },
      stand.dueAt === null ? { do: 'cancelTimer' } : { do: 'startTimer', at: stand.dueAt },
    ],
    told: null,
  });
}

/**
 * Takes an application up again that was declined or ran out of time. What its end took back is asked for anew: the place
 * that has become free since, the payment whose money has gone back. Else it waits at the gate it ended at, or where
 * that is gone at the next, and at the last where none is left, so that reopening alone lets nobody in.
 */
export function reopen(
  path: WalkedPath,
  application: Application,
  happening: Happening,
  now: Instant,
  setup: JoiningSetup,
): Result<Step, JoiningRefusal> {
  if (application.state !== 'declined' && application.state !== 'outOfTime') return refuse({ code: 'not-ended' });
  const open = inHand(application);
  open.passed = application.passed.filter(({ kind }) => staysPassed(kind));
  const next = nextGate(path, open);
  const gate =
    (next && !kindOf(next).stays ? next : path.gates.find(({ id }) => id === application.gate)) ??
    next ??
    path.gates[path.gates.length - 1];
  // A path without gates has nowhere to wait, and reopening lets nobody in.
  if (!gate) return refuse({ code: 'not-at-this-gate' });
  open.state = 'open';
  open.endedAt = null;
  note(open, happening);
  const { effects } = enterGate(gate, open, now, setup);
  return ok({ application: open, effects: [{ do: 'setStanding', standing: 'applicant' }, ...effects], told: null });
}

/** From when on somebody who was not admitted may apply again; null where they may not. */
export function againFrom(
  path: Pick<WalkedPath, 'again'> | undefined,
  { state, endedAt }: Pick<Application, 'state' | 'endedAt'>,
  setup: JoiningSetup,
): Instant | null {
  if (!path?.again || endedAt === null || (state !== 'declined' && state !== 'outOfTime')) return null;
  return addSpan(endedAt, path.again, setup.doc.site.zone);
}

/** Its applicant takes it up again, once the time the path sets has passed. */
export function applyAgain(
  path: WalkedPath,
  application: Application,
  now: Instant,
  setup: JoiningSetup,
): Result<Step, JoiningRefusal> {
  if (application.state !== 'declined' && application.state !== 'outOfTime') return refuse({ code: 'not-ended' });
  const at = againFrom(path, application, setup);
  if (at === null || now < at) return refuse({ code: 'again-too-soon', at });
  return reopen(path, application, { at: now, what: 'appliedAgain' }, now, setup);
}

export function end(next: InHand, state: Exclude<ApplicationState, 'open'>, happening: Happening): void {
  note(next, happening);
  next.state = state;
  next.detail = null;
  next.dueAt = null;
  next.targetAt = null;
  next.limitAt = null;
  next.latestAt = null;
  next.endedAt = happening.at;
}

export function note(next: InHand, happening: Happening): void {
  next.history = [...next.history, happening];
}
