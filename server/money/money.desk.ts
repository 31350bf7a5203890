/** Purpose: money as who keeps the books sees it: payments of a month, one payment's story, tables. */
import papaparse from 'papaparse';
import type { DataSource } from 'typeorm';
import type { BooksView, MoneyFilter, MoneyLine, MoneyTable } from '../../contract';
import {
  sayDate,
  sayDayMonth,
  sayMoney,
  sayNearDate,
  sayTime,
  writeAmount,
  dayOf,
  type Instant,
  type PaymentId,
} from '../../core/kernel';
import { addSpan, startOfDay } from '../../core/kernel/calendar';
import {
  comingIn,
  keptBy,
  monthsUntil,
  recurringBy,
  shareOf,
  type Account,
  type Stretch,
  type Term,
} from '../../core/money';
import type { Setup } from '../../core/setup';
import { checkBooks } from './books';
import type { CardHouse } from './card.house';
import { ReceiptRow, TermRow } from './money.entities';
import { moneySays } from './money.sentences';
import { paymentById, refundable, rulesFor, sayReceipt, type Payment } from './money.store';
import { sayReason } from './money.words';
import { lineOf } from './receipts';

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
    private readonly house: CardHouse | null,
  ) {}

  private month(at: Instant, setup: Setup): Instant {
    const { site } = setup.doc;
    return startOfDay(`${dayOf(at, site).slice(0, 7)}-01`, site.zone)!;
  }

  async list(
    asked: { month?: string | undefined; show: MoneyFilter; after?: PaymentId | undefined },
    now: Instant,
    setup: Setup,
  ) {
    const { site } = setup.doc;
    const words = moneySays(site);
    const say = (amount: number) => sayMoney(amount, site.currency, site.locale);
    const present = this.month(now, setup);
    const from = asked.month ? (startOfDay(`${asked.month}-01`, site.zone) ?? present) : present;
    const until = addSpan(from, { count: 1, unit: 'months' }, site.zone);
    const span = [new Date(from), new Date(until)];
    const within = 'COALESCE(p.done_at, p.opened_at) >= ? AND COALESCE(p.done_at, p.opened_at) < ?';
    const [sums] = (await this.db.query(
      `SELECT COUNT(*) AS n, COALESCE(SUM(p.state = 'paid'), 0) AS paid,
         COALESCE(SUM(IF(p.state = 'paid', p.amount, 0)), 0) AS paid_sum,
         COALESCE(SUM(p.refunded > 0), 0) AS back, COALESCE(SUM(p.refunded), 0) AS back_sum
       FROM payment p WHERE ${SHOWN} AND ${within}`,
      span,
    )) as Record<string, string>[];
    const [open] = (await this.db.query(
      `SELECT COALESCE(SUM(p.state = 'awaited'), 0) AS awaited,
         COALESCE(SUM(IF(p.state = 'awaited', p.amount - p.received, 0)), 0) AS awaited_sum,
         COALESCE(SUM(p.state <> 'awaited'), 0) AS failing,
         COALESCE(SUM(IF(p.state <> 'awaited', p.amount, 0)), 0) AS failing_sum
       FROM payment p WHERE p.state = 'awaited' OR (p.state IN ('refused', 'taking') AND p.kind = 'renewal')`,
    )) as Record<string, string>[];
    let [due, dueSum] = [0, 0];
    await this.eachComing(now, until, setup, (amount) => {
      due++;
      dueSum += amount;
    });
    const standing = asked.show === 'failing' || asked.show === 'awaited';
    const cursor = asked.after ? await paymentById(this.db.manager, asked.after) : null;
    const at = cursor ? new Date(cursor.doneAt ?? cursor.openedAt) : null;
    const rows = (await this.db.query(
      `SELECT ${COLUMNS} ${FROM} WHERE ${SHOWN} AND ${WHICH[asked.show]} ${standing ? '' : `AND ${within}`}
         ${at ? 'AND COALESCE(p.done_at, p.opened_at) <= ? AND (COALESCE(p.done_at, p.opened_at) < ? OR p.id < ?)' : ''}
       ORDER BY COALESCE(p.done_at, p.opened_at) DESC, p.id DESC LIMIT ${PAGE + 1}`,
      [...(standing ? [] : span), ...(at ? [at, at, cursor!.id] : [])],
    )) as Row[];
    const payments =
      asked.show === 'due'
        ? await this.dueLines(now, until, setup)
        : rows.slice(0, PAGE).map((row) => this.line(row, now, setup));
    const title = new Intl.DateTimeFormat(site.locale, { timeZone: site.zone, month: 'long', year: 'numeric' }).format(
      from,
    );
    const monthName = (instant: Instant) => dayOf(instant, site).slice(0, 7);
    return {
      month: monthName(from),
      title,
      before: monthName(addSpan(from, { count: -1, unit: 'months' }, site.zone)),
      next: until <= now ? monthName(until) : null,
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

  /** A month's payments and what went back, as CSV (RFC 4180); a cell that a spreadsheet would reckon with is defused. */
  async csv(month: string | undefined, now: Instant, setup: Setup): Promise<{ name: string; csv: string }> {
    const { site } = setup.doc;
    const words = moneySays(site);
    const from = month ? (startOfDay(`${month}-01`, site.zone) ?? this.month(now, setup)) : this.month(now, setup);
    const until = addSpan(from, { count: 1, unit: 'months' }, site.zone);
    const rows = (await this.db.query(
      `SELECT r.number, r.kind, r.at, r.amount, p.level, p.by, p.reference, p.data, p.amount AS whole, m.name, m.mail
       FROM receipt r JOIN payment p ON p.id = r.payment LEFT JOIN member m ON m.id = r.member
       WHERE r.at >= ? AND r.at < ? ORDER BY r.number`,
      [new Date(from), new Date(until)],
    )) as {
      number: number;
      kind: string;
      at: Date;
      amount: number;
      level: string;
      by: string;
      reference: string;
      data: string;
      name: string | null;
      mail: string | null;
    }[];
    const bare = (amount: number) => writeAmount(Math.abs(amount), site.currency, site.locale);
    const lines = rows.map((row) => {
      const { bill } = JSON.parse(row.data) as Payment['data'];
      const tax = shareOf(bill.tax, row.amount, Math.max(1, bill.worth));
      const sign = row.kind === 'refund' ? '-' : '';
      return {
        [words.factReceipt]: sayReceipt(row.number),
        [words.csvDay]: dayOf(new Date(row.at).getTime(), site),
        [words.csvWhat]: row.kind === 'refund' ? words.stateRefunded : words.statePaid,
        [words.csvName]: row.name ?? '',
        [words.csvMail]: row.mail ?? '',
        [words.csvLevel]: setup.levels.get(row.level)?.title ?? row.level,
        [words.csvBy]: row.by === 'card' ? words.factCard : words.csvTransfer,
        [words.factReference]: row.reference,
        [words.csvAmount]: sign + bare(row.amount),
        [words.csvTax]: tax === 0 ? bare(0) : sign + bare(tax),
        [words.csvCurrency]: site.currency,
      };
    });
    const columns = [
      words.factReceipt,
      words.csvDay,
      words.csvWhat,
      words.csvName,
      words.csvMail,
      words.csvLevel,
      words.csvBy,
      words.factReference,
      words.csvAmount,
      words.csvTax,
      words.csvCurrency,
    ];
    // A minus before a number is no formula.
    const csv = papaparse.unparse(lines, { columns, escapeFormulae: /^(?!-\d)[=+\-@\t\r]/ });
    return { name: `payments-${dayOf(from, site).slice(0, 7)}.csv`, csv: `\uFEFF${csv}\r\n` };
  }

  /** Payments that fail, and transfers that are awaited; the oldest first. */
  async waiting(now: Instant, setup: Setup, most: number): Promise<{ rows: MoneyLine[]; total: number }> {
    const rows = (await this.db.query(
      `SELECT ${COLUMNS} ${FROM} WHERE ${WAITING} ORDER BY p.opened_at, p.id LIMIT ${most}`,
    )) as Row[];
    return { rows: rows.map((row) => this.line(row, now, setup)), total: await this.waitingCount() };
  }

  async waitingCount(): Promise<number> {
    const [row] = (await this.db.query(`SELECT COUNT(*) AS n FROM payment p WHERE ${WAITING}`)) as { n: string }[];
    return Number(row?.n ?? 0);
  }

  private async running(until: Instant): Promise<{ term: Term; name: string | null }[]> {
    const rows = (await this.db.query(
      `SELECT t.data, m.name FROM term t LEFT JOIN member m ON m.id = t.member WHERE t.state = 'running' AND t.until_at < ?`,
      [new Date(until)],
    )) as { data: string; name: string | null }[];
    return rows.map(({ data, name }) => ({ term: JSON.parse(data) as Term, name }));
  }

  private async eachComing(
    now: Instant,
    until: Instant,
    setup: Setup,
    each: (amount: number, at: Instant, level: string) => void,
  ): Promise<void> {
    if (until <= now) return;
    const terms = (await this.running(until)).map(({ term }) => term);
    comingIn(
      terms,
      now,
      until,
      (level) => rulesFor(level, setup),
      ({ amount, at, level }) => each(amount, at, level),
    );
  }

  private async dueLines(now: Instant, until: Instant, setup: Setup): Promise<MoneyLine[]> {
    const { site } = setup.doc;
    const words = moneySays(site);
    const lines: (MoneyLine & { sort: number })[] = [];
    if (until <= now) return [];
    for (const { term, name } of await this.running(until))
      comingIn(
        [term],
        now,
        until,
        (level) => rulesFor(level, setup),
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
    return lines
      .sort((a, b) => a.sort - b.sort)
      .slice(0, PAGE * 5)
      .map(({ sort: _, ...line }) => line);
  }

  private line(row: Row, now: Instant, setup: Setup): MoneyLine {
    const { site } = setup.doc;
    const words = moneySays(site);
    const level = setup.levels.get(row.level)?.title ?? row.level;
    const data = JSON.parse(row.data) as Payment['data'];
    const base =
      row.kind === 'first'
        ? words.first({ level })
        : row.kind === 'switch'
          ? words.switchTo({ level })
          : words.again({ level, n: row.n + 1 });
    const refused = data.tries.filter(({ result }) => result === 'refused').length;
    const term = row.term_data ? (JSON.parse(row.term_data) as Term) : null;
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

  /** One payment's whole story; null where there is no such payment. */
  async one(id: PaymentId, now: Instant, setup: Setup) {
    const payment = await paymentById(this.db.manager, id);
    if (!payment) return null;
    const { site } = setup.doc;
    const words = moneySays(site);
    const say = (amount: number) => sayMoney(amount, site.currency, site.locale);
    const moment = (at: Instant) => `${sayNearDate(at, now, site)}, ${sayTime(at, site)}`;
    const [person] = (await this.db.query('SELECT name FROM member WHERE id = ?', [payment.member])) as {
      name: string;
    }[];
    const term = payment.term
      ? ((await this.db.getRepository(TermRow).findOneBy({ id: payment.term }))?.data ?? null)
      : null;
    const receipts = await this.db.getRepository(ReceiptRow).find({ where: { payment: id }, order: { number: 'ASC' } });
    const level = setup.levels.get(payment.level)?.title ?? payment.level;
    const { bill, tries } = payment.data;
    const until = term ? (term.endedAt ?? term.until) : null;
    const span =
      bill.until === null
        ? words.forGood
        : words.dates({ from: sayDate(bill.from, site), until: sayDate(bill.until, site) });
    const fact = (label: string, value: string) => (value ? [{ label, value }] : []);
    const entries = (await this.db.query(
      `SELECT e.what, e.at FROM ledger_entry e WHERE e.payment = ? AND e.what IN ('writeOff') ORDER BY e.id`,
      [id],
    )) as { what: string; at: Date }[];
    const story = [
      { at: payment.openedAt, title: words.storyAsked({ amount: say(payment.amount) }), note: '', done: true },
      ...tries.map((one, n) => ({
        at: one.at,
        title:
          one.by === 'transfer' && one.result === 'paid'
            ? words.storyPart({ amount: say(one.amount) })
            : words.storyTry({
                n: n + 1,
                result: one.result === 'paid' ? words.storyTryPaid({ amount: say(one.amount) }) : words.storyTryRefused,
              }),
        note: one.result === 'refused' ? sayReason(one.reason, site) : '',
        done: true,
      })),
      ...receipts.map(({ at, number, kind, amount, data }) => ({
        at,
        title:
          kind === 'payment'
            ? words.storyReceipt({ number: sayReceipt(number) })
            : words.givenBack({ amount: say(amount) }),
        note:
          kind === 'refund'
            ? `${words.refundReceipt({ number: sayReceipt(number) })}. ${data.notes.slice(1).join(' ')}`
            : '',
        done: true,
      })),
      ...entries.map(({ at }) => ({ at: new Date(at).getTime(), title: words.storyWrittenOff, note: '', done: true })),
      ...(term?.owing && term.owing.nextTry && payment.state === 'refused'
        ? [{ at: term.owing.nextTry, title: words.storyNextTry, note: '', done: false }]
        : []),
      ...(term?.owing && payment.state !== 'paid' && payment.state !== 'dropped'
        ? [{ at: term.owing.graceUntil, title: words.storyLapses, note: '', done: false }]
        : []),
    ].sort((a, b) => Number(b.done) - Number(a.done) || a.at - b.at);
    const left = refundable(payment);
    return {
      id,
      title: words.heading({ amount: say(payment.amount), state: this.stateOf(payment, setup) }),
      member: payment.member,
      name: person?.name ?? '',
      stands: words.standsAs({
        level,
        until: until === null ? words.forGood : words.untilDay({ date: sayDate(until, site) }),
      }),
      facts: [
        ...fact(words.factFor, `${level}, ${span}`),
        ...fact(words.factCard, payment.card ? words.cardEnds({ card: payment.card }) : ''),
        ...fact(words.factReference, payment.by === 'transfer' ? payment.reference : ''),
        ...fact(words.factReceived, payment.received && payment.received < payment.amount ? say(payment.received) : ''),
        ...fact(words.factBack, payment.refunded ? say(payment.refunded) : ''),
      ],
      lines: bill.parts.map((part) => {
        const { label, note, amount } = lineOf(part, payment, setup);
        return { label, note, amount: say(amount) };
      }),
      story: story.map(({ at, ...rest }) => ({ at: moment(at), ...rest })),
      receipts: receipts.map(({ number }) => ({
        number: sayReceipt(number),
        href: `/receipts/${sayReceipt(number)}.pdf`,
      })),
      back: left > 0 ? writeAmount(left, site.currency, site.locale) : null,
      awaited:
        payment.state === 'awaited' ? writeAmount(payment.amount - payment.received, site.currency, site.locale) : null,
      currency: site.currency,
      canEnd: term !== null && term.state !== 'ended',
    };
  }

  private stateOf(payment: Payment, setup: Setup): string {
    const words = moneySays(setup.doc.site);
    const said: Record<Payment['state'], string> = {
      paid: payment.refunded ? words.stateRefunded : words.statePaid,
      awaited: words.stateAwaited,
      dropped: words.stateDropped,
      refused: words.stateRefused,
      taking: words.stateTaking,
      open: words.stateDue,
    };
    return said[payment.state].toLocaleLowerCase(setup.doc.site.locale);
  }

  async tables(now: Instant, setup: Setup): Promise<MoneyTable[]> {
    const { site } = setup.doc;
    const words = moneySays(site);
    const monthBegins = (at: Instant) => this.month(at, setup);
    const months = monthsUntil(now, 11, monthBegins, site.zone);
    const short = new Intl.DateTimeFormat(site.locale, { timeZone: site.zone, month: 'short' });
    const names = months.slice(0, -1).map((at) => short.format(at));
    const whole = new Intl.NumberFormat(site.locale, {
      style: 'currency',
      currency: site.currency,
      maximumFractionDigits: 0,
      minimumFractionDigits: 0,
    });
    const digits =
      new Intl.NumberFormat(site.locale, { style: 'currency', currency: site.currency }).resolvedOptions()
        .maximumFractionDigits ?? 2;
    const text = (amount: number) => (amount === 0 ? '–' : whole.format(amount / 10 ** digits));
    const row = (label: string, values: number[], strong = false, total = true) => ({
      label,
      values,
      texts: [...values.map(text), ...(total ? [text(values.reduce((sum, value) => sum + value, 0))] : [])],
      strong,
    });
    const income = (await this.db.query(
      `SELECT l.level, e.at, -l.amount AS amount FROM ledger_line l JOIN ledger_entry e ON e.id = l.entry
       WHERE l.account = 'income' AND e.at >= ? AND e.at < ?`,
      [new Date(months[0]!), new Date(months.at(-1)!)],
    )) as { level: string; at: Date; amount: number }[];
    const byLevel = new Map<string, number[]>();
    for (const { level, at, amount } of income) {
      const n = months.findLastIndex((begins) => begins <= new Date(at).getTime());
      const values = byLevel.get(level) ?? names.map(() => 0);
      values[n] = (values[n] ?? 0) + Number(amount);
      byLevel.set(level, values);
    }
    const levels = setup.doc.levels.filter(({ id }) => byLevel.has(id));
    const sums = names.map((_, n) => [...byLevel.values()].reduce((sum, values) => sum + values[n]!, 0));
    const stretches = await this.stretches();
    const recurring = recurringBy(stretches, months);
    const cohorts = keptBy(stretches, months);
    const end = addSpan(now, { count: 90, unit: 'days' }, site.zone);
    const weeks: { from: Instant; sum: number }[] = [];
    for (
      let from = startOfDay(dayOf(now, site), site.zone)!;
      from < end;
      from = addSpan(from, { count: 1, unit: 'weeks' }, site.zone)
    )
      weeks.push({ from, sum: 0 });
    await this.eachComing(now, end, setup, (amount, at) => {
      const week = weeks.findLast(({ from }) => from <= at);
      if (week) week.sum += amount;
    });
    return [
      {
        title: words.incomeByLevel,
        about: words.incomeAbout,
        columns: [...names, words.twelve],
        rows: [...levels.map(({ id, title }) => row(title, byLevel.get(id)!)), row(words.allLevels, sums, true)],
      },
      {
        title: words.recurring,
        about: words.recurringAbout,
        columns: names,
        rows: [
          row(
            words.won,
            recurring.map(({ won }) => won),
            false,
            false,
          ),
          row(
            words.gone,
            recurring.map(({ lost }) => -lost),
            false,
            false,
          ),
          row(
            words.changed,
            recurring.map(({ changed }) => changed),
            false,
            false,
          ),
          row(
            words.atEnd,
            recurring.map(({ recurring: sum }) => sum),
            true,
            false,
          ),
        ],
      },
      {
        title: words.keptTitle,
        about: words.keptAbout,
        columns: [words.began, ...names.map((_, n) => `+${n + 1}`)],
        rows: cohorts.map(({ began, kept }, n) => ({
          label: names[n]!,
          values: [began, ...kept],
          texts: [String(began), ...kept.map((count) => (began === 0 ? '–' : String(count)))],
          strong: false,
        })),
      },
      {
        title: words.coming,
        about: words.comingAbout,
        columns: weeks.map(({ from }) => sayDayMonth(from, site)),
        rows: [
          row(
            words.allLevels,
            weeks.map(({ sum }) => sum),
            true,
            false,
          ),
        ],
      },
    ];
  }

  private async stretches(): Promise<Stretch[]> {
    const rows = (await this.db.query(
      `SELECT member, from_at, COALESCE(ended_at, IF(JSON_VALUE(data, '$.renews'), NULL, until_at)) AS until_at, monthly FROM term`,
    )) as { member: string; from_at: Date; until_at: Date | null; monthly: number }[];
    return rows.map(({ member, from_at, until_at, monthly }) => ({
      member,
      from: new Date(from_at).getTime(),
      until: until_at === null ? null : new Date(until_at).getTime(),
      monthly: Number(monthly),
    }));
  }

  async books(setup: Setup): Promise<BooksView> {
    const { site } = setup.doc;
    const words = moneySays(site);
    const say = (amount: number) => sayMoney(amount, site.currency, site.locale);
    const { balances, faults, charged, come, back, house } = await checkBooks(this.db, this.house, setup);
    const labels: Record<Account, string> = {
      owed: words.accountOwed,
      card: words.accountCard,
      bank: words.accountBank,
      credit: words.accountCredit,
      income: words.accountIncome,
      tax: words.accountTax,
    };
    const balance = faults.length === 0;
    const said = words.balanceSays({
      charged: say(charged),
      come: say(come),
      owed: say(balances.owed),
      back: say(back),
    });
    return {
      balance,
      says: [balance ? words.balance : words.unbalanced, said, house ? '' : words.houseUnasked]
        .filter(Boolean)
        .join(' '),
      faults: [...faults],
      // What is owed to others stands on the other side; people read it without a sign.
      accounts: (Object.keys(labels) as Account[]).map((account) => ({
        account,
        label: labels[account],
        amount: say(
          account === 'income' || account === 'tax' || account === 'credit' ? 0 - balances[account] : balances[account],
        ),
      })),
    };
  }
}
