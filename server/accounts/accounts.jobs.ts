/** Purpose: the jobs of accounts. */
import { z } from 'zod';
import { job } from '../platform/job.kinds';
import { accountsSays } from './accounts.sentences';

const payload = z.object({ mail: z.string() });

export const accountJobs = {
  /** Looks up whom an address belongs to and writes the letter for a forgotten password. */
  resetMail: job({ lane: 'work', payload, says: (reader) => accountsSays(reader).jobReset }),
  staffResetMail: job({ lane: 'work', payload, says: (reader) => accountsSays(reader).jobReset }),
};
export type AccountJobs = typeof accountJobs;
