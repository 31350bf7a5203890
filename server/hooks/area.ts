/** Programs elsewhere that are told of sendings, as an area. */
import type { Instant } from '../../core/kernel';
import type { Area, Base } from '../area';
import type { Jobs } from '../platform/jobs';
import { table } from '../platform/tables';
import { HookCallRow } from './hook.call.entity';
import { Hooks } from './hooks';
import { hooksApi, type HooksPorts } from './hooks.api';
import { hookJobs, type HookJobs } from './hooks.jobs';

export const hooksArea = {
  name: 'hooks',
  tables: [
    // What was told elsewhere stays there, with whoever was told; the call with the answers is gone here.
    table(HookCallRow, { erased: 'member = ?' }, 'id form member address generation body created_at done_at'),
  ],
  jobs: hookJobs,
  build: ({ db, jobs, acts, random, secret, config }: Base & { readonly jobs: Jobs<HookJobs> }) => ({
    hooks: new Hooks(db, jobs, acts, random, secret, config.hooksInside),
  }),
  api: (ports: HooksPorts) => ({ hooks: hooksApi(ports) }),
  sweep: ({ hooks }: { readonly hooks: Hooks }, now: Instant) => hooks.sweep(now),
} satisfies Area;
