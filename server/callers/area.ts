/** Who makes a request, as an area. */
import type { Area, Base } from '../area';
import { table } from '../platform/tables';
import type { Instant } from '../../core/kernel';
import { SessionRow } from './session.entity';
import { Sessions } from './sessions';
import { Viewers } from './viewers';

export const callersArea = {
  name: 'callers',
  tables: [
    // A session of a member; of staff it is no person's of the site.
    table(
      SessionRow,
      { erased: `kind = 'member' AND subject = ?` },
      'token_hash id kind subject created_at seen_at expires_at ends_at device',
    ),
  ],
  build: ({ database, db, random, acts, clock, config }: Base) => {
    const sessions = new Sessions(database.pool, random);
    return { sessions, viewers: new Viewers(db, sessions, acts, clock, config.secure) };
  },
  sweep: ({ sessions }: { readonly sessions: Sessions }, now: Instant) => sessions.sweep(now),
} satisfies Area;
