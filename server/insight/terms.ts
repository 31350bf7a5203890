/** Purpose: what is asked of all terms at once, read from the database anew each time: they change with every payment. */
import { comingDays, pricesChanged, type ComingDay, type PriceChange } from '../../core/insight';
import type { Instant } from '../../core/kernel';
import { keptBy, recurringBy, type Cohort, type Month, type Stretch, type Term } from '../../core/money';
import type { Setup } from '../../core/setup';
import type { Query } from './query';

/** What months brought and whom they kept; see `recurringBy` and `keptBy`. */
export type MonthsPast = { readonly recurring: readonly Month[]; readonly kept: readonly Cohort[] };

export class TermsInsight {
  constructor(
    private readonly query: Query,
    private readonly documents: Query,
  ) {}

  /** What is asked for until `end`, if everybody pays on time. */
  async coming(setup: Setup, now: Instant, end: Instant): Promise<ComingDay[]> {
    return comingDays(await this.terms(`state = 'running' AND until_at < ?`, [new Date(end)]), now, end, setup);
  }

  /** What a draft's prices mean to those who have them. */
  async prices(before: Setup, after: Setup): Promise<PriceChange[]> {
    return pricesChanged(await this.terms(`state <> 'ended'`, []), before, after);
  }

  /** @param months the first instants of months in order, and the end of the last */
  async months(months: readonly Instant[]): Promise<MonthsPast> {
    const rows = await this.query<{ member: string; from_at: Date; until_at: Date | null; monthly: number }>(
      `SELECT member, from_at, COALESCE(ended_at, IF(JSON_VALUE(data, '$.renews'), NULL, until_at)) AS until_at, monthly
       FROM term`,
      [],
    );
    const stretches = rows.map(({ member, from_at, until_at, monthly }): Stretch => ({
      member,
      from: new Date(from_at).getTime(),
      until: until_at === null ? null : new Date(until_at).getTime(),
      monthly: Number(monthly),
    }));
    return { recurring: recurringBy(stretches, months), kept: keptBy(stretches, months) };
  }

  private terms(where: string, params: readonly unknown[]): Promise<Term[]> {
    return this.documents(`SELECT data FROM term WHERE ${where}`, params) as Promise<Term[]>;
  }
}
