/**
 * Purpose: the gate *Confirm email*.
 * Invariant: at most one code is live; a new one voids the old; wrong tries are counted per code; no code outlives its
 * gate. An unconfirmed sign-up whose time is over is purged, and its address is free again.
 */
import { z } from 'zod';
import { GateId, MessageId, Span, Title, sayNumber, sayUntil, saySpan, type Instant } from '../../kernel';
import { AnswerRule } from '../../fields/answerRule';
import { addSpan } from '../../kernel/calendar';
import { line, sayings, titleIn } from '../../lines';
import type { JoiningRefusal } from '../events';
import { joiningSays } from '../joining.sentences';
import { settingsSay } from '../settings.sentences';
import type { AtGate, Entered, GateKind, OwnSettings, Turn } from './kind';

const item = z.strictObject({
  kind: z.literal('confirmEmail'),
  id: GateId,
  title: Title,
  when: AnswerRule.optional(),
  /** How long one code works. */
  lifetime: Span,
  /** How long the whole gate may take before the sign-up is swept. */
  limit: Span,
  wrongTries: z.int().min(1).max(20).default(5),
  resendEvery: Span.default({ count: 1, unit: 'minutes' }),
  sendsADay: z.int().min(1).max(50).default(5),
  message: MessageId,
});
type Gate = z.infer<typeof item>;

/** Which code is live. Codes are numbered; the secret itself is never known here. */
const detail = z.object({
  kind: z.literal('confirmEmail'),
  serial: z.number(),
  sentAt: z.number(),
  expiresAt: z.number(),
  wrong: z.number(),
  void: z.boolean(),
  /** When codes were sent, to count those of one day. */
  sends: z.array(z.number()),
});
type Detail = z.infer<typeof detail>;

const sight = z.object({
  kind: z.literal('confirmEmail'),
  mail: z.string(),
  until: z.string(),
  usable: z.boolean(),
  fault: z.string().nullable(),
  /** Seconds until a new code may be asked for. */
  wait: z.number(),
});
type Sight = z.infer<typeof sight>;

const A_DAY = { count: 24, unit: 'hours' } as const;

export const confirmEmail: GateKind<Gate, Detail, Sight> & {
  own: OwnSettings<Gate>;
  item: typeof item;
  detail: typeof detail;
  sight: typeof sight;
} = {
  item,
  detail,
  sight,
  waitsFor: 'applicant',
  once: true,
  stays: true,
  proves: true,
  sells: false,
  offers: () => [],
  form: () => null,
  readers: () => null,
  question: () => null,
  seats: false,
  references: () => [],
  rules: () => [],
  messages: ({ message }) => [{ at: 'message', message, knows: ['code', 'codeUntil', 'sentAt'], needed: true }],
  own: {
    called: (reader) => settingsSay(reader).gateConfirm,
    fresh: ({ id, title, letter }) => ({
      kind: 'confirmEmail',
      id,
      title,
      lifetime: { count: 2, unit: 'hours' },
      limit: { count: 7, unit: 'days' },
      wrongTries: 5,
      resendEvery: { count: 1, unit: 'minutes' },
      sendsADay: 5,
      message: letter('message'),
    }),
    brief({ lifetime, limit }, { doc: { site } }) {
      const says = settingsSay(site);
      return [says.codeFor({ span: saySpan(lifetime, site) }), says.sweptThen({ span: saySpan(limit, site) })];
    },
    lines(gate, setup) {
      const says = sayings(setup);
      const { site } = setup.doc;
      return [
        ...line('lifetime', says.codeLasts, saySpan(gate.lifetime, site)),
        ...line('wrongTries', says.wrongTries, sayNumber(gate.wrongTries, site)),
        ...line('resendEvery', says.newCode, saySpan(gate.resendEvery, site)),
        ...line('sendsADay', says.codesADay, sayNumber(gate.sendsADay, site)),
        ...line('limit', says.limit, saySpan(gate.limit, site)),
        ...line('message', says.letterCode, titleIn('messages', gate.message, setup)),
      ];
    },
  },
  promise: (gate, reader) => ({
    title: joiningSays(reader).confirmEmail,
    says: joiningSays(reader).confirmWithin({ span: saySpan(gate.lifetime, reader) }),
  }),
  doneTitle: (_, reader) => joiningSays(reader).emailConfirmed,
  progress: ({ sends }, reader) => joiningSays(reader).codesSent({ count: sends.length }),
  note: () => null,

  enter(gate, now, zone, history) {
    const limitAt = addSpan(now, gate.limit, zone);
    // Numbers go on where another gate has sent codes before: none of those may become right again.
    const sends = history.filter(({ what }) => what === 'codeSent').map(({ at }) => at);
    const sent = sendCode(gate, { serial: sends.length, sends }, limitAt, now, zone);
    return {
      targetAt: null,
      limitAt,
      latestAt: limitAt,
      dueAt: limitAt,
      ...sent,
      effects: [{ do: 'startTimer', at: limitAt }, ...sent.effects],
    };
  },

  on: {
    codeEntered({ gate, held, now }, { serial }) {
      const unusable = codeFault(held.detail, now);
      if (unusable) return { turn: 'refuse', refusal: unusable };
      if (serial === held.detail.serial) return pass(now);
      // A code that was replaced is said to be so and not counted: it was right once.
      if (serial !== null) return { turn: 'refuse', refusal: { code: 'code-replaced' } };
      return wrongCode(gate, held.detail, now);
    },
    linkOpened({ held, now }, { serial }) {
      if (serial !== held.detail.serial) return { turn: 'refuse', refusal: { code: 'code-replaced' } };
      const unusable = codeFault(held.detail, now);
      return unusable ? { turn: 'refuse', refusal: unusable } : pass(now);
    },
    resendAsked: resend,
    timePassed({ held, now }) {
      if (now < held.limitAt) return { turn: 'stay', change: { dueAt: held.limitAt } };
      return {
        turn: 'end',
        state: 'outOfTime',
        happening: { at: now, what: 'outOfTime' },
        effects: [{ do: 'cancelTimer' }, { do: 'purge' }],
      };
    },
  },

  see(gate, { detail: { sentAt, expiresAt, void: isVoid } }, mail, now, place) {
    const until = sayUntil(expiresAt, now, place);
    return {
      kind: 'confirmEmail',
      mail,
      until,
      usable: !isVoid && expiresAt > now,
      fault: isVoid ? joiningSays(place).codeVoid : expiresAt <= now ? joiningSays(place).codeOld({ until }) : null,
      wait: Math.max(0, Math.ceil((addSpan(sentAt, gate.resendEvery, place.zone) - now) / 1000)),
    };
  },
};

