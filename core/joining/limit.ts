/**
 * Purpose: how far into its time a gate is. Everything that tells of a limit (Today, the sheet, the applicant's own
 * page, letters) takes it from here, so that all tell the same.
 */
import { countOf, DAY, saySpan, type Instant, type Span } from '../kernel';
import { addSpan, spanInDays } from '../kernel/calendar';
import type { GateItem } from '../setup';
import type { Application } from './application';

/** `passed`, `allowed`, `left` and `target` in days; `late` once the target has passed. */
export type Limit = {
  readonly passed: number;
  readonly allowed: number;
  readonly left: number;
  readonly target: number;
};

/** The limit as it stands now, put off or not. */
export function limitOf(application: Application, gate: GateItem, now: Instant, zone: string): Limit {
  const limitAt = application.limitAt ?? now;
  const allowed = Math.max(1, Math.round((limitAt - application.gateSince) / DAY));
  const passed = Math.min(allowed, Math.max(0, Math.floor((now - application.gateSince) / DAY)));
  const target = gate.kind === 'review' ? spanInDays(gate.target, application.gateSince, zone) : Math.ceil(allowed / 2);
  return { passed, allowed, left: allowed - passed, target };
}

/** `9 days`, for the sentence that somebody has waited so long. */
export const waitedFor = (application: Application, now: Instant): string =>
  countOf(Math.max(0, Math.floor((now - application.gateSince) / DAY)), 'day');

/** The longest a gate can take, told before anyone has applied: its limit, and what may be added to it. */
export function longestOf(gate: GateItem): string {
  if (gate.kind !== 'review' || gate.then !== 'askAgain') return saySpan(gate.limit);
  const { limit, extra } = gate;
  const sum: Span = { count: limit.count + extra.count, unit: limit.unit };
  return limit.unit === extra.unit ? saySpan(sum) : `${saySpan(limit)} and then ${saySpan(extra)}`;
}

/** The instant by which an open application is decided at the very latest; null where nothing ends it. */
export function latestOf(application: Application, gate: GateItem, zone: string): Instant | null {
  const { limitAt, detail } = application;
  if (limitAt === null) return null;
  const more = gate.kind === 'review' && gate.then === 'askAgain' && detail?.kind === 'review' && detail.extended === 0;
  return more ? addSpan(limitAt, gate.extra, zone) : limitAt;
}
