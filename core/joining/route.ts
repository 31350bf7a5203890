/**
 * Purpose: where a person stands on a path, for the person and for staff: gates done, now and to come.
 */
import { sayDate, type Instant, type Reader } from '../kernel';
import type { JoiningSetup } from './setup';
import type { Application } from './application';
import { kindOf, type GateItem } from './gates';
import { joiningSays } from './joining.sentences';
import { limitOf } from './limit';
import { gateOf } from './moves';
import type { WalkedPath } from './path';

export type GateView = {
  readonly number: number;
  readonly title: string;
  readonly says: string;
  readonly state: 'done' | 'now' | 'toCome';
};

/** What each gate asks, told before anyone has applied. */
export const gatePromise = (gate: GateItem, reader: Reader): { title: string; says: string } =>
  kindOf(gate).promise(gate, reader);

/** The gates of the path with this application's progress; of one that ended outside only those up to its end. */
export function routeOf(path: WalkedPath, application: Application, setup: JoiningSetup): GateView[] {
  const place = setup.doc.site;
  const says = joiningSays(place);
  const here = gateOf(path, application);
  const { state, endedAt } = application;
  const over = state !== 'open' && state !== 'admitted' && endedAt !== null ? sayDate(endedAt, place) : null;
  return path.gates.flatMap((gate, at): GateView[] => {
    const number = at + 1;
    const kind = kindOf(gate);
    const behind = application.passed.find(
      (passed) => passed.gate === gate.id || (passed.kind === gate.kind && kind.once),
    );
    const promise = kind.promise(gate, place);
    if (behind && over !== null && !kind.stays)
      return [{ number, title: promise.title, says: says.undoneOn({ date: over }), state: 'toCome' }];
    // Nobody has said yes where an answer or the clock let somebody through.
    const byNobody =
      kind.readers(gate) !== null && !application.history.some(({ what, by }) => what === 'approved' && by);
    const title = byNobody ? says.accepted : kind.doneTitle(gate, place);
    if (behind) return [{ number, title, says: says.doneOn({ date: sayDate(behind.at, place) }), state: 'done' }];
    if (state === 'admitted') return [{ number, title: gate.title, says: says.notAsked, state: 'done' }];
    if (over === null) return [{ number, ...promise, state: gate === here ? 'now' : 'toCome' }];
    return gate.id === application.gate
      ? [{ number, title: promise.title, says: says.endedHere({ date: over }), state: 'toCome' }]
      : [];
  });
}

/** `Waits at gate 2 of 2, Review. 10 days left.` */
export function waitsAt(path: WalkedPath | undefined, application: Application, now: Instant, reader: Reader): string {
  const says = joiningSays(reader);
  if (application.state !== 'open') return '';
  const gate = gateOf(path, application);
  if (!path || !gate) return says.waitsNowhere;
  const at = { number: path.gates.indexOf(gate) + 1, gates: path.gates.length, title: gate.title };
  if (application.limitAt === null) return says.waits(at);
  if (application.limitAt <= now) return says.waitsOver(at);
  return says.waitsStill({ ...at, count: limitOf(application, now).left });
}
