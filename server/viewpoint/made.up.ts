/**
 * Purpose: people who were made up, as rows: kept, changed, taken out, and read as facts.
 * Invariant: an answer of theirs is one that its field takes; a change goes by the version it was made from.
 */
import type { DataSource, EntityManager } from 'typeorm';
import type { MadeUpView } from '../../contract';
import { currentTerm, sayStanding, type FieldValue } from '../../core/facts';
import { facetOf, readAnswer } from '../../core/fields';
import { listed, ok, refuse, type FieldId, type Instant, type MemberId, type Result } from '../../core/kernel';
import { MadeUp, madeUpFacts } from '../../core/rehearsal';
import type { Facts } from '../../core/facts';
import type { Setup } from '../../core/setup';
import { claimPictures } from '../pictures';
import type { Acts, AlreadySent, Envelope } from '../platform/acts';
import type { Randomness } from '../platform/ids';
import { MadeUpRow } from './made.up.entity';

/** So many can be chosen from a list at a glance. */
const MOST = 100;

type Fault = { readonly at: string; readonly label: string; readonly says: string };
export type MadeUpRefusal =
  | { readonly code: 'too-many-made-up' | 'not-found' | 'changed-meanwhile' }
  | { readonly code: 'faults'; readonly faults: Fault[] }
  | AlreadySent;

export class MadeUpPeople {
  constructor(
    private readonly db: DataSource,
    private readonly acts: Acts,
    private readonly random: Randomness,
  ) {}

  async list(now: Instant, setup: Setup): Promise<MadeUpView[]> {
    const rows = await this.db.getRepository(MadeUpRow).find({ order: { createdAt: 'ASC', id: 'ASC' } });
    return rows.map(({ id, version, person }) => ({
      id: id as MemberId,
      version,
      person: MadeUp.parse(person),
      note: noteOf(madeUpFacts(id as MemberId, person, now, setup), now, setup),
    }));
  }

  /** @returns null where nobody of that id was made up */
  async facts(id: string, now: Instant, setup: Setup): Promise<Facts | null> {
    const row = await this.db.getRepository(MadeUpRow).findOneBy({ id });
    return row && madeUpFacts(id as MemberId, row.person, now, setup);
  }

  make(envelope: Envelope, person: MadeUp, by: string, setup: Setup): Promise<Result<unknown, MadeUpRefusal>> {
    return this.acts.carryOut<string, MadeUpRefusal>(envelope, async ({ manager, now, about }) => {
      const read = answersOf(person, setup);
      if (!read.ok) return read;
      const rows = manager.getRepository(MadeUpRow);
      if ((await rows.count()) >= MOST) return refuse({ code: 'too-many-made-up' });
      const id = this.random.id<string>();
      await rows.insert({ id, version: 1, madeBy: by, person: read.value, createdAt: now });
      await this.keepPictures(manager, id, read.value, setup);
      about({ subject: id });
      return ok(id);
    });
  }

  change(
    envelope: Envelope,
    { id, version, person }: { readonly id: string; readonly version: number; readonly person: MadeUp },
    setup: Setup,
  ): Promise<Result<unknown, MadeUpRefusal>> {
    return this.acts.carryOut<string, MadeUpRefusal>(envelope, async ({ manager, about }) => {
      const read = answersOf(person, setup);
      if (!read.ok) return read;
      const rows = manager.getRepository(MadeUpRow);
      const { affected } = await rows.update({ id, version }, { version: version + 1, person: read.value });
      about({ subject: id });
      if (affected) {
        await this.keepPictures(manager, id, read.value, setup);
        return ok(id);
      }
      return refuse({ code: (await rows.existsBy({ id })) ? 'changed-meanwhile' : 'not-found' });
    });
  }

  /** Those of the answers, and of fields that have none any more no longer. */
  private keepPictures(manager: EntityManager, id: string, { answers }: MadeUp, setup: Setup): Promise<void> {
    const none = setup.doc.fields
      .filter(({ of }) => facetOf(of).is === 'file')
      .map((field) => [field.id, null] as const);
    return claimPictures(manager, id as MemberId, { ...Object.fromEntries(none), ...answers }, setup);
  }

  remove(envelope: Envelope, id: string): Promise<Result<unknown, MadeUpRefusal>> {
    return this.acts.carryOut<string, MadeUpRefusal>(envelope, async ({ manager, about }) => {
      about({ subject: id });
      const { affected } = await manager.getRepository(MadeUpRow).delete({ id });
      await manager.query('DELETE FROM picture WHERE member = ?', [id]);
      return affected ? ok(id) : refuse({ code: 'not-found' });
    });
  }
}

/** The person with each answer as its field keeps it; answers to fields that are gone are left out. */
function answersOf(person: MadeUp, setup: Setup): Result<MadeUp, MadeUpRefusal> {
  const faults: Fault[] = [];
  const answers: Record<FieldId, FieldValue> = {};
  for (const [id, raw] of Object.entries(person.answers)) {
    const field = setup.fields.get(id);
    if (!field) continue;
    const read = readAnswer(field, raw, false, setup.doc.site);
    if (!read.ok) faults.push({ at: `answers.${id}`, label: field.label, says: read.refusal });
    else if (read.value !== null) answers[field.id] = read.value;
  }
  return faults.length ? refuse({ code: 'faults', faults }) : ok({ ...person, answers });
}

function noteOf(facts: Facts, now: Instant, setup: Setup): string {
  const term = currentTerm(facts, now);
  return listed(
    [
      facts.standing ? sayStanding(facts.standing, setup.doc.site) : '',
      term ? (setup.levels.get(term.level)?.title ?? '') : '',
      ...facts.groups.map((group) => setup.groups.get(group)?.title ?? ''),
    ].filter(Boolean),
    setup.doc.site,
  );
}
