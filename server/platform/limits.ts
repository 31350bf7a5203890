/**
 * Purpose: limits on how often something may be tried, kept in the database so that all processes count together.
 */
import type { Pool } from 'mysql2/promise';
import { RateLimiterMySQL, RateLimiterRes } from 'rate-limiter-flexible';
import { problem } from './problem';

/** Tries per span of seconds, by purpose. */
const allowances = {
  signInByAddress: { points: 8, duration: 15 * 60 },
  signInByCaller: { points: 60, duration: 15 * 60 },
  signUpByCaller: { points: 30, duration: 60 * 60 },
  forgottenByAddress: { points: 4, duration: 60 * 60 },
  forgottenByCaller: { points: 30, duration: 60 * 60 },
  codeByCaller: { points: 60, duration: 15 * 60 },
} as const;
export type Purpose = keyof typeof allowances;

export class Limits {
  private readonly limiters: Record<Purpose, RateLimiterMySQL>;

  constructor(pool: Pool, database: string, factor = 1) {
    const make = (purpose: Purpose) =>
      new RateLimiterMySQL({
        storeClient: pool.pool,
        storeType: 'mysql2',
        dbName: database,
        tableName: 'rate_limit',
        tableCreated: true,
        keyPrefix: purpose,
        points: allowances[purpose].points * factor,
        duration: allowances[purpose].duration,
      });
    this.limiters = Object.fromEntries((Object.keys(allowances) as Purpose[]).map((p) => [p, make(p)])) as Record<
      Purpose,
      RateLimiterMySQL
    >;
  }

  /** Counts one try. @throws the problem `too-many`, with the seconds to wait */
  async count(purpose: Purpose, who: string): Promise<void> {
    try {
      await this.limiters[purpose].consume(who.slice(0, 150));
    } catch (reason) {
      if (!(reason instanceof RateLimiterRes)) throw reason;
      const wait = Math.ceil(reason.msBeforeNext / 1000);
      const minutes = Math.ceil(wait / 60);
      throw problem('too-many', {
        wait,
        detail: `Too many tries from here. Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
      });
    }
  }

  /** Forgets the tries of somebody who has shown to be right. */
  async clear(purpose: Purpose, who: string): Promise<void> {
    await this.limiters[purpose].delete(who.slice(0, 150));
  }
}
