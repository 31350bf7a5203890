/**
 * Purpose: the thread that answers what is asked of everybody at once: started when it is first asked, and anew should
 * it end.
 */
import { Worker } from 'node:worker_threads';
import type { ComingDay, Impact, PriceChange, WhoGetsIn } from '../../core/insight';
import type { Instant } from '../../core/kernel';
import type { Setup, SetupDocument } from '../../core/setup';
import type { DoorQuestion } from './insight';
import type { MonthsPast } from './terms';

/** A set-up goes over as its document, for a thread shares no values. */
type PlainDoor = { readonly setup: SetupDocument; readonly rule: DoorQuestion['door']['rule'] };
type PlainQuestion = Omit<DoorQuestion, 'door' | 'before'> & {
  readonly door: PlainDoor;
  readonly before: PlainDoor | null;
};

export type InsightQuestion =
  | {
      readonly about: 'impact';
      readonly before: SetupDocument;
      readonly after: SetupDocument;
      readonly now: Instant;
      readonly today: Instant;
    }
  | ({ readonly about: 'door' } & PlainQuestion)
  | { readonly about: 'prices'; readonly before: SetupDocument; readonly after: SetupDocument }
  | { readonly about: 'coming'; readonly setup: SetupDocument; readonly now: Instant; readonly end: Instant }
  | { readonly about: 'months'; readonly months: readonly Instant[] };
type Answers = {
  readonly impact: Impact;
  readonly door: WhoGetsIn;
  readonly prices: readonly PriceChange[];
  readonly coming: readonly ComingDay[];
  readonly months: MonthsPast;
};

export type InsightRequest = { readonly id: number; readonly question: InsightQuestion };
export type Answered = { readonly id: number; readonly answer?: Answers[keyof Answers]; readonly error?: Told };
/** An error as it comes out of a thread; the code says whether the database is away. */
type Told = { readonly message: string; readonly code?: string | undefined };
type Waiting = { readonly resolve: (answer: never) => void; readonly reject: (error: Error) => void };

export class InsightThread {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private next = 0;

  /** @param file the built worker; @param database what it connects with */
  constructor(
    private readonly file: URL,
    private readonly database: Readonly<Record<string, unknown>>,
  ) {}

  impact(before: Setup, after: Setup, now: Instant, today: Instant): Promise<Impact> {
    return this.ask<'impact'>({ about: 'impact', before: before.doc, after: after.doc, now, today });
  }
  door({ door, before, ...rest }: DoorQuestion): Promise<WhoGetsIn> {
    const plain = ({ setup, rule }: DoorQuestion['door']) => ({ setup: setup.doc, rule });
    return this.ask<'door'>({ about: 'door', door: plain(door), before: before && plain(before), ...rest });
  }
  prices(before: Setup, after: Setup): Promise<readonly PriceChange[]> {
    return this.ask<'prices'>({ about: 'prices', before: before.doc, after: after.doc });
  }
  coming(setup: Setup, now: Instant, end: Instant): Promise<readonly ComingDay[]> {
    return this.ask<'coming'>({ about: 'coming', setup: setup.doc, now, end });
  }
  months(months: readonly Instant[]): Promise<MonthsPast> {
    return this.ask<'months'>({ about: 'months', months });
  }

  private ask<K extends keyof Answers>(question: InsightQuestion & { about: K }): Promise<Answers[K]> {
    this.worker ??= this.started();
    const id = ++this.next;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      this.worker?.postMessage({ id, question } satisfies InsightRequest);
    });
  }

  private started(): Worker {
    const worker = new Worker(this.file, { workerData: this.database });
    // A process that has nothing else to do may end.
    worker.unref();
    worker.on('message', ({ id, answer, error }: Answered) => {
      const one = this.waiting.get(id);
      this.waiting.delete(id);
      if (answer) one?.resolve(answer as never);
      else one?.reject(Object.assign(new Error(error?.message), { code: error?.code }));
    });
    worker.on('error', (error) => this.ended(error));
    worker.on('exit', () => this.ended(new Error('The thread ended.')));
    return worker;
  }

  private ended(error: Error): void {
    this.worker = null;
    for (const { reject } of this.waiting.values()) reject(error);
    this.waiting.clear();
  }

  async close(): Promise<void> {
    await this.worker?.terminate();
  }
}
