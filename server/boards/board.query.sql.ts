/**
 * Purpose: the entries of a board as one viewer finds them: searched, narrowed down, sorted, counted, by the indexes of the
 * database.
 * Invariant: every statement begins with what this viewer may see (`sight`), so that neither a row nor a count tells of more.
 */
import type { DataSource } from 'typeorm';
import type { EntryTab } from '../../contract';
import { categoriesBeneath, type BoardField, type BoardItem } from '../../core/boards';
import { facetOf, type FacetName } from '../../core/fields';
import type { Instant } from '../../core/kernel';
import { rowIn, rowsFrom } from '../platform/rows';
import { EntryRow } from './entry.entities';
import { storedOf, type StoredEntry } from './entry.store';

type Sql = { readonly sql: string; readonly values: readonly unknown[] };

export const sorts = ['newest', 'best', 'name', 'ends'] as const;
export type Sort = (typeof sorts)[number];
export const tabs = ['all', 'mine', 'saved'] as const;
export type Tab = (typeof tabs)[number];

/** What of a list is asked for. */
export type BoardQuery = {
  readonly tab: Tab;
  readonly terms: readonly string[];
  readonly category: string;
  /** By the field; of a choice the one that is chosen, of a number or a day its ends. */
  readonly narrowed: ReadonlyMap<string, { readonly is: string } | { readonly from: string; readonly until: string }>;
  readonly sort: Sort;
  readonly page: number;
};

/** Who looks: their id, and whether they look after the board. */
export type Sight = { readonly member: string | null; readonly keeps: boolean; readonly now: Instant };

export const PAGE = 20;

/** How a field narrows a list down, by what its answers are; null where it cannot. */
const narrowing: Readonly<Record<FacetName, 'choice' | 'number' | 'date' | null>> = {
  choice: 'choice',
  choices: 'choice',
  yes: 'choice',
  number: 'number',
  day: 'date',
  text: null,
  span: null,
  file: null,
  agreement: null,
};
export const filterOf = ({ of }: BoardField) => narrowing[facetOf(of).is];

const both = (parts: readonly Sql[]): Sql => ({
  sql: parts.map(({ sql }) => sql).join(' AND '),
  values: parts.flatMap(({ values }) => values),
});

/** What of a board somebody sees at all. */
function sight(board: BoardItem, tab: Tab, { member, keeps, now }: Sight): Sql {
  const on: Sql = { sql: 'e.board = ?', values: [board.id] };
  if (tab === 'mine') return both([on, { sql: 'e.member = ?', values: [member ?? ''] }]);
  const seen: Sql = {
    sql: 'e.seen = 1 AND (e.seen_until IS NULL OR e.seen_until > ?)',
    values: [new Date(now)],
  };
  const own: Sql = board.private
    ? keeps
      ? { sql: `e.stage IN ('standing', 'ended')`, values: [] }
      : { sql: 'e.member = ?', values: [member ?? ''] }
    : seen;
  const saved: Sql[] =
    tab === 'saved'
      ? [{ sql: 'e.id IN (SELECT s.entry FROM entry_saved s WHERE s.member = ?)', values: [member ?? ''] }]
      : [];
  return both([on, own, ...saved]);
}

const LIKE = /[\\%_]/g;
const begins = (term: string): string => `${term.replace(LIKE, '\\$&')}%`;

const byWord = (board: BoardItem, term: string): Sql => ({
  sql: 'e.id IN (SELECT w.entry FROM entry_word w WHERE w.board = ? AND w.word LIKE ?)',
  values: [board.id, begins(term)],
});

function byField(board: BoardItem, field: string, asked: { is: string } | { from: string; until: string }): Sql {
  const within = (sql: string, values: readonly unknown[]): Sql => ({
    sql: `e.id IN (SELECT v.entry FROM entry_value v WHERE v.board = ? AND v.field = ? AND ${sql})`,
    values: [board.id, field, ...values],
  });
  if ('is' in asked) return within('v.text = ?', [asked.is]);
  const known = board.fields.find(({ id }) => id === field);
  const column = known && filterOf(known) === 'number' ? 'v.number' : 'v.text';
  const ends: Sql[] = [
    ...(asked.from === '' ? [] : [{ sql: `${column} >= ?`, values: [asked.from] }]),
    ...(asked.until === '' ? [] : [{ sql: `${column} <= ?`, values: [asked.until] }]),
  ];
  const { sql, values } = both(ends);
  return within(sql, values);
}

function byCategory(board: BoardItem, category: string): Sql {
  const ids = categoriesBeneath(category, board);
  return { sql: `e.category IN (${ids.map(() => '?').join(', ')})`, values: ids };
}

/** What is asked for. @param but a field that does not narrow it down, or `category` */
function asked(board: BoardItem, query: BoardQuery, who: Sight, but: string | null = null): Sql {
  return both([
    sight(board, query.tab, who),
    ...query.terms.map((term) => byWord(board, term)),
    ...(query.category && but !== 'category' ? [byCategory(board, query.category)] : []),
    ...[...query.narrowed].filter(([field]) => field !== but).map(([field, one]) => byField(board, field, one)),
  ]);
}

