/**
 * Purpose: limits on how often something may be tried, kept in the database so that all processes count together.
 * How: each try is one statement for all its keys (`INSERT … ON DUPLICATE KEY UPDATE … RETURNING`), which counts and
 * reads at once; a sign-in would else spend more on counting than on everything but the password itself.
 */
import type { Pool, RowDataPacket } from 'mysql2/promise';
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
export type Try = readonly [purpose: Purpose, who: string];

const LEFT_TO_RUN_OUT = 2;

type Counted = RowDataPacket & { key: string; points: number; expire: number };

/** By way of bytes, since encodeURIComponent throws at half a character. */
const keyOf = ([purpose, who]: Try) => `${purpose}:${encodeURIComponent(Buffer.from(who).toString()).slice(0, 200)}`;

export class Limits {
  constructor(
    private readonly pool: Pool,
    private readonly factor = 1,
  ) {}

  /**
   * Counts one try for each key. Real time, not the site clock.
   * @returns the tries counted within the span for each, this one included
   * @throws the problem `too-many`, with the seconds to wait
   */
  async count(...tries: readonly Try[]): Promise<number[]> {
    const now = Date.now();
    const values = tries.flatMap((one) => [keyOf(one), now + allowances[one[0]].duration * 1000]);
    const [rows] = await this.pool.execute<Counted[]>(
      `INSERT INTO rate_limit (\`key\`, points, expire) VALUES ${tries.map(() => '(?, 1, ?)').join(', ')}
       ON DUPLICATE KEY UPDATE points = IF(expire <= ?, 1, points + 1), expire = IF(expire <= ?, VALUES(expire), expire)
       RETURNING \`key\`, points, expire`,
      [...values, now, now],
    );
    return tries.map((one) => {
      const counted = rows.find((row) => row.key === keyOf(one));
      const points = Number(counted?.points ?? 0);
      if (points <= allowances[one[0]].points * this.factor) return points;
      const wait = Math.max(1, Math.ceil((Number(counted!.expire) - now) / 1000));
      const minutes = Math.ceil(wait / 60);
      throw problem('too-many', {
        wait,
        detail: `Too many tries from here. Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
      });
    });
  }

  /**
   * Forgets the tries of somebody who has shown to be right. One or two are left to run out by themselves: most
   * people are right at once, and a sign-in then costs a statement less.
   */
  async forgive(tries: number, ...one: Try): Promise<void> {
    if (tries <= LEFT_TO_RUN_OUT) return;
    await this.pool.execute('DELETE FROM rate_limit WHERE `key` = ?', [keyOf(one)]);
  }

  async sweep(): Promise<void> {
    await this.pool.execute('DELETE FROM rate_limit WHERE expire <= ? LIMIT 5000', [Date.now()]);
  }
}
