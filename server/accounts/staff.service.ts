/** Purpose: staff accounts: separate people, separate sessions, separate cookie. */
import type { DataSource, EntityManager } from 'typeorm';
import type { StaffPart } from '../../contract';
import { mailKey } from '../../core/fields';
import { ok, refuse, type Result } from '../../core/kernel';
import type { SiteClock } from '../platform/clock';
import type { Randomness } from '../platform/ids';
import { StaffRow } from './account.entities';
import type { PasswordRefusal } from './account.service';
import { hashPassword, verifyPassword, weakness } from './passwords';
import type { Sessions } from './sessions';
import { transact } from '../platform/database';

export class Staff {
  constructor(
    private readonly db: DataSource,
    private readonly sessions: Sessions,
    private readonly clock: SiteClock,
    private readonly random: Randomness,
  ) {}

  async anybody(): Promise<boolean> {
    return (await this.db.getRepository(StaffRow).count()) > 0;
  }

  async add(
    person: { name: string; mail: string; parts: StaffPart[]; passwordHash: string },
    manager: EntityManager = this.db.manager,
  ): Promise<string> {
    const id = this.random.id<string>();
    await manager.getRepository(StaffRow).insert({
      id,
      mail: person.mail,
      mailKey: mailKey(person.mail),
      name: person.name,
      parts: person.parts,
      passwordHash: person.passwordHash,
      createdAt: this.clock.now(),
    });
    return id;
  }

  async signIn(mail: string, password: string, device: string, old: string | null) {
    const row = await this.db.getRepository(StaffRow).findOneBy({ mailKey: mailKey(mail) });
    const right = await verifyPassword(row?.passwordHash ?? null, password);
    if (!right || !row) return null;
    const who = { kind: 'staff', subject: row.id, device, remember: false } as const;
    return this.sessions.signIn(who, this.clock.now(), old);
  }

  async change(id: string, session: string, current: string, password: string): Promise<Result<true, PasswordRefusal>> {
    const row = await this.db.getRepository(StaffRow).findOneByOrFail({ id });
    if (!(await verifyPassword(row.passwordHash, current))) return refuse({ code: 'wrong-password' });
    const weak = await weakness(password, [...row.name.split(' '), ...row.mail.split(/[@.]/)]);
    if (weak) return refuse({ code: 'weak-password', says: weak });
    const passwordHash = await hashPassword(password);
    await transact(this.db, async (manager) => {
      await manager.getRepository(StaffRow).update({ id }, { passwordHash });
      await this.sessions.endOthers(manager, 'staff', id, session);
    });
    return ok(true);
  }
}
