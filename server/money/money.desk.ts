/** Purpose: the payments of a month as who keeps the books sees them, and what waits for them. */
import { rowsFrom } from '../platform/rows';
import { paymentData, termData } from './money.entities';
import type { DataSource } from 'typeorm';
import type { MoneyFilter, MoneyLine } from '../../contract';
import { sayDayMonth, sayMoney, sayNearDate, sayTime, type Instant, type PaymentId } from '../../core/kernel';
import { addSpan } from '../../core/kernel/calendar';
import { comingIn } from '../../core/money';
import { termRules, type Setup } from '../../core/setup';
import type { AskInsight } from '../insight';
import { moneySays } from './money.sentences';
import { paymentById, sayReceipt, type Payment } from './money.store';
import { monthAsked, monthName } from './months';

type Row = {
  id: PaymentId;
  member: string;
  name: string | null;
  level: string;
  n: number;
  kind: Payment['kind'];
  state: Payment['state'];
  amount: number;
  received: number;
  refunded: number;
  at: Date;
  data: string;
  receipt: number | null;
  term_data: string | null;
};

const PAGE = 100;
const COLUMNS = `p.id, p.member, m.name, p.level, p.n, p.kind, p.state, p.amount, p.received, p.refunded,
  COALESCE(p.done_at, p.opened_at) AS at, p.data, t.data AS term_data,
  (SELECT MAX(r.number) FROM receipt r WHERE r.payment = p.id AND r.kind = 'payment') AS receipt`;
const FROM = `FROM payment p LEFT JOIN member m ON m.id = p.member LEFT JOIN term t ON t.id = p.term`;
/** Of payments that are worth a line: what was only begun and given up is none. */
const SHOWN = `p.amount > 0 AND NOT (p.state IN ('open', 'dropped') AND p.received = 0 AND p.kind <> 'renewal')`;
const WHICH: Readonly<Record<MoneyFilter, string>> = {
  all: '1 = 1',
  paid: `p.state = 'paid'`,
  failing: `p.state IN ('refused', 'taking') AND p.kind = 'renewal'`,
  due: '1 = 0',
  awaited: `p.state = 'awaited'`,
  refunded: 'p.refunded > 0',
};

/** What needs somebody who keeps the books. */
const WAITING = `p.state = 'awaited' OR (p.state = 'refused' AND p.kind = 'renewal')`;

export class MoneyDesk {
  constructor(
    private readonly db: DataSource,
    private readonly insight: Pick<AskInsight, 'coming'>,
  ) {}

