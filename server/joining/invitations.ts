/**
 * Purpose: invitations to a form that only the invited may send: each a link of its own that works once.
 * Invariant: a link's secret is told when it is made and never again; only its digest is kept.
 */
import { IsNull, Not, type DataSource, type EntityManager } from 'typeorm';
import type { AnyForm } from '../../core/fields';
import type { Instant, MemberId } from '../../core/kernel';
import { digest, type Randomness } from '../platform/ids';
import { InvitationRow } from './entrance.entities';

export type Invited = { readonly name: string; readonly mail: string };

/** Takes an invitation for somebody who signs up by it. @returns whether there was one that nobody had used */
export async function useInvitation(
  manager: EntityManager,
  form: string,
  token: string,
  member: MemberId,
  now: Instant,
): Promise<boolean> {
  if (token === '') return false;
  const done = (await manager.query(
    'UPDATE invitation SET used_by = ?, used_at = ? WHERE token_hash = ? AND form = ? AND used_by IS NULL',
    [member, new Date(now), digest(token), form],
  )) as { affectedRows: number };
  return done.affectedRows === 1;
}

/** Whom an invitation that was not used yet is for; null for any other. */
export async function invitationBy(manager: EntityManager, form: string, token: string): Promise<Invited | null> {
  if (token === '') return null;
  const row = await manager.getRepository(InvitationRow).findOneBy({ tokenHash: digest(token), form });
  return row && row.usedBy === null ? { name: row.name, mail: row.mail } : null;
}

export class Invitations {
  constructor(
    private readonly db: DataSource,
    private readonly random: Randomness,
    private readonly address: string,
  ) {}

  /** Makes a link for each. @returns them in order, each with its link, which is told this once */
  async make(
    manager: EntityManager,
    form: Pick<AnyForm, 'id' | 'address'>,
    people: readonly Invited[],
    by: string,
    now: Instant,
  ): Promise<(Invited & { readonly link: string })[]> {
    const made = people.map((person) => ({ ...person, token: this.random.secret() }));
    const rows = made.map(({ name, mail, token }, at) => ({
      id: this.random.id<string>(),
      form: form.id,
      tokenHash: digest(token),
      name,
      mail,
      invitedBy: by,
      // In the order of the list, which is the order in which they are shown.
      createdAt: now + at,
      usedBy: null,
      usedAt: null,
    }));
    if (rows.length) await manager.getRepository(InvitationRow).insert(rows);
    return made.map(({ token, ...person }) => ({ ...person, link: this.linkOf(form.address, token) }));
  }

  private linkOf = (form: string, token: string): string => `${this.address}/join/${form}?invitation=${token}`;

  /** Newest first, with who has used which. @param most so many of them */
  async list(
    form: string,
    most: number,
  ): Promise<{ total: number; used: number; rows: (InvitationRow & { usedName: string | null })[] }> {
    const rows = this.db.manager.getRepository(InvitationRow);
    const [found, total] = await rows.findAndCount({
      where: { form },
      order: { createdAt: 'DESC', id: 'ASC' },
      take: most,
    });
    const used = found.flatMap(({ usedBy }) => (usedBy ? [usedBy] : []));
    const names = used.length
      ? ((await this.db.query('SELECT id, name FROM member WHERE id IN (?)', [used])) as { id: string; name: string }[])
      : [];
    const nameOf = new Map(names.map(({ id, name }) => [id, name]));
    const usedOnes = await rows.countBy({ form, usedBy: Not(IsNull()) });
    return {
      total,
      used: usedOnes,
      rows: found.map((row) => ({ ...row, usedName: nameOf.get(row.usedBy ?? '') ?? null })),
    };
  }

  /** Takes an invitation back that nobody has used. @returns whether there was one */
  async takeBack(manager: EntityManager, form: string, id: string): Promise<boolean> {
    const done = (await manager.query('DELETE FROM invitation WHERE id = ? AND form = ? AND used_by IS NULL', [
      id,
      form,
    ])) as { affectedRows: number };
    return done.affectedRows === 1;
  }
}
