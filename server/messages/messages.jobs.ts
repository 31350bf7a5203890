/** Purpose: the jobs of letters. */
import { z } from 'zod';
import { job } from '../platform/job.kinds';
import { messagesSays } from './messages.sentences';

export const messageJobs = {
  sendMail: job({
    lane: 'mail',
    payload: z.object({ id: z.string() }),
    says: (reader) => messagesSays(reader).jobLetter,
  }),
};
export type MessageJobs = typeof messageJobs;
