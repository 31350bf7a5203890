/** Purpose: Today: what needs somebody now, oldest first, and how joining goes. */
import { rowsFrom } from '../platform/rows';
import type { DataSource } from 'typeorm';
import type { StaffPart, TodayView } from '../../contract';
import { z } from 'zod';
import { DAY, firstNameOf, sayDayMonth, sayGreeting, sayWeekday, type Instant, type Reader } from '../../core/kernel';
import { kindOf, type Application } from '../../core/joining';
import type { Setup } from '../../core/setup';
import { levelSought, limitView, summaryOf, waitingApplications, waitingCount } from '../joining';
import type { Directory } from '../members';
import type { MoneyDesk } from '../money';
import type { StuckLetters } from '../messages';
import { comingUp } from './coming.up';
import { todaySays } from './today.sentences';

const SHOWN = 12;
/** As many as a page can hold; a longer list is worked off from its head. */
const MOST = 500;
const WINDOW = 30;

/** Ids of gates, as the database lists them. */
const Passed = z.array(z.string());

export class Today {
  constructor(
    private readonly db: DataSource,
    private readonly directory: Directory,
    private readonly letters: StuckLetters,
    private readonly money: MoneyDesk,
  ) {}

  /** A word that changes when anything has happened that a desk may show: a step of somebody, an act, a revision. */
  async pulse(): Promise<string> {
    const [row] = await rowsFrom<{ t: string | null; a: string | null; r: number | null }>(
      this.db,
      `SELECT (SELECT MAX(id) FROM timeline) AS t, (SELECT MAX(id) FROM audit) AS a,
              (SELECT MAX(number) FROM setup_revision) AS r`,
    );
    return `${row?.t ?? 0}.${row?.a ?? 0}.${row?.r ?? 0}`;
  }

  /** How many things wait for each kind of staff. */
  async needs(
    now: Instant,
  ): Promise<{ reviews: number; letters: number; people: number; money: { failing: number; awaited: number } }> {
    const reviews = await waitingCount(this.db.manager, now);
    const people = (await this.directory.counts()).everyone;
    return { reviews, letters: await this.letters.count(), people, money: await this.money.waitingCounts() };
  }

  /** @param all which of the two lists is wanted whole */
  async view(who: Who, now: Instant, setup: Setup, all?: 'reviews' | 'stuck'): Promise<TodayView> {
    const place = setup.doc.site;
    const words = todaySays(place);
    const [reviews, stuck, counts, joining, lately, coming, need, letters] = await Promise.all([
      this.waiting('reviewers', now, setup, all === 'reviews'),
      this.waiting('applicant', now, setup, all === 'stuck'),
      this.directory.counts(),
      this.joining(now, setup),
      this.lately(now, place),
      comingUp(this.db, now, setup),
      waitingCount(this.db.manager, now),
      this.letters.view(now, setup),
    ]);
    const notes = setup.doc.paths.flatMap((path) => path.gates.flatMap((gate) => kindOf(gate).note(gate, place) ?? []));
    return {
      date: sayWeekday(now, place),
      greeting: words.greeting({
        greeting: sayGreeting(now, place),
        name: firstNameOf(who.name),
        need: needLine(who, need, letters.total, place),
      }),
      reviews: {
        ...reviews,
        note: notes[0] ?? '',
      },
      stuck: { ...stuck, note: words.stuck },
      joining,
      standings: counts.standings,
      people: counts.everyone,
      letterSent: counts.everyone > 0 || (await this.letters.anySent()),
      lately,
      letters,
      money: who.mayKeepBooks ? await this.money.waiting(now, setup, SHOWN) : null,
      comingUp: coming,
    };
  }

  private async waiting(whom: 'reviewers' | 'applicant', now: Instant, setup: Setup, all: boolean) {
    const most = all ? MOST : SHOWN;
    const { total, applications } = await waitingApplications(this.db.manager, whom, most, now, setup);
    return {
      total,
      rows: applications.map((application) => {
        const { detail } = application;
        const question = detail && kindOf(detail).question(detail);
        return {
          application: application.id,
          member: application.member,
          name: application.answers.name,
          level: levelSought(application, setup, now),
          summary: (detail && kindOf(detail).progress(detail, setup.doc.site)) ?? summaryOf(application, setup),
          limit: limitView(application, now, setup.doc.site),
          waitingForAnswer: question !== null && question.answer === null,
        };
      }),
    };
  }

