/**
 * Purpose: pictures in profiles: kept when they are sent, somebody's once the answer is, gone with answer or person.
 * Invariant: the id of a picture that is nobody's is known to whoever sent it alone; one that is somebody's can be taken
 * by nobody else.
 */
import type { DataSource, EntityManager } from 'typeorm';
import type { Facts, FieldValue } from '../../core/facts';
import { facetOf, fieldsSays, type FieldItem } from '../../core/fields';
import { DAY, type Instant, type MemberId } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { SiteClock } from '../platform/clock';
import type { Randomness } from '../platform/ids';
import { problem } from '../platform/problem';
import { PictureRow } from './picture.entity';
import { forProfile } from './recode';

export const sizes = ['small', 'large'] as const;
export type Size = (typeof sizes)[number];

/** How long one may take to send the form that a picture was chosen for. */
const UNSENT = DAY;

export class Pictures {
  constructor(
    private readonly db: DataSource,
    private readonly clock: SiteClock,
    private readonly random: Randomness,
  ) {}

  /** @returns its id, or null where it is no picture that can be read. @throws TooBusy */
  async keep(file: Buffer): Promise<string | null> {
    const made = await forProfile(file);
    if (!made) return null;
    const id = this.random.id<string>();
    await this.db.getRepository(PictureRow).insert({ id, member: '', field: '', createdAt: this.clock.now(), ...made });
    return id;
  }

  /** The picture, where that person may see it; null in every other case. */
  async seen(id: string, size: Size, viewer: Facts | null, staff: boolean, setup: Setup): Promise<Buffer | null> {
    const row = await this.db
      .getRepository(PictureRow)
      .findOne({ where: { id }, select: { id: true, member: true, field: true, [size]: true } });
    if (!row) return null;
    return row.member === '' || staff || maySee(row, setup.fields.get(row.field), viewer) ? row[size] : null;
  }

  /** Erases what was chosen and never sent. */
  async sweep(now: Instant): Promise<void> {
    await this.db.query(`DELETE FROM picture WHERE member = '' AND created_at < ? LIMIT 500`, [new Date(now - UNSENT)]);
  }
}

function maySee(row: PictureRow, field: FieldItem | undefined, viewer: Facts | null): boolean {
  if (!field || !viewer || field.seenBy === 'staff') return false;
  return viewer.member === row.member || (field.seenBy === 'members' && viewer.standing === 'admitted');
}

/**
 * Makes the pictures among these answers that person's own, and erases those they replace; null is an answer emptied.
 * @throws the problem `form-faults` where one is not to be had: swept meanwhile, or somebody else's
 */
export async function claimPictures(
  manager: EntityManager,
  member: MemberId,
  answers: Readonly<Record<string, FieldValue | null>>,
  setup: Setup,
): Promise<void> {
  for (const [id, value] of Object.entries(answers)) {
    const field = setup.fields.get(id);
    if (!field || facetOf(field.of).is !== 'file') continue;
    if (value !== null) {
      const rows = manager.getRepository(PictureRow);
      const { affected } = await rows.update({ id: String(value), member: '' }, { member, field: id });
      if (!affected && !(await rows.existsBy({ id: String(value), member, field: id })))
        throw problem('form-faults', {
          faults: [{ at: id, label: field.label, says: fieldsSays(setup.doc.site).pictureGone }],
        });
    }
    await manager.query('DELETE FROM picture WHERE member = ? AND field = ? AND id <> ?', [member, id, value ?? '']);
  }
}
