/**
 * Purpose: people who were made up, to look through their eyes; pictures in profiles.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const ASCII = 'CHARACTER SET ascii COLLATE ascii_bin';

export class Tried7 implements MigrationInterface {
  readonly name = 'Tried1700000000007';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      `CREATE TABLE IF NOT EXISTS made_up (
        id char(20) ${ASCII} NOT NULL PRIMARY KEY,
        version int NOT NULL,
        made_by varchar(120) NOT NULL,
        person longtext NOT NULL,
        created_at datetime(3) NOT NULL
      ) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS picture (
        id char(20) ${ASCII} NOT NULL PRIMARY KEY,
        member char(20) ${ASCII} NOT NULL DEFAULT '',
        field varchar(48) ${ASCII} NOT NULL DEFAULT '',
        created_at datetime(3) NOT NULL,
        small mediumblob NOT NULL,
        large mediumblob NOT NULL,
        INDEX picture_member (member, field),
        INDEX picture_created (member, created_at)
      ) ENGINE=InnoDB`,
    ])
      await runner.query(sql);
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
