/**
 * Purpose: the moves gates have in common: entering a gate, passing it, ending.
 * Invariant: leaving a gate always re-sets or cancels its timer, so that no timer outlives its gate.
 */
import { visitorFacts, type Facts } from '../facts';
import { granted } from '../doors/ways';
import { MINUTE, never, ok, refuse, type Instant, type Result } from '../kernel';
import { addSpan } from '../kernel/calendar';
import type { GateItem, PathItem, Setup } from '../setup';
import type {
  Application,
  ApplicationState,
  Effect,
  Happening,
  JoiningEvent,
  JoiningRefusal,
  Step,
} from './application';

type Moved = Omit<Step, 'told'>;

/** The events that a gate decides; the others are decided whatever the gate. */
export type GateEvent = Exclude<JoiningEvent, { it: 'submitted' | 'withdrawn' | 'approvalUndone' | 'reopened' }>;

/** How long a yes can be taken back: its letter waits as long. */
export const UNDO_LASTS = MINUTE;

/** Enters the gate numbered `at`, or admits when there is none left. */
export function enterGate(path: PathItem, application: Application, at: number, now: Instant, setup: Setup): Moved {
  const gate = path.gates[at];
  if (!gate) return admit(path, application, now, setup);
  const zone = setup.doc.site.zone;
  const limitAt = addSpan(now, gate.limit, zone);
  const base = { ...application, gate: at, gateSince: now, limitAt };
  switch (gate.kind) {
    case 'confirmEmail':
      return sendCode(gate, { ...base, dueAt: limitAt, detail: null }, now, zone, [{ do: 'startTimer', at: limitAt }]);
    case 'review': {
      const targetAt = addSpan(now, gate.target, zone);
      const dueAt = Math.min(targetAt, limitAt);
      return {
        application: { ...base, dueAt, detail: { kind: 'review', reminded: false, extended: 0, question: null } },
        effects: [{ do: 'startTimer', at: dueAt }],
      };
    }
    default:
      return never(gate);
  }
}

/** Makes the next code the only live one. */
export function sendCode(
  gate: Extract<GateItem, { kind: 'confirmEmail' }>,
  application: Application,
  now: Instant,
  zone: string,
  before: readonly Effect[] = [],
): Moved {
  const previous = application.detail?.kind === 'confirmEmail' ? application.detail : null;
  const serial = (previous?.serial ?? 0) + 1;
  const expiresAt = addSpan(now, gate.lifetime, zone);
  const sends = [...(previous?.sends ?? []), now];
  return {
    application: noted(
      {
        ...application,
        detail: { kind: 'confirmEmail', serial, sentAt: now, expiresAt, wrong: 0, void: false, sends },
      },
      { at: now, what: 'codeSent' },
    ),
    effects: [...before, { do: 'sendCode', message: gate.message, serial, expiresAt }],
  };
}

/** Passes the current gate: on to the next, or in. */
export function passGate(
  path: PathItem,
  application: Application,
  happening: Happening,
  now: Instant,
  setup: Setup,
): Moved {
  const entered = enterGate(path, noted(application, happening), application.gate + 1, now, setup);
  return { application: entered.application, effects: [{ do: 'cancelTimer' }, ...entered.effects] };
}

/** Admits: standing, then each grant that fits the answers, then the message. */
function admit(path: PathItem, application: Application, now: Instant, setup: Setup): Moved {
  const after = grantsAt(path, application, now, setup);
  return {
    application: end(application, 'admitted', { at: now, what: 'admitted' }),
    effects: [
      { do: 'setStanding', standing: 'admitted' },
      ...after.terms.map((term): Effect => ({ do: 'giveLevel', ...term })),
      ...after.groups.map((group): Effect => ({ do: 'giveGroup', group })),
      { do: 'send', message: path.admitted },
    ],
  };
}

function grantsAt(path: PathItem, application: Application, now: Instant, setup: Setup): Facts {
  const facts: Facts = { ...visitorFacts, ...application.answers, member: application.member, terms: [], groups: [] };
  return granted(facts, path.grants, now, setup);
}

/** A reviewer's yes. What it changes is remembered, and an admission's letter held back, until it can stand. */
export function approve(path: PathItem, application: Application, by: string, now: Instant, setup: Setup): Moved {
  const moved = passGate(path, application, { at: now, what: 'approved', by }, now, setup);
  const until = now + UNDO_LASTS;
  const { gate, gateSince, dueAt, limitAt, detail } = application;
  const admits = moved.application.state === 'admitted';
  const after = admits ? grantsAt(path, application, now, setup) : null;
  const undo = {
    until,
    gate,
    gateSince,
    dueAt,
    limitAt,
    detail,
    terms: after?.terms ?? [],
    groups: after?.groups ?? [],
  };
  return {
    application: { ...moved.application, undo: admits ? undo : null },
    effects: moved.effects.map((effect) => (effect.do === 'send' && admits ? { ...effect, at: until } : effect)),
  };
}

/** Takes a yes back while its letter waits: everything is as it was before, with the story of both. */
export function undoApproval(application: Application, by: string, now: Instant): Result<Step, JoiningRefusal> {
  const { undo } = application;
  if (application.state !== 'admitted' || !undo || now >= undo.until) return refuse({ code: 'too-late-to-undo' });
  const { gate, gateSince, dueAt, limitAt, detail } = undo;
  const open: Application = { ...application, state: 'open', gate, gateSince, dueAt, limitAt, detail };
  return ok({
    application: noted({ ...open, endedAt: null, undo: null }, { at: now, what: 'approvalUndone', by }),
    effects: [
      { do: 'setStanding', standing: 'applicant' },
      ...undo.terms.map(({ level, from }): Effect => ({ do: 'takeLevel', level, from })),
      ...undo.groups.map((group): Effect => ({ do: 'takeGroup', group })),
      { do: 'unsend' },
      ...(dueAt === null ? [] : [{ do: 'startTimer', at: dueAt } as const]),
    ],
    told: null,
  });
}

/** Takes an application up again that was declined or ran out of time: it waits anew at the gate it ended at. */
export function reopen(
  path: PathItem,
  application: Application,
  by: string,
  now: Instant,
  setup: Setup,
): Result<Step, JoiningRefusal> {
  if (application.state !== 'declined' && application.state !== 'outOfTime') return refuse({ code: 'not-ended' });
  const open: Application = { ...application, state: 'open', endedAt: null };
  const at = Math.min(application.gate, path.gates.length - 1);
  const entered = enterGate(path, noted(open, { at: now, what: 'reopened', by }), at, now, setup);
  return ok({ ...entered, effects: [{ do: 'setStanding', standing: 'applicant' }, ...entered.effects], told: null });
}

export function end(
  application: Application,
  state: Exclude<ApplicationState, 'open'>,
  happening: Happening,
): Application {
  return { ...noted(application, happening), state, detail: null, dueAt: null, limitAt: null, endedAt: happening.at };
}

export function noted(application: Application, happening: Happening): Application {
  return { ...application, history: [...application.history, happening] };
}
