/**
 * Purpose: the thread that answers what is asked of everybody at once: started when it is first asked, and anew should
 * it end.
 */
import { Worker } from 'node:worker_threads';
import type { Impact } from '../../core/insight';
import type { Instant } from '../../core/kernel';
import type { Setup, SetupDocument } from '../../core/setup';

export type Asked = {
  readonly id: number;
  readonly before: SetupDocument;
  readonly after: SetupDocument;
  readonly now: Instant;
};
export type Answered = { readonly id: number; readonly impact?: Impact; readonly error?: Told };
/** An error as it comes out of a thread; the code says whether the database is away. */
type Told = { readonly message: string; readonly code?: string | undefined };
type Waiting = { readonly resolve: (impact: Impact) => void; readonly reject: (error: Error) => void };

export class InsightThread {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, Waiting>();
  private next = 0;

  /** @param file the built worker; @param database what it connects with */
  constructor(
    private readonly file: URL,
    private readonly database: Readonly<Record<string, unknown>>,
  ) {}

  impact(before: Setup, after: Setup, now: Instant): Promise<Impact> {
    this.worker ??= this.started();
    const id = ++this.next;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      this.worker?.postMessage({ id, before: before.doc, after: after.doc, now } satisfies Asked);
    });
  }

  private started(): Worker {
    const worker = new Worker(this.file, { workerData: this.database });
    // A process that has nothing else to do may end.
    worker.unref();
    worker.on('message', ({ id, impact, error }: Answered) => {
      const one = this.waiting.get(id);
      this.waiting.delete(id);
      if (impact) one?.resolve(impact);
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
