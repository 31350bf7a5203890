/**
 * Purpose: answers are dated from now on: what stood before a change is kept with the instant at which it ended. Of what
 * was changed before nothing is known but what it became.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Dated14 implements MigrationInterface {
  readonly name = 'Dated1700000000014';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS member_was (
         member CHAR(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
         field VARCHAR(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
         until_at DATETIME(3) NOT NULL,
         value LONGTEXT NULL,
         PRIMARY KEY (member, field, until_at)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
