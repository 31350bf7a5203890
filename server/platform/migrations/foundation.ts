/**
 * Purpose: the first tables. A migration never changes once it has been published; the next one goes beside it.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const tables = [
  `CREATE TABLE \`staff\` (
    \`id\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`mail_key\` varchar(190) NOT NULL,
    \`mail\` varchar(190) NOT NULL,
    \`name\` varchar(120) NOT NULL,
    \`parts\` longtext NOT NULL,
    \`password_hash\` varchar(200) NOT NULL,
    \`created_at\` datetime(3) NOT NULL,
    UNIQUE INDEX \`IDX_204b949b60f920205244ef47bb\` (\`mail_key\`),
    PRIMARY KEY (\`id\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`session\` (
    \`token_hash\` binary(32) NOT NULL,
    \`id\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`kind\` enum ('member', 'staff') NOT NULL,
    \`subject\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`created_at\` datetime(3) NOT NULL,
    \`seen_at\` datetime(3) NOT NULL,
    \`expires_at\` datetime(3) NOT NULL,
    \`device\` varchar(120) NOT NULL,
    INDEX \`session_expires\` (\`expires_at\`),
    INDEX \`session_subject\` (\`kind\`, \`subject\`),
    UNIQUE INDEX \`IDX_f55da76ac1c3ac420f444d2ff1\` (\`id\`),
    PRIMARY KEY (\`token_hash\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`one_time\` (
    \`hash\` binary(32) NOT NULL,
    \`purpose\` enum ('code', 'confirm', 'reset') NOT NULL,
    \`member\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`application\` char(20) CHARACTER SET ascii COLLATE ascii_bin NULL,
    \`serial\` int NOT NULL DEFAULT '0',
    \`expires_at\` datetime(3) NOT NULL,
    \`used_at\` datetime(3) NULL,
    INDEX \`one_time_member\` (\`member\`),
    PRIMARY KEY (\`hash\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`application\` (
    \`id\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`member\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`shadow\` tinyint NOT NULL DEFAULT '0',
    \`path\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`state\` enum ('open', 'admitted', 'declined', 'outOfTime', 'withdrawn') NOT NULL,
    \`gate_kind\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '',
    \`gate_since\` datetime(3) NOT NULL,
    \`submitted_at\` datetime(3) NOT NULL,
    \`once\` char(36) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`data\` longtext NOT NULL,
    INDEX \`application_submitted\` (\`shadow\`, \`submitted_at\`),
    INDEX \`application_open\` (\`shadow\`, \`state\`, \`gate_kind\`, \`gate_since\`, \`id\`),
    INDEX \`application_member\` (\`member\`, \`submitted_at\`),
    UNIQUE INDEX \`IDX_2b8cfb9d6a2b5eb70e20f5ffef\` (\`once\`),
    PRIMARY KEY (\`id\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`member\` (
    \`id\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`number\` int NOT NULL AUTO_INCREMENT,
    \`mail_key\` varchar(190) NULL,
    \`mail\` varchar(190) NOT NULL,
    \`name\` varchar(120) NOT NULL,
    \`standing\` enum ('applicant', 'admitted', 'paused', 'lapsed', 'declined', 'closed') NOT NULL,
    \`standing_since\` datetime(3) NOT NULL,
    \`joined_at\` datetime(3) NOT NULL,
    \`admitted_at\` datetime(3) NULL,
    \`seen_at\` datetime(3) NULL,
    \`password_hash\` varchar(200) NOT NULL,
    \`shadow_of\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL DEFAULT '',
    INDEX \`member_mail\` (\`mail\`),
    INDEX \`member_seen\` (\`shadow_of\`, \`seen_at\`, \`id\`),
    INDEX \`member_joined\` (\`shadow_of\`, \`joined_at\`, \`id\`),
    INDEX \`member_standing\` (\`shadow_of\`, \`standing\`, \`name\`, \`id\`),
    INDEX \`member_name\` (\`shadow_of\`, \`name\`, \`id\`),
    UNIQUE INDEX \`IDX_5b20c32194f5d3b72c68338331\` (\`number\`),
    UNIQUE INDEX \`IDX_29b51b7fe21eb8d3e22d86c106\` (\`mail_key\`),
    PRIMARY KEY (\`id\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`member_value\` (
    \`member\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`field\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`text\` varchar(190) NULL,
    \`number\` double NULL,
    \`value\` longtext NOT NULL,
    INDEX \`member_value_number\` (\`field\`, \`number\`, \`member\`),
    INDEX \`member_value_text\` (\`field\`, \`text\`, \`member\`),
    PRIMARY KEY (\`member\`, \`field\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`member_term\` (
    \`member\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`level\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`from_at\` datetime(3) NOT NULL,
    \`until_at\` datetime(3) NULL,
    INDEX \`member_term_level\` (\`level\`, \`until_at\`, \`member\`),
    PRIMARY KEY (\`member\`, \`level\`, \`from_at\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`member_group\` (
    \`member\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`group_id\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`since\` datetime(3) NOT NULL,
    INDEX \`member_group_group\` (\`group_id\`, \`member\`),
    PRIMARY KEY (\`member\`, \`group_id\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`member_topic\` (
    \`member\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`topic\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`since\` datetime(3) NOT NULL,
    PRIMARY KEY (\`member\`, \`topic\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`member_facts\` (
    \`member\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`facts\` longtext NOT NULL,
    PRIMARY KEY (\`member\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`member_word\` (
    \`word\` varchar(60) NOT NULL,
    \`member\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    INDEX \`member_word_member\` (\`member\`),
    PRIMARY KEY (\`word\`, \`member\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`timeline\` (
    \`id\` bigint NOT NULL AUTO_INCREMENT,
    \`member\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`at\` datetime(3) NOT NULL,
    \`what\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`standing\` enum ('applicant', 'admitted', 'paused', 'lapsed', 'declined', 'closed') NULL,
    \`title\` varchar(300) NOT NULL,
    \`note\` varchar(2000) NULL,
    INDEX \`timeline_what\` (\`what\`, \`at\`),
    INDEX \`timeline_member\` (\`member\`, \`at\`, \`id\`),
    PRIMARY KEY (\`id\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`outgoing\` (
    \`id\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`member\` char(20) CHARACTER SET ascii COLLATE ascii_bin NULL,
    \`template\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`to_mail\` varchar(190) NOT NULL,
    \`subject\` varchar(300) NOT NULL,
    \`text\` mediumtext NOT NULL,
    \`html\` mediumtext NOT NULL,
    \`secrets\` longtext NULL,
    \`created_at\` datetime(3) NOT NULL,
    \`sent_at\` datetime(3) NULL,
    INDEX \`outgoing_member\` (\`member\`, \`created_at\`),
    PRIMARY KEY (\`id\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`audit\` (
    \`id\` bigint NOT NULL AUTO_INCREMENT,
    \`at\` datetime(3) NOT NULL,
    \`staff\` char(20) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`act\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`subject\` char(20) CHARACTER SET ascii COLLATE ascii_bin NULL,
    \`detail\` longtext NULL,
    INDEX \`audit_at\` (\`at\`),
    PRIMARY KEY (\`id\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`site_clock\` (
    \`id\` tinyint NOT NULL,
    \`offset_ms\` bigint NOT NULL,
    PRIMARY KEY (\`id\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`job\` (
    \`id\` bigint NOT NULL AUTO_INCREMENT,
    \`kind\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`job_key\` varchar(80) CHARACTER SET ascii COLLATE ascii_bin NULL,
    \`run_at\` datetime(3) NOT NULL,
    \`payload\` longtext NOT NULL,
    \`state\` enum ('ready', 'failed') NOT NULL DEFAULT 'ready',
    \`attempts\` int NOT NULL DEFAULT '0',
    \`last_error\` varchar(500) NULL,
    INDEX \`job_due\` (\`state\`, \`run_at\`, \`id\`),
    UNIQUE INDEX \`IDX_d79a372935a0bd9f3f3d604c83\` (\`job_key\`),
    PRIMARY KEY (\`id\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`setup_item\` (
    \`kind\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`id\` varchar(48) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
    \`position\` int NOT NULL,
    \`live\` longtext NULL,
    \`draft\` longtext NULL,
    \`version\` int NOT NULL DEFAULT '1',
    PRIMARY KEY (\`kind\`, \`id\`)
  ) ENGINE=InnoDB`,
  `CREATE TABLE \`setup_revision\` (
    \`number\` int NOT NULL,
    \`document\` longtext NOT NULL,
    \`changes\` longtext NOT NULL,
    \`note\` varchar(500) NOT NULL,
    \`author\` varchar(120) NOT NULL,
    \`at\` datetime(3) NOT NULL,
    PRIMARY KEY (\`number\`)
  ) ENGINE=InnoDB`,
];

/** Tries counted by key, until when (milliseconds of real time). */
const limits = `CREATE TABLE rate_limit (
  \`key\` varchar(255) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
  points int NOT NULL DEFAULT 0,
  expire bigint UNSIGNED,
  PRIMARY KEY (\`key\`),
  INDEX rate_limit_expire (expire)
) ENGINE=InnoDB`;

export class Foundation1 implements MigrationInterface {
  readonly name = 'Foundation1700000000001';

  /** A run that broke half-way is resumed: what exists stays. */
  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [...tables, limits])
      await runner.query(sql.replace('CREATE TABLE', 'CREATE TABLE IF NOT EXISTS'));
    await runner.query('INSERT IGNORE INTO site_clock (id, offset_ms) VALUES (1, 0)');
  }

  async down(): Promise<void> {
    throw new Error('The first tables are not taken away; restore a backup instead.');
  }
}
