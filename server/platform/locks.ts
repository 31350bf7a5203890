/**
 * Purpose: what a transaction locks, in one order, and what it has read under a lock, read once.
 * The order: the sending of an act; the set-up, by whoever publishes; people, by their ids; what many share (the places of
 * a form, a discount code). What is a person's (applications, terms, payments) is locked in any order by whoever holds that
 * person. So two acts about one person wait for each other at the person, and two that give away the last of something
 * wait where it is counted.
 * Out of the order: a job of the clock is claimed before its person, and a person's act sets that job again. The database
 * turns one of the two back, and `transact` does it again.
 * Invariant: in tests (`strict.ts`) a lock out of its order throws.
 */
import { Entity, type EntityManager } from 'typeorm';
import { PrimaryWord } from './columns';
import { strict } from './strict';

/** How far a transaction has come. */
type LockProgress = { readonly people: Set<string>; last: string; shared: string | null };
const progress = new WeakMap<EntityManager, LockProgress>();
/** Among the people of a transaction: somebody who is not there any more. */
const GONE = '';

function progressOf(manager: EntityManager): LockProgress {
  let so = progress.get(manager);
  if (!so) progress.set(manager, (so = { people: new Set(), last: '', shared: null }));
  return so;
}

/** Whether a transaction holds a person, or has found one gone. */
export const holdsSomebody = (manager: EntityManager): boolean => progressOf(manager).people.size > 0;

/** A person is locked. @throws in tests, where something after them in the order is locked already */
export function personInOrder(manager: EntityManager, id: string): void {
  if (!strict) return;
  const so = progressOf(manager);
  if (so.shared !== null) throw new Error(`The person ${id} is locked after ${so.shared}.`);
  if (id < so.last) throw new Error(`People are locked in the order of their ids: ${id} after ${so.last}.`);
  so.last = id;
}

/** What a transaction holds of one kind, by its ids: read under the lock once, and known as it was last written. */
export class LockedRows<T> {
  private readonly of = new WeakMap<EntityManager, Map<string, T | null>>();

  /** @param whose the person something belongs to; null where it is a person itself */
  constructor(private readonly whose: ((thing: T) => string) | null) {}

  private in(manager: EntityManager): Map<string, T | null> {
    let known = this.of.get(manager);
    if (!known) {
      if (!manager.queryRunner?.isTransactionActive) throw new Error('Only a transaction can hold something.');
      this.of.set(manager, (known = new Map()));
    }
    return known;
  }

  /**
   * Locks and reads one of them, or gives what was read before.
   * @param read locks it, and gives null where it is gone
   */
  async take(manager: EntityManager, id: string, read: () => Promise<T | null>): Promise<T | null> {
    const known = this.in(manager).get(id);
    if (known !== undefined) return known;
    if (!this.whose) personInOrder(manager, id);
    const found = await read();
    this.is(manager, id, found);
    const owner = found && this.whose?.(found);
    const { people } = progressOf(manager);
    // Whom something of the books belonged to may have been erased.
    if (strict && owner && !people.has(owner) && !people.has(GONE))
      throw new Error(`${id} is locked without the person it belongs to.`);
    return found;
  }

  /** What it is now: put in or written by this transaction; null where it is not there. */
  is(manager: EntityManager, id: string, now: T | null): void {
    this.in(manager).set(id, now);
    if (!this.whose) progressOf(manager).people.add(now ? id : GONE);
  }

  /** What a transaction knows of it; undefined where it has not been asked for. */
  known(manager: EntityManager, id: string): T | null | undefined {
    return this.in(manager).get(id);
  }
}

/** A name of what many share, locked by whoever counts what is left of it. */
@Entity('shared_name')
export class SharedNameRow {
  @PrimaryWord()
  kind!: string;

  @PrimaryWord()
  name!: string;
}

/** Locks what many share until the transaction ends. */
export async function holdShared(manager: EntityManager, kind: 'places' | 'code', name: string): Promise<void> {
  if (strict) progressOf(manager).shared = `${kind} ${name}`;
  // Held for writing at once: two that first shared the row and then both wanted it would wait for each other.
  await manager.query(
    'INSERT INTO shared_name (kind, name) VALUES (?, ?) ON DUPLICATE KEY UPDATE name = VALUES(name)',
    [kind, name],
  );
}
