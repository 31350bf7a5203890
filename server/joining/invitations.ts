/**
 * Purpose: invitations to a form that only the invited may send: each a link of its own that works once.
 * Invariant: a link's secret is told when it is made and never again; only its digest is kept.
 */
import { rowsFrom, changeIn } from '../platform/rows';
import { IsNull, Not, type DataSource, type EntityManager } from 'typeorm';
import type { AnyForm } from '../../core/forms';
import { visitorFacts } from '../../core/facts';
import type { Instant, MemberId, MessageId } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { Outbox } from '../messages';
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
  const done = await changeIn(
    manager,
    'UPDATE invitation SET used_by = ?, used_at = ? WHERE token_hash = ? AND form = ? AND used_by IS NULL',
    [member, new Date(now), digest(token), form],
  );
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
    private readonly outbox: Outbox,
    private readonly address: string,
  ) {}

  /**
   * Makes a link for each.
   * @param letter the letter that takes the link along; null where nobody is written to
   * @returns them in order, each with its link, which is told this once, and whether it was written to
   */
  async make(
    manager: EntityManager,
    form: Pick<AnyForm, 'id' | 'address'>,
    people: readonly Invited[],
    scene: { readonly by: string; readonly now: Instant; readonly setup: Setup; readonly letter: MessageId | null },
  ): Promise<(Invited & { readonly link: string; readonly written: boolean })[]> {
    const { by, now } = scene;
    const rows: InvitationRow[] = [];
    const made: (Invited & { link: string; written: boolean })[] = [];
    for (const [at, person] of people.entries()) {
      const token = this.random.secret();
      const link = this.linkOf(form.address, token);
      const letter = await this.write(manager, person, link, scene);
      rows.push({
        id: this.random.id<string>(),
        form: form.id,
        tokenHash: digest(token),
        name: person.name,
        mail: person.mail,
        invitedBy: by,
        // In the order of the list, which is the order in which they are shown.
        createdAt: now + at,
        letter,
        writtenAt: letter === null ? null : now,
        usedBy: null,
        usedAt: null,
      });
      made.push({ ...person, link, written: letter !== null });
    }
    if (rows.length) await manager.getRepository(InvitationRow).insert(rows);
    return made;
  }

  /** @returns the id of the letter; null where there is nobody to write to, or nothing to write */
  private async write(
    manager: EntityManager,
    { name, mail }: Invited,
    link: string,
    scene: { readonly now: Instant; readonly setup: Setup; readonly letter: MessageId | null },
  ): Promise<string | null> {
    const { now, setup, letter: message } = scene;
    if (!message || !mail) return null;
    const facts = { ...visitorFacts, name: name || null, mail };
    return this.outbox.post(manager, setup, { message, to: mail, member: null, facts, secrets: { link } }, now);
  }

  /**
   * Writes to somebody once more, with a new link in place of the old one, of which only a digest is kept.
   * @returns whether there was such an invitation, with an address, that nobody had used
   */
  async writeAgain(
    manager: EntityManager,
    form: Pick<AnyForm, 'id' | 'address'>,
    id: string,
    scene: { readonly now: Instant; readonly setup: Setup; readonly letter: MessageId },
  ): Promise<boolean> {
    const rows = manager.getRepository(InvitationRow);
    const where = { id, form: form.id, usedBy: IsNull() };
    const row = await rows.findOne({ where, lock: { mode: 'pessimistic_write' } });
    if (!row?.mail) return false;
    const token = this.random.secret();
    // A letter that has not left would take a link along that works no longer.
    if (row.letter) await this.outbox.unsendOne(manager, row.letter);
    const letter = await this.write(manager, row, this.linkOf(form.address, token), scene);
    if (!letter) return false;
    await rows.update({ id }, { tokenHash: digest(token), letter, writtenAt: scene.now });
    return true;
  }

  private linkOf = (form: string, token: string): string => `${this.address}/join/${form}?invitation=${token}`;

  /** Newest first, with who has used which. @param most so many of them */
  async list(
    form: string,
    most: number,
  ): Promise<{ total: number; used: number; rows: (InvitationRow & { usedName: string | null; waits: boolean })[] }> {
    const rows = this.db.manager.getRepository(InvitationRow);
    const [found, total] = await rows.findAndCount({
      where: { form },
      order: { createdAt: 'DESC', id: 'ASC' },
      take: most,
    });
    const used = found.flatMap(({ usedBy }) => (usedBy ? [usedBy] : []));
    const names = used.length
      ? await rowsFrom<{ id: string; name: string }>(this.db, 'SELECT id, name FROM member WHERE id IN (?)', [used])
      : [];
    const nameOf = new Map(names.map(({ id, name }) => [id, name]));
    const waiting = await this.outbox.waiting(
      found.flatMap(({ letter, usedBy }) => (letter && !usedBy ? [letter] : [])),
    );
    const usedOnes = await rows.countBy({ form, usedBy: Not(IsNull()) });
    return {
      total,
      used: usedOnes,
      rows: found.map((row) => ({
        ...row,
        usedName: nameOf.get(row.usedBy ?? '') ?? null,
        waits: row.letter !== null && waiting.has(row.letter),
      })),
    };
  }

  /** Takes an invitation back that nobody has used, with its letter where that has not left. @returns whether there was one */
  async takeBack(manager: EntityManager, form: string, id: string): Promise<boolean> {
    const rows = manager.getRepository(InvitationRow);
    const row = await rows.findOne({ where: { id, form, usedBy: IsNull() }, lock: { mode: 'pessimistic_write' } });
    if (!row) return false;
    if (row.letter) await this.outbox.unsendOne(manager, row.letter);
    return (await rows.delete({ id })).affected === 1;
  }
}
