/**
 * Purpose: the gate *Confirm email*.
 * Invariant: at most one code is live; a new one voids the old; wrong tries are counted per code. An unconfirmed
 * sign-up whose time is over is purged, and its address is free again.
 */
import { never, ok, refuse, type Instant, type Result } from '../kernel';
import { addSpan } from '../kernel/calendar';
import type { GateItem, PathItem, Setup } from '../setup';
import type { Application, ConfirmDetail, JoiningRefusal, Step } from './application';
import { end, noted, passGate, sendCode, type GateEvent } from './moves';

type Gate = Extract<GateItem, { kind: 'confirmEmail' }>;

export function confirmEmail(
  path: PathItem,
  gate: Gate,
  application: Application,
  event: GateEvent,
  now: Instant,
  setup: Setup,
): Result<Step, JoiningRefusal> {
  const detail = application.detail as ConfirmDetail;
  switch (event.it) {
    case 'codeEntered': {
      const unusable = codeFault(detail, now);
      if (unusable) return refuse(unusable);
      if (event.serial === detail.serial) return pass(path, application, now, setup);
      // A code that was replaced is said to be so and not counted: it was right once.
      if (event.serial !== null) return refuse({ code: 'code-replaced' });
      return wrongCode(gate, application, detail, now);
    }
    case 'linkOpened': {
      if (event.serial !== detail.serial) return refuse({ code: 'code-replaced' });
      const unusable = codeFault(detail, now);
      return unusable ? refuse(unusable) : pass(path, application, now, setup);
    }
    case 'resendAsked':
      return resend(gate, application, detail, now, setup);
    case 'timePassed': {
      if (application.limitAt === null || now < application.limitAt) return later(application);
      const gone = end(application, 'outOfTime', { at: now, what: 'outOfTime' });
      return ok({ application: gone, effects: [{ do: 'cancelTimer' }, { do: 'purge' }], told: null });
    }
    case 'approved':
    case 'declined':
    case 'questionAsked':
    case 'answerGiven':
      return refuse({ code: 'not-at-this-gate' });
    default:
      return never(event);
  }
}

function codeFault(detail: ConfirmDetail, now: Instant): JoiningRefusal | null {
  if (detail.void) return { code: 'code-void' };
  return now >= detail.expiresAt ? { code: 'code-expired' } : null;
}

function pass(path: PathItem, application: Application, now: Instant, setup: Setup): Result<Step, JoiningRefusal> {
  const moved = passGate(path, application, { at: now, what: 'emailConfirmed' }, now, setup);
  return ok({ ...moved, effects: [{ do: 'claimAddress' }, ...moved.effects], told: null });
}

function wrongCode(
  gate: Gate,
  application: Application,
  detail: ConfirmDetail,
  now: Instant,
): Result<Step, JoiningRefusal> {
  const wrong = detail.wrong + 1;
  const left = Math.max(0, gate.wrongTries - wrong);
  const next = noted(
    { ...application, detail: { ...detail, wrong, void: left === 0 } },
    {
      at: now,
      what: left === 0 ? 'codeVoided' : 'wrongCode',
    },
  );
  return ok({
    application: next,
    effects: [],
    told: left === 0 ? { code: 'code-void' } : { code: 'code-wrong', left },
  });
}

/** A new code: not within the pause after the last one, and only so many within a day. */
function resend(
  gate: Gate,
  application: Application,
  detail: ConfirmDetail,
  now: Instant,
  setup: Setup,
): Result<Step, JoiningRefusal> {
  const zone = setup.doc.site.zone;
  const earliest = addSpan(detail.sentAt, gate.resendEvery, zone);
  if (now < earliest) return refuse({ code: 'resend-too-soon', at: earliest });
  const day = { count: 24, unit: 'hours' } as const;
  const recent = detail.sends.filter((at) => addSpan(at, day, zone) > now);
  // The first code was not asked for again, so it does not count against the day's share.
  const asked = recent.filter((at) => at !== detail.sends[0]);
  if (asked.length >= gate.sendsADay) return refuse({ code: 'resend-limit', at: addSpan(asked[0]!, day, zone) });
  return ok({ ...sendCode(gate, application, now, zone), told: null });
}

function later(application: Application): Result<Step, JoiningRefusal> {
  const effects = application.dueAt === null ? [] : [{ do: 'startTimer' as const, at: application.dueAt }];
  return ok({ application, effects, told: null });
}
