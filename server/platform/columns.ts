/**
 * Purpose: how values lie in columns: instants as DATETIME(3) in UTC, ids as fixed ASCII, documents as JSON text.
 */
import {
  Column,
  ForeignKey,
  PrimaryColumn,
  type ColumnOptions,
  type ValueTransformer,
  type PrimaryColumnOptions,
} from 'typeorm';
import type { Stored } from './stored';

const instant: ValueTransformer = {
  to: (ms: number | null | undefined) => (ms === null || ms === undefined ? ms : new Date(ms)),
  from: (date: Date | null) => (date === null ? null : date.getTime()),
};
/** `stored`: what lies in the column, by which its values of every version are found and tested. */
export type JsonTransformer = ValueTransformer & { readonly stored: Stored<unknown> };

const json = <T>(stored: Stored<T>): JsonTransformer => ({
  stored: stored as Stored<unknown>,
  to: (value: T | null | undefined) => (value === null || value === undefined ? value : stored.write(value)),
  from: (text: string | null) => (text === null ? null : stored.read(text)),
});

const ascii = { charset: 'ascii', collation: 'ascii_bin' } as const;

export const IdColumn = (options: ColumnOptions = {}) => Column({ type: 'char', length: 20, ...ascii, ...options });
export const PrimaryId = () => PrimaryColumn({ type: 'char', length: 20, ...ascii });
export const WordColumn = (options: ColumnOptions = {}) =>
  Column({ type: 'varchar', length: 48, ...ascii, ...options });
export const PrimaryWord = () => PrimaryColumn({ type: 'varchar', length: 48, ...ascii });
export const InstantColumn = (options: ColumnOptions = {}) =>
  Column({ type: 'datetime', precision: 3, transformer: instant, ...options });
export const PrimaryInstant = (options: ColumnOptions = {}) =>
  PrimaryColumn({ type: 'datetime', precision: 3, transformer: instant, ...options } as PrimaryColumnOptions);
/** A value as JSON text; the database knows no more of it. */
export const JsonColumn = <T>(stored: Stored<T>, options: ColumnOptions = {}) =>
  Column({ type: 'longtext', transformer: json(stored), ...options });
/** A text that is a key: compared byte by byte, as the code compares it. */
export const KeyColumn = (length: number, options: ColumnOptions = {}) =>
  Column({ type: 'varchar', length, charset: 'utf8mb4', collation: 'utf8mb4_nopad_bin', ...options });
/** Such a text that is part of its row's key. */
export const PrimaryKeyColumn = (length: number) =>
  PrimaryColumn({
    type: 'varchar',
    length,
    charset: 'utf8mb4',
    collation: 'utf8mb4_nopad_bin',
  } as PrimaryColumnOptions);
export const TextColumn = (length: number, options: ColumnOptions = {}) =>
  Column({ type: 'varchar', length, ...options });

/**
 * A row that cannot stand without another. `GoesWith`: it is deleted with the other, as erasing a person says of its table.
 * `Needs`: the other cannot be deleted while this one is there.
 * @param name of the constraint, as its migration made it
 * @param row the other's class, by name, since areas do not know each other's
 */
export const GoesWith = (name: string, row = 'MemberEntity') =>
  ForeignKey(row, 'id', { name, onDelete: 'CASCADE', onUpdate: 'RESTRICT' });
export const Needs = (name: string, row: string, key = 'id') => ForeignKey(row, key, { name, onUpdate: 'RESTRICT' });