  /** The last 30 days' sign-ups, gate by gate. */
  private async joining(now: Instant, setup: Setup): Promise<TodayView['joining']> {
    const from = now - WINDOW * DAY;
    const rows = await rowsFrom<{
      path: string;
      state: Application['state'];
      gate: string;
      passed: string | null;
      n: string;
    }>(
      this.db,
      `SELECT path, state, JSON_VALUE(data, '$.gate') AS gate, CAST(JSON_EXTRACT(data, '$.passed[*].gate') AS CHAR) AS passed,
              COUNT(*) AS n
       FROM application WHERE shadow = 0 AND submitted_at > ? GROUP BY path, state, gate, passed`,
      [new Date(from)],
    );
    const swept = await this.sweptSince(from);
    const titles = [...new Set(setup.doc.paths.flatMap((path) => path.gates.map((gate) => gate.title)))];
    const gates = titles.map((title) => ({ title, passed: 0, waiting: 0, fell: 0 }));
    let signedUp = swept;
    for (const row of rows) {
      const n = Number(row.n);
      signedUp += n;
      const passed = Passed.parse(JSON.parse(row.passed ?? '[]'));
      for (const gate of setup.paths.get(row.path)?.gates ?? []) {
        const entry = gates.find((item) => item.title === gate.title)!;
        if (row.state === 'admitted' || passed.includes(gate.id)) entry.passed += n;
        else if (gate.id !== row.gate) continue;
        else if (row.state === 'open') entry.waiting += n;
        else entry.fell += n;
      }
    }
    if (gates[0]) gates[0].fell += swept;
    const place = setup.doc.site;
    const span = todaySays(place).span({ from: sayDayMonth(from, place), until: sayDayMonth(now, place) });
    return { span, signedUp, gates };
  }

  /** Sign-ups that were swept leave no row; the sweep is counted as it happens. */
  private async sweptSince(from: Instant): Promise<number> {
    const [row] = await rowsFrom<{ n: string }>(
      this.db,
      `SELECT COUNT(*) AS n FROM audit WHERE act = 'joining.swept' AND at > ?`,
      [new Date(from)],
    );
    return Number(row?.n ?? 0);
  }

  /** What happened in the last day without anybody's doing. */
  private async lately(now: Instant, reader: Reader): Promise<TodayView['lately']> {
    const from = new Date(now - DAY);
    const count = async (sql: string) => Number((await rowsFrom<{ n: string }>(this.db, sql, [from]))[0]?.n ?? 0);
    const [confirmed, sent, swept] = await Promise.all([
      count(`SELECT COUNT(*) AS n FROM timeline WHERE what = 'joining.emailConfirmed' AND at > ?`),
      count(`SELECT COUNT(*) AS n FROM outgoing WHERE sent_at > ?`),
      count(`SELECT COUNT(*) AS n FROM audit WHERE act = 'joining.swept' AND at > ?`),
    ]);
    const words = todaySays(reader);
    const counts = [
      { count: confirmed, says: words.confirmed({ count: confirmed }) },
      { count: sent, says: words.sent({ count: sent }) },
      { count: swept, says: words.swept({ count: swept }) },
    ];
    return counts.filter(({ count }) => count > 0);
  }
}

/** Who looks at Today: what is said to need somebody depends on what they may do. */
export type Who = {
  readonly name: string;
  readonly parts: readonly StaffPart[];
  readonly mayReview: boolean;
  readonly mayRetry: boolean;
  readonly mayKeepBooks: boolean;
};

function needLine(who: Who, waiting: number, letters: number, reader: Reader): string {
  const words = todaySays(reader);
  const mine = (who.mayReview ? waiting : 0) + (who.mayRetry ? letters : 0);
  if (mine > 0) return words.needsYou({ count: mine });
  if (waiting === 0 || who.mayReview) return words.nothingNeeds;
  return words.readAlong({ count: waiting, parts: who.parts.map((part) => words[part]) });
}
