/**
 * Purpose: people into the database in bulk: many rows a statement, whatever their number.
 */
import type { Pool } from 'mysql2/promise';
import { storedFacts } from '../core/facts';
import { mailKey, valueColumns } from '../core/fields';
import type { Setup } from '../core/setup';
import { columnsOf, timerKey } from '../server/joining';
import { wordsOf } from '../server/members';
import type { Generated } from './generate';

const BATCH = 1_000;
const moneyTables = ['term', 'payment', 'receipt', 'ledger_entry', 'ledger_line', 'card', 'code_use', 'member_paid'];

const tables = {
  member:
    'id, number, mail_key, owned_mail, mail, name, standing, standing_since, joined_at, admitted_at, seen_at, password_hash, shadow_of',
  member_value: 'member, field, text, number, value',
  member_term: 'member, level, from_at, until_at, paid_until',
  member_group: 'member, group_id, since',
  member_topic: 'member, topic, since',
  member_facts: 'member, facts',
  member_word: 'word, member',
  timeline: 'member, at, what, standing, title, note',
  application: 'id, member, shadow, path, state, gate_kind, gate_since, needs_at, submitted_at, data',
  job: 'kind, job_key, run_at, payload',
} as const;
type Table = keyof typeof tables;

const date = (at: number | null): Date | null => (at === null ? null : new Date(at));

/** Loads everybody. `told` hears how many are in. */
export async function load(
  pool: Pool,
  people: Iterable<Generated>,
  setup: Setup,
  passwordHash: string,
  told: (count: number) => void,
): Promise<number> {
  let rows = empty();
  let waiting = 0;
  let count = 0;
  const flush = async () => {
    const connection = await pool.getConnection();
    try {
      await connection.beginTransaction();
      for (const table of Object.keys(tables) as Table[]) {
        for (let at = 0; at < rows[table].length; at += BATCH)
          await connection.query(`INSERT INTO ${table} (${tables[table]}) VALUES ?`, [
            rows[table].slice(at, at + BATCH),
          ]);
      }
      await connection.commit();
    } catch (error) {
      await connection.rollback();
      throw error;
    } finally {
      connection.release();
    }
    count += waiting;
    told(count);
    rows = empty();
    waiting = 0;
  };
  for (const person of people) {
    lay(rows, person, setup, passwordHash);
    if (++waiting === BATCH) await flush();
  }
  if (waiting) await flush();
  return count;
}

/** Takes away what a broken earlier run left, so that loading can begin anew. */
export async function clear(pool: Pool): Promise<void> {
  for (const table of [...Object.keys(tables), ...moneyTables, 'staff']) await pool.query(`DELETE FROM ${table}`);
}

const empty = () =>
  Object.fromEntries(Object.keys(tables).map((table) => [table, [] as unknown[][]])) as Record<Table, unknown[][]>;

function lay(rows: Record<Table, unknown[][]>, person: Generated, setup: Setup, passwordHash: string): void {
  const { facts, application } = person;
  const id = facts.member;
  const admitted = date(facts.admittedAt);
  rows.member.push([
    id,
    facts.number,
    mailKey(facts.mail),
    // Whoever has not confirmed the address does not own it yet.
    application?.detail?.kind === 'confirmEmail' ? null : mailKey(facts.mail),
    facts.mail,
    facts.name,
    facts.standing,
    date(facts.standingSince),
    date(facts.joinedAt),
    admitted,
    date(person.seenAt),
    passwordHash,
    '',
  ]);
  for (const [field, value] of Object.entries(facts.fields)) {
    const { text, number } = valueColumns(value);
    rows.member_value.push([id, field, text, number, JSON.stringify(value)]);
  }
  for (const term of facts.terms)
    rows.member_term.push([id, term.level, date(term.from), date(term.until), date(term.paidUntil ?? null)]);
  for (const group of facts.groups) rows.member_group.push([id, group, date(person.groupSince)]);
  for (const topic of facts.topics) rows.member_topic.push([id, topic, date(facts.joinedAt)]);
  rows.member_facts.push([id, JSON.stringify(storedFacts.write(facts))]);
  for (const word of wordsOf(facts, setup)) rows.member_word.push([word, id]);
  for (const moment of person.timeline)
    rows.timeline.push([id, date(moment.at), moment.what, moment.standing ?? null, moment.title, moment.note ?? null]);
  if (!application) return;
  const columns = columnsOf(application, setup);
  rows.application.push([
    application.id,
    id,
    0,
    columns.path,
    columns.state,
    columns.gateKind,
    date(columns.gateSince),
    date(columns.needsAt),
    date(columns.submittedAt),
    JSON.stringify(columns.data),
  ]);
  if (application.state === 'open' && application.dueAt !== null)
    rows.job.push([
      'applicationTimer',
      timerKey(application.id),
      date(application.dueAt),
      JSON.stringify({ application: application.id }),
    ]);
}