function order({ sort, terms }: BoardQuery, board: BoardItem): Sql {
  if (sort === 'name') return { sql: 'e.name_key, e.id', values: [] };
  // What stands until somebody ends it comes last.
  if (sort === 'ends') return { sql: 'e.until_at IS NULL, e.until_at, e.id', values: [] };
  if (sort === 'newest' || terms.length === 0) return { sql: 'e.opened_at DESC, e.id DESC', values: [] };
  const like = terms.map(() => 'w.word LIKE ?').join(' OR ');
  return {
    sql: `(SELECT SUM(w.times) FROM entry_word w WHERE w.entry = e.id AND w.board = ? AND (${like})) DESC, e.opened_at DESC, e.id DESC`,
    values: [board.id, ...terms.map(begins)],
  };
}

export class BoardQueries {
  constructor(private readonly db: DataSource) {}

  async count(board: BoardItem, query: BoardQuery, who: Sight): Promise<number> {
    const { sql, values } = asked(board, query, who);
    const [row] = await rowsFrom<{ n: string }>(this.db, `SELECT COUNT(*) AS n FROM entry e WHERE ${sql}`, values);
    return Number(row!.n);
  }

  /** The entries of the page that is asked for. */
  async page(board: BoardItem, query: BoardQuery, who: Sight): Promise<StoredEntry[]> {
    const where = asked(board, query, who);
    const by = order(query, board);
    const rows = await rowsFrom<Record<string, unknown>>(
      this.db,
      `SELECT e.* FROM entry e WHERE ${where.sql} ORDER BY ${by.sql} LIMIT ? OFFSET ?`,
      [...where.values, ...by.values, PAGE, (query.page - 1) * PAGE],
    );
    return rows.map((row) => storedOf(rowIn(this.db.manager, EntryRow, row)));
  }

  /** How many there are of each choice of a field, whatever is chosen there now. */
  async choices(board: BoardItem, field: string, query: BoardQuery, who: Sight): Promise<ReadonlyMap<string, number>> {
    const { sql, values } = asked(board, query, who, field);
    const rows = await rowsFrom<{ text: string; n: string }>(
      this.db,
      `SELECT v.text AS text, COUNT(*) AS n FROM entry e JOIN entry_value v ON v.entry = e.id AND v.field = ?
       WHERE ${sql} AND v.text IS NOT NULL GROUP BY v.text`,
      [field, ...values],
    );
    return new Map(rows.map(({ text, n }) => [text, Number(n)]));
  }

  /** How many there are in each category, what stands within it counted too. */
  async categories(board: BoardItem, query: BoardQuery, who: Sight): Promise<ReadonlyMap<string, number>> {
    const { sql, values } = asked(board, query, who, 'category');
    const rows = await rowsFrom<{ category: string | null; n: string }>(
      this.db,
      `SELECT e.category AS category, COUNT(*) AS n FROM entry e WHERE ${sql} GROUP BY e.category`,
      values,
    );
    const own = new Map(rows.map(({ category, n }) => [category, Number(n)]));
    return new Map(
      board.categories.map(({ id }) => [
        id,
        categoriesBeneath(id, board).reduce((sum, one) => sum + (own.get(one) ?? 0), 0),
      ]),
    );
  }

  /** Which of these somebody has saved. */
  async saved(member: string, entries: readonly string[]): Promise<ReadonlySet<string>> {
    if (entries.length === 0) return new Set();
    const rows = await rowsFrom<{ entry: string }>(
      this.db,
      `SELECT entry FROM entry_saved WHERE member = ? AND entry IN (${entries.map(() => '?').join(', ')})`,
      [member, ...entries],
    );
    return new Set(rows.map(({ entry }) => entry));
  }

  /** What somebody has posted, and what they have saved, the newest first. */
  async mine(member: string): Promise<{ own: StoredEntry[]; saved: StoredEntry[] }> {
    const read = async (sql: string) =>
      (await rowsFrom<Record<string, unknown>>(this.db, sql, [member])).map((row) =>
        storedOf(rowIn(this.db.manager, EntryRow, row)),
      );
    return {
      own: await read('SELECT e.* FROM entry e WHERE e.member = ? ORDER BY e.changed_at DESC, e.id LIMIT 200'),
      saved: await read(
        `SELECT e.* FROM entry_saved s JOIN entry e ON e.id = s.entry WHERE s.member = ? ORDER BY s.saved_at DESC LIMIT 200`,
      ),
    };
  }

  /** The names of whoever posted these. */
  async names(members: readonly (string | null)[]): Promise<ReadonlyMap<string, string>> {
    const ids = [...new Set(members.filter((one) => one !== null))];
    if (ids.length === 0) return new Map();
    const rows = await rowsFrom<{ id: string; name: string }>(
      this.db,
      `SELECT id, name FROM member WHERE id IN (${ids.map(() => '?').join(', ')})`,
      ids,
    );
    return new Map(rows.map(({ id, name }) => [id, name]));
  }
}

/** What stands in each tab of the desk's list, and in which order. */
export const inTab: Record<EntryTab, string> = {
  waiting: 'e.waits_since IS NOT NULL',
  standing: `e.stage = 'standing'`,
  ended: `e.stage = 'ended'`,
  returned: `e.stage = 'returned'`,
};
export const sorted: Record<EntryTab, string> = {
  waiting: 'e.waits_since, e.id',
  standing: 'e.opened_at DESC, e.id DESC',
  ended: 'e.ended_at DESC, e.id DESC',
  returned: 'e.changed_at DESC, e.id DESC',
};
export const sumsByTab = Object.entries(inTab)
  .map(([name, sql]) => `SUM(${sql}) AS ${name}`)
  .join(', ');
