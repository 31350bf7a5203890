/** Purpose: the jobs of joining. */
import { rowsFrom } from '../platform/rows';
import { z } from 'zod';
import { ApplicationId } from '../../core/kernel';
import { job } from '../platform/job.kinds';
import { joiningSays } from './joining.sentences';

export const joiningJobs = {
  /** What the clock brings to an application: a reminder, the end of a wait. */
  applicationTimer: job({
    lane: 'work',
    payload: z.object({ application: ApplicationId }),
    says: (reader) => joiningSays(reader).jobApplication,
    of: async (manager, { application }, reader) => {
      const [row] = await rowsFrom<{ name: string }>(
        manager,
        'SELECT m.name FROM application a JOIN member m ON m.id = a.member WHERE a.id = ? AND a.shadow = 0',
        [application],
      );
      return row ? joiningSays(reader).jobApplicationOf({ name: row.name }) : null;
    },
  }),
  /** Sees to whoever was moved by a process that had not noticed a new set-up yet. */
  settlePaths: job({ lane: 'work', payload: z.object({}), says: (reader) => joiningSays(reader).jobSettle }),
  /** Moves up whoever waits for a place on a form. */
  movePlacesUp: job({
    lane: 'work',
    payload: z.object({ form: z.string() }),
    says: (reader) => joiningSays(reader).jobPlaces,
  }),
};
export type JoiningJobs = typeof joiningJobs;
