/**
 * Purpose: how values lie in columns: instants as DATETIME(3) in UTC, ids as fixed ASCII, documents as JSON text.
 */
import { Column, PrimaryColumn, type ColumnOptions, type ValueTransformer, type PrimaryColumnOptions } from 'typeorm';

const instant: ValueTransformer = {
  to: (ms: number | null | undefined) => (ms === null || ms === undefined ? ms : new Date(ms)),
  from: (date: Date | null) => (date === null ? null : date.getTime()),
};
const json: ValueTransformer = {
  to: (value: unknown) => (value === null || value === undefined ? value : JSON.stringify(value)),
  from: (text: string | null) => (text === null ? null : JSON.parse(text)),
};

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
export const JsonColumn = (options: ColumnOptions = {}) => Column({ type: 'longtext', transformer: json, ...options });
/** A text that is a key: compared byte by byte, as the code compares it. */
export const KeyColumn = (length: number, options: ColumnOptions = {}) =>
  Column({ type: 'varchar', length, charset: 'utf8mb4', collation: 'utf8mb4_nopad_bin', ...options });
export const TextColumn = (length: number, options: ColumnOptions = {}) =>
  Column({ type: 'varchar', length, ...options });
