/**
 * Purpose: a table as its area names it: its rows, and what erasing a person does to it and why. The tests hold the
 * columns named here against the database's own, so that a new one cannot be forgotten.
 */
import { getMetadataArgsStorage, type EntityManager } from 'typeorm';
import type { MemberId } from '../../core/kernel';

/**
 * `erased`: how a person's rows are found (their id stands for `?`); '' where another part of erasure does it.
 * `kept`: why rows stay.
 */
export type Erasure = { readonly erased: string } | { readonly kept: string };
type RowClass = new () => object;

export type Table = Erasure & {
  readonly name: string;
  /** Null for a table that a package reads and writes by itself. */
  readonly row: RowClass | null;
  readonly columns: readonly string[];
};

/** @param of the class of its rows, or its name where it has none */
export function table(of: RowClass | string, erasure: Erasure, columns: string): Table {
  const named = typeof of === 'string' ? of : getMetadataArgsStorage().tables.find(({ target }) => target === of)?.name;
  if (!named) throw new Error(`${String(of)} is no class of rows.`);
  return { ...erasure, name: named, row: typeof of === 'string' ? null : of, columns: columns.split(' ') };
}

/** Erases what belongs to a person in the tables given, within the caller's transaction. */
export async function eraseRows(manager: EntityManager, tables: readonly Table[], id: MemberId): Promise<void> {
  for (const one of tables)
    if ('erased' in one && one.erased) await manager.query(`DELETE FROM ${one.name} WHERE ${one.erased}`, [id]);
}
