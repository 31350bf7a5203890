/**
 * Purpose: what a kind of gate is: everything the product has to know of it, in one place.
 * Invariant: a gate decides on values alone. It never sees the path or the application, only what it holds of one, and
 * answers with a turn that `advance` carries out.
 */
import type { z } from 'zod';
import type { PlacedRule } from '../../doors/grant';
import type { FieldValue } from '../../facts';
import type { FormsSetup } from '../../forms/setup';
import type {
  AnyFormId,
  ChipName,
  GateId,
  Instant,
  LevelId,
  MessageId,
  Place,
  PriceId,
  Reader,
  Reference,
  StaffId,
} from '../../kernel';
import type { Line } from '../../lines';
import type { MessagesSetup } from '../../messages/setup';
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
export type GateState<D> = Promised & {
  readonly gateSince: Instant;
  readonly dueAt: Instant | null;
  readonly detail: D;
};

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
      readonly change?: Partial<Pick<GateState<D>, 'limitAt' | 'dueAt' | 'detail'>>;
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

/**
 * A letter that a gate sends. `knows`: the personal words that are known when it goes, beside those of anybody; `needed`:
 * whether nobody goes on without it, since what it says stands nowhere else.
 */
export type LetterOfGate = {
  readonly at: string;
  readonly message: MessageId;
  readonly knows?: readonly ChipName[];
  readonly needed?: boolean;
};

/** What of a set-up the settings of a gate name. */
export type LinesSetup = FormsSetup & MessagesSetup;

/** A level that a gate sells: at all its prices, or at one of them. */
export type Offered = { readonly level: LevelId; readonly price?: PriceId | undefined };

/** What a reviewer has asked of an applicant; `answer` is null until there is one. */
export type GateQuestion = {
  readonly text: string;
  readonly by: string;
  readonly at: Instant;
  readonly answer: string | null;
};

/** A gate at which an event is decided: its settings, what the application holds there, and by what it is reckoned. */
export type AtGate<G, D> = {
  readonly gate: G;
  readonly held: GateState<D>;
  readonly now: Instant;
  readonly zone: string;
  readonly messages: PathMessages;
};

/** What a gate makes of each event that means it. Any other is refused as not asked for here. */
export type OnEvents<G, D> = {
  readonly [E in GateEvent['it']]?: (at: AtGate<G, D>, event: Extract<GateEvent, { it: E }>) => Turn<D>;
} & { readonly timePassed: (at: AtGate<G, D>) => Turn<D> };

/** The messages of the path that a gate may send. */
export type PathMessages = { readonly declined: MessageId; readonly outOfTime: MessageId; readonly asked: MessageId };

/** What a gate begins with that is just being put on a path. */
export type Beginning = {
  readonly id: GateId;
  readonly title: string;
  /** Who reads, as applicants are told: the site's short name. */
  readonly reader: string;
  /** A letter for it, by the place that names it. Only asked for where it has such a place. */
  letter(at: 'message' | 'reminder'): MessageId;
  /** A further form, and a level that is paid for; null where there is none yet. */
  readonly form: AnyFormId | null;
  readonly level: LevelId | null;
};

export type OwnSettings<G> = {
  /** What such a gate is called before it has a name of its own. */
  called(reader: Reader): string;
  /** One that works as it is, as far as what it needs is there. */
  fresh(begin: Beginning): G;
  /** What stands beneath it in the lane of its path, a line each. */
  brief(gate: G, setup: LinesSetup): readonly string[];
  /** Its settings as its owner reads them, one a matter. */
  lines(gate: G, setup: LinesSetup): readonly Line[];
};

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
  /** Whether passing it shows that the address is the applicant's own. */
  readonly proves: boolean;
  /** Whether something is paid at gates of this kind. */
  readonly sells: boolean;
  /** What it sells, of which one has to be paid; none where nothing is paid at it. */
  offers(gate: G): readonly Offered[];
  /** The further form that is sent at it; null where none is. */
  form(gate: G): AnyFormId | null;
  /** Who of the staff decides at it: those with the part, or `only` these. Null where nobody of the staff does. */
  readers(gate: G): { readonly only: readonly StaffId[] | null } | null;
  /** What has been asked of the applicant at it. */
  question(detail: D): GateQuestion | null;
  /** Whether an application at it waits for a place, and has none. */
  readonly seats: boolean;
  /** What of other items it names, beside messages and rules; each with its place within the gate. */
  references(gate: G): readonly Reference[];
  /** The rules by which it decides, each with its place within the gate; whether it is asked at all stands on every gate. */
  rules(gate: G): readonly PlacedRule[];
  /** The messages it sends by itself, with the place that names each. */
  messages(gate: G): readonly LetterOfGate[];
  /** How an owner puts it on a path; null for one that comes by itself. */
  readonly own: OwnSettings<G> | null;
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
  readonly on: OnEvents<G, D>;
  see(gate: G, held: GateState<D>, mail: string, now: Instant, place: Place): S;
};
