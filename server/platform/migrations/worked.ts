/**
 * Purpose: who changed an item of the draft last, and when.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Worked5 implements MigrationInterface {
  readonly name = 'Worked1700000000005';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      "ALTER TABLE setup_item ADD COLUMN IF NOT EXISTS `by` varchar(120) NOT NULL DEFAULT ''",
      'ALTER TABLE setup_item ADD COLUMN IF NOT EXISTS at datetime(3) NULL',
    ])
      await runner.query(sql);
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
