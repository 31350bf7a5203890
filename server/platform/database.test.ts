import { DataSource } from 'typeorm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import applicationOne from '../../tests/fixtures/application.1.json';
import setupOne from '../../tests/fixtures/setup.1.json';
import { configFor, dropDatabase, freshDatabase } from '../../tests/support/stack';
import { entities, migrations, tables } from '../areas';
import { migrate, openDatabase, type Database } from './database';
import { sayOnReceipts } from './migrations/bound';
import { Foundation1 } from './migrations/foundation';

/** As the first version stored it: waits at its first gate. */
const waiting = applicationOne.find(({ state, gate }) => state === 'open' && gate === 0)!;

let name: string;
let database: Database;
beforeAll(async () => {
  name = await freshDatabase();
  database = await openDatabase(configFor(name, 1, 1), entities, migrations);
});
afterAll(async () => {
  await database.close();
  await dropDatabase(name);
});

describe('migrations', () => {
  it('run once, from however many processes at once', async () => {
    const others = await Promise.all([1, 2].map(() => openDatabase(configFor(name, 1, 1), entities, migrations)));
    await Promise.all([database, ...others].map((one) => migrate(one.source)));
    expect(await database.source.query('SELECT name FROM migration')).toEqual([
      { name: 'Foundation1700000000001' },
      { name: 'Safe1700000000002' },
      { name: 'Editable1700000000003' },
      { name: 'Slices1700000000004' },
      { name: 'Worked1700000000005' },
      { name: 'Entered1700000000006' },
      { name: 'Tried1700000000007' },
      { name: 'Agreed1700000000008' },
      { name: 'Told1700000000009' },
      { name: 'Shown1700000000010' },
      { name: 'Paid1700000000011' },
      { name: 'Followed1700000000012' },
      { name: 'Invited1700000000013' },
      { name: 'Dated1700000000014' },
      { name: 'Bound1700000000015' },
      { name: 'Ordered1700000000016' },
      { name: 'Posted1700000000017' },
    ]);
    for (const other of others) await other.close();
  });

  it('leave exactly the tables the entities describe', async () => {
    const drift = await database.source.driver.createSchemaBuilder().log();
    expect(drift.upQueries.map((query) => query.query)).toEqual([]);
  });

  it('make no column of which it is not said what becomes of it when a person is erased', async () => {
    const columns = (await database.source.query(
      `SELECT table_name AS t, column_name AS c FROM information_schema.columns WHERE table_schema = DATABASE()`,
    )) as { t: string; c: string }[];
    const there: Record<string, string[]> = {};
    for (const { t, c } of columns) (there[t] ??= []).push(c);
    const said = Object.fromEntries(tables.map(({ name: table, columns: of }) => [table, [...of]]));
    const sorted = (of: Record<string, string[]>) =>
      Object.fromEntries(Object.entries(of).map(([table, list]) => [table, [...list].sort()]));
    expect(sorted(said)).toEqual(sorted(there));
  });

  it('leave no row of a person that could outlive them', async () => {
    const keys = (await database.source.query(
      `SELECT k.table_name AS t, k.column_name AS c, r.delete_rule AS rule
       FROM information_schema.key_column_usage k
       JOIN information_schema.referential_constraints r
         ON r.constraint_schema = k.constraint_schema AND r.constraint_name = k.constraint_name
       WHERE k.constraint_schema = DATABASE() AND k.referenced_table_name = 'member'`,
    )) as { t: string; c: string; rule: string }[];
    expect(keys.filter(({ c, rule }) => c !== 'member' || rule !== 'CASCADE')).toEqual([]);
    const bound = new Set(keys.map(({ t }) => t));
    const erased = tables.filter((one) => 'erased' in one && one.columns.includes('member') && !bound.has(one.name));
    // A secret may be one of the staff's; a picture is nobody's until its form is sent; a letter may go to a stranger.
    expect(erased.map(({ name: table }) => table).sort()).toEqual(['one_time', 'outgoing', 'picture']);
    const kept = tables.filter((one) => 'kept' in one && bound.has(one.name));
    expect(kept).toEqual([]);
  });

  it('bring data along: who owns an address, words found by, sessions with an end, gates by id', async () => {
    const own = await freshDatabase();
    const other = await openDatabase(configFor(own, 1, 1), entities, migrations);
    const { source } = other;
    const runner = source.createQueryRunner();
    await new Foundation1().up(runner);
    const member = `INSERT INTO member (id, mail_key, mail, name, standing, standing_since, joined_at, password_hash, shadow_of) VALUES (?, ?, ?, ?, 'applicant', NOW(3), NOW(3), '', ?)`;
    const ids = ['a', 'b', 'c'].map((letter) => letter.repeat(20));
    await source.query(member, [ids[0], 'ida@mail.example', 'Ida@mail.example', 'Ida Strauß', '']);
    await source.query(member, [ids[1], 'ilse@mail.example', 'ilse@mail.example', 'Ilse', '']);
    await source.query(member, [ids[2], null, 'Ida@Mail.example', 'Ida again', ids[0]]);
    await source.query(
      `INSERT INTO application (id, member, path, state, gate_kind, gate_since, submitted_at, once, data) VALUES (?, ?, 'member-path', 'open', 'confirmEmail', NOW(3), NOW(3), UUID(), ?)`,
      [ids[1], ids[1], JSON.stringify({ ...waiting, path: 'member-path' })],
    );
    const rules = { part: 'agreement', id: 'rules', label: 'I agree', text: ['Bring cake.'], version: 3 };
    const [form, ...others] = setupOne.forms as [(typeof setupOne.forms)[0]];
    await source.query(
      `INSERT INTO setup_revision (number, document, changes, note, author, at) VALUES (1, ?, '[]', '', '', NOW(3))`,
      [JSON.stringify({ ...setupOne, forms: [{ ...form, parts: [...form.parts, rules] }, ...others] })],
    );
    await source.query('INSERT INTO member_word (word, member) VALUES (?, ?)', ['strauß', ids[0]]);
    await source.query(
      `INSERT INTO session (token_hash, id, kind, subject, created_at, seen_at, expires_at, device) VALUES (?, ?, 'member', ?, NOW(3), NOW(3), NOW(3), '')`,
      [Buffer.alloc(32, 1), ids[0], ids[0]],
    );
    await source.query(
      `INSERT INTO timeline (member, at, what, title) VALUES (?, NOW(3), 'joining.submitted', ''), ('nobody00000000000001', NOW(3), 'joining.submitted', '')`,
      [ids[0]],
    );
    await source.query(
      `INSERT INTO job (kind, run_at, payload) VALUES ('sendMail', NOW(3), '{}'), ('applicationTimer', NOW(3), '{}')`,
    );
    await migrate(source);
    expect(await source.query('SELECT owned_mail, mail_key FROM member ORDER BY id')).toEqual([
      { owned_mail: 'ida@mail.example', mail_key: 'ida@mail.example' },
      { owned_mail: null, mail_key: 'ilse@mail.example' },
      { owned_mail: null, mail_key: 'ida@mail.example' },
    ]);
    // What belonged to nobody is gone, and nothing of that kind is let in any more.
    expect(await source.query('SELECT member FROM timeline')).toEqual([{ member: ids[0] }]);
    const orphan = "INSERT INTO timeline (member, at, what, title) VALUES ('nobody00000000000001', NOW(3), '', '')";
    await expect(source.query(orphan)).rejects.toThrow('foreign key');
    expect(await source.query('SELECT word FROM member_word')).toEqual([{ word: 'strauss' }]);
    expect(await source.query('SELECT ends_at > created_at AS later FROM session')).toEqual([{ later: 1 }]);
    expect(await source.query('SELECT lane FROM job ORDER BY id')).toEqual([{ lane: 'mail' }, { lane: 'work' }]);
    const [application] = (await source.query('SELECT data, needs_at FROM application')) as {
      data: string;
      needs_at: Date;
    }[];
    expect(JSON.parse(application!.data)).toMatchObject({ v: 3, gate: 'confirm', latestAt: waiting.limitAt });
    expect(await source.query('SELECT member, field, number FROM member_value')).toEqual([
      { member: ids[1], field: 'rules', number: 3 },
    ]);
    expect(application!.needs_at.getTime()).toBe(Math.round((waiting.gateSince + waiting.limitAt!) / 2));
    await runner.release();
    await other.close();
    await dropDatabase(own);
  });

  it('give receipts what stood on them by the site alone, and leave what they say themselves', async () => {
    const { source } = database;
    // Of one connection, since the keys are let go for a moment.
    const runner = source.createQueryRunner();
    const site = { id: 'site', name: 'Quillmoor', currency: 'GBP', locale: 'en-GB', zone: 'Europe/London' };
    await source.query(`INSERT INTO setup_item (kind, id, position, live) VALUES ('site', 'site', 0, ?)`, [
      JSON.stringify(site),
    ]);
    await runner.query('SET SESSION foreign_key_checks = 0');
    for (const [number, data] of [
      [1, { to: ['Ida'], lines: [], notes: [] }],
      [2, { from: 'The old name', currency: 'EUR', to: [], lines: [], notes: [] }],
    ] as const)
      await runner.query(
        `INSERT INTO receipt (number, kind, payment, member, at, amount, data) VALUES (?, 'payment', 'a', 'b', NOW(3), 1, ?)`,
        [number, JSON.stringify(data)],
      );
    await runner.query('SET SESSION foreign_key_checks = 1');
    await sayOnReceipts(runner);
    await runner.release();
    const rows = (await source.query('SELECT data FROM receipt ORDER BY number')) as { data: string }[];
    expect(rows.map(({ data }) => JSON.parse(data) as object)).toMatchObject([
      { from: 'Quillmoor', currency: 'GBP', locale: 'en-GB', zone: 'Europe/London', to: ['Ida'] },
      { from: 'The old name', currency: 'EUR', locale: 'en-GB', zone: 'Europe/London' },
    ]);
    await source.query('DELETE FROM receipt');
    await source.query('DELETE FROM setup_item');
  });

  it('resume after a run that broke half-way', async () => {
    await database.source.query('DROP TABLE application');
    await database.source.query('DELETE FROM migration');
    const again = new DataSource({ ...(database.source.options as never as object) } as never);
    await again.initialize();
    await migrate(again);
    expect(await again.query('SELECT COUNT(*) AS n FROM application')).toEqual([{ n: '0' }]);
    await again.destroy();
  });
});
