/**
 * Purpose: limits on how often something may be tried, kept in the database so that all processes count together.
 * How: each try is one statement for all its keys (`INSERT … ON DUPLICATE KEY UPDATE … RETURNING`), which counts and
 * reads at once; a sign-in would else spend more on counting than on everything but the password itself.
 * Invariant: a key is a digest; neither a name nor an address lies in this table.
 */
import { createHash } from 'node:crypto';
import type { Pool } from 'mysql2/promise';
import { rowsOf } from './database';
import { platformSays as says } from './platform.sentences';
import { problem } from './problem';

const MINUTES = 60;
const HOURS = 60 * MINUTES;

/**
 * Tries per span of seconds, by purpose. Tries at an account are counted for the address together with the caller, so
 * that nobody shuts out another by being wrong on purpose, and in a wide, slow net for the address alone (NIST SP
 * 800-63B section 3.2.2 lets at most 100 tries fail). A device that was let in before is counted apart from both.
 */
const allowances = {
  signInByCaller: { points: 60, duration: 15 * MINUTES },
  signInByPair: { points: 8, duration: 15 * MINUTES },
  signInByDevice: { points: 8, duration: 15 * MINUTES },
  signInByAddress: { points: 100, duration: 24 * HOURS },
  passwordByOwner: { points: 8, duration: 15 * MINUTES },
  signUpByCaller: { points: 30, duration: 1 * HOURS },
  codeByCaller: { points: 60, duration: 15 * MINUTES },
  resetByCaller: { points: 30, duration: 1 * HOURS },
  /**
   * Letters that anybody can set off (by signing up, asking for a code, a forgotten password), whatever sends them: to
   * one mailbox, and by one caller one fewer, so that no caller alone can keep another's letters back.
   */
  lettersByPair: { points: 4, duration: 1 * HOURS },
  lettersToMailbox: { points: 5, duration: 1 * HOURS },
  pictureByCaller: { points: 40, duration: 1 * HOURS },
  /** Codes for a discount that are none: a code must not be found by trying. */
  discountByMember: { points: 60, duration: 1 * HOURS },
  /** Entries written or changed, and acts upon them. */
  entriesByMember: { points: 60, duration: 1 * HOURS },
  /** Replies to entries: by one to all, and by one to another, whatever the entry. */
  repliesByMember: { points: 30, duration: 24 * HOURS },
  repliesByPair: { points: 6, duration: 24 * HOURS },
  testLetterByStaff: { points: 30, duration: 1 * HOURS },
} as const;
export type Purpose = keyof typeof allowances;
/**
 * @param how `look` only looks whether one more try would be over; `ifBefore` counts only where the try named before it is
 * within its limit
 */
export type Try = readonly [purpose: Purpose, who: string, how?: 'look' | 'ifBefore'];

/** What to do about it, beside waiting. */
const ways: Partial<Record<Purpose, string>> = {
  signInByAddress: says.useKnownDevice,
  lettersByPair: says.lookInMailbox,
  lettersToMailbox: says.lookInMailbox,
};

const LEFT_TO_RUN_OUT = 2;

/** One, or nothing where a key has no try left. */
const IF_BEFORE =
  '(SELECT IF(COALESCE(MAX(b.points), 0) < ?, 1, 0) FROM rate_limit b WHERE b.`key` = ? AND b.expire > ?)';

/** A text to be read in the statement that counts: SQL that gives it, with a mark for each of `values`. */
export type ReadAlong = { readonly sql: string; readonly values: readonly string[] };

type Counted = { key: string; points: number; expire: number; found?: string | null };
type Tally = { readonly points: number; readonly wait: number };

const keyOf = ([purpose, who]: Try) => `${purpose}:${createHash('sha256').update(who).digest('base64url')}`;

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
    return refuseOver(tries, (await this.tally(tries)).tallies);
  }

  /**
   * Counts as `count` does, and reads something for whoever may go on: one journey to the database less.
   * @returns `found` what was read; null for nothing
   * @throws the problem `too-many`, with the seconds to wait
   */
  async countAndRead(
    reading: ReadAlong | null,
    ...tries: readonly Try[]
  ): Promise<{ readonly counted: number[]; readonly found: string | null }> {
    const { tallies, found } = await this.tally(tries, reading);
    return { counted: refuseOver(tries, tallies), found };
  }

  /**
   * Counts one try, and tells what is over instead of refusing it.
   * @returns for each the seconds to wait, 0 where it is within its limit
   */
  async waits(...tries: readonly Try[]): Promise<number[]> {
    return (await this.tally(tries)).tallies.map(({ wait }) => wait);
  }

  private async tally(
    tries: readonly Try[],
    reading: ReadAlong | null = null,
  ): Promise<{ readonly tallies: Tally[]; readonly found: string | null }> {
    const now = Date.now();
    const keys = tries.map(keyOf);
    const values = tries.flatMap(([purpose, , how], at) => {
      const ends = now + allowances[purpose].duration * 1000;
      if (how !== 'ifBefore') return [keys[at]!, how === 'look' ? 0 : 1, ends];
      const [before] = tries[at - 1]!;
      return [keys[at]!, allowances[before].points * this.factor, keys[at - 1]!, now, ends];
    });
    const counts = tries.map(([, , how]) => `(?, ${how === 'ifBefore' ? IF_BEFORE : '?'}, ?)`).join(', ');
    // Read once, beside the first key.
    const read = reading ? `, IF(\`key\` = ?, (${reading.sql}), NULL) AS found` : '';
    const rows = await rowsOf<Counted>(
      this.pool,
      `INSERT INTO rate_limit (\`key\`, points, expire) VALUES ${counts}
       ON DUPLICATE KEY UPDATE points = IF(expire <= ?, VALUES(points), points + VALUES(points)), expire = IF(expire <= ?, VALUES(expire), expire)
       RETURNING \`key\`, points, expire${read}`,
      [...values, now, now, ...(reading ? [keys[0]!, ...reading.values] : [])],
    );
    const tallies = tries.map(([purpose, , how], at): Tally => {
      const counted = rows.find((row) => row.key === keys[at]);
      const points = Number(counted?.points ?? 0);
      const allowed = points + (how === 'look' ? 1 : 0) <= allowances[purpose].points * this.factor;
      return { points, wait: allowed ? 0 : Math.max(1, Math.ceil((Number(counted!.expire) - now) / 1000)) };
    });
    return { tallies, found: rows.find(({ found }) => found)?.found ?? null };
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

/** @throws the problem `too-many` for the first that is over */
function refuseOver(tries: readonly Try[], tallies: readonly Tally[]): number[] {
  return tallies.map(({ points, wait }, at) => {
    if (wait === 0) return points;
    const minutes = Math.ceil(wait / 60);
    const again =
      minutes < 90 ? says.tooManyMinutes({ count: minutes }) : says.tooManyHours({ count: Math.ceil(minutes / 60) });
    throw problem('too-many', { wait, detail: [again, ways[tries[at]![0]] ?? []].flat().join(' ') });
  });
}
