/**
 * Purpose: the moves gates have in common: entering a gate, passing it, ending.
 * Invariant: leaving a gate always re-sets or cancels its timer, so that no timer outlives its gate.
 */
import { visitorFacts, type Facts } from '../facts';
import { granted } from '../doors/ways';
import { never, type Instant } from '../kernel';
import { addSpan } from '../kernel/calendar';
import type { GateItem, PathItem, Setup } from '../setup';
import type { Application, ApplicationState, Effect, Happening, Step } from './application';

type Moved = Omit<Step, 'told'>;

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
  const facts: Facts = { ...visitorFacts, ...application.answers, member: application.member, terms: [], groups: [] };
  const after = granted(facts, path.grants, now, setup);
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
