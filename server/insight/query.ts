/** Purpose: how insight asks the database, whichever thread it is in. */
import type { Pool } from 'mysql2/promise';

export type Query = (sql: string, params: readonly unknown[]) => Promise<unknown[]>;

export const rowsBy =
  (pool: Pool): Query =>
  async (sql, params) =>
    (await pool.query(sql, params as unknown[]))[0] as unknown[];

/** What a statement finds in its only column, which holds JSON: each is parsed as it comes, while the database sends on. */
export function documentsBy(pool: Pool): Query {
  const typeCast = (field: { string(): string | null }): unknown => JSON.parse(field.string() ?? 'null');
  return async (sql, params) => {
    const [rows] = await pool.query({ sql, rowsAsArray: true, typeCast }, params as unknown[]);
    return (rows as unknown[][]).map(([value]) => value);
  };
}