/** Makes the next code the only live one. It works no longer than the gate lasts. */
function sendCode(
  gate: Gate,
  earlier: Pick<Detail, 'serial' | 'sends'>,
  limitAt: Instant,
  now: Instant,
  zone: string,
): Pick<Entered<Detail>, 'detail' | 'effects'> & { happening: NonNullable<Entered<Detail>['happening']> } {
  const serial = earlier.serial + 1;
  const expiresAt = Math.min(addSpan(now, gate.lifetime, zone), limitAt);
  const sends = [...earlier.sends, now];
  return {
    detail: { kind: 'confirmEmail', serial, sentAt: now, expiresAt, wrong: 0, void: false, sends },
    happening: { at: now, what: 'codeSent' },
    effects: [{ do: 'sendCode', message: gate.message, serial, expiresAt }],
  };
}

function codeFault(held: Detail, now: Instant): JoiningRefusal | null {
  if (held.void) return { code: 'code-void' };
  return now >= held.expiresAt ? { code: 'code-expired' } : null;
}

const pass = (now: Instant): Turn<Detail> => ({
  turn: 'pass',
  happening: { at: now, what: 'emailConfirmed' },
  effects: [{ do: 'claimAddress' }],
});

function wrongCode(gate: Gate, held: Detail, now: Instant): Turn<Detail> {
  const wrong = held.wrong + 1;
  const left = Math.max(0, gate.wrongTries - wrong);
  return {
    turn: 'stay',
    change: { detail: { ...held, wrong, void: left === 0 } },
    happening: { at: now, what: left === 0 ? 'codeVoided' : 'wrongCode' },
    told: left === 0 ? { code: 'code-void' } : { code: 'code-wrong', left },
  };
}

/** A new code: not within the pause after the last one, and only so many within a day. */
function resend({ gate, held, now, zone }: AtGate<Gate, Detail>): Turn<Detail> {
  const { sentAt, sends } = held.detail;
  const earliest = addSpan(sentAt, gate.resendEvery, zone);
  if (now < earliest) return { turn: 'refuse', refusal: { code: 'resend-too-soon', at: earliest } };
  // The first code was not asked for again, so it does not count against the day's share.
  const asked = sends.filter((at) => addSpan(at, A_DAY, zone) > now && at !== sends[0]);
  if (asked.length >= gate.sendsADay)
    return { turn: 'refuse', refusal: { code: 'resend-limit', at: addSpan(asked[0]!, A_DAY, zone) } };
  const { happening, effects, detail: made } = sendCode(gate, held.detail, held.limitAt, now, zone);
  return { turn: 'stay', change: { detail: made }, happening, effects };
}
