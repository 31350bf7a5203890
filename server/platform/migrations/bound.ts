/**
 * Purpose: the database holds what the code promises: what belongs to a person goes with them, and what belongs to a
 * payment, a term or a ledger entry keeps it. Receipts say all that is printed on them: older ones took currency and name of
 * the site from what it is called today, and are given what stood there until now.
 * How: what belonged to nobody is deleted first, since nothing has ever shown it. Of the books nothing is deleted: a row
 * there that leads nowhere stops the migration, and is told. Each statement can be run again.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

/** What goes with its member. */
const theirs = [
  'member_value',
  'member_was',
  'member_term',
  'member_paid',
  'member_group',
  'member_topic',
  'member_facts',
  'member_word',
  'timeline',
  'application',
  'form_sending',
  'form_put_off',
  'hook_call',
  'card',
  'code_use',
] as const;

/** What cannot stand without a row of the books. */
const booked = [
  ['payment', 'term', 'term'],
  ['receipt', 'payment', 'payment'],
  ['ledger_entry', 'payment', 'payment'],
  ['ledger_line', 'entry', 'ledger_entry'],
] as const;

export class Bound15 implements MigrationInterface {
  readonly name = 'Bound1700000000015';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query('ALTER TABLE payment ADD INDEX IF NOT EXISTS payment_term (term)');
    for (const [table, column, of] of booked) await mustLead(runner, table, column, of);
    for (const table of theirs)
      await runner.query(`DELETE one FROM ${table} one LEFT JOIN member m ON m.id = one.member WHERE m.id IS NULL`);
    // All lead somewhere by now, so that no table has to be copied to make sure of it.
    await runner.query('SET SESSION foreign_key_checks = 0');
    try {
      for (const table of theirs)
        await runner.query(
          `ALTER TABLE ${table} ADD CONSTRAINT ${table}_of_member
             FOREIGN KEY IF NOT EXISTS (member) REFERENCES member (id) ON DELETE CASCADE`,
        );
      for (const [table, column, of] of booked)
        await runner.query(
          `ALTER TABLE ${table} ADD CONSTRAINT ${table}_of_${column}
             FOREIGN KEY IF NOT EXISTS (${column}) REFERENCES ${of} (id) ON DELETE NO ACTION`,
        );
    } finally {
      await runner.query('SET SESSION foreign_key_checks = 1');
    }
    await sayOnReceipts(runner);
  }

  async down(): Promise<void> {
    throw new Error('What was rewritten does not go back; restore a backup instead.');
  }
}

async function mustLead(runner: QueryRunner, table: string, column: string, of: string): Promise<void> {
  const [row] = (await runner.query(
    `SELECT COUNT(*) AS n FROM ${table} one LEFT JOIN ${of} other ON other.id = one.${column}
     WHERE one.${column} IS NOT NULL AND other.id IS NULL`,
  )) as { n: string }[];
  if (Number(row?.n ?? 0) > 0)
    throw new Error(
      `${row!.n} rows of ${table} name a ${of} that is not there. Restore the newest backup in which they do, or ask for help.`,
    );
}

/** What receipts took from the site as it is called today, put on those that do not say it. */
export async function sayOnReceipts(runner: QueryRunner): Promise<void> {
  const [item] = (await runner.query("SELECT live FROM setup_item WHERE kind = 'site' AND live IS NOT NULL")) as {
    live: string;
  }[];
  if (!item) return;
  const { name, currency, locale, zone } = JSON.parse(item.live) as Record<string, string>;
  // What was kept already stands behind, and so over it.
  await runner.query('UPDATE receipt SET data = JSON_MERGE_PATCH(?, data)', [
    JSON.stringify({ from: name, currency, locale, zone }),
  ]);
}