  async list(
    asked: { month?: string | undefined; show: MoneyFilter; after?: PaymentId | undefined },
    now: Instant,
    setup: Setup,
  ) {
    const { site } = setup.doc;
    const words = moneySays(site);
    const say = (amount: number) => sayMoney(amount, site.currency, site.locale);
    const month = asked.month ?? (asked.show === 'due' ? undefined : await this.newestMonth(now, site));
    const { from, until } = monthAsked(month, now, site);
    // Of the newest month with payments it is told what is still due by the end of the present one.
    const dueUntil = asked.month ? until : monthAsked(undefined, now, site).until;
    const span = [new Date(from), new Date(until)];
    // Asked of the thread first, which works while the database answers the rest.
    const asking = dueUntil > now ? this.insight.coming(setup, now, dueUntil) : Promise.resolve([]);
    asking.catch(() => undefined);
    const within = 'COALESCE(p.done_at, p.opened_at) >= ? AND COALESCE(p.done_at, p.opened_at) < ?';
    const [sums] = await rowsFrom<Record<string, string>>(
      this.db,
      `SELECT COUNT(*) AS n, COALESCE(SUM(p.state = 'paid'), 0) AS paid,
         COALESCE(SUM(IF(p.state = 'paid', p.amount, 0)), 0) AS paid_sum,
         COALESCE(SUM(p.refunded > 0), 0) AS back, COALESCE(SUM(p.refunded), 0) AS back_sum
       FROM payment p WHERE ${SHOWN} AND ${within}`,
      span,
    );
    const [open] = await rowsFrom<Record<string, string>>(
      this.db,
      `SELECT COALESCE(SUM(p.state = 'awaited'), 0) AS awaited,
         COALESCE(SUM(IF(p.state = 'awaited', p.amount - p.received, 0)), 0) AS awaited_sum,
         COALESCE(SUM(p.state <> 'awaited'), 0) AS failing,
         COALESCE(SUM(IF(p.state <> 'awaited', p.amount, 0)), 0) AS failing_sum
       FROM payment p WHERE p.state = 'awaited' OR (p.state IN ('refused', 'taking') AND p.kind = 'renewal')`,
    );
    const standing = asked.show === 'failing' || asked.show === 'awaited';
    const cursor = asked.after ? await paymentById(this.db.manager, asked.after) : null;
    const at = cursor ? new Date(cursor.doneAt ?? cursor.openedAt) : null;
    const rows = await rowsFrom<Row>(
      this.db,
      `SELECT ${COLUMNS} ${FROM} WHERE ${SHOWN} AND ${WHICH[asked.show]} ${standing ? '' : `AND ${within}`}
         ${at ? 'AND COALESCE(p.done_at, p.opened_at) <= ? AND (COALESCE(p.done_at, p.opened_at) < ? OR p.id < ?)' : ''}
       ORDER BY COALESCE(p.done_at, p.opened_at) DESC, p.id DESC LIMIT ${PAGE + 1}`,
      [...(standing ? [] : span), ...(at ? [at, at, cursor!.id] : [])],
    );
    const coming = await asking;
    const due = coming.reduce((sum, { count }) => sum + count, 0);
    const dueSum = coming.reduce((sum, { amount }) => sum + amount, 0);
    const payments =
      asked.show === 'due'
        ? await this.dueLines(now, until, setup)
        : rows.slice(0, PAGE).map((row) => this.line(row, now, setup));
    const title = new Intl.DateTimeFormat(site.locale, { timeZone: site.zone, month: 'long', year: 'numeric' }).format(
      from,
    );
    return {
      month: monthName(from, site),
      title,
      before: monthName(addSpan(from, { count: -1, unit: 'months' }, site.zone), site),
      next: until <= now ? monthName(until, site) : null,
      tallies: [
        { show: 'all' as const, amount: String(Number(sums!['n'])), says: words.everything },
        {
          show: 'paid' as const,
          amount: say(Number(sums!['paid_sum'])),
          says: words.tallyPaid({ count: Number(sums!['paid']) }),
        },
        {
          show: 'failing' as const,
          amount: say(Number(open!['failing_sum'])),
          says: words.tallyFailing({ count: Number(open!['failing']) }),
        },
        {
          show: 'due' as const,
          amount: say(dueSum),
          says: words.tallyDue({ count: due }),
        },
        {
          show: 'awaited' as const,
          amount: say(Number(open!['awaited_sum'])),
          says: words.tallyAwaited({ count: Number(open!['awaited']) }),
        },
        {
          show: 'refunded' as const,
          amount: say(Number(sums!['back_sum'])),
          says: words.tallyRefunded({ count: Number(sums!['back']) }),
        },
      ],
      payments,
      more: asked.show !== 'due' && rows.length > PAGE ? rows[PAGE - 1]!.id : null,
    };
  }

  /** The month of the newest payment, which is not the present one on the first of it: an empty list tells nothing. */
  private async newestMonth(now: Instant, site: Setup['doc']['site']): Promise<string | undefined> {
    const [row] = await rowsFrom<{ at: Date | null }>(
      this.db,
      `SELECT MAX(COALESCE(p.done_at, p.opened_at)) AS at FROM payment p
       WHERE ${SHOWN} AND COALESCE(p.done_at, p.opened_at) <= ?`,
      [new Date(now)],
    );
    return row?.at ? monthName(row.at.getTime(), site) : undefined;
  }

  /** Payments that fail, and transfers that are awaited; the oldest first. */
  async waiting(now: Instant, setup: Setup, most: number): Promise<{ rows: MoneyLine[]; total: number }> {
    const rows = await rowsFrom<Row>(
      this.db,
      `SELECT ${COLUMNS} ${FROM} WHERE ${WAITING} ORDER BY p.opened_at, p.id LIMIT ${most}`,
    );
    const { failing, awaited } = await this.waitingCounts();
    return { rows: rows.map((row) => this.line(row, now, setup)), total: failing + awaited };
  }

