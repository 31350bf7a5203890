/**
 * Purpose: files of the site.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const ASCII = 'CHARACTER SET ascii COLLATE ascii_bin';

export class Shown10 implements MigrationInterface {
  readonly name = 'Shown1700000000010';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`CREATE TABLE IF NOT EXISTS site_file (
        id char(20) ${ASCII} NOT NULL PRIMARY KEY,
        name varchar(200) NOT NULL,
        type varchar(120) NOT NULL,
        bytes int NOT NULL,
        picture longtext NULL,
        brought_by varchar(120) NOT NULL,
        created_at datetime(3) NOT NULL,
        INDEX site_file_created (created_at)
      ) ENGINE=InnoDB`);
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
