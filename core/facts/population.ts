/**
 * Purpose: the facts of everybody at once, as columns: one set of rows a standing, group and choice; numbers, days and
 * texts row by row.
 * Invariant: what a column says of a row equals the facts that were put there; one person changed costs their own row
 * and no more. A text is kept once and named by a number. Columns are as long as the rows there is room for, a multiple
 * of 32, so that they are read a word at a time.
 * Memory: 8 bytes a number, 4 a text, an eighth a choice, group or standing; with the terms, which are kept as they are,
 * about 300 bytes for a member of Quillmoor (`npm run bench` tells).
 */
import { dayNumber } from '../kernel/calendar';
import type { Instant } from '../kernel';
import { add, andInto, drop, minus, orInto, type Bits, wordsFor } from './bits';
import type { Facts, FieldValue, HeldTerm, PaidFor } from './facts';

const ROOM = 1024;
/** Shared by all who have none. */
const NOTHING: readonly never[] = [];
/** No day at all: earlier than any. */
export const NO_DAY = -2_147_483_648;

/** Texts by number; 0 is no text. */
class Words {
  readonly list: string[] = [''];
  private readonly numbers = new Map<string, number>([['', 0]]);

  numberOf(word: string): number {
    let number = this.numbers.get(word);
    if (number === undefined) {
      number = this.list.length;
      this.list.push(word);
      this.numbers.set(word, number);
    }
    return number;
  }
  /** The number of a text that somebody has; undefined where nobody has. */
  find = (word: string): number | undefined => this.numbers.get(word);
}

/** One profile field of everybody. */
export class FieldColumn {
  numbers: Float64Array | null = null;
  codes: Uint32Array | null = null;
  readonly words = new Words();
  readonly yes: { readonly true: SetColumn; readonly false: SetColumn };
  /** Of lists, who has chosen what. */
  readonly lists = new Map<string, SetColumn>();
  readonly listed: SetColumn;

  constructor(private room: number) {
    this.yes = { true: new SetColumn(room), false: new SetColumn(room) };
    this.listed = new SetColumn(room);
  }

  grow(room: number): void {
    this.room = room;
    if (this.numbers) this.numbers = longer(this.numbers, new Float64Array(room).fill(NaN));
    if (this.codes) this.codes = longer(this.codes, new Uint32Array(room));
    for (const set of [this.yes.true, this.yes.false, this.listed, ...this.lists.values()]) set.grow(room);
  }

  put(row: number, value: FieldValue | undefined): void {
    if (this.numbers) this.numbers[row] = NaN;
    if (this.codes) this.codes[row] = 0;
    drop(this.yes.true.bits, row);
    drop(this.yes.false.bits, row);
    drop(this.listed.bits, row);
    for (const set of this.lists.values()) drop(set.bits, row);
    if (value === undefined) return;
    if (typeof value === 'number') (this.numbers ??= new Float64Array(this.room).fill(NaN))[row] = value;
    else if (typeof value === 'string') (this.codes ??= new Uint32Array(this.room))[row] = this.words.numberOf(value);
    else if (typeof value === 'boolean') add(this.yes[value ? 'true' : 'false'].bits, row);
    else {
      if (value.length) add(this.listed.bits, row);
      for (const one of value) {
        let set = this.lists.get(one);
        if (!set) this.lists.set(one, (set = new SetColumn(this.room)));
        add(set.bits, row);
      }
    }
  }
}

/** Who is in something. */
class SetColumn {
  bits: Bits;
  constructor(room: number) {
    this.bits = new Uint32Array(wordsFor(room));
  }
  grow(room: number): void {
    this.bits = longer(this.bits, new Uint32Array(wordsFor(room)));
  }
}

function longer<A extends Float64Array | Uint32Array | Int32Array>(from: A, to: A): A {
  to.set(from);
  return to;
}

