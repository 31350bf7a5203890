/**
 * Purpose: answers when their field becomes of another kind: which will be turned into it and which stay as they are, told
 * before; and turning them, some people at a time, once the set-up is live. So with answers that are made of others.
 * Invariant: an answer that cannot be turned stays stored as it was given.
 */
import { rowsFrom } from '../platform/rows';
import { memberValue } from './member.entities';
import type { DataSource, EntityManager } from 'typeorm';
import type { FieldValue } from '../../core/facts';
import { converted, isAnswered, showValue, sourcesOf, type FieldItem } from '../../core/fields';
import type { Instant, MemberId } from '../../core/kernel';
import { sameBody, type Setup } from '../../core/setup';
import type { Jobs } from '../platform/jobs';
import type { MemberJobs } from './members.jobs';
import type { LiveSetup, Publishing } from '../setup';
import { PersonInHand } from './person.in.hand';

/** People of one transaction. */
const BATCH = 100;
/** Rows looked at in one go, for what is told before. */
const LOOKED_AT = 5_000;
const SHOWN = 50;
/** By then every process follows the new set-up. */
const SETTLED_AFTER = 3_000;

export type Foretold = {
  readonly answered: number;
  readonly stay: number;
  readonly rows: readonly {
    readonly member: MemberId;
    readonly name: string;
    readonly value: string;
    readonly says: string;
  }[];
};
type Kind = FieldItem['of'];
type Row = { readonly member: MemberId; readonly name: string; readonly value: string };

/** All that decides what is made of answers. */
function makingOf({ doc, fields }: Setup): unknown {
  const computed = doc.fields.filter(({ of, retired }) => !isAnswered(of) && !retired);
  const sources = computed.flatMap(sourcesOf).map((id) => fields.get(id)?.of ?? null);
  const { locale } = doc.site;
  return computed.length
    ? { locale, sources, computed: computed.map(({ id, of, role }) => [id, of, role ?? '']) }
    : null;
}

export class Conversions {
  constructor(
    private readonly db: DataSource,
    private readonly live: LiveSetup,
    private readonly jobs: Jobs<MemberJobs>,
  ) {
    jobs.handle('convertAnswers', (manager, { field, before, after }, now) =>
      this.some(manager, field, before as Kind, after, now),
    );
    jobs.handle('computeAnswers', (manager, { after }, now) => this.compute(manager, after, now));
  }

  /** Has answers turned, once every process follows the new set-up. */
  follow: Publishing['follows'] = async (manager, before, after, now) => {
    const settled = now + SETTLED_AFTER;
    for (const field of after.doc.fields) {
      const was = before?.fields.get(field.id)?.of;
      if (was && !sameBody(was, field.of)) await this.add(manager, field.id, was, '', settled);
    }
    if (before && !sameBody(makingOf(before), makingOf(after))) await this.addCompute(manager, '', settled);
  };

  /** What would become of the answers to a field of the draft; null where there is nothing to turn. */
  async foretell(id: string, draft: Setup): Promise<Foretold | null> {
    const was = this.live.must.setup.fields.get(id);
    const will = draft.fields.get(id);
    if (!was || !will || sameBody(was.of, will.of)) return null;
    const found: Foretold['rows'][number][] = [];
    let [answered, stay, after] = [0, 0, ''];
    for (;;) {
      const rows = await rowsFrom<Row>(
        this.db,
        `SELECT v.member, m.name, v.value FROM member_value v JOIN member m ON m.id = v.member AND m.shadow_of = ''
         WHERE v.field = ? AND v.member > ? ORDER BY v.member LIMIT ?`,
        [id, after, LOOKED_AT],
      );
      for (const { member, name, value } of rows) {
        const given = memberValue.read(value);
        const done = converted(was.of, will.of, given, draft.doc.site);
        answered++;
        if (done.ok) continue;
        stay++;
        const shown = showValue(was.of, given, draft.doc.site);
        if (found.length < SHOWN) found.push({ member, name, value: shown, says: done.refusal });
      }
      if (rows.length < LOOKED_AT) return { answered, stay, rows: found };
      after = rows.at(-1)!.member;
    }
  }

  private add(manager: EntityManager, field: string, before: Kind, after: string, at: Instant): Promise<void> {
    return this.jobs.add(manager, { kind: 'convertAnswers', runAt: at, payload: { field, before, after } });
  }

  private addCompute = (manager: EntityManager, after: string, at: Instant): Promise<void> =>
    this.jobs.add(manager, { kind: 'computeAnswers', runAt: at, payload: { after } });

  /** Makes the computed answers of some people anew, of those who have what they are made of, or have had. */
  private async compute(manager: EntityManager, after: string, now: Instant): Promise<void> {
    const { setup } = this.live.must;
    const computed = setup.doc.fields.filter(({ of }) => !isAnswered(of));
    const about = [...new Set(computed.flatMap((field) => [field.id, ...sourcesOf(field)]))];
    if (about.length === 0) return;
    const rows = await rowsFrom<{ member: MemberId }>(
      manager,
      'SELECT DISTINCT member FROM member_value WHERE field IN (?) AND member > ? ORDER BY member LIMIT ?',
      [about, after, BATCH],
    );
    for (const { member } of rows) {
      const person = await PersonInHand.read(manager, member);
      await person?.setProfile(null, {}, setup, now);
      await person?.write(setup);
    }
    if (rows.length === BATCH) await this.addCompute(manager, rows.at(-1)!.member, now);
  }

  private async some(manager: EntityManager, id: string, before: Kind, after: string, now: Instant): Promise<void> {
    const { setup } = this.live.must;
    const field = setup.fields.get(id);
    // Published again meanwhile as what it was, or taken out.
    if (!field || sameBody(field.of, before)) return;
    const rows = await rowsFrom<{ member: MemberId }>(
      manager,
      'SELECT member FROM member_value WHERE field = ? AND member > ? ORDER BY member LIMIT ?',
      [id, after, BATCH],
    );
    for (const { member } of rows) {
      const person = await PersonInHand.read(manager, member);
      const given = (person?.facts.fields as Record<string, FieldValue> | undefined)?.[id];
      if (!person || given === undefined) continue;
      const done = converted(before, field.of, given, setup.doc.site);
      if (!done.ok) continue;
      await person.setProfile(null, { [id]: done.value }, setup, now);
      await person.write(setup);
    }
    if (rows.length === BATCH) await this.add(manager, id, before, rows.at(-1)!.member, now);
  }
}
