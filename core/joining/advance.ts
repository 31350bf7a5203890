/**
 * Purpose: the one function through which an application changes.
 * Invariant: pure; the same path, application, event and instant give the same step. Every event is decided at
 * every gate and in every ended state; an impossible one is refused with the reason.
 */
import { never, ok, refuse, type Instant, type Result } from '../kernel';
import type { PathItem, Setup } from '../setup';
import type { Application, Effect, JoiningEvent, JoiningRefusal, Step } from './application';
import { confirmEmail } from './confirm';
import { end, enterGate, reopen, undoApproval } from './moves';
import { review } from './review';

/**
 * Advances an application by one event at the instant `now` (site clock).
 * @param setup names the zone for spans and the fields that grants may ask about
 */
export function advance(
  path: PathItem,
  application: Application,
  event: JoiningEvent,
  now: Instant,
  setup: Setup,
): Result<Step, JoiningRefusal> {
  if (event.it === 'submitted') return submit(path, application, now, setup);
  if (event.it === 'approvalUndone') return undoApproval(application, event.by, now);
  if (event.it === 'reopened') return reopen(path, application, event.by, now, setup);
  if (application.state !== 'open') return ended(application, event);
  if (event.it === 'withdrawn') {
    const gone = end(application, 'withdrawn', { at: now, what: 'withdrawn' });
    return step(gone, [{ do: 'cancelTimer' }, { do: 'purge' }]);
  }
  const gate = path.gates[application.gate]!;
  switch (gate.kind) {
    case 'confirmEmail':
      return confirmEmail(path, gate, application, event, now, setup);
    case 'review':
      return review(path, gate, application, event, now, setup);
    default:
      return never(gate);
  }
}

function submit(path: PathItem, application: Application, now: Instant, setup: Setup): Result<Step, JoiningRefusal> {
  if (application.history.length > 0) return refuse({ code: 'already-submitted' });
  const sent: Application = { ...application, submittedAt: now, history: [{ at: now, what: 'submitted' }] };
  const entered = enterGate(path, sent, 0, now, setup);
  // Where no gate asks for proof, the first to use an address has it.
  const proven = path.gates.some((gate) => gate.kind === 'confirmEmail');
  return step(entered.application, [
    { do: 'setStanding', standing: 'applicant' },
    ...(proven ? [] : [{ do: 'claimAddress' as const }]),
    { do: 'signIn' },
    ...entered.effects,
  ]);
}

/** After the end only the clock may knock, and it finds nothing to do. */
function ended(application: Application, event: JoiningEvent): Result<Step, JoiningRefusal> {
  if (event.it === 'timePassed') return step(application, [{ do: 'cancelTimer' }]);
  if (application.state === 'admitted' && (event.it === 'codeEntered' || event.it === 'linkOpened'))
    return refuse({ code: 'email-already-confirmed' });
  return refuse({ code: 'application-ended', state: application.state });
}

function step(application: Application, effects: readonly Effect[]): Result<Step, JoiningRefusal> {
  return ok({ application, effects, told: null });
}