export class Population {
  private room = ROOM;
  private readonly byId = new Map<string, number>();
  private readonly ids: (string | null)[] = [];
  private readonly free: number[] = [];
  readonly alive = new SetColumn(ROOM);
  private readonly standings = new Map<string, SetColumn>();
  private readonly groups = new Map<string, SetColumn>();
  private readonly fields = new Map<string, FieldColumn>();
  private readonly terms: (readonly HeldTerm[])[] = [];
  private readonly paid: (readonly PaidFor[])[] = [];
  private readonly lessons = new Map<string, SetColumn>();
  /** The number of the day on which somebody was admitted, and when, for whoever looks at an instant before. */
  private admitted = new Int32Array(ROOM).fill(NO_DAY);
  private admittedAt = new Float64Array(ROOM).fill(NaN);
  private domains = new Uint32Array(ROOM);
  private readonly domainWords = new Words();
  private held: { readonly now: Instant; readonly levels: ReadonlyMap<string, { now: Bits; ever: Bits }> } | null =
    null;

  private payers: { readonly now: Instant; readonly levels: ReadonlyMap<string, Int32Array> } | null = null;

  /** @param zone in which days are counted */
  constructor(readonly zone: string) {}

  get size(): number {
    return this.byId.size;
  }
  /** So many rows there is room for. */
  get rows(): number {
    return this.room;
  }
  idOf = (row: number): string => this.ids[row] ?? '';
  has = (id: string): boolean => this.byId.has(id);
  idsAll = (): IterableIterator<string> => this.byId.keys();

  /** Somebody as they are now: new, or changed. */
  put(facts: Facts): void {
    const id = facts.member ?? '';
    let row = this.byId.get(id);
    if (row === undefined) {
      row = this.free.pop() ?? this.ids.length;
      if (row >= this.room) this.grow();
      this.byId.set(id, row);
      this.ids[row] = id;
      add(this.alive.bits, row);
    }
    this.write(row, facts);
  }

  remove(id: string): void {
    const row = this.byId.get(id);
    if (row === undefined) return;
    this.write(row, null);
    drop(this.alive.bits, row);
    this.byId.delete(id);
    this.ids[row] = null;
    this.free.push(row);
  }

  private write(row: number, facts: Facts | null): void {
    this.held = null;
    this.payers = null;
    for (const set of this.standings.values()) drop(set.bits, row);
    if (facts?.standing) add(this.setOf(this.standings, facts.standing).bits, row);
    for (const set of this.groups.values()) drop(set.bits, row);
    for (const group of facts?.groups ?? []) add(this.setOf(this.groups, group).bits, row);
    this.terms[row] = facts?.terms ?? [];
    this.paid[row] = facts?.paid.length ? facts.paid : NOTHING;
    for (const set of this.lessons.values()) drop(set.bits, row);
    for (const lesson of facts?.lessons ?? []) add(this.setOf(this.lessons, lesson).bits, row);
    const at = facts?.admittedAt ?? null;
    this.admitted[row] = at === null ? NO_DAY : dayNumber(at, this.zone);
    this.admittedAt[row] = at ?? NaN;
    const mail = facts?.mail ?? null;
    this.domains[row] =
      mail === null ? 0 : this.domainWords.numberOf(mail.slice(mail.lastIndexOf('@') + 1).toLowerCase());
    const values = (facts?.fields ?? {}) as Readonly<Record<string, FieldValue>>;
    for (const [field, column] of this.fields) column.put(row, values[field]);
    for (const field of Object.keys(values)) {
      if (this.fields.has(field)) continue;
      const column = new FieldColumn(this.room);
      this.fields.set(field, column);
      column.put(row, values[field]);
    }
  }

  private setOf(sets: Map<string, SetColumn>, name: string): SetColumn {
    let set = sets.get(name);
    if (!set) sets.set(name, (set = new SetColumn(this.room)));
    return set;
  }

