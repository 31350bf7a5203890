/**
 * Purpose: a picture of everybody, kept up to date from the database, and what is asked of everybody at once.
 * Invariant: before each answer what has changed since the last is read; one person changed costs their own row. Whoever
 * is a shadow is nobody here.
 */
import { Population, readFacts } from '../../core/facts';
import { impactOf, whoGetsIn, type DoorAsked, type DoorList, type Impact, type WhoGetsIn } from '../../core/insight';
import type { Rule } from '../../core/doors';
import type { Instant } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { Query } from './query';

type Row = { readonly member: string; readonly facts: string };

/** One door, with its parts, against the door before; see `whoGetsIn`. */
export type DoorQuestion = {
  readonly door: DoorAsked;
  readonly parts: readonly Rule[];
  readonly before: DoorAsked | null;
  readonly list: DoorList | null;
  readonly now: Instant;
  /** The present, where `now` is a day to come. */
  readonly today: Instant;
};

/** Rows read in one go. */
const BATCH = 5_000;
/** A transaction may commit so many seconds after what it wrote was dated. */
const LATE = 120;

export class Insight {
  private people: Population | null = null;
  /** By the database's clock, when what is kept was read last. */
  private mark = '';
  /** One after the other: each answer is given by a picture that stands still. */
  private turn: Promise<unknown> = Promise.resolve();

  constructor(private readonly query: Query) {}

  impact(before: Setup, after: Setup, now: Instant, today: Instant): Promise<Impact> {
    return this.inTurn(async () => {
      const people = await this.refreshed(before.doc.site.zone);
      return impactOf(before, after, people.ahead(today, now), now);
    });
  }

  door({ door, parts, before, list, now, today }: DoorQuestion): Promise<WhoGetsIn> {
    return this.inTurn(async () => {
      const people = await this.refreshed(door.setup.doc.site.zone);
      return whoGetsIn(door, parts, before, list, people.ahead(today, now), now);
    });
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const done = this.turn.then(work, work);
    this.turn = done.catch(() => undefined);
    return done;
  }

  private async refreshed(zone: string): Promise<Population> {
    const mark = await this.clock();
    // Days are counted in the site's zone, so that another zone is another picture.
    if (this.people?.zone !== zone) this.people = await this.whole(zone);
    else {
      for (const row of await this.query<Row>(
        `SELECT f.member, f.facts FROM member_facts f JOIN member m ON m.id = f.member AND m.shadow_of = ''
         WHERE f.changed_at >= CAST(? AS DATETIME(6)) - INTERVAL ${LATE} SECOND`,
        [this.mark],
      ))
        this.people.put(readFacts(row.facts));
      await this.withoutGone(this.people);
    }
    this.mark = mark;
    return this.people;
  }

  private async clock(): Promise<string> {
    const [row] = await this.query<{ now: string }>('SELECT CAST(NOW(6) AS CHAR) AS now', []);
    return row!.now;
  }

  private async whole(zone: string): Promise<Population> {
    const people = new Population(zone);
    for (let after = ''; ;) {
      const rows = await this.query<Row>(
        `SELECT f.member, f.facts FROM member_facts f JOIN member m ON m.id = f.member AND m.shadow_of = ''
         WHERE f.member > ? ORDER BY f.member LIMIT ${BATCH}`,
        [after],
      );
      for (const { facts } of rows) people.put(readFacts(facts));
      if (rows.length < BATCH) return people;
      after = rows.at(-1)!.member;
    }
  }

  /** Takes out who was erased, or has become a shadow, which leaves no later facts behind: seen by the count alone. */
  private async withoutGone(people: Population): Promise<void> {
    const [row] = await this.query<{ n: string }>(`SELECT COUNT(*) AS n FROM member WHERE shadow_of = ''`, []);
    if (Number(row!.n) === people.size) return;
    const there = new Set(
      (await this.query<{ id: string }>(`SELECT id FROM member WHERE shadow_of = ''`, [])).map(({ id }) => id),
    );
    for (const id of [...people.idsAll()]) if (!there.has(id)) people.remove(id);
  }
}
