/** Purpose: what the platform stores for every area, as an area says it. */
import type { EntityManager } from 'typeorm';
import type { Area } from './area';
import { SentActRow } from './platform/acts.entity';
import { sweepSendings } from './platform/acts';
import { AuditRow } from './platform/audit.entity';
import { ClockRow } from './platform/clock.entity';
import { JobRow } from './platform/job.entity';
import { SharedNameRow } from './platform/locks';
import type { Limits } from './platform/limits';
import { firstMigrations } from './platform/migrations';
import { SecretRow } from './platform/secret.entity';
import { table } from './platform/tables';

export const baseArea = {
  name: 'platform',
  tables: [
    // What they sent, and what staff were answered about them.
    table(
      SentActRow,
      { erased: `? IN (who, JSON_VALUE(answer, '$.value.member'))` },
      'key_hash sent_hash who answer expires_at',
    ),
    table(
      JobRow,
      {
        kept: 'A timer goes with its application by an effect of its own, a letter’s job with the letter; a wish for a new password names an address for a minute at most, until it is looked up.',
      },
      'id kind lane job_key run_at payload state claimed_by claimed_until attempts first_at last_error',
    ),
    table(
      AuditRow,
      {
        kept: 'What was done stays provable; it names a member by an id that leads nowhere any more, and only staff by name.',
      },
      'id at kind who name act subject detail',
    ),
    table('rate_limit', { kept: 'Keys are digests, and run out by themselves.' }, 'key points expire'),
    table(SharedNameRow, { kept: 'Names nobody.' }, 'kind name'),
    table(ClockRow, { kept: 'Names nobody.' }, 'id offset_ms'),
    table(SecretRow, { kept: 'Names nobody.' }, 'id value'),
    table('migration', { kept: 'Names nobody.' }, 'id timestamp name'),
  ],
  migrations: firstMigrations,
  sweep: async (ports: { readonly limits: Limits; readonly db: { readonly manager: EntityManager } }) => {
    await ports.limits.sweep();
    await sweepSendings(ports.db.manager);
  },
} satisfies Area;
