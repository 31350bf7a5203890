/**
 * Purpose: what many share is locked under its name: the places of a form, as before, and a discount code, which was locked
 * by its row of the set-up. Publishing holds all of those rows and then wants people, while whoever pays is held already.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const ASCII = 'CHARACTER SET ascii COLLATE ascii_bin';

export class Ordered16 implements MigrationInterface {
  readonly name = 'Ordered1700000000016';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS shared_name (
         kind VARCHAR(48) ${ASCII} NOT NULL, name VARCHAR(48) ${ASCII} NOT NULL, PRIMARY KEY (kind, name)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await runner.query('DROP TABLE IF EXISTS form_place');
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
