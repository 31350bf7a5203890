/**
 * Purpose: the live set-up in memory, swapped as a whole, and the site clock's offset, both followed from the
 * database so that every process has them within a second.
 */
import { rowsFrom } from '../platform/rows';
import type { DataSource } from 'typeorm';
import { doorsOf, type Doors } from '../../core/doors';
import { owners, type Reader } from '../../core/kernel';
import { salvageSetup, type Setup } from '../../core/setup';
import type { SiteClock } from '../platform/clock';
import type { Log } from '../platform/log';
import type { SetupStore } from './setup.store';

/** `full`: the forms whose places are all taken. What is live is another value whenever any of it changes. */
export type Live = {
  readonly revision: number;
  readonly setup: Setup;
  readonly doors: Doors<Setup>;
  readonly full: ReadonlySet<string>;
};

const none: ReadonlySet<string> = new Set();

const EVERY = 400;

export class LiveSetup {
  private value: Live | null = null;
  private drafted: { readonly stamp: string; readonly live: Live } | null = null;
  private timer: NodeJS.Timeout | null = null;
  private lookFull: (setup: Setup) => Promise<ReadonlySet<string>> = () => Promise.resolve(none);

  constructor(
    private readonly db: DataSource,
    private readonly store: SetupStore,
    private readonly clock: SiteClock,
    private readonly log: Log,
  ) {}

  /** Says how it is found which forms are full. */
  follows(lookFull: (setup: Setup) => Promise<ReadonlySet<string>>): void {
    this.lookFull = lookFull;
  }

  /** The live set-up; null until an owner has made one. */
  get current(): Live | null {
    return this.value;
  }

  /** For whom to write where no other reader is known. */
  get reader(): Reader {
    return this.value?.setup.doc.site ?? owners;
  }

  /** The live set-up where there must be one. */
  get must(): Live {
    if (!this.value) throw new Error('There is no set-up yet.');
    return this.value;
  }

  /** The draft as if it were live, as much of it as can be read; what is live where nothing of it can. */
  async draft(): Promise<Live> {
    const { document, stamp } = await this.store.draft();
    if (this.drafted?.stamp === stamp) return this.drafted.live;
    const made = salvageSetup(document);
    if (!made.ok) return this.must;
    const { setup } = made.value;
    const live = Object.freeze({ revision: this.must.revision, setup, doors: doorsOf(setup), full: this.must.full });
    this.drafted = { stamp, live };
    return live;
  }

  /** Reads the revision number and the clock; re-reads the set-up when the number has changed. */
  async refresh(): Promise<void> {
    const [row] = await rowsFrom<{ revision: number | null; ahead: string }>(
      this.db,
      'SELECT (SELECT MAX(number) FROM setup_revision) AS revision, (SELECT offset_ms FROM site_clock WHERE id = 1) AS ahead',
    );
    this.clock.follow(Number(row?.ahead ?? 0));
    const revision = Number(row?.revision ?? 0);
    if (revision === (this.value?.revision ?? 0)) return this.refreshFull();
    const live = await this.store.live();
    if (!live) return;
    this.value = Object.freeze({ ...live, doors: doorsOf(live.setup), full: await this.lookFull(live.setup) });
    this.log.info({ revision: live.revision }, 'set-up: now live');
  }

  private async refreshFull(): Promise<void> {
    const live = this.value;
    if (!live) return;
    const full = await this.lookFull(live.setup);
    const same = full.size === live.full.size && [...full].every((form) => live.full.has(form));
    if (!same && this.value === live) this.value = Object.freeze({ ...live, full });
  }

  follow(): void {
    const turn = async () => {
      await this.refresh().catch((error: unknown) => this.log.warn({ err: error }, 'set-up: could not be read'));
      if (this.timer) this.timer = setTimeout(() => void turn(), EVERY);
    };
    this.timer = setTimeout(() => void turn(), EVERY);
  }

  stop(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
  }
}
