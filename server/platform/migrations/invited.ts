/**
 * Purpose: invitations know the letter that took their link along.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Invited13 implements MigrationInterface {
  readonly name = 'Invited1700000000013';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE invitation
         ADD COLUMN IF NOT EXISTS letter CHAR(20) CHARACTER SET ascii COLLATE ascii_bin NULL,
         ADD COLUMN IF NOT EXISTS written_at DATETIME(3) NULL`,
    );
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
