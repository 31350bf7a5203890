/**
 * Purpose: one envelope for every act: the audit says who of whom acted and by what name, and what was sent is
 * remembered for acts of every kind, not for signup forms alone.
 * How: each statement can be run again, so a run that broke half-way is resumed. What was remembered of forms lasts
 * half an hour and is not carried over.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const id = 'char(20) CHARACTER SET ascii COLLATE ascii_bin';

export class Slices4 implements MigrationInterface {
  readonly name = 'Slices1700000000004';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'DROP TABLE IF EXISTS sent_form',
      `CREATE TABLE IF NOT EXISTS sent_act (
         key_hash binary(32) NOT NULL, sent_hash binary(32) NOT NULL, who ${id} NOT NULL,
         answer longtext NOT NULL, expires_at datetime(3) NOT NULL,
         PRIMARY KEY (key_hash), INDEX sent_act_expires (expires_at), INDEX sent_act_who (who)
       ) ENGINE=InnoDB`,
      `ALTER TABLE audit CHANGE COLUMN IF EXISTS staff who ${id} NOT NULL`,
      `ALTER TABLE audit ADD COLUMN IF NOT EXISTS kind enum ('staff', 'member', 'clock', 'stranger') NOT NULL DEFAULT 'stranger' AFTER at`,
      `ALTER TABLE audit ADD COLUMN IF NOT EXISTS name varchar(120) NOT NULL DEFAULT '' AFTER who`,
      // What was written before names its staff by their id alone.
      `UPDATE audit a JOIN staff s ON s.id = a.who SET a.kind = 'staff', a.name = s.name WHERE a.kind = 'stranger'`,
      `UPDATE audit SET kind = 'clock' WHERE who = '' AND act = 'joining.swept'`,
      'ALTER TABLE audit ALTER COLUMN kind DROP DEFAULT, ALTER COLUMN name DROP DEFAULT',
    ])
      await runner.query(sql);
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
