/**
 * Purpose: entries as rows: read, held, written, with what they are found and narrowed down by.
 * Invariant: the columns of an entry, its words and values are written with it, in one transaction.
 */
import type { EntityManager } from 'typeorm';
import {
  isSeen,
  seenUntil,
  wordsOfEntry,
  type BoardItem,
  type Content,
  type Entry,
  type EntryWord,
} from '../../core/boards';
import type { FieldValue } from '../../core/facts';
import { facetOf, showValue } from '../../core/fields';
import type { EntryId, Instant, MemberId, Place, Reader, StateId } from '../../core/kernel';
import { foldWord } from '../../core/kernel/fold';
import { LockedRows } from '../platform/locks';
import { changeRow, insertRow, rowIn, rowsFrom } from '../platform/rows';
import type { RowUses } from '../setup';
import { boardsSays } from './boards.sentences';
import { EntryReplyRow, EntryRow, EntryValueRow, EntryWordRow, type Happened } from './entry.entities';

/** An entry with whose it is. */
export type StoredEntry = {
  readonly id: EntryId;
  readonly number: number;
  readonly board: string;
  readonly member: MemberId | null;
  readonly entry: Entry;
  readonly history: readonly Happened[];
};

const HISTORY = 60;
const held = new LockedRows<StoredEntry>(({ member }) => member ?? '');

export const storedOf = (row: EntryRow): StoredEntry => ({
  id: row.id as EntryId,
  number: row.number,
  board: row.board,
  member: row.member as MemberId | null,
  entry: {
    ...row.data.content,
    stage: row.stage,
    state: row.state as StateId | null,
    change: row.data.change,
    sentAt: row.sentAt,
    openedAt: row.openedAt,
    until: row.until,
    renewed: row.data.renewed,
    reminded: row.data.reminded,
    endedAt: row.endedAt,
    note: row.data.note,
  },
  history: row.data.history,
});

async function rowBy(manager: EntityManager, where: string, value: unknown, locked = ''): Promise<StoredEntry | null> {
  const [row] = await rowsFrom<Record<string, unknown>>(manager, `SELECT * FROM entry WHERE ${where} = ?${locked}`, [
    value,
  ]);
  return row ? storedOf(rowIn(manager, EntryRow, row)) : null;
}

export const entryNumbered = (manager: EntityManager, number: number) => rowBy(manager, 'number', number);

/** Holds an entry until the transaction ends; whose it is, is held before. Null where it is gone. */
export const holdEntry = (manager: EntityManager, id: EntryId): Promise<StoredEntry | null> =>
  held.take(manager, id, () => rowBy(manager, 'id', id, ' FOR UPDATE'));

/** What an entry is called: the answer by which its board names it. */
export function nameOfEntry({ answers }: Content, board: BoardItem, reader: Reader): string {
  const field = board.fields.find(({ id }) => id === board.named);
  const value = answers[board.named];
  return field && value !== undefined ? showValue(field.of, value, reader) : '';
}

function columnsOf(entry: Entry, board: BoardItem, site: Place, history: readonly Happened[], now: Instant) {
  const name = nameOfEntry(entry, board, site);
  return {
    stage: entry.stage,
    state: entry.state,
    name: name.slice(0, 255),
    nameKey: foldWord(name).slice(0, 190),
    category: entry.category,
    // What is seen for a while after its end is not looked at again when that is over: the list asks for it.
    seen: isSeen(entry, board, now),
    seenUntil: seenUntil(entry, board),
    sentAt: entry.sentAt,
    openedAt: entry.openedAt,
    until: entry.until,
    endedAt: entry.endedAt,
    changedAt: now,
    data: {
      content: { category: entry.category, answers: entry.answers },
      change: entry.change,
      renewed: entry.renewed,
      reminded: entry.reminded,
      note: entry.note,
      history: history.slice(-HISTORY),
    },
  } as const;
}

const waits = ({ stage, change }: Entry): boolean => stage === 'waiting' || change !== null;

