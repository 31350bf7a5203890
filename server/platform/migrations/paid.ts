/**
 * Purpose: money: terms, payments, receipts, the ledger, cards kept at the card house, what that told, codes used; and of
 * a member what was paid for and until when.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const ascii = (type: string) => `${type} CHARACTER SET ascii COLLATE ascii_bin`;
const id = ascii('char(20)');
const word = ascii('varchar(48)');

export class Paid11 implements MigrationInterface {
  readonly name = 'Paid1700000000011';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      `ALTER TABLE job MODIFY lane enum ('work', 'mail', 'hooks', 'cards') NOT NULL DEFAULT 'work'`,
      'ALTER TABLE member_term ADD COLUMN IF NOT EXISTS paid_until datetime(3) NULL',
      `CREATE TABLE IF NOT EXISTS member_paid (member ${id} NOT NULL, level ${word} NOT NULL, at datetime(3) NOT NULL,
         PRIMARY KEY (member, level, at)) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS term (id ${id} NOT NULL, member ${id} NOT NULL, level ${word} NOT NULL,
         state ${ascii('varchar(10)')} NOT NULL, from_at datetime(3) NOT NULL, until_at datetime(3) NULL,
         ended_at datetime(3) NULL, monthly int NOT NULL, data longtext NOT NULL, PRIMARY KEY (id),
         INDEX term_member (member, state), INDEX term_until (state, until_at)) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS payment (id ${id} NOT NULL, member ${id} NOT NULL, application ${id} NULL,
         term ${id} NULL, renewal ${ascii('varchar(40)')} NULL, level ${word} NOT NULL, n int NOT NULL,
         kind enum ('first', 'renewal', 'switch', 'card') NOT NULL,
         state enum ('open', 'taking', 'awaited', 'paid', 'refused', 'dropped') NOT NULL,
         \`by\` ${ascii('varchar(10)')} NOT NULL, amount int NOT NULL, received int NOT NULL DEFAULT 0,
         refunded int NOT NULL DEFAULT 0, reference ${ascii('varchar(20)')} NOT NULL, house ${ascii('varchar(60)')} NULL,
         card varchar(40) NOT NULL DEFAULT '', opened_at datetime(3) NOT NULL, done_at datetime(3) NULL,
         data longtext NOT NULL, PRIMARY KEY (id), INDEX payment_member (member, opened_at),
         INDEX payment_opened (opened_at, id), INDEX payment_state (state, opened_at),
         INDEX payment_application (application), UNIQUE INDEX payment_renewal (renewal),
         UNIQUE INDEX payment_reference (reference)) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS receipt (number int NOT NULL, kind enum ('payment', 'refund') NOT NULL,
         payment ${id} NOT NULL, member ${id} NOT NULL, at datetime(3) NOT NULL, amount int NOT NULL,
         data longtext NOT NULL, PRIMARY KEY (number), INDEX receipt_payment (payment),
         INDEX receipt_member (member, number)) ENGINE=InnoDB`,
      'CREATE TABLE IF NOT EXISTS receipt_count (id tinyint NOT NULL, last int NOT NULL, PRIMARY KEY (id)) ENGINE=InnoDB',
      'INSERT IGNORE INTO receipt_count (id, last) VALUES (1, 0)',
      `CREATE TABLE IF NOT EXISTS ledger_entry (id bigint NOT NULL AUTO_INCREMENT, at datetime(3) NOT NULL,
         what enum ('charge', 'payment', 'refund', 'writeOff', 'setOff') NOT NULL, payment ${id} NULL,
         member ${id} NOT NULL, PRIMARY KEY (id), INDEX ledger_entry_payment (payment),
         INDEX ledger_entry_at (at)) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS ledger_line (entry bigint NOT NULL,
         account enum ('owed', 'card', 'bank', 'credit', 'income', 'tax') NOT NULL, level ${word} NOT NULL,
         amount int NOT NULL, PRIMARY KEY (entry, account), INDEX ledger_line_account (account, level)) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS card (member ${id} NOT NULL, token ${ascii('varchar(60)')} NOT NULL,
         last varchar(8) NOT NULL, expires varchar(8) NOT NULL, since datetime(3) NOT NULL,
         told tinyint NOT NULL DEFAULT 0, PRIMARY KEY (member)) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS card_notice (id ${ascii('varchar(80)')} NOT NULL, came_at datetime(3) NOT NULL,
         body text NOT NULL, PRIMARY KEY (id), INDEX card_notice_came (came_at)) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS code_use (code ${word} NOT NULL, member ${id} NOT NULL, payment ${id} NOT NULL,
         at datetime(3) NOT NULL, PRIMARY KEY (code, member), INDEX code_use_member (member)) ENGINE=InnoDB`,
    ])
      await runner.query(sql);
  }

  async down(): Promise<void> {
    throw new Error('What was paid does not go back; restore a backup instead.');
  }
}
