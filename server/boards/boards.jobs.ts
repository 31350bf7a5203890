/** Purpose: the jobs of boards. */
import { z } from 'zod';
import { EntryId } from '../../core/kernel';
import { job } from '../platform/job.kinds';
import { rowsFrom } from '../platform/rows';
import { boardsSays } from './boards.sentences';

export const boardJobs = {
  /** What the clock brings to an entry: its end, and a word before that. */
  entryTimer: job({
    lane: 'work',
    payload: z.object({ entry: EntryId }),
    says: (reader) => boardsSays(reader).jobEntry,
    of: async (manager, { entry }, reader) => {
      const [row] = await rowsFrom<{ name: string }>(manager, 'SELECT name FROM entry WHERE id = ?', [entry]);
      return row ? boardsSays(reader).jobEntryOf({ name: row.name }) : null;
    },
  }),
  /** Brings what entries are found and seen by in step with a board that was changed, some at a time, those behind `after`. */
  refreshEntries: job({
    lane: 'work',
    payload: z.object({ board: z.string(), after: z.string() }),
    says: (reader) => boardsSays(reader).jobRefresh,
  }),
};
export type BoardJobs = typeof boardJobs;
