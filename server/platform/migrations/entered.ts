/**
 * Purpose: forms of which there are only so many places, invitations to a form, and forms that members send.
 * How: each statement can be run again, so a run that broke half-way is resumed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const ASCII = 'CHARACTER SET ascii COLLATE ascii_bin';

export class Entered6 implements MigrationInterface {
  readonly name = 'Entered1700000000006';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      `ALTER TABLE application ADD COLUMN IF NOT EXISTS form varchar(48) ${ASCII} NOT NULL DEFAULT ''`,
      `UPDATE application SET form = JSON_VALUE(data, '$.form') WHERE form = ''`,
      'CREATE INDEX IF NOT EXISTS application_form ON application (form, state, gate_kind, submitted_at)',
      `CREATE TABLE IF NOT EXISTS form_place (form varchar(48) ${ASCII} NOT NULL PRIMARY KEY) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS invitation (
        id char(20) ${ASCII} NOT NULL PRIMARY KEY,
        form varchar(48) ${ASCII} NOT NULL,
        token_hash binary(32) NOT NULL,
        name varchar(120) NOT NULL,
        mail varchar(190) NOT NULL,
        invited_by varchar(120) NOT NULL,
        created_at datetime(3) NOT NULL,
        used_by char(20) ${ASCII} NULL,
        used_at datetime(3) NULL,
        UNIQUE INDEX invitation_token (token_hash),
        INDEX invitation_form (form, created_at),
        INDEX invitation_used (used_by)
      ) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS form_sending (
        id char(20) ${ASCII} NOT NULL PRIMARY KEY,
        form varchar(48) ${ASCII} NOT NULL,
        member char(20) ${ASCII} NOT NULL,
        revision int NOT NULL,
        answers longtext NOT NULL,
        sent_at datetime(3) NOT NULL,
        INDEX form_sending_form (form, sent_at),
        INDEX form_sending_member (member, form)
      ) ENGINE=InnoDB`,
      `CREATE TABLE IF NOT EXISTS form_put_off (
        member char(20) ${ASCII} NOT NULL,
        form varchar(48) ${ASCII} NOT NULL,
        until_at datetime(3) NOT NULL,
        PRIMARY KEY (member, form)
      ) ENGINE=InnoDB`,
    ])
      await runner.query(sql);
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
