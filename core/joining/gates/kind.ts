/**
 * Purpose: what a kind of gate is: everything the product has to know of it, in one place.
 * Invariant: a gate decides on values alone. It never sees the path or the application, only what it holds of one, and
 * answers with a turn that `advance` carries out.
 */
import type { z } from 'zod';
import type { FieldValue } from '../../facts';
import type { Instant, MessageId, Place, Reader } from '../../kernel';
import type { Effect, GateEvent, Happening, JoiningRefusal } from '../events';

/** The instants promised to somebody when they came to a gate. They stay, whatever becomes of the set-up. */
export type Promised = {
  /** The association's own aim; null where it has none. */
  readonly targetAt: Instant | null;
  /** When the gate runs out of time. */
  readonly limitAt: Instant;
  /** By when it is decided at the very latest, put off or not. */
  readonly latestAt: Instant;
};

/** What one application holds of the gate it waits at. */
export type Held<D> = Promised & { readonly gateSince: Instant; readonly dueAt: Instant | null; readonly detail: D };

/** `dueAt`: when the clock has something to do at this gate. */
export type Entered<D> = {
  readonly targetAt: Instant | null;
  /** Null where it has no limit. */
  readonly limitAt: Instant | null;
  readonly latestAt: Instant | null;
  readonly dueAt: Instant | null;
  readonly detail: D;
  readonly happening?: Happening;
  readonly effects: readonly Effect[];
};

/** What becomes of an application: it stays, goes on, ends, or the event is refused. */
export type Turn<D> =
  | {
      readonly turn: 'stay';
      readonly change?: Partial<Pick<Held<D>, 'limitAt' | 'dueAt' | 'detail'>>;
      readonly happening?: Happening;
      readonly effects?: readonly Effect[];
      /** A refusal that is told although the state moved on. */
      readonly told?: JoiningRefusal;
    }
  | {
      readonly turn: 'pass';
      readonly happening: Happening;
      readonly effects?: readonly Effect[];
      /** By whose word it passes: it can then be taken back for a while. */
      readonly by?: string;
    }
  | {
      readonly turn: 'end';
      readonly state: 'declined' | 'outOfTime';
      readonly happening: Happening;
      readonly effects: readonly Effect[];
    }
  | { readonly turn: 'refuse'; readonly refusal: JoiningRefusal };

/** What every gate has, whatever its kind. */
export type AnyGate = { readonly kind: string; readonly id: string; readonly title: string };

/** The messages of the path that a gate may send. */
export type PathMessages = { readonly declined: MessageId; readonly outOfTime: MessageId; readonly asked: MessageId };

export type GateKind<G extends AnyGate, D extends { kind: string }, S extends { kind: string }> = {
  /** What the owner sets up. */
  readonly item: z.ZodType<G>;
  /** What an application at such a gate holds. */
  readonly detail: z.ZodType<D>;
  /** What the applicant's own page shows of it. */
  readonly sight: z.ZodType<S>;
  /** Who has to act: Today lists the one as work and the other once half of the time has passed. */
  readonly waitsFor: 'reviewers' | 'applicant' | 'nobody';
  /** Passed once, another gate of this kind has nothing more to ask. */
  readonly once: boolean;
  /** Whether it stays passed once an application has ended outside: money goes back then, and a place becomes free. */
  readonly stays: boolean;
  /** The messages it sends by itself, with the place that names each. */
  messages(gate: G): { readonly at: string; readonly message: MessageId }[];
  /** Told before anyone has applied. */
  promise(gate: G, reader: Reader): { readonly title: string; readonly says: string };
  doneTitle(gate: G, reader: Reader): string;
  /** How far somebody is at it, for Today; null where their answers tell more. */
  progress(held: D, reader: Reader): string | null;
  /** What Today says of the gate's time, beneath its list; null for nothing. */
  note(gate: G, reader: Reader): string | null;
  /** @param history what has happened so far, newest last */
  enter(gate: G, now: Instant, zone: string, history: readonly Happening[]): Entered<D>;
  /** What it decides by the answers alone before anybody waits at it; null where somebody has to. */
  atOnce?(
    gate: G,
    given: () => ReadonlyMap<string, FieldValue>,
    now: Instant,
    messages: PathMessages,
  ): Extract<Turn<D>, { turn: 'pass' | 'end' }> | null;
  decide(gate: G, held: Held<D>, event: GateEvent, now: Instant, zone: string, messages: PathMessages): Turn<D>;
  see(gate: G, held: Held<D>, mail: string, now: Instant, place: Place): S;
};
