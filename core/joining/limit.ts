/**
 * Purpose: how far into its time a gate is. Everything that tells of a limit (Today, the sheet, the applicant's own
 * page, letters) takes it from here, so that all tell the same: the instants that were promised, never the path's.
 */
import { DAY, kernelSays, type Instant, type Place } from '../kernel';
import { daysBetween } from '../kernel/calendar';
import type { Application } from './application';
import { kindOf, type GateItem } from './gates';

/** All in days: how many have passed, are allowed and are left, and the association's own aim. */
export type Limit = {
  readonly passed: number;
  readonly allowed: number;
  readonly left: number;
  readonly target: number;
};

/** The limit as it stands now, put off or not. Without an aim of its own, half of the time is one. */
export function limitOf(application: Application, now: Instant): Limit {
  const { gateSince, limitAt, targetAt } = application;
  const allowed = Math.max(1, Math.round(((limitAt ?? now) - gateSince) / DAY));
  const passed = Math.min(allowed, Math.max(0, Math.floor((now - gateSince) / DAY)));
  const target = targetAt === null ? Math.ceil(allowed / 2) : Math.round((targetAt - gateSince) / DAY);
  return { passed, allowed, left: allowed - passed, target: Math.min(target, allowed) };
}

/** `9 days` of the calendar, for the sentence that somebody has waited so long: a night that has 23 hours is one too. */
export const waitedFor = (application: Application, now: Instant, place: Place): string =>
  kernelSays(place).days({ count: Math.max(0, daysBetween(application.gateSince, now, place.zone)) });

/**
 * From when an application needs somebody at the desk: at once where reviewers are waited for, else when half of the
 * time has passed without a step. Null once it has ended.
 */
export function needsDeskAt(application: Application): Instant | null {
  const { state, gateSince, limitAt, detail } = application;
  if (state !== 'open' || !detail || limitAt === null) return null;
  const kind: { readonly kind: GateItem['kind'] } = detail;
  const { waitsFor } = kindOf(kind);
  if (waitsFor === 'nobody') return null;
  return waitsFor === 'reviewers' ? gateSince : Math.round((gateSince + limitAt) / 2);
}
