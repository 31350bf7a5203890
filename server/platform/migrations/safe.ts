/**
 * Purpose: keys compared by their bytes, an address owned only once it is shown, sessions with an absolute end,
 * signup forms remembered by digests alone, letters apart from other jobs.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { foldWord } from '../../../core/kernel/fold';

const id = 'char(20) CHARACTER SET ascii COLLATE ascii_bin';
const bytes = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin';

const statements = [
  `ALTER TABLE staff MODIFY mail_key varchar(190) ${bytes} NOT NULL`,
  `ALTER TABLE member ADD COLUMN IF NOT EXISTS owned_mail varchar(190) ${bytes} NULL AFTER mail_key`,
  // Whoever has confirmed the address owns it; those still at the gate do not, nor do stand-ins.
  `UPDATE member SET owned_mail = mail_key WHERE owned_mail IS NULL AND shadow_of = '' AND mail_key IS NOT NULL
     AND id NOT IN (SELECT member FROM application WHERE state = 'open' AND gate_kind = 'confirmEmail')`,
  'DROP INDEX IF EXISTS `IDX_29b51b7fe21eb8d3e22d86c106` ON member',
  'DROP INDEX IF EXISTS member_mail ON member',
  'UPDATE member SET mail_key = LOWER(mail) WHERE mail_key IS NULL',
  `ALTER TABLE member MODIFY mail_key varchar(190) ${bytes} NOT NULL`,
  'CREATE INDEX IF NOT EXISTS member_mail_key ON member (mail_key, joined_at)',
  'CREATE UNIQUE INDEX IF NOT EXISTS member_owned_mail ON member (owned_mail)',
  'CREATE INDEX IF NOT EXISTS member_shadow_of ON member (shadow_of)',
  `ALTER TABLE member_word MODIFY word varchar(60) ${bytes} NOT NULL`,
  'DROP INDEX IF EXISTS `IDX_2b8cfb9d6a2b5eb70e20f5ffef` ON application',
  'ALTER TABLE application DROP COLUMN IF EXISTS once',
  `CREATE TABLE IF NOT EXISTS sent_form (
     once_hash binary(32) NOT NULL, answers_hash binary(32) NOT NULL, salt binary(32) NOT NULL, member ${id} NOT NULL,
     expires_at datetime(3) NOT NULL, INDEX sent_form_expires (expires_at), INDEX sent_form_member (member),
     PRIMARY KEY (once_hash)) ENGINE=InnoDB`,
  'ALTER TABLE session ADD COLUMN IF NOT EXISTS ends_at datetime(3) NULL AFTER expires_at',
  'UPDATE session SET ends_at = TIMESTAMPADD(DAY, 30, created_at) WHERE ends_at IS NULL',
  'ALTER TABLE session MODIFY ends_at datetime(3) NOT NULL',
  `ALTER TABLE outgoing ADD COLUMN IF NOT EXISTS about ${id} NULL AFTER member`,
  'CREATE INDEX IF NOT EXISTS outgoing_about ON outgoing (about)',
  'CREATE INDEX IF NOT EXISTS outgoing_to ON outgoing (to_mail)',
  "ALTER TABLE one_time MODIFY purpose enum ('code', 'confirm', 'reset', 'staffReset') NOT NULL",
  'ALTER TABLE timeline MODIFY note text NULL',
  "ALTER TABLE job ADD COLUMN IF NOT EXISTS lane enum ('work', 'mail') NOT NULL DEFAULT 'work' AFTER kind",
  "UPDATE job SET lane = 'mail' WHERE kind = 'sendMail'",
  'ALTER TABLE job ADD COLUMN IF NOT EXISTS first_at datetime(3) NULL AFTER attempts',
  'DROP INDEX IF EXISTS job_due ON job',
  'CREATE INDEX IF NOT EXISTS job_lane_due ON job (lane, state, run_at, id)',
  // Tries are counted under digests from now on; what was counted under names and addresses goes.
  'DELETE FROM rate_limit',
  'CREATE TABLE IF NOT EXISTS site_secret (id tinyint NOT NULL, value binary(32) NOT NULL, PRIMARY KEY (id)) ENGINE=InnoDB',
];

export class Safe2 implements MigrationInterface {
  readonly name = 'Safe1700000000002';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of statements) await runner.query(sql);
    const words = (await runner.query(`SELECT word, member FROM member_word WHERE word REGEXP '[^ -~]'`)) as {
      word: string;
      member: string;
    }[];
    for (const { word, member } of words) {
      await runner.query('DELETE FROM member_word WHERE word = ? AND member = ?', [word, member]);
      await runner.query('INSERT IGNORE INTO member_word (word, member) VALUES (?, ?)', [foldWord(word), member]);
    }
  }

  async down(): Promise<void> {
    throw new Error('What was erased does not come back; restore a backup instead.');
  }
}
