/** Purpose: staff accounts: separate people, separate sessions, separate cookie. */
import type { DataSource, EntityManager } from 'typeorm';
import type { StaffPart } from '../../contract';
import { mailKey } from '../../core/fields';
import { visitorFacts } from '../../core/facts';
import { HOUR, ok, refuse, type Result } from '../../core/kernel';
import type { Opened, Sessions } from '../callers';
import type { Acts, Envelope } from '../platform/acts';
import { writeAudit } from '../platform/audit';
import type { SiteClock } from '../platform/clock';
import type { Outbox } from '../messages';
import { digest, type Randomness } from '../platform/ids';
import type { Jobs } from '../platform/jobs';
import type { AccountJobs } from './accounts.jobs';
import { OneTimeRow, StaffRow } from './account.entities';
import type { NewPassword, PasswordRefusal } from './account.service';
import { keepOneTime, oneTimeBy } from './one.time';
import { hashPassword, ownWords, verifyPassword, weakness } from './passwords';
import type { LiveSetup } from '../setup';

export class Staff {
  constructor(
    private readonly db: DataSource,
    private readonly sessions: Sessions,
    private readonly acts: Acts,
    private readonly clock: SiteClock,
    private readonly random: Randomness,
    private readonly live: LiveSetup,
    private readonly ports: { readonly outbox: Outbox; readonly jobs: Jobs<AccountJobs>; readonly address: string },
  ) {
    ports.jobs.handle('staffResetMail', (manager, { mail }) => this.sendReset(manager, mail));
  }

