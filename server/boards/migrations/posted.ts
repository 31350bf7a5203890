/**
 * Purpose: entries of boards, what they are narrowed down and found by, who saved them, and what was said to whoever posted them.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const ASCII = 'CHARACTER SET ascii COLLATE ascii_bin';
const BYTES = 'CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin';
const END = 'ENGINE=InnoDB DEFAULT CHARSET=utf8mb4';

export class Posted17 implements MigrationInterface {
  readonly name = 'Posted1700000000017';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE IF NOT EXISTS entry (
         id CHAR(20) ${ASCII} NOT NULL, number INT NOT NULL AUTO_INCREMENT, board VARCHAR(48) ${ASCII} NOT NULL,
         member CHAR(20) ${ASCII} NULL, stage ENUM('draft', 'waiting', 'returned', 'standing', 'ended') NOT NULL,
         state VARCHAR(48) ${ASCII} NULL, name VARCHAR(255) NOT NULL, name_key VARCHAR(190) ${BYTES} NOT NULL, category VARCHAR(48) ${ASCII} NULL,
         seen TINYINT(1) NOT NULL, seen_until DATETIME(3) NULL, sent_at DATETIME(3) NULL, opened_at DATETIME(3) NULL,
         until_at DATETIME(3) NULL, ended_at DATETIME(3) NULL, waits_since DATETIME(3) NULL,
         changed_at DATETIME(3) NOT NULL, data LONGTEXT NOT NULL,
         PRIMARY KEY (id), UNIQUE KEY entry_number (number),
         KEY entry_seen (board, seen, opened_at, id), KEY entry_name (board, seen, name_key, id),
         KEY entry_stage (stage, board, waits_since, id), KEY entry_member (member, board, stage), KEY entry_waits (waits_since, id),
         CONSTRAINT entry_of_member FOREIGN KEY (member) REFERENCES member (id) ON DELETE CASCADE
       ) ${END}`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS entry_value (
         entry CHAR(20) ${ASCII} NOT NULL, field VARCHAR(48) ${ASCII} NOT NULL, nth SMALLINT NOT NULL,
         board VARCHAR(48) ${ASCII} NOT NULL, text VARCHAR(60) ${BYTES} NULL, number DOUBLE NULL,
         PRIMARY KEY (entry, field, nth), KEY entry_value_text (board, field, text, entry),
         KEY entry_value_number (board, field, number, entry),
         CONSTRAINT entry_value_of_entry FOREIGN KEY (entry) REFERENCES entry (id) ON DELETE CASCADE
       ) ${END}`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS entry_word (
         board VARCHAR(48) ${ASCII} NOT NULL, word VARCHAR(40) ${BYTES} NOT NULL, entry CHAR(20) ${ASCII} NOT NULL,
         times SMALLINT NOT NULL,
         PRIMARY KEY (board, word, entry), KEY entry_word_of (entry),
         CONSTRAINT entry_word_of_entry FOREIGN KEY (entry) REFERENCES entry (id) ON DELETE CASCADE
       ) ${END}`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS entry_saved (
         member CHAR(20) ${ASCII} NOT NULL, entry CHAR(20) ${ASCII} NOT NULL, saved_at DATETIME(3) NOT NULL,
         PRIMARY KEY (member, entry), KEY entry_saved_of (entry),
         CONSTRAINT entry_saved_of_member FOREIGN KEY (member) REFERENCES member (id) ON DELETE CASCADE,
         CONSTRAINT entry_saved_of_entry FOREIGN KEY (entry) REFERENCES entry (id) ON DELETE CASCADE
       ) ${END}`,
    );
    await runner.query(
      `CREATE TABLE IF NOT EXISTS entry_reply (
         id CHAR(20) ${ASCII} NOT NULL, entry CHAR(20) ${ASCII} NOT NULL, member CHAR(20) ${ASCII} NOT NULL,
         sent_at DATETIME(3) NOT NULL, answers LONGTEXT NOT NULL,
         PRIMARY KEY (id), KEY entry_reply_of (entry, sent_at), KEY entry_reply_by (member, sent_at),
         CONSTRAINT entry_reply_of_entry FOREIGN KEY (entry) REFERENCES entry (id) ON DELETE CASCADE,
         CONSTRAINT entry_reply_of_member FOREIGN KEY (member) REFERENCES member (id) ON DELETE CASCADE
       ) ${END}`,
    );
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
