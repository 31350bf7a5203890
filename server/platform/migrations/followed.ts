/**
 * Purpose: payments that lie open at the card house are asked about from now on.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Followed12 implements MigrationInterface {
  readonly name = 'Followed1700000000012';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `INSERT IGNORE INTO job (kind, lane, job_key, run_at, payload)
       SELECT 'lookAtPayment', 'cards', CONCAT('look:', id), UTC_TIMESTAMP(3), JSON_OBJECT('key', id, 'looks', 0)
       FROM payment WHERE \`by\` = 'card' AND state IN ('open', 'refused') AND kind <> 'renewal'`,
    );
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
