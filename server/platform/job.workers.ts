/**
 * Purpose: the workers of each lane: they rest while nothing is due, are woken when something is, and end with what they
 * have in hand.
 */
import type { Instant } from '../../core/kernel';
import { lanes, type Lane } from './job.kinds';
import type { Log } from './log';

/** How often it is looked whether anything is due in any lane. Real time. */
const LOOK = 400;
/** So many jobs of a lane are carried out at once. */
const WORKERS = 2;
/** A worker whom nobody has woken looks by itself after so long. Real time. */
const SLEEP = 10_000;
/** How often a lane looks for what somebody who died left behind. Real time. */
const LOOK_BACK = 5_000;

export type Work = {
  readonly log: Log;
  now(): Instant;
  lanesDue(now: Instant): Promise<Lane[]>;
  /** Lanes in which somebody who died may have left a job behind. */
  readonly calling: readonly Lane[];
  /**
   * Carries out one due job of a lane.
   * @param back whether to look for one that was left behind, where no other is ready
   * @returns whether there was one
   */
  once(lane: Lane, back: boolean): Promise<boolean>;
};

export class Workers {
  private readonly lookedBack = new Map<Lane, number>();
  private running = false;
  private readonly waiting = new Map<Lane, Set<() => void>>(lanes.map((lane) => [lane, new Set()]));
  private loops: Promise<void>[] = [];
  private endRest: () => void = () => undefined;

  constructor(private readonly work: Work) {}

  start(): void {
    this.running = true;
    this.loops = [this.watch(), ...lanes.flatMap((lane) => Array.from({ length: WORKERS }, () => this.loop(lane)))];
  }

  /** Lets the jobs in hand finish, then ends. */
  async stop(): Promise<void> {
    this.running = false;
    this.wake(lanes);
    this.endRest();
    await Promise.all(this.loops);
  }

  /** Wakes all workers of some lanes. */
  wake(which: Iterable<Lane>): void {
    for (const lane of which) for (const wake of this.waiting.get(lane)!) wake();
  }

  /** Wakes a worker of each lane in which something is due; lanes in which nothing is cost nothing. */
  private async watch(): Promise<void> {
    while (this.running) {
      await new Promise<void>((rested) => {
        const timer = setTimeout(rested, LOOK);
        this.endRest = () => {
          clearTimeout(timer);
          rested();
        };
      });
      if (!this.running) return;
      const due = await this.work.lanesDue(this.work.now()).catch((error: unknown) => {
        this.silent(error);
        return [];
      });
      const late = this.work.calling.filter((lane) => this.isTimeToLookBack(lane));
      for (const lane of new Set([...due, ...late]))
        for (const wake of [...this.waiting.get(lane)!].slice(0, 1)) wake();
    }
  }

  private async loop(lane: Lane): Promise<void> {
    while (this.running) {
      const worked = await this.work.once(lane, this.looksBack(lane)).catch((error: unknown) => {
        this.silent(error);
        return false;
      });
      if (!worked && this.running) await this.pause(lane);
    }
  }

  private silent(error: unknown): void {
    this.work.log.warn({ err: error }, 'jobs: the database did not answer');
  }

  private looksBack(lane: Lane): boolean {
    if (!this.isTimeToLookBack(lane)) return false;
    this.lookedBack.set(lane, performance.now());
    return true;
  }

  private isTimeToLookBack(lane: Lane): boolean {
    return performance.now() - (this.lookedBack.get(lane) ?? -LOOK_BACK) >= LOOK_BACK;
  }

  private pause(lane: Lane): Promise<void> {
    const waiting = this.waiting.get(lane)!;
    return new Promise((resolve) => {
      const wake = () => {
        clearTimeout(timer);
        waiting.delete(wake);
        resolve();
      };
      const timer = setTimeout(wake, SLEEP);
      waiting.add(wake);
    });
  }
}
