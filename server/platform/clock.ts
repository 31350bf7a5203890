/**
 * Purpose: the site clock: real time plus an offset kept in the database, the same in every process.
 * Invariant: once people are in the database the offset never shrinks, so the site's time never runs backwards.
 */
import type { DataSource, EntityManager } from 'typeorm';
import type { Instant } from '../../core/kernel';

export type Clock = { now(): Instant };

export class SiteClock implements Clock {
  /** Milliseconds; null until it was read. Less than nothing in a demo that was begun on a day of the past. */
  private offset: number | null = null;

  now(): Instant {
    return Date.now() + this.ahead();
  }

  /** Takes over the offset another process has set. */
  follow(offsetMs: number): void {
    this.offset = Math.max(this.offset ?? offsetMs, offsetMs);
  }

  ahead(): number {
    return this.offset ?? 0;
  }

  /** Lets a demo begin at an instant of its own. Does nothing once a set-up has been published. */
  async begin(at: Instant, db: DataSource): Promise<void> {
    await db.query(
      'UPDATE site_clock SET offset_ms = ? WHERE id = 1 AND offset_ms = 0 AND NOT EXISTS (SELECT 1 FROM setup_revision)',
      [at - Date.now()],
    );
  }

  /** Moves the clock on to `to`; earlier instants change nothing. */
  async moveTo(to: Instant, db: DataSource | EntityManager): Promise<void> {
    const offset = to - Date.now();
    if (offset <= this.ahead()) return;
    await db.query('UPDATE site_clock SET offset_ms = GREATEST(offset_ms, ?) WHERE id = 1', [offset]);
    this.offset = offset;
  }
}
