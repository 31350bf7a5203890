/**
 * Purpose: the site clock: real time plus an offset kept in the database, the same in every process.
 * Invariant: the offset never shrinks, so the site's time never runs backwards.
 */
import type { DataSource, EntityManager } from 'typeorm';
import type { Instant } from '../../core/kernel';

export type Clock = { now(): Instant };

export class SiteClock implements Clock {
  private offset = 0;

  now(): Instant {
    return Date.now() + this.offset;
  }

  /** Takes over the offset another process has set. */
  follow(offsetMs: number): void {
    this.offset = Math.max(this.offset, offsetMs);
  }

  ahead(): number {
    return this.offset;
  }

  /** Moves the clock on to `to`; earlier instants change nothing. */
  async moveTo(to: Instant, db: DataSource | EntityManager): Promise<void> {
    const offset = to - Date.now();
    if (offset <= this.offset) return;
    await db.query('UPDATE site_clock SET offset_ms = GREATEST(offset_ms, ?) WHERE id = 1', [offset]);
    this.offset = offset;
  }
}
