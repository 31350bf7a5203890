/**
 * Purpose: the one function through which an application changes.
 * Invariant: pure; the same path, application, event and instant give the same step. Every event is decided at
 * every gate and in every ended state; an impossible one is refused with the reason. After the clock has knocked,
 * nothing is due at or before the instant at which it did.
 */
import { ok, refuse, type Instant, type Result } from '../kernel';
import type { JoiningSetup } from './setup';
import { inHand, type Application, type Step } from './application';
import type { Effect, GateEvent, JoiningEvent, JoiningRefusal } from './events';
import { meetsAnswers } from '../fields/answerRule';
import { asksForProof, decideAt } from './gates';
import { applyAgain, end, gateOf, givenOf, goOn, gateStateOf, note, reopen, take, undoApproval } from './moves';
import type { TurnOff, WalkedPath } from './path';
import { withPlace } from './places';
import { relocate } from './relocate';

/**
 * Advances an application by one event at the instant `now` (site clock).
 * @param path its path as it is now; undefined where that is gone
 * @param setup names the zone for spans and the fields that grants may ask about
 */
export function advance(
  path: WalkedPath | undefined,
  application: Application,
  event: JoiningEvent,
  now: Instant,
  setup: JoiningSetup,
): Result<Step, JoiningRefusal> {
  switch (event.it) {
    case 'submitted':
      return submit(path, application, now, setup);
    case 'approvalUndone':
      return undoApproval(application, event.by, now);
    case 'reopened':
      return path
        ? reopen(path, application, { at: now, what: 'reopened', by: event.by }, now, setup)
        : refuse({ code: 'not-ended' });
    case 'appliedAgain':
      return path ? applyAgain(path, application, now, setup) : refuse({ code: 'not-ended' });
    case 'withdrawn': {
      if (application.state !== 'open') return ended(application, event);
      const gone = inHand(application);
      end(gone, 'withdrawn', { at: now, what: 'withdrawn' });
      return step(gone, [{ do: 'cancelTimer' }, { do: 'purge' }]);
    }
    case 'codeEntered':
    case 'linkOpened':
    case 'resendAsked':
    case 'approved':
    case 'declined':
    case 'questionAsked':
    case 'answerGiven':
    case 'formCompleted':
    case 'paid':
    case 'paymentRefused':
    case 'placeGiven':
    case 'noPlace':
    case 'timePassed':
      return application.state === 'open' ? atGate(path, application, event, now, setup) : ended(application, event);
  }
}

/** What an open application makes of an event that its gate decides. */
function atGate(
  path: WalkedPath | undefined,
  application: Application,
  event: GateEvent,
  now: Instant,
  setup: JoiningSetup,
): Result<Step, JoiningRefusal> {
  const gate = gateOf(path, application);
  if (!path || !gate) {
    // The path has changed, and nobody has seen to this application yet: it moves, and the event finds it gone on.
    const moved = relocate(path, application, now, setup);
    if (!moved) return refuse({ code: 'not-at-this-gate' });
    return ok({ ...moved, told: event.it === 'timePassed' ? null : { code: 'not-at-this-gate' } });
  }
  const { zone } = setup.doc.site;
  const turn = decideAt({ gate, held: gateStateOf(application), now, zone, messages: path }, event);
  return take(path, gate, application, turn, now, setup);
}

function submit(
  path: WalkedPath | undefined,
  application: Application,
  now: Instant,
  setup: JoiningSetup,
): Result<Step, JoiningRefusal> {
  if (!path || application.history.length > 0) return refuse({ code: 'already-submitted' });
  const sent = inHand(application);
  sent.submittedAt = now;
  sent.history = [{ at: now, what: 'submitted' }];
  const turn = path.turns?.length ? turnFor(path.turns, sent) : undefined;
  const elsewhere = turn && 'to' in turn ? setup.paths.get(turn.to) : undefined;
  const way = elsewhere ? withPlace(elsewhere, sent.asksPlace ? setup.forms.get(sent.form) : undefined, setup) : path;
  const begins: Effect[] = [{ do: 'setStanding', standing: 'applicant' }];
  // Where no gate asks for proof, the first to use an address has it.
  if (!asksForProof(way)) begins.push({ do: 'claimAddress' });
  begins.push({ do: 'signIn' });
  if (turn && 'decline' in turn) {
    const reason = turn.decline;
    end(sent, 'declined', { at: now, what: 'declinedByRule', note: reason });
    return step(sent, [
      ...begins,
      { do: 'setStanding', standing: 'declined' },
      { do: 'send', message: path.declined, reason },
    ]);
  }
  if (elsewhere) {
    sent.path = elsewhere.id;
    note(sent, { at: now, what: 'wentAnotherWay', note: elsewhere.title });
  }
  const { effects } = goOn(way, sent, now, setup);
  return step(sent, [...begins, ...effects]);
}

function turnFor(turns: readonly TurnOff[], application: Application): TurnOff | undefined {
  const given = givenOf(application);
  return turns.find(({ when }) => meetsAnswers(when, given));
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
