/**
 * Purpose: views of the member list, kept by name for everybody at the desk.
 * Invariant: one view a name; whoever keeps another under it replaces it.
 */
import type { DataSource } from 'typeorm';
import type { SavedFilter, SavedView } from '../../contract';
import { ok, refuse, sayMoment, type SavedViewId, type Instant, type Place, type Result } from '../../core/kernel';
import type { Acts, AlreadySent, Envelope } from '../platform/acts';
import { foldWord } from '../../core/kernel/fold';
import type { Randomness } from '../platform/ids';
import { membersSays } from './members.sentences';
import { SavedViewRow } from './saved.view.entity';

/** So many can be chosen from a list at a glance. */
const MOST = 60;
/** Folding makes some letters several. */
const KEY = 250;

export type SavedViewRefusal = { readonly code: 'too-many-views' | 'not-found' } | AlreadySent;

export class SavedViews {
  constructor(
    private readonly db: DataSource,
    private readonly acts: Acts,
    private readonly random: Randomness,
  ) {}

  async list(now: Instant, place: Place): Promise<SavedView[]> {
    const rows = await this.db.getRepository(SavedViewRow).find({ order: { name: 'ASC', id: 'ASC' } });
    return rows.map(({ id, name, asked, keptBy, keptAt }) => ({
      id: id as SavedViewId,
      name,
      asked,
      note: membersSays(place).viewKept({ by: keptBy, moment: sayMoment(keptAt, now, place) }),
    }));
  }

  keep(envelope: Envelope, name: string, asked: SavedFilter): Promise<Result<unknown, SavedViewRefusal>> {
    return this.acts.carryOut<string, SavedViewRefusal>(envelope, async ({ manager, now, about }) => {
      const rows = manager.getRepository(SavedViewRow);
      const nameKey = foldWord(name).slice(0, KEY);
      const keptBy = envelope.who.kind === 'staff' ? envelope.who.name : '';
      const known = await rows.findOne({ where: { nameKey }, lock: { mode: 'pessimistic_write' } });
      if (!known && (await rows.count()) >= MOST) return refuse({ code: 'too-many-views' });
      const id = known?.id ?? this.random.id<string>();
      await rows.upsert({ id, nameKey, name, asked: asked as never, keptBy, keptAt: now }, ['nameKey']);
      about({ subject: id, detail: { name } });
      return ok(id);
    });
  }

  remove(envelope: Envelope, id: string): Promise<Result<unknown, SavedViewRefusal>> {
    return this.acts.carryOut<string, SavedViewRefusal>(envelope, async ({ manager, about }) => {
      about({ subject: id });
      const { affected } = await manager.getRepository(SavedViewRow).delete({ id });
      return affected ? ok(id) : refuse({ code: 'not-found' });
    });
  }
}
