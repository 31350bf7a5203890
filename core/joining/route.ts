/**
 * Purpose: where a person stands on a path, for the person and for staff: gates done, now and to come.
 */
import { countBegins, sayDate, type Instant } from '../kernel';
import type { Setup } from '../setup';
import type { Application } from './application';
import { kindOf, type GateItem } from './gates';
import { limitOf } from './limit';
import { gateOf } from './moves';
import type { PathItem } from './path';

export type GateView = {
  readonly number: number;
  readonly title: string;
  readonly says: string;
  readonly state: 'done' | 'now' | 'toCome';
};

/** What each gate asks, told before anyone has applied. */
export const gatePromise = (gate: GateItem): { title: string; says: string } => kindOf(gate).promise(gate);

/** The gates of the path with this application's progress. */
export function routeOf(path: PathItem, application: Application, setup: Setup): GateView[] {
  const place = setup.doc.site;
  const here = gateOf(path, application);
  return path.gates.map((gate, at) => {
    const number = at + 1;
    const kind = kindOf(gate);
    const behind = application.passed.find(
      (passed) => passed.gate === gate.id || (passed.kind === gate.kind && kind.once),
    );
    if (behind)
      return { number, title: kind.doneTitle(gate), says: `Done on ${sayDate(behind.at, place)}.`, state: 'done' };
    if (application.state === 'admitted')
      return { number, title: kind.doneTitle(gate), says: 'Not asked of you.', state: 'done' };
    return { number, ...kind.promise(gate), state: gate === here ? 'now' : 'toCome' };
  });
}

/** `Waits at gate 2 of 2, Review. 10 days left.` */
export function waitsAt(path: PathItem | undefined, application: Application, now: Instant): string {
  if (application.state !== 'open') return '';
  const gate = gateOf(path, application);
  if (!path || !gate) return 'Waits at a gate that is gone; it goes on by itself.';
  const over = application.limitAt !== null && application.limitAt <= now;
  const { left } = limitOf(application, now);
  const time = application.limitAt === null ? '' : over ? ' Its time is over.' : ` ${countBegins(left, 'day')} left.`;
  return `Waits at gate ${path.gates.indexOf(gate) + 1} of ${path.gates.length}, ${gate.title}.${time}`;
}
