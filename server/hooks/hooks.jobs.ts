/** Purpose: the jobs of calls to programs elsewhere. */
import { z } from 'zod';
import { job } from '../platform/job.kinds';
import { hooksSays } from './hooks.sentences';

export const hookJobs = {
  callHook: job({ lane: 'hooks', payload: z.object({ id: z.string() }), says: (reader) => hooksSays(reader).jobCall }),
};
export type HookJobs = typeof hookJobs;
