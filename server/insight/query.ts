/** Purpose: how insight asks the database, whichever thread it is in. */
import type { Pool } from 'mysql2/promise';

/** Rows as the statement says they are. */
export type Query = <R>(sql: string, params: readonly unknown[]) => Promise<R[]>;

export const rowsBy =
  (pool: Pool): Query =>
  async <R>(sql: string, params: readonly unknown[]) =>
    (await pool.query(sql, params as unknown[]))[0] as R[];

/** What a statement finds in its only column, which holds JSON: each is parsed as it comes, while the database sends on. */
export function documentsBy(pool: Pool): Query {
  const typeCast = (field: { string(): string | null }): unknown => JSON.parse(field.string() ?? 'null');
  return async <R>(sql: string, params: readonly unknown[]) => {
    const [rows] = await pool.query({ sql, rowsAsArray: true, typeCast }, params as unknown[]);
    return (rows as R[][]).map(([value]) => value!);
  };
}
