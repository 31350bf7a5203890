/**
 * Purpose: moving the site clock of a demo on, so that everything due happens, in order.
 * How: the clock steps from one due instant to the next, and waits at each until its jobs are done.
 */
import { rowsFrom } from '../platform/rows';
import type { DataSource } from 'typeorm';
import type { ClockView } from '../../contract';
import { DAY, HOUR, dayOf, kernelSays, ok, sayDate, sayTime, type Instant } from '../../core/kernel';
import { addSpan, startOfDay } from '../../core/kernel/calendar';
import type { Setup } from '../../core/setup';
import type { Acts, Envelope } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import type { Jobs } from '../platform/jobs';
import { clockSays } from './clock.sentences';

const MOST_STEPS = 200_000;
/** The latest day the clock is moved to: ten years on. */
const FURTHEST = 10 * 366 * DAY;

export type MoveBy = 'hour' | 'day' | 'nextDue' | 'year' | { readonly to: string };
const PATIENCE = 20_000;
/** What is told of a move, and the entries of the timeline that each counts. */
const noticed = [
  ['renewed', ['level.renewed']],
  ['refused', ['money.refused']],
  ['lapsed', ['standing.lapsed']],
  ['admitted', ['standing.admitted']],
  ['ended', ['standing.closed']],
  ['reminded', ['joining.reviewersReminded', 'joining.applicantReminded', 'joining.askedToPayAgain']],
] as const satisfies readonly (readonly [string, readonly string[]])[];

export class ClockService {
  private moving: { from: Instant; to: Instant; happened: number } | null = null;
  private stopping = false;

  constructor(
    private readonly db: DataSource,
    private readonly clock: SiteClock,
    private readonly jobs: Jobs,
    private readonly acts: Acts,
    readonly movable: boolean,
    private readonly mailPage: string | null,
  ) {}

  async view(setup: Setup): Promise<ClockView> {
    const now = this.clock.now();
    const next = this.movable ? await this.jobs.nextDue(now) : null;
    const ahead = this.clock.ahead();
    const reader = setup.doc.site;
    const words = clockSays(reader);
    return {
      movable: this.movable,
      now: say(now, setup),
      ahead:
        ahead < 60_000
          ? null
          : words.ahead({
              span:
                ahead < DAY
                  ? kernelSays(reader).hours({ count: Math.round(ahead / HOUR) })
                  : kernelSays(reader).days({ count: Math.round(ahead / DAY) }),
            }),
      moving: this.moving && {
        says: words.movingOn({ now: sayDate(now, reader), count: this.moving.happened }),
        share: Math.min(1, (now - this.moving.from) / Math.max(1, this.moving.to - this.moving.from)),
      },
      today: dayOf(now, reader),
      mailPage: this.mailPage,
      nextDue: next
        ? { at: say(next.at, setup), says: (await this.jobs.describe(next, reader)) ?? words.somethingElse }
        : null,
    };
  }

  /**
   * @param along is told by how much, before it moves: whoever moves it stays signed in
   * @returns how many things were due on the way, and have happened
   */
  async move(
    envelope: Envelope,
    by: MoveBy,
    setup: Setup,
    along: (span: number) => Promise<void> = () => Promise.resolve(),
  ): Promise<{ now: string; happened: number; says: string }> {
    // Noted before it happens: what follows is many transactions, each by the clock.
    await this.acts.carryOut(envelope, async ({ about }) => {
      about({ detail: { by: typeof by === 'string' ? by : by.to } });
      return ok(null);
    });
    const words = clockSays(setup.doc.site);
    const from = this.clock.now();
    const next = by === 'nextDue' ? await this.jobs.nextDue(from) : null;
    if (by === 'nextDue' && !next) return { now: say(from, setup), happened: 0, says: words.nothingEver };
    const to = next?.at ?? whereTo(by, from, setup.doc.site.zone);
    await along(to - from);
    const happened = await this.moveTo(to);
    const now = say(this.clock.now(), setup);
    if (happened === 0) return { now, happened, says: words.nowNothing({ now }) };
    const what = await this.whatHappened(from, setup);
    const says = what.length
      ? words.nowTold({ now, count: happened, what })
      : words.nowThings({ now, count: happened });
    return { now, happened, says };
  }

  /** What people will have noticed since an instant, counted: `180 renewals paid`. */
  private async whatHappened(from: Instant, setup: Setup): Promise<string[]> {
    const rows = await rowsFrom<{ what: string; n: string }>(
      this.db,
      'SELECT what, COUNT(*) AS n FROM timeline WHERE at > ? AND at <= ? GROUP BY what',
      [new Date(from), new Date(this.clock.now())],
    );
    const words = clockSays(setup.doc.site);
    return noticed.flatMap(([say, whats]) => {
      const count = rows.reduce(
        (sum, { what, n }) => sum + ((whats as readonly string[]).includes(what) ? Number(n) : 0),
        0,
      );
      return count ? [words[say]({ count })] : [];
    });
  }

  /** Lets the clock stop where it has come to. */
  halt(): void {
    this.stopping = true;
  }

  /** Moves the clock to an instant, everything due on the way in its turn. @returns how much was due */
  async moveTo(to: Instant): Promise<number> {
    const moving = { from: this.clock.now(), to, happened: 0 };
    // Of two who move it the later waits in the same steps; the line tells of the first.
    this.moving ??= moving;
    this.stopping = false;
    try {
      for (let step = 0; step < MOST_STEPS && !this.stopping; step++) {
        const next = await this.jobs.nextDue(this.clock.now());
        if (!next || next.at > to) break;
        moving.happened += await this.step(next.at);
      }
      if (!this.stopping) moving.happened += await this.step(to);
      return moving.happened;
    } finally {
      if (this.moving === moving) this.moving = null;
    }
  }

  /**
   * Moves to an instant, carries out what is due there, and waits for what other hands have taken.
   * @returns how much was due; counted beforehand, since nobody can say afterwards whose hands it was
   */
  private async step(at: Instant): Promise<number> {
    const due = await this.jobs.due(at);
    await this.clock.moveTo(at, this.db);
    const began = Date.now();
    for (;;) {
      if ((await this.jobs.once()) || (await this.jobs.once('cards'))) continue;
      const left = (await this.jobs.due()) + (await this.jobs.due(this.clock.now(), 'cards'));
      if (left === 0 || Date.now() - began > PATIENCE) return due;
      await new Promise((wait) => setTimeout(wait, 4));
    }
  }
}

function whereTo(by: MoveBy, from: Instant, zone: string): Instant {
  if (by === 'hour') return from + HOUR;
  if (by === 'day' || by === 'nextDue') return addSpan(from, { count: 1, unit: 'days' }, zone);
  if (by === 'year') return addSpan(from, { count: 1, unit: 'years' }, zone);
  // Never back, and never so far that nobody could come back from it.
  return Math.min(Math.max(from, startOfDay(by.to, zone) ?? from), from + FURTHEST);
}

const say = (at: Instant, { doc }: Setup): string =>
  clockSays(doc.site).moment({ date: sayDate(at, doc.site), time: sayTime(at, doc.site) });
