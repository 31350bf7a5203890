/** Purpose: entries as staff see them: lists by where they stand, and one with all that happened to it. */
import type { DataSource } from 'typeorm';
import type { DeskEntryRow, EntryTab } from '../../contract';
import { categoryTitle, entryTerms, isSeen, sayStage, stateOf, type BoardItem } from '../../core/boards';
import { sayAgo, sayMoment, type Instant } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { rowIn, rowsFrom } from '../platform/rows';
import { BoardQueries, inTab, sorted, sumsByTab } from './board.query.sql';
import { answerLines, handsView, hrefOfEntry, notesOn } from './entry.view';
import { boardsSays } from './boards.sentences';
import { EntryReplyRow, EntryRow, type Happened } from './entry.entities';
import { entryNumbered, nameOfEntry, storedOf, type StoredEntry } from './entry.store';

const PAGE = 25;

type Asked = { readonly board: string; readonly tab: EntryTab; readonly q: string; readonly page: number };

export class EntryDesk {
  private readonly queries: BoardQueries;

  constructor(private readonly db: DataSource) {
    this.queries = new BoardQueries(db);
  }

  /** How many are to be looked at. */
  async waiting(): Promise<number> {
    const [row] = await rowsFrom<{ n: string }>(this.db, `SELECT COUNT(*) AS n FROM entry e WHERE ${inTab.waiting}`);
    return Number(row!.n);
  }

  async list({ board, tab, q, page }: Asked, setup: Setup, now: Instant) {
    const terms = entryTerms(q);
    const narrow = [
      ...(board ? ['e.board = ?'] : []),
      ...terms.map(() => 'e.id IN (SELECT w.entry FROM entry_word w WHERE w.word LIKE ?)'),
    ];
    const values = [...(board ? [board] : []), ...terms.map((term) => `${term}%`)];
    const where = (more: string) => [...narrow, more].join(' AND ');
    const [counts] = await rowsFrom<Record<EntryTab, string | null>>(
      this.db,
      `SELECT ${sumsByTab} FROM entry e WHERE ${where('1 = 1')}`,
      values,
    );
    const rows = await rowsFrom<Record<string, unknown>>(
      this.db,
      `SELECT e.* FROM entry e WHERE ${where(inTab[tab])} ORDER BY ${sorted[tab]} LIMIT ? OFFSET ?`,
      [...values, PAGE, (page - 1) * PAGE],
    );
    const found = rows.map((row) => ({
      stored: storedOf(rowIn(this.db.manager, EntryRow, row)),
      waitsSince: (row['waits_since'] as Date | null)?.getTime() ?? null,
    }));
    const names = await this.queries.names(found.map(({ stored }) => stored.member));
    const boards = await rowsFrom<{ board: string; waiting: string; standing: string }>(
      this.db,
      `SELECT e.board AS board, SUM(${inTab.waiting}) AS waiting, SUM(${inTab.standing}) AS standing FROM entry e GROUP BY e.board`,
    );
    const count = (name: EntryTab) => Number(counts?.[name] ?? 0);
    return {
      rows: found.flatMap(({ stored, waitsSince }) => rowOf(stored, waitsSince, names, setup, now) ?? []),
      total: count(tab),
      pageSize: PAGE,
      counts: {
        waiting: count('waiting'),
        standing: count('standing'),
        ended: count('ended'),
        returned: count('returned'),
      },
      boards: Object.fromEntries(
        boards.map(({ board: id, waiting, standing }) => [
          id,
          { waiting: Number(waiting), standing: Number(standing) },
        ]),
      ),
    };
  }

  async one(number: number, setup: Setup, now: Instant) {
    const stored = await entryNumbered(this.db.manager, number);
    const board = stored && setup.boards.get(stored.board);
    // A draft is its writer's alone.
    if (!stored || !board || stored.entry.stage === 'draft') return null;
    const names = await this.queries.names([stored.member]);
    const { entry } = stored;
    return {
      row: rowOf(stored, null, names, setup, now)!,
      answers: answerLines(entry, board, setup, true),
      category: categoryTitle(entry.category, board),
      change: entry.change && answerLines(entry.change, board, setup, true),
      replies: await this.db.getRepository(EntryReplyRow).countBy({ entry: stored.id }),
      notes: notesOn(stored, board, setup, true, true),
      hands: handsView(stored, board, 'staff', now, setup),
      href: 'everyone' in board.read && isSeen(entry, board, now) ? hrefOfEntry(stored) : null,
      history: [...stored.history].reverse().map((one) => ({
        when: sayMoment(one.at, now, setup.doc.site),
        says: happeningSays(one, board, setup),
      })),
    };
  }
}

function rowOf(
  stored: StoredEntry,
  waitsSince: Instant | null,
  names: ReadonlyMap<string, string>,
  setup: Setup,
  now: Instant,
): DeskEntryRow | null {
  const board = setup.boards.get(stored.board);
  if (!board) return null;
  const { site } = setup.doc;
  const { entry, member } = stored;
  const at = waitsSince ?? entry.openedAt ?? entry.sentAt;
  return {
    number: stored.number,
    title: nameOfEntry(entry, board, site),
    board: board.id,
    state: sayStage(entry, board, site),
    waits: entry.stage === 'waiting' ? 'entry' : entry.change ? 'change' : null,
    poster: member ? { id: member, name: names.get(member) ?? '' } : null,
    says: at === null ? '' : sayAgo(at, now, site),
  };
}

function happeningSays({ what, by, name, note }: Happened, board: BoardItem, setup: Setup): string {
  const says = boardsSays(setup.doc.site);
  const did =
    what === 'stateSet'
      ? says.happened_stateSet({ state: stateOf(board, note ?? null)?.title ?? note ?? '' })
      : says[`happened_${what}`];
  if (by === 'clock') return did;
  const who = name ?? says[`by_${by}`];
  return what === 'sentBack' && note
    ? says.happeningNote({ what: did, by: who, note })
    : says.happening({ what: did, by: who });
}
