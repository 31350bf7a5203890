/**
 * Purpose: so many at once, so many waiting, and no more: what costs much must not make everything else wait.
 */

/** Thrown when the queue is full. Nothing has happened; it can be tried again in a moment. */
export class TooBusy extends Error {
  constructor() {
    super('Too many at once');
  }
}

export class Gate {
  private under = 0;
  private readonly waiting: (() => void)[] = [];

  /** @param slots how many are carried out at once; @param most how many may wait */
  constructor(
    private readonly slots: number,
    private readonly most: number,
  ) {}

  get full(): boolean {
    return this.under >= this.slots && this.waiting.length >= this.most;
  }

  /** @throws TooBusy when as many wait as may */
  async run<T>(work: () => Promise<T>): Promise<T> {
    if (this.full) throw new TooBusy();
    if (this.under >= this.slots) await new Promise<void>((go) => this.waiting.push(go));
    else this.under++;
    try {
      return await work();
    } finally {
      // The slot goes straight to the next in line.
      const next = this.waiting.shift();
      if (next) next();
      else this.under--;
    }
  }
}
