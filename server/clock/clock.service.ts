/**
 * Purpose: moving the site clock of a demo on, so that everything due happens, in order.
 * How: the clock steps from one due instant to the next, and waits at each until its jobs are done.
 */
import type { DataSource } from 'typeorm';
import type { ClockView } from '../../contract';
import { DAY, HOUR, kernelSays, ok, sayDate, sayTime, type Instant, type Reader } from '../../core/kernel';
import { addSpan } from '../../core/kernel/calendar';
import type { Setup } from '../../core/setup';
import type { Acts, Envelope } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import type { Jobs } from '../platform/jobs';
import { isJobKind } from '../platform/job.kinds';
import { clockSays } from './clock.sentences';

const MOST_STEPS = 10_000;
const PATIENCE = 20_000;

export class ClockService {
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
      mailPage: this.mailPage,
      nextDue: next ? { at: say(next.at, setup), says: await this.describe(next, reader) } : null,
    };
  }

  private async describe(job: { kind: string; payload: unknown }, reader: Reader): Promise<string> {
    const words = clockSays(reader);
    if (job.kind === 'applicationTimer') {
      const { application } = job.payload as { application: string };
      const [row] = (await this.db.query(
        'SELECT m.name FROM application a JOIN member m ON m.id = a.member WHERE a.id = ? AND a.shadow = 0',
        [application],
      )) as { name: string }[];
      return row ? words.applicationOf({ name: row.name }) : words.applicationTimer;
    }
    return isJobKind(job.kind) ? words[job.kind] : words.somethingElse;
  }

  /** @returns how many things were due on the way, and have happened */
  async move(
    envelope: Envelope,
    by: 'hour' | 'day' | 'nextDue',
    setup: Setup,
  ): Promise<{ now: string; happened: number; says: string }> {
    // Noted before it happens: what follows is many transactions, each by the clock.
    await this.acts.carryOut(envelope, async ({ about }) => {
      about({ detail: { by } });
      return ok(null);
    });
    const words = clockSays(setup.doc.site);
    const from = this.clock.now();
    const next = by === 'nextDue' ? await this.jobs.nextDue(from) : null;
    if (by === 'nextDue' && !next) return { now: say(from, setup), happened: 0, says: words.nothingEver };
    const to = next
      ? next.at
      : by === 'hour'
        ? from + HOUR
        : addSpan(from, { count: 1, unit: 'days' }, setup.doc.site.zone);
    const happened = await this.until(to);
    const now = say(this.clock.now(), setup);
    const says = happened === 0 ? words.nowNothing({ now }) : words.nowThings({ now, count: happened });
    return { now, happened, says };
  }

  private async until(to: Instant): Promise<number> {
    let happened = 0;
    for (let step = 0; step < MOST_STEPS; step++) {
      const next = await this.jobs.nextDue(this.clock.now());
      if (!next || next.at > to) break;
      happened += await this.step(next.at);
    }
    return happened + (await this.step(to));
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
      if (await this.jobs.once()) continue;
      if ((await this.jobs.due()) === 0 || Date.now() - began > PATIENCE) return due;
      await new Promise((wait) => setTimeout(wait, 20));
    }
  }
}

const say = (at: Instant, { doc }: Setup): string =>
  clockSays(doc.site).moment({ date: sayDate(at, doc.site), time: sayTime(at, doc.site) });
