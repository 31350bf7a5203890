/**
 * Purpose: what money came, returns and will come, as tables with what is drawn of them.
 * Invariant: what needs every term is reckoned by a thread of its own.
 */
import { rowsFrom } from '../platform/rows';
import type { DataSource } from 'typeorm';
import type { MoneyTable } from '../../contract';
import { dayOf, digitsOf, numberFormat, sayDayMonth, sayNumber, type Instant } from '../../core/kernel';
import { addSpan, startOfDay } from '../../core/kernel/calendar';
import { monthsUntil } from '../../core/money';
import type { Setup } from '../../core/setup';
import type { AskInsight } from '../insight';
import { moneySays } from './money.sentences';
import { monthOf } from './months';

type Drawn = NonNullable<MoneyTable['chart']>;

export class Figures {
  constructor(
    private readonly db: DataSource,
    private readonly insight: Pick<AskInsight, 'coming' | 'months'>,
  ) {}

  async tables(now: Instant, setup: Setup): Promise<MoneyTable[]> {
    const { site } = setup.doc;
    const months = monthsUntil(now, 11, (at) => monthOf(at, site), site.zone);
    const [income, past, coming] = await Promise.all([
      this.income(months, setup),
      this.insight.months(months),
      this.coming(now, setup),
    ]);
    const words = moneySays(site);
    const { row, drawn } = this.lines(setup);
    const short = new Intl.DateTimeFormat(site.locale, { timeZone: site.zone, month: 'short' });
    const names = months.slice(0, -1).map((at) => short.format(at));
    const all = names.map((_, n) => income.reduce((sum, { values }) => sum + values[n]!, 0));
    const moved = [
      { label: words.won, values: past.recurring.map(({ won }) => won) },
      { label: words.gone, values: past.recurring.map(({ lost }) => -lost) },
      { label: words.changed, values: past.recurring.map(({ changed }) => changed) },
    ];
    const atEnd = { label: words.atEnd, values: past.recurring.map(({ recurring }) => recurring) };
    const total = { label: words.allLevels, values: all };
    const count = (value: number) => (value === 0 ? '–' : sayNumber(value, site));
    const still = past.kept.map(({ kept }) => kept.at(-1) ?? 0);
    const ahead = { label: words.allLevels, values: coming.map(({ sum }) => sum) };
    const days = coming.map(({ from }) => sayDayMonth(from, site));
    return [
      {
        title: words.incomeByLevel,
        about: words.incomeAbout,
        columns: [...names, words.twelve],
        rows: [...income.map((one) => row(one, { sum: true })), row(total, { sum: true, strong: true })],
        chart: drawn(names, income),
      },
      {
        title: words.recurring,
        about: words.recurringAbout,
        columns: names,
        rows: [...moved.map((one) => row(one)), row(atEnd, { strong: true })],
        chart: drawn(names, moved),
      },
      {
        title: words.keptTitle,
        about: words.keptAbout,
        columns: [words.began, ...names.map((_, n) => `+${n + 1}`)],
        rows: past.kept.map(({ began, kept }, n) => ({
          label: names[n]!,
          texts: [String(began), ...kept.map((value) => (began === 0 ? '–' : count(value)))],
          strong: false,
        })),
        chart: {
          columns: names,
          currency: null,
          rows: [
            { label: words.keptStill, values: still },
            { label: words.keptGone, values: past.kept.map(({ began }, n) => began - still[n]!) },
          ],
        },
      },
      {
        title: words.coming,
        about: words.comingAbout,
        columns: days,
        rows: [row(ahead, { strong: true })],
        chart: drawn(days, [ahead]),
      },
    ];
  }

  /** Rows of money, in minor units until they are written or drawn. */
  private lines({ doc: { site } }: Setup) {
    const digits = digitsOf(site.currency);
    const whole = numberFormat(site.locale, {
      style: 'currency',
      currency: site.currency,
      maximumFractionDigits: 0,
      minimumFractionDigits: 0,
    });
    const text = (amount: number) => (amount === 0 ? '–' : whole.format(amount / 10 ** digits));
    type Line = { readonly label: string; readonly values: readonly number[] };
    return {
      row: ({ label, values }: Line, { sum = false, strong = false } = {}) => ({
        label,
        texts: [...values.map(text), ...(sum ? [text(values.reduce((so, value) => so + value, 0))] : [])],
        strong,
      }),
      drawn: (columns: string[], rows: readonly Line[]): Drawn => ({
        columns,
        currency: site.currency,
        rows: rows.map(({ label, values }) => ({ label, values: values.map((value) => value / 10 ** digits) })),
      }),
    };
  }

  /** What each level brought, month by month, refunds taken off; levels in the order of the site. */
  private async income(months: readonly Instant[], setup: Setup): Promise<{ label: string; values: number[] }[]> {
    const { site } = setup.doc;
    const found = await rowsFrom<{ level: string; at: Date; amount: number }>(
      this.db,
      `SELECT l.level, e.at, -l.amount AS amount FROM ledger_line l JOIN ledger_entry e ON e.id = l.entry
       WHERE l.account = 'income' AND e.at >= ? AND e.at < ?`,
      [new Date(months[0]!), new Date(months.at(-1)!)],
    );
    const byLevel = new Map<string, number[]>();
    for (const { level, at, amount } of found) {
      const n = months.findLastIndex((begins) => begins <= new Date(at).getTime());
      const values = byLevel.get(level) ?? months.slice(1).map(() => 0);
      values[n] = (values[n] ?? 0) + Number(amount);
      byLevel.set(level, values);
    }
    const gone = [...byLevel.keys()].filter((id) => !setup.levels.has(id as never));
    return [...setup.doc.levels.map(({ id }) => id as string), ...gone].flatMap((id) => {
      const values = byLevel.get(id);
      const label = setup.levels.get(id)?.title ?? moneySays(site).goneLevel;
      return values ? [{ label, values }] : [];
    });
  }

  /** The next 90 days, a week at a time from today on. */
  private async coming(now: Instant, setup: Setup): Promise<{ from: Instant; sum: number }[]> {
    const { site } = setup.doc;
    const end = addSpan(now, { count: 90, unit: 'days' }, site.zone);
    const today = startOfDay(dayOf(now, site), site.zone)!;
    const weeks: { from: Instant; sum: number }[] = [];
    for (let from = today; from < end; from = addSpan(from, { count: 1, unit: 'weeks' }, site.zone))
      weeks.push({ from, sum: 0 });
    for (const { day, amount } of await this.insight.coming(setup, now, end)) {
      const week = weeks.findLast(({ from }) => from <= day);
      if (week) week.sum += amount;
    }
    return weeks;
  }
}
