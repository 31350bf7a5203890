/** Boards and their entries, as an area. */
import type { Instant } from '../../core/kernel';
import type { Area, Base } from '../area';
import type { Outbox } from '../messages';
import type { Jobs } from '../platform/jobs';
import { table } from '../platform/tables';
import type { LiveSetup, Publishing } from '../setup';
import { BoardQueries } from './board.query.sql';
import { boardForms } from './boards.forms';
import { boardsApi, type BoardsApi, type BoardsPorts } from './boards.api';
import { boardJobs, type BoardJobs } from './boards.jobs';
import { boardPlaces } from './boards.places';
import { Entries } from './entries';
import { entriesApi, type EntriesApiPorts } from './entries.api';
import { EntryDesk } from './entry.desk';
import { boardUses } from './entry.store';
import { EntryReplyRow, EntryRow, EntrySavedRow, EntryValueRow, EntryWordRow } from './entry.entities';
import { Replies } from './replies';
import { Posted17 } from './migrations/posted';

type Needs = Base & { readonly live: LiveSetup; readonly outbox: Outbox; readonly jobs: Jobs<BoardJobs> };

type PlacePorts = {
  readonly entries: Entries;
  readonly boardQueries: BoardQueries;
  readonly replies: Replies;
};

export const boardsArea = {
  name: 'boards',
  tables: [
    // A reply goes with whoever wrote it, and with the entry it was written to.
    table(EntryReplyRow, { erased: 'member = ?' }, 'id entry member sent_at answers'),
    table(EntrySavedRow, { erased: 'member = ?' }, 'member entry saved_at'),
    // What is found and narrowed down by goes with its entry.
    table(EntryValueRow, { erased: '' }, 'entry field nth board text number'),
    table(EntryWordRow, { erased: '' }, 'board word entry times'),
    table(
      EntryRow,
      { erased: 'member = ?' },
      'id number board member stage state name name_key category seen seen_until sent_at opened_at until_at ended_at waits_since changed_at data',
    ),
  ],
  migrations: [Posted17],
  jobs: boardJobs,
  uses: boardUses,
  unlisted: ['/post', '/edit', '/mine'],
  build: ({ db, live, acts, outbox, jobs, random, address }: Needs) => ({
    entries: new Entries({ db, live, acts, outbox, jobs, random, address }),
    boardQueries: new BoardQueries(db),
    entryDesk: new EntryDesk(db),
    replies: new Replies({ db, live, acts, outbox, random, address }),
  }),
  published: ({ entries }: { readonly entries: Entries }, ...of: Parameters<Publishing['follows']>) =>
    entries.published(...of),
  sweep: ({ entries, live }: { readonly entries: Entries; readonly live: LiveSetup }, now: Instant) =>
    live.current ? entries.sweep(now) : Promise.resolve(),
  api: (ports: BoardsPorts & EntriesApiPorts) => ({ boards: boardsApi(ports), entries: entriesApi(ports) }),
  places: ({ entries, boardQueries, replies }: PlacePorts) => boardPlaces(entries, boardQueries, replies),
  forms: (api: { readonly boards: BoardsApi }) => boardForms(api.boards),
} satisfies Area;
