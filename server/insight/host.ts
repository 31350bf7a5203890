/** Purpose: who answers what is asked of everybody: a thread where the product is built, this very process elsewhere. */
import { resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import type { Pool } from 'mysql2/promise';
import type { ComingDay, Impact, PriceChange, WhoGetsIn } from '../../core/insight';
import type { Instant } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { Config } from '../platform/config';
import { Insight, type DoorQuestion } from './insight';
import { documentsBy, rowsBy } from './query';
import { TermsInsight, type MonthsPast } from './terms';
import { InsightThread } from './thread';

export type AskInsight = {
  /** @param now the day that is asked about; @param today the present */
  impact(before: Setup, after: Setup, now: Instant, today: Instant): Promise<Impact>;
  door(question: DoorQuestion): Promise<WhoGetsIn>;
  /** What a draft's prices mean to those who have them. */
  prices(before: Setup, after: Setup): Promise<readonly PriceChange[]>;
  /** What terms bring in from `now` until `end`. */
  coming(setup: Setup, now: Instant, end: Instant): Promise<readonly ComingDay[]>;
  /** @param months the first instants of months in order, and the end of the last */
  months(months: readonly Instant[]): Promise<MonthsPast>;
  close(): Promise<void>;
};

/** Where the sources run as they are (in tests) there is no built worker to start. */
const built = !import.meta.url.endsWith('.ts');

export function insightFor({ db, dist }: Pick<Config, 'db' | 'dist'>, pool: Pool): AskInsight {
  const { host, port, user, password, name } = db;
  if (built) {
    const file = pathToFileURL(resolve(dist, 'server/insight.js'));
    return new InsightThread(file, { host, port, user, password, database: name });
  }
  const insight = new Insight(rowsBy(pool));
  const terms = new TermsInsight(rowsBy(pool), documentsBy(pool));
  return {
    impact: (before, after, now, today) => insight.impact(before, after, now, today),
    door: (question) => insight.door(question),
    prices: (before, after) => terms.prices(before, after),
    coming: (setup, now, end) => terms.coming(setup, now, end),
    months: (months) => terms.months(months),
    close: () => Promise.resolve(),
  };
}
