/**
 * Purpose: where a person stands on a path, for the person and for staff: gates done, now and to come.
 */
import { countBegins, never, sayDate, saySpan, type Instant } from '../kernel';
import type { GateItem, PathItem, Setup } from '../setup';
import type { Application } from './application';
import { limitOf, longestOf } from './limit';

export type GateView = {
  readonly number: number;
  readonly title: string;
  readonly says: string;
  readonly state: 'done' | 'now' | 'toCome';
};

/** What each gate asks, told before anyone has applied. */
export function gatePromise(gate: GateItem): { title: string; says: string } {
  switch (gate.kind) {
    case 'confirmEmail':
      return {
        title: 'Confirm your email',
        says: `We send a code of 6 characters. Enter it within ${saySpan(gate.limit)}.`,
      };
    case 'review':
      return {
        title: `${gate.reader} reads your application`,
        says: `Usually within ${saySpan(gate.target)}, never more than ${longestOf(gate)}.`,
      };
    default:
      return never(gate);
  }
}

/** The gates of the path with this application's progress. */
export function routeOf(path: PathItem, application: Application, setup: Setup): GateView[] {
  const place = setup.doc.site;
  const doneAt = (gate: GateItem): Instant | undefined => {
    const what = gate.kind === 'confirmEmail' ? 'emailConfirmed' : 'approved';
    return application.history.findLast((item) => item.what === what)?.at;
  };
  return path.gates.map((gate, at) => {
    const promise = gatePromise(gate);
    const done = application.state === 'admitted' || at < application.gate;
    const state = done ? 'done' : at === application.gate && application.state === 'open' ? 'now' : 'toCome';
    const since = doneAt(gate);
    return {
      number: at + 1,
      title: done ? doneTitle(gate) : promise.title,
      says: done ? (since ? `Done on ${sayDate(since, place)}.` : 'Done.') : promise.says,
      state,
    };
  });
}

function doneTitle(gate: GateItem): string {
  return gate.kind === 'confirmEmail' ? 'Email confirmed' : `${gate.reader} said yes`;
}

/** `Waits at gate 2 of 2, Review. 10 days left.` */
export function waitsAt(path: PathItem, application: Application, now: Instant, zone: string): string {
  const gate = path.gates[application.gate];
  if (application.state !== 'open' || !gate) return '';
  const over = application.limitAt !== null && application.limitAt <= now;
  const { left } = limitOf(application, gate, now, zone);
  const time = application.limitAt === null ? '' : over ? ' Its time is over.' : ` ${countBegins(left, 'day')} left.`;
  return `Waits at gate ${application.gate + 1} of ${path.gates.length}, ${gate.title}.${time}`;
}
