/**
 * Purpose: who works at the desk: invited by mail, with parts, and let go.
 * Invariant: there is always an owner who can sign in; every change holds all rows of the staff until it is done, so
 * that two owners cannot take each other away in one instant.
 */
import type { DataSource, EntityManager } from 'typeorm';
import type { StaffPart } from '../../contract';
import { visitorFacts } from '../../core/facts';
import { mailKey } from '../../core/fields';
import { DAY, ok, refuse, type Instant, type Result } from '../../core/kernel';
import type { Sessions } from '../callers';
import type { Outbox } from '../messages';
import type { Acts, Envelope } from '../platform/acts';
import { digest, type Randomness } from '../platform/ids';
import type { LiveSetup } from '../setup';
import { OneTimeRow, StaffRow } from './account.entities';
import { keepOneTime } from './one.time';

/** How long an invitation works. */
const INVITED_FOR = 7 * DAY;
/** What no password verifies against. */
const NO_PASSWORD = '';

export type TeamRefusal = { readonly code: 'last-owner' | 'not-found' | 'already-there' | 'no-parts' };

export class Team {
  constructor(
    private readonly db: DataSource,
    private readonly acts: Acts,
    private readonly sessions: Sessions,
    private readonly random: Randomness,
    private readonly live: LiveSetup,
    private readonly ports: { readonly outbox: Outbox; readonly address: string },
  ) {}

  list(): Promise<StaffRow[]> {
    return this.db.getRepository(StaffRow).find({ order: { createdAt: 'ASC', id: 'ASC' } });
  }

  /** Whether somebody was invited and has not chosen a password yet. */
  isInvited = ({ passwordHash }: StaffRow): boolean => passwordHash === NO_PASSWORD;

  async invite(
    envelope: Envelope,
    person: { readonly name: string; readonly mail: string; readonly parts: StaffPart[] },
  ): Promise<Result<null, TeamRefusal>> {
    if (person.parts.length === 0) return refuse({ code: 'no-parts' });
    return this.change(envelope, async (manager, staff, now) => {
      if (staff.some((one) => one.mailKey === mailKey(person.mail))) return refuse({ code: 'already-there' });
      const id = this.random.id<string>();
      const row = { id, ...person, mailKey: mailKey(person.mail), passwordHash: NO_PASSWORD, createdAt: now };
      await manager.getRepository(StaffRow).insert(row);
      await this.write(manager, row, now);
      return ok(id);
    });
  }

  async inviteAgain(envelope: Envelope, id: string): Promise<Result<null, TeamRefusal>> {
    return this.change(envelope, async (manager, staff, now) => {
      const row = staff.find((one) => one.id === id && this.isInvited(one));
      if (!row) return refuse({ code: 'not-found' });
      // An earlier link works no longer.
      await manager.getRepository(OneTimeRow).delete({ member: id, purpose: 'staffReset' });
      await this.write(manager, row, now);
      return ok(id);
    });
  }

  async setParts(envelope: Envelope, id: string, parts: StaffPart[]): Promise<Result<null, TeamRefusal>> {
    if (parts.length === 0) return refuse({ code: 'no-parts' });
    return this.change(envelope, async (manager, staff) => {
      const row = staff.find((one) => one.id === id);
      if (!row) return refuse({ code: 'not-found' });
      if (!parts.includes('owner') && this.isLastOwner(row, staff)) return refuse({ code: 'last-owner' });
      await manager.getRepository(StaffRow).update({ id }, { parts: [...new Set(parts)] });
      return ok(id);
    });
  }

  async remove(envelope: Envelope, id: string): Promise<Result<null, TeamRefusal>> {
    return this.change(envelope, async (manager, staff) => {
      const row = staff.find((one) => one.id === id);
      if (!row) return refuse({ code: 'not-found' });
      if (this.isLastOwner(row, staff)) return refuse({ code: 'last-owner' });
      await manager.getRepository(StaffRow).delete({ id });
      await manager.getRepository(OneTimeRow).delete({ member: id, purpose: 'staffReset' });
      await this.sessions.endOthers(manager, 'staff', id, null);
      return ok(id);
    });
  }

  /** One who was invited and never came cannot look after the site. */
  private isLastOwner(row: StaffRow, staff: readonly StaffRow[]): boolean {
    const owns = (one: StaffRow) => one.parts.includes('owner') && !this.isInvited(one);
    return owns(row) && staff.filter(owns).length === 1;
  }

  private async change(
    envelope: Envelope,
    work: (manager: EntityManager, staff: StaffRow[], now: Instant) => Promise<Result<string, TeamRefusal>>,
  ): Promise<Result<null, TeamRefusal>> {
    const done = await this.acts.carryOut<null, TeamRefusal>(envelope, async ({ manager, now, about }) => {
      const staff = await manager.getRepository(StaffRow).find({ lock: { mode: 'pessimistic_write' } });
      const changed = await work(manager, staff, now);
      if (!changed.ok) return changed;
      about({ subject: changed.value });
      return ok(null);
    });
    if (done.ok) return ok(null);
    return done.refusal.code === 'already-sent' ? ok(null) : refuse(done.refusal);
  }

  /** The letter with the link by which a password is chosen. */
  private async write(manager: EntityManager, row: Pick<StaffRow, 'id' | 'name' | 'mail'>, now: Instant) {
    const { setup } = this.live.must;
    const { account } = setup.doc;
    const token = this.random.secret();
    await keepOneTime(manager, {
      hash: digest(token),
      purpose: 'staffReset',
      member: row.id,
      expiresAt: now + INVITED_FOR,
    });
    await this.ports.outbox.post(
      manager,
      setup,
      {
        message: account.staffInvited ?? account.resetPassword,
        to: row.mail,
        member: null,
        facts: { ...visitorFacts, name: row.name, mail: row.mail },
        secrets: { link: `${this.ports.address}/desk/reset/${token}` },
      },
      now,
    );
  }
}
