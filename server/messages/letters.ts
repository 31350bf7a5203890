/**
 * Purpose: letters that do not get through: which, to whom, why, and trying them again.
 */
import { rowsFrom, changeIn } from '../platform/rows';
import type { DataSource } from 'typeorm';
import type { TodayView } from '../../contract';
import { ok, sayAgo, sayMoment, type Instant } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { Acts, Envelope } from '../platform/acts';
import type { Jobs } from '../platform/jobs';
import type { MessageJobs } from './messages.jobs';
import { messagesSays } from './messages.sentences';

const SHOWN = 6;
/** A letter is stuck when it was given up, or has been tried in vain for so many times. */
const STUCK = `j.lane = 'mail' AND (j.state = 'failed' OR j.attempts >= 3)`;

type Row = {
  name: string | null;
  mail: string;
  subject: string;
  error: string;
  state: string;
  run_at: Date;
  created: Date;
};

export class StuckLetters {
  constructor(
    private readonly db: DataSource,
    private readonly jobs: Jobs<MessageJobs>,
    private readonly acts: Acts,
  ) {}

  async count(): Promise<number> {
    const [row] = await rowsFrom<{ n: string }>(this.db, `SELECT COUNT(*) AS n FROM job j WHERE ${STUCK}`);
    return Number(row?.n ?? 0);
  }

  async anySent(): Promise<boolean> {
    const rows = await rowsFrom<unknown>(this.db, 'SELECT 1 FROM outgoing WHERE sent_at IS NOT NULL LIMIT 1');
    return rows.length > 0;
  }

  /** For health: how many letters wait, how many are stuck, and for how many minutes the oldest has waited. */
  async state(now: Instant): Promise<{ waiting: number; stuck: number; oldestMinutes: number }> {
    const [row] = await rowsFrom<{ waiting: string; stuck: string | null; oldest: Date | null }>(
      this.db,
      `SELECT COUNT(*) AS waiting, SUM(${STUCK}) AS stuck, MIN(COALESCE(j.first_at, j.run_at)) AS oldest
       FROM job j WHERE j.lane = 'mail' AND (j.run_at <= ? OR j.attempts > 0)`,
      [new Date(now)],
    );
    const oldest = row?.oldest ? Math.max(0, Math.floor((now - row.oldest.getTime()) / 60_000)) : 0;
    return { waiting: Number(row?.waiting ?? 0), stuck: Number(row?.stuck ?? 0), oldestMinutes: oldest };
  }

  /** The oldest few, in words. */
  async view(now: Instant, setup: Setup): Promise<TodayView['letters']> {
    const total = await this.count();
    const place = setup.doc.site;
    const words = messagesSays(place);
    const rows =
      total === 0
        ? []
        : await rowsFrom<Row>(
            this.db,
            `SELECT m.name, o.to_mail AS mail, o.subject, COALESCE(j.last_error, '') AS error, j.state, j.run_at,
                    o.created_at AS created
             FROM job j JOIN outgoing o ON j.job_key = CONCAT('mail:', o.id) LEFT JOIN member m ON m.id = o.member
             WHERE ${STUCK} ORDER BY o.created_at, o.id LIMIT ${SHOWN}`,
          );
    return {
      total,
      rows: rows.map((row) => ({
        // A letter to nobody we know goes to an address that is nobody's business here.
        to: row.name ?? words.toStaff,
        subject: row.subject.replace(/\uE000\w+\uE001/g, '…'),
        says:
          row.state === 'failed'
            ? words.givenUp({ error: row.error })
            : words.triedAgain({ error: row.error, when: sayMoment(row.run_at.getTime(), now, place) }),
        since: sayAgo(row.created.getTime(), now, place),
      })),
    };
  }

  /** Tries what is stuck again now, with all its time anew. @returns how many letters */
  async retry(envelope: Envelope): Promise<number> {
    const done = await this.acts.carryOut<number, never>(envelope, async ({ manager, now, about }) => {
      const { affectedRows } = await changeIn(
        manager,
        `UPDATE job j SET j.state = IF(j.state = 'claimed', 'claimed', 'ready'), j.attempts = 0, j.first_at = NULL, j.run_at = ? WHERE ${STUCK}`,
        [new Date(now)],
      );
      about({ detail: { letters: affectedRows } });
      this.jobs.wake(manager, 'mail');
      return ok(affectedRows);
    });
    return done.ok ? done.value.value : 0;
  }
}
