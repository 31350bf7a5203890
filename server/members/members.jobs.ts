/** Purpose: the jobs of members' answers, some people at a time, those behind `after`. */
import { z } from 'zod';
import { job } from '../platform/job.kinds';
import { membersSays } from './members.sentences';

export const memberJobs = {
  /** Turns answers into the new kind of their field; `before`: the kind they were given as. */
  convertAnswers: job({
    lane: 'work',
    payload: z.object({ field: z.string(), before: z.unknown(), after: z.string() }),
    says: (reader) => membersSays(reader).jobConvert,
  }),
  computeAnswers: job({
    lane: 'work',
    payload: z.object({ after: z.string() }),
    says: (reader) => membersSays(reader).jobCompute,
  }),
};
export type MemberJobs = typeof memberJobs;