  async anybody(manager: EntityManager = this.db.manager): Promise<boolean> {
    return (await manager.getRepository(StaffRow).count()) > 0;
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

  async signIn(mail: string, password: string, device: string, old: string | null): Promise<Opened | null> {
    const row = await this.db.getRepository(StaffRow).findOneBy({ mailKey: mailKey(mail) });
    const right = await verifyPassword(row?.passwordHash ?? null, password);
    const at = this.clock.now();
    const signedIn = right && row !== null;
    await writeAudit(this.db.manager, {
      at,
      who: row ? { kind: 'staff', id: row.id, name: row.name } : { kind: 'stranger' },
      act: signedIn ? 'staff.signedIn' : 'staff.signInFailed',
      detail: { device },
    });
    if (!signedIn) return null;
    const who = { kind: 'staff', subject: row.id, device, remember: false } as const;
    return this.sessions.signIn(who, at, old);
  }

  /** Asks for a letter with a link to choose a new password: the same, whoever asks (see `Accounts.askReset`). */
  async askReset(mail: string, wait: number | null): Promise<void> {
    if (wait === null || !this.live.current) return;
    const runAt = this.clock.now() + wait * 1000;
    const key = wait > 0 ? { key: `staffReset:${digest(mailKey(mail)).toString('base64url')}` } : {};
    await this.ports.jobs.add(this.db.manager, { kind: 'staffResetMail', runAt, payload: { mail }, ...key });
  }

  private async sendReset(manager: EntityManager, mail: string): Promise<void> {
    const { setup } = this.live.must;
    const now = this.clock.now();
    const row = await manager.getRepository(StaffRow).findOneBy({ mailKey: mailKey(mail) });
    const { account } = setup.doc;
    const post = { member: null, facts: { ...visitorFacts, name: row?.name ?? null, mail } };
    if (!row) {
      const secrets = { link: `${this.ports.address}/desk` };
      const unknown = { ...post, message: account.resetUnknown, to: mail, secrets };
      await this.ports.outbox.post(manager, setup, unknown, now);
      return;
    }
    const token = this.random.secret();
    await keepOneTime(manager, { hash: digest(token), purpose: 'staffReset', member: row.id, expiresAt: now + HOUR });
    const secrets = { link: `${this.ports.address}/desk/reset/${token}` };
    await this.ports.outbox.post(
      manager,
      setup,
      { ...post, message: account.resetPassword, to: row.mail, secrets },
      now,
    );
  }

  private async byToken(token: string): Promise<StaffRow | null> {
    const found = await oneTimeBy(this.db.manager, 'staffReset', digest(token));
    if (!found || found.expiresAt <= this.clock.now()) return null;
    return this.db.getRepository(StaffRow).findOneBy({ id: found.member });
  }

  /** Whether a link from such a letter still works. Looking does not use it up. */
  async resetUsable(token: string): Promise<boolean> {
    return (await this.byToken(token)) !== null;
  }

  /** Chooses a new password by a link; all sessions end, and so does every other link. @returns the address */
  async reset(token: string, password: string): Promise<Result<string, PasswordRefusal>> {
    const row = await this.byToken(token);
    if (!row) return refuse({ code: 'token-used' });
    const weak = await weakness(password, this.wordsOf(row), this.live.reader);
    if (weak) return refuse({ code: 'weak-password', says: weak });
    const passwordHash = await hashPassword(password);
    const who = { kind: 'staff', id: row.id, name: row.name } as const;
    const envelope = { who, act: 'password.reset', once: null };
    const done = await this.acts.carryOut<null, PasswordRefusal>(envelope, async ({ manager, about }) => {
      const links = manager.getRepository(OneTimeRow);
      const hash = digest(token);
      const link = await links.findOne({ where: { hash, purpose: 'staffReset' }, lock: { mode: 'pessimistic_write' } });
      if (!link || link.expiresAt <= this.clock.now()) return refuse({ code: 'token-used' });
      about({ subject: row.id });
      await this.setPassword(manager, row, passwordHash, null);
      return ok(null);
    });
    return done.ok ? ok(row.mail) : refuse({ code: 'token-used' });
  }

  private wordsOf(person: { readonly name: string; readonly mail: string }): string[] {
    const site = this.live.current?.setup.doc.site;
    return ownWords(person.name, person.mail, site?.name, site?.shortName, 'Admissa');
  }

  /** Sets a password; all sessions but `keep` end. Whose it is gets a letter, in case it was somebody else. */
  private async setPassword(manager: EntityManager, row: StaffRow, passwordHash: string, keep: string | null) {
    await manager.getRepository(StaffRow).update({ id: row.id }, { passwordHash });
    await this.sessions.endOthers(manager, 'staff', row.id, keep);
    await manager.getRepository(OneTimeRow).delete({ member: row.id, purpose: 'staffReset' });
    // Who has just come by an invitation had none before.
    if (!row.passwordHash) return;
    const { setup } = this.live.must;
    const facts = { ...visitorFacts, name: row.name, mail: row.mail };
    const secrets = { link: `${this.ports.address}/desk/forgotten` };
    const letter = { message: setup.doc.account.passwordChanged, to: row.mail, member: null, facts, secrets };
    await this.ports.outbox.post(manager, setup, letter, this.clock.now());
  }

  async change(
    envelope: Envelope,
    id: string,
    session: string,
    { current, password }: NewPassword,
  ): Promise<Result<true, PasswordRefusal>> {
    const row = await this.db.getRepository(StaffRow).findOneByOrFail({ id });
    if (!(await verifyPassword(row.passwordHash, current))) return refuse({ code: 'wrong-password' });
    const weak = await weakness(password, this.wordsOf(row), this.live.reader);
    if (weak) return refuse({ code: 'weak-password', says: weak });
    const passwordHash = await hashPassword(password);
    const done = await this.acts.carryOut<null, never>(envelope, async ({ manager, about }) => {
      about({ subject: id });
      await this.setPassword(manager, row, passwordHash, session);
      return ok(null);
    });
    return done.ok ? ok(true) : done;
  }

  all(manager: EntityManager): Promise<StaffRow[]> {
    return manager.getRepository(StaffRow).find();
  }

  /** Those who are told when an application waits for an answer. */
  async reviewers(manager: EntityManager): Promise<StaffRow[]> {
    return (await this.all(manager)).filter(({ parts }) => parts.includes('reviewer'));
  }
}
