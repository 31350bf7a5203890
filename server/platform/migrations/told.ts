/**
 * Purpose: views of the member list that are kept; calls to web hooks of forms; when the facts of somebody have changed.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const ASCII = 'CHARACTER SET ascii COLLATE ascii_bin';

export class Told9 implements MigrationInterface {
  readonly name = 'Told1700000000009';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      `CREATE TABLE IF NOT EXISTS saved_view (
        id char(20) ${ASCII} NOT NULL PRIMARY KEY,
        name_key varchar(250) CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin NOT NULL,
        name varchar(120) NOT NULL,
        asked longtext NOT NULL,
        kept_by varchar(120) NOT NULL,
        kept_at datetime(3) NOT NULL,
        UNIQUE INDEX saved_view_name (name_key)
      ) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS hook_call (
        id char(20) ${ASCII} NOT NULL PRIMARY KEY,
        form varchar(48) ${ASCII} NOT NULL,
        member char(20) ${ASCII} NOT NULL,
        address varchar(500) NOT NULL,
        generation int NOT NULL,
        body longtext NULL,
        created_at datetime(3) NOT NULL,
        done_at datetime(3) NULL,
        INDEX hook_call_form (form, created_at),
        INDEX hook_call_member (member),
        INDEX hook_call_created (created_at)
      ) ENGINE=InnoDB`,
      `ALTER TABLE member_facts ADD COLUMN IF NOT EXISTS changed_at datetime(6) NOT NULL
         DEFAULT CURRENT_TIMESTAMP(6) ON UPDATE CURRENT_TIMESTAMP(6)`,
      'CREATE INDEX IF NOT EXISTS member_facts_changed ON member_facts (changed_at)',
      `ALTER TABLE job MODIFY lane enum ('work', 'mail', 'hooks') NOT NULL DEFAULT 'work'`,
    ])
      await runner.query(sql);
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
