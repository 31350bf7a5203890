/** How many statements something costs: each is a journey to the database. */
import type { Pool } from 'mysql2';
import { MysqlQueryRunner } from 'typeorm/driver/mysql/MysqlQueryRunner.js';
import type { Stack } from './stack';

/** The statements of one act, by whichever way they go to the database. */
export async function statementsOf({ services }: Stack, act: () => Promise<unknown>): Promise<string[]> {
  const said: string[] = [];
  // Each process looks at the clock and the set-up once a second, whatever is done.
  const note = (sql: string) => void (sql.includes('FROM site_clock') || said.push(sql));
  const { query } = MysqlQueryRunner.prototype;
  // The pool beneath the promises, by which all of them go.
  const { pool } = services.database.pool as unknown as { readonly pool: Pool };
  const execute = pool.execute.bind(pool);
  MysqlQueryRunner.prototype.query = function (this: MysqlQueryRunner, sql: string, ...rest: never[]) {
    note(sql);
    return query.call(this, sql, ...(rest as [])) as never;
  };
  pool.execute = ((sql: string, ...rest: [never]) => {
    note(sql);
    return execute(sql, ...rest);
  }) as typeof pool.execute;
  try {
    await act();
  } finally {
    MysqlQueryRunner.prototype.query = query;
    pool.execute = execute;
  }
  return said;
}