export async function addEntry(
  manager: EntityManager,
  { id, member, entry, history }: Pick<StoredEntry, 'id' | 'member' | 'entry' | 'history'>,
  board: BoardItem,
  site: Place,
  now: Instant,
): Promise<StoredEntry> {
  const columns = columnsOf(entry, board, site, history, now);
  const number = Number(
    await insertRow(manager, EntryRow, {
      id,
      board: board.id,
      member,
      waitsSince: waits(entry) ? now : null,
      ...columns,
    } as Partial<EntryRow>),
  );
  await writeKeys(manager, id, entry, board, site);
  const stored = { id, number, board: board.id, member, entry, history };
  held.is(manager, id, stored);
  return stored;
}

/** Writes what an entry has become. */
export async function writeEntry(
  manager: EntityManager,
  before: StoredEntry,
  { entry, history }: Pick<StoredEntry, 'entry' | 'history'>,
  board: BoardItem,
  site: Place,
  now: Instant,
): Promise<StoredEntry> {
  const columns = columnsOf(entry, board, site, history, now);
  const [waited, waiting] = [waits(before.entry), waits(entry)];
  await changeRow(manager, EntryRow, { id: before.id }, {
    ...columns,
    ...(waited === waiting ? {} : { waitsSince: waiting ? now : null }),
  } as Partial<EntryRow>);
  const { category, answers } = before.entry;
  if (JSON.stringify([category, answers]) !== JSON.stringify([entry.category, entry.answers]))
    await writeKeys(manager, before.id, entry, board, site);
  const stored = { ...before, entry, history };
  held.is(manager, before.id, stored);
  return stored;
}

/** Adds what somebody said to an entry. */
export const addReply = (manager: EntityManager, reply: EntryReplyRow): Promise<string> =>
  insertRow(manager, EntryReplyRow, reply);

/** Deletes an entry with all that hangs on it. */
export async function forgetEntry(manager: EntityManager, id: EntryId): Promise<void> {
  await manager.query('DELETE FROM entry WHERE id = ?', [id]);
  held.is(manager, id, null);
}

/** What the list is narrowed down by: one row an answer, of several choices one a choice. */
function valuesOf({ answers }: Content, board: BoardItem): Pick<EntryValueRow, 'field' | 'nth' | 'text' | 'number'>[] {
  const one = (field: string, nth: number, text: string | null, number: number | null) => ({
    field,
    nth,
    text,
    number,
  });
  return board.fields.flatMap(({ id, of, filter }) => {
    const value: FieldValue | undefined = answers[id];
    if (!filter || value === undefined) return [];
    if (Array.isArray(value)) return value.slice(0, 60).map((each, nth) => one(id, nth, each.slice(0, 60), null));
    if (typeof value === 'number') return [one(id, 0, null, value)];
    if (typeof value === 'boolean') return [one(id, 0, value ? 'yes' : 'no', null)];
    const { is } = facetOf(of);
    return is === 'choice' || is === 'day' ? [one(id, 0, value.slice(0, 60), null)] : [];
  });
}

/** Writes what an entry is found and narrowed down by. */
export async function writeKeys(
  manager: EntityManager,
  entry: EntryId,
  content: Content,
  board: BoardItem,
  site: Reader,
): Promise<void> {
  await manager.query('DELETE FROM entry_value WHERE entry = ?', [entry]);
  await manager.query('DELETE FROM entry_word WHERE entry = ?', [entry]);
  const [value, ...values] = valuesOf(content, board).map((row) => ({ entry, board: board.id, ...row }));
  if (value) await insertRow(manager, EntryValueRow, value, ...values);
  const words = wordsOfEntry(content, board, site);
  const asRow = ({ word, times }: EntryWord) => ({ board: board.id, word, entry, times });
  const [first, ...rest] = words.map(asRow);
  if (first) await insertRow(manager, EntryWordRow, first, ...rest);
}

/** How many entries of somebody wait or stand on a board, but for one. */
export async function openEntries(
  manager: EntityManager,
  member: MemberId,
  board: string,
  but: string,
): Promise<number> {
  const [row] = await rowsFrom<{ n: string }>(
    manager,
    `SELECT COUNT(*) AS n FROM entry WHERE member = ? AND board = ? AND stage IN ('waiting', 'standing') AND id <> ?`,
    [member, board, but],
  );
  return Number(row!.n);
}

/** What hangs on boards. */
export const boardUses: RowUses = {
  board: [
    async (manager, id, reader) => {
      const count = await manager.getRepository(EntryRow).countBy({ board: id });
      return { count, what: boardsSays(reader).entriesOn({ count }) };
    },
  ],
};
