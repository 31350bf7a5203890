/**
 * Purpose: people who were made up, to look through their eyes.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const ASCII = 'CHARACTER SET ascii COLLATE ascii_bin';

export class Tried7 implements MigrationInterface {
  readonly name = 'Tried1700000000007';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS made_up (
        id char(20) ${ASCII} NOT NULL PRIMARY KEY,
        version int NOT NULL,
        made_by varchar(120) NOT NULL,
        person longtext NOT NULL,
        created_at datetime(3) NOT NULL
      ) ENGINE=InnoDB`,
    );
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
