/**
 * Purpose: rows that outlive changes of the set-up: applications that know their gate by id and carry what was promised
 * to them, set-up items with the version of their format, from when an application needs the desk, and an index for
 * what was sent lately.
 * How: each statement can be run again, so a run that broke half-way is resumed; applications are rewritten one by one
 * by the same upgrade that reading uses.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { needsDeskAt, storedApplication } from '../../../core/joining';

type Gates = Record<string, { id: string; kind: string }[]>;

export class Editable3 implements MigrationInterface {
  readonly name = 'Editable1700000000003';

  async up(runner: QueryRunner): Promise<void> {
    for (const sql of [
      'ALTER TABLE setup_item ADD COLUMN IF NOT EXISTS format smallint NOT NULL DEFAULT 1',
      'ALTER TABLE application ADD COLUMN IF NOT EXISTS needs_at datetime(3) NULL AFTER gate_since',
      'CREATE INDEX IF NOT EXISTS application_needs ON application (shadow, state, needs_at)',
      'CREATE INDEX IF NOT EXISTS application_path ON application (path, state)',
      'CREATE INDEX IF NOT EXISTS outgoing_sent ON outgoing (sent_at)',
      "ALTER TABLE job MODIFY state enum ('ready', 'failed', 'claimed') NOT NULL DEFAULT 'ready'",
      'ALTER TABLE job ADD COLUMN IF NOT EXISTS claimed_by char(20) CHARACTER SET ascii COLLATE ascii_bin NULL AFTER state',
      'ALTER TABLE job ADD COLUMN IF NOT EXISTS claimed_until datetime(3) NULL AFTER claimed_by',
    ])
      await runner.query(sql);
    const [revision] = (await runner.query('SELECT document FROM setup_revision ORDER BY number DESC LIMIT 1')) as {
      document: string;
    }[];
    const paths = (JSON.parse(revision?.document ?? '{}') as { paths?: { id: string; gates: Gates[string] }[] }).paths;
    const gates: Gates = Object.fromEntries((paths ?? []).map(({ id, gates: all }) => [id, all]));
    for (let after = ''; ;) {
      const rows = (await runner.query('SELECT id, data FROM application WHERE id > ? ORDER BY id LIMIT 500', [
        after,
      ])) as { id: string; data: string }[];
      if (rows.length === 0) return;
      for (const { id, data } of rows) {
        const application = storedApplication.read(JSON.parse(data), (path) => gates[path] ?? []);
        const needs = needsDeskAt(application);
        await runner.query('UPDATE application SET data = ?, needs_at = ? WHERE id = ?', [
          JSON.stringify(storedApplication.write(application)),
          needs === null ? null : new Date(needs),
          id,
        ]);
      }
      after = rows[rows.length - 1]!.id;
    }
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}