  private grow(): void {
    const room = this.room * 2;
    this.room = room;
    this.held = null;
    this.payers = null;
    for (const set of [this.alive, ...this.standings.values(), ...this.groups.values(), ...this.lessons.values()])
      set.grow(room);
    for (const column of this.fields.values()) column.grow(room);
    this.admitted = longer(this.admitted, new Int32Array(room).fill(NO_DAY));
    this.admittedAt = longer(this.admittedAt, new Float64Array(room).fill(NaN));
    this.domains = longer(this.domains, new Uint32Array(room));
  }

  /**
   * Everybody as they will be at an instant to come: whose terms have all ended by then has lapsed, as `factsAhead` has
   * it. At an instant that is not to come it is this very picture.
   */
  ahead(now: Instant, at: Instant): Population {
    if (at <= now) return this;
    const before = this.anyLevel(now);
    const after = this.anyLevel(at);
    const lapsing = (this.standing('admitted') ?? this.none()).slice();
    andInto(lapsing, before);
    const gone = minus(lapsing, after);
    const admitted = minus(this.standing('admitted') ?? this.none(), gone);
    const lapsed = (this.standing('lapsed') ?? this.none()).slice();
    orInto(lapsed, gone);
    const known = this.standing;
    const standing = (name: string): Bits | null =>
      name === 'admitted' ? admitted : name === 'lapsed' ? lapsed : known(name);
    return Object.assign(Object.create(this) as Population, { standing });
  }

  /** Who holds any level at an instant. */
  private anyLevel(at: Instant): Bits {
    const any = this.none();
    for (const { now } of this.heldAt(at).values()) orInto(any, now);
    return any;
  }

  none = (): Bits => new Uint32Array(wordsFor(this.room));
  standing = (name: string): Bits | null => this.standings.get(name)?.bits ?? null;
  group = (name: string): Bits | null => this.groups.get(name)?.bits ?? null;
  field = (name: string): FieldColumn | null => this.fields.get(name) ?? null;
  lesson = (name: string): Bits | null => this.lessons.get(name)?.bits ?? null;
  termsOf = (row: number): readonly HeldTerm[] => this.terms[row] ?? [];
  /** The numbers of the days of admission, and the instants. */
  get admission(): { readonly days: Int32Array; readonly at: Float64Array } {
    return { days: this.admitted, at: this.admittedAt };
  }
  get mailDomains(): { readonly codes: Uint32Array; readonly words: Words } {
    return { codes: this.domains, words: this.domainWords };
  }

  /** Who holds a level at an instant, and who has ever held it by then. Made once an instant for all levels. */
  level(name: string, now: Instant): { readonly now: Bits; readonly ever: Bits } | null {
    if (this.held?.now !== now) this.held = { now, levels: this.heldAt(now) };
    return this.held.levels.get(name) ?? null;
  }

  private heldAt(now: Instant): ReadonlyMap<string, { now: Bits; ever: Bits }> {
    const levels = new Map<string, { now: Bits; ever: Bits }>();
    for (let row = 0; row < this.ids.length; row++)
      for (const { level, from, until } of this.terms[row]!) {
        if (from > now) continue;
        let bits = levels.get(level);
        if (!bits) levels.set(level, (bits = { now: this.none(), ever: this.none() }));
        add(bits.ever, row);
        if (until === null || until > now) add(bits.now, row);
      }
    return levels;
  }

  /** The number of the day on which a level was last paid for by an instant, for everybody; null where nobody has. */
  paidDays(level: string, now: Instant): Int32Array | null {
    if (this.payers?.now !== now) this.payers = { now, levels: this.paidBy(now) };
    return this.payers.levels.get(level) ?? null;
  }

  private paidBy(now: Instant): ReadonlyMap<string, Int32Array> {
    const levels = new Map<string, Int32Array>();
    for (let row = 0; row < this.ids.length; row++)
      for (const { level, at } of this.paid[row]!) {
        if (at > now) continue;
        let days = levels.get(level);
        if (!days) levels.set(level, (days = new Int32Array(this.room).fill(NO_DAY)));
        days[row] = Math.max(days[row]!, dayNumber(at, this.zone));
      }
    return levels;
  }
}
