/** Purpose: the places of boards on the site, by their addresses; and what somebody has posted and saved. */
import type { PlaceView } from '../../contract';
import { isSeen, sayStage } from '../../core/boards';
import { sayDayMonth } from '../../core/kernel';
import type { Looker } from '../callers';
import { signInFirst, type PlaceAnswer, type PlaceRequest, type Places } from '../site';
import type { BoardQueries } from './board.query.sql';
import { boardsSays } from './boards.sentences';
import { handOf, mayPost, type Entries } from './entries';
import { nameOfEntry, type StoredEntry } from './entry.store';
import { type Replies } from './replies';
import { hrefOf, hrefOfEntry, mayRead, stateLabel } from './entry.view';
import { boardPlace } from './board.place';
import { entryPlace, entryForm } from './entry.place';

export const boardPlaces = (entries: Entries, queries: BoardQueries, replies: Replies): Places => ({
  boards: (asked) => {
    const board = asked.live.setup.boardByAddress.get(asked.rest ?? '');
    return board ? boardPlace(board, asked, queries) : null;
  },
  entries: async (asked) => {
    const stored = await entryAt(asked, entries);
    return stored && entryPlace(stored, asked, queries, replies);
  },
  post: (asked) => {
    const board = asked.live.setup.boardByAddress.get(asked.rest ?? '');
    if (!board) return null;
    const { facts, now } = asked.looker;
    if (!facts.member) return signInFirst(asked);
    if (!mayPost(facts, board, asked.live.doors.prepare(facts, now), asked.live)) return { elsewhere: hrefOf(board) };
    return entryForm(board, null, asked);
  },
  edit: async (asked) => {
    if (!asked.looker.facts.member) return signInFirst(asked);
    const stored = await entryAt(asked, entries);
    const board = stored && asked.live.setup.boards.get(stored.board);
    if (!stored || !board || handOf(stored, asked.looker.facts, board) !== 'poster') return null;
    return stored.entry.stage === 'ended' ? { elsewhere: hrefOfEntry(stored) } : entryForm(board, stored, asked);
  },
  mine: (asked) => (asked.rest === undefined ? minePlace(asked, queries) : null),
});

const isHidden = ({ entry }: StoredEntry, { through }: Looker): boolean =>
  through !== undefined && entry.stage === 'draft';

async function entryAt({ rest, looker }: PlaceRequest, entries: Entries): Promise<StoredEntry | null> {
  const stored = /^[1-9][0-9]{0,8}$/.test(rest ?? '') ? await entries.numbered(Number(rest)) : null;
  return stored && !isHidden(stored, looker) ? stored : null;
}

async function minePlace(asked: PlaceRequest, queries: BoardQueries): Promise<PlaceAnswer> {
  const { looker, live } = asked;
  const { member } = looker.facts;
  if (!member) return signInFirst(asked);
  const { setup } = live;
  const { site } = setup.doc;
  const { own, saved } = await queries.mine(member);
  const says = boardsSays(site);
  const boardOf = (stored: StoredEntry) => setup.boards.get(stored.board);
  const place: Extract<PlaceView, { kind: 'mine' }> = {
    kind: 'mine',
    title: says.mineTitle,
    own: own.flatMap((stored) => {
      const board = boardOf(stored);
      if (!board || isHidden(stored, looker)) return [];
      return [
        {
          title: nameOfEntry(stored.entry, board, site),
          href: hrefOfEntry(stored),
          board: board.title,
          state: sayStage(stored.entry, board, site),
          says: stored.entry.until === null ? '' : says.endsOn({ date: sayDayMonth(stored.entry.until - 1, site) }),
        },
      ];
    }),
    saved: saved.flatMap((stored) => {
      const board = boardOf(stored);
      // What they may not read any more is not named either.
      if (!board || board.retired || !mayRead(asked, board) || board.private) return [];
      const seen = isSeen(stored.entry, board, looker.now);
      if (!seen && stored.entry.stage !== 'ended') return [];
      return [
        {
          number: stored.number,
          title: nameOfEntry(stored.entry, board, site),
          href: seen ? hrefOfEntry(stored) : null,
          board: board.title,
          state: seen ? stateLabel(stored, board, setup) : boardsSays(site).endedNote,
        },
      ];
    }),
  };
  return place;
}