  /** How many renewals fail, and how many transfers are awaited. */
  async waitingCounts(): Promise<{ failing: number; awaited: number }> {
    const [row] = await rowsFrom<{ n: string; awaited: string }>(
      this.db,
      `SELECT COUNT(*) AS n, COALESCE(SUM(p.state = 'awaited'), 0) AS awaited FROM payment p WHERE ${WAITING}`,
    );
    const awaited = Number(row?.awaited ?? 0);
    return { failing: Number(row?.n ?? 0) - awaited, awaited };
  }

  private async dueLines(now: Instant, until: Instant, setup: Setup): Promise<MoneyLine[]> {
    const { site } = setup.doc;
    const words = moneySays(site);
    const lines: (MoneyLine & { sort: number })[] = [];
    if (until <= now) return [];
    const most = PAGE * 5;
    const terms = await rowsFrom<{ data: string; name: string | null }>(
      this.db,
      `SELECT t.data, m.name FROM term t LEFT JOIN member m ON m.id = t.member
       WHERE t.state = 'running' AND t.until_at < ? ORDER BY t.until_at, t.id LIMIT ${most}`,
      [new Date(until)],
    );
    for (const { data, name } of terms) {
      const term = termData.read(data);
      comingIn(
        [term],
        now,
        until,
        (level) => termRules(level, setup),
        ({ at, amount, level }) =>
          lines.push({
            sort: at,
            id: term.id as unknown as PaymentId,
            when: sayDayMonth(at, site),
            what: 'due',
            says: words.stateDue,
            member: term.member,
            name: name ?? '',
            about: words.again({ level: setup.levels.get(level)?.title ?? level, n: term.n + 1 }),
            receipt: words.none,
            amount: sayMoney(amount, site.currency, site.locale),
          }),
      );
    }
    return lines
      .sort((a, b) => a.sort - b.sort)
      .slice(0, most)
      .map(({ sort: _, ...line }) => line);
  }

  private line(row: Row, now: Instant, setup: Setup): MoneyLine {
    const { site } = setup.doc;
    const words = moneySays(site);
    const level = setup.levels.get(row.level)?.title ?? row.level;
    const data = paymentData.read(row.data);
    const base =
      row.kind === 'first'
        ? words.first({ level })
        : row.kind === 'switch'
          ? words.switchTo({ level })
          : words.again({ level, n: row.n + 1 });
    const refused = data.tries.filter(({ result }) => result === 'refused').length;
    const term = row.term_data ? termData.read(row.term_data) : null;
    const failing = (row.state === 'refused' || row.state === 'taking') && row.kind === 'renewal';
    const owing = failing ? term?.owing : null;
    const about = !owing
      ? refused && row.state === 'paid'
        ? words.tryOf({ about: base, n: data.tries.length })
        : base
      : owing.nextTry
        ? words.nextTry({ about: base, n: refused, date: sayDayMonth(owing.nextTry, site) })
        : words.lapsesOn({ about: base, date: sayDayMonth(owing.graceUntil, site) });
    const what: MoneyLine['what'] =
      row.state === 'paid'
        ? row.refunded > 0
          ? 'refunded'
          : 'paid'
        : row.state === 'awaited'
          ? 'awaited'
          : row.state === 'dropped'
            ? 'dropped'
            : 'refused';
    const says: Record<MoneyLine['what'], string> = {
      paid: words.statePaid,
      refunded: words.stateRefunded,
      awaited: words.stateAwaited,
      dropped: words.stateDropped,
      refused: row.state === 'taking' ? words.stateTaking : words.stateRefused,
      due: words.stateDue,
    };
    const at = new Date(row.at).getTime();
    return {
      id: row.id,
      when: `${sayNearDate(at, now, site)}, ${sayTime(at, site)}`,
      what,
      says: says[what],
      member: row.member,
      name: row.name ?? '',
      about,
      receipt: row.receipt === null ? words.none : sayReceipt(Number(row.receipt)),
      amount: sayMoney(row.amount, site.currency, site.locale),
    };
  }
}
