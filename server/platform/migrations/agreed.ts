/**
 * Purpose: what people have agreed to, which stood on their application and with what they sent alone, stands in their
 * profile as any other answer.
 * How: each statement can be run again, so a run that broke half-way is resumed. Applications themselves are read in any
 * version; one that an earlier migration of this very run has written lists its agreements among the answers already.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';
import { upgradeDocument } from '../../../core/setup';

type Stored = {
  member: string;
  data: { answers: { agreed?: { id: string; version: number }[]; fields: Record<string, unknown> } };
};

export class Agreed8 implements MigrationInterface {
  readonly name = 'Agreed1700000000008';

  async up(runner: QueryRunner): Promise<void> {
    const [revision] = (await runner.query('SELECT document FROM setup_revision ORDER BY number DESC LIMIT 1')) as {
      document: string;
    }[];
    const document = upgradeDocument(JSON.parse(revision?.document ?? '{}') as unknown);
    const { fields = [] } = document as { fields?: { id: string; of?: { kind?: string } }[] };
    const agreements = fields.flatMap(({ id, of }) => (of?.kind === 'agreement' ? [id] : []));
    for (let after = ''; ;) {
      const rows = (await runner.query('SELECT id, member, data FROM application WHERE id > ? ORDER BY id LIMIT 500', [
        after,
      ])) as { id: string; member: string; data: string }[];
      if (rows.length === 0) break;
      for (const { member, data } of rows) {
        const { answers } = JSON.parse(data) as Stored['data'];
        const listed = agreements.map((id) => ({ id, version: answers.fields[id] }));
        for (const { id, version } of [...listed, ...(answers.agreed ?? [])])
          if (typeof version === 'number') await keep(runner, member, id, version);
      }
      after = rows.at(-1)!.id;
    }
    await sendings(runner);
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}

async function keep(runner: QueryRunner, member: string, field: string, version: number): Promise<void> {
  await runner.query(
    `INSERT IGNORE INTO member_value (member, field, text, number, value)
     SELECT m.id, ?, NULL, ?, ? FROM member m WHERE m.id = ?`,
    [field, version, JSON.stringify(version), member],
  );
  const path = `$.fields."${field}"`;
  await runner.query('UPDATE member_facts SET facts = JSON_INSERT(facts, ?, ?) WHERE member = ?', [
    path,
    version,
    member,
  ]);
}

/** Forms sent by members kept their agreements apart. */
async function sendings(runner: QueryRunner): Promise<void> {
  const rows = (await runner.query(`SELECT id, answers FROM form_sending WHERE JSON_EXISTS(answers, '$.agreed')`)) as {
    id: string;
    answers: string;
  }[];
  for (const { id, answers } of rows) {
    const { agreed = [], fields, ...rest } = JSON.parse(answers) as Stored['data']['answers'];
    const yes = Object.fromEntries(agreed.map((one) => [one.id, one.version]));
    await runner.query('UPDATE form_sending SET answers = ? WHERE id = ?', [
      JSON.stringify({ ...rest, fields: { ...yes, ...fields } }),
      id,
    ]);
  }
}
