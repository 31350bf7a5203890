/**
 * Purpose: members' accounts: signing in, a forgotten password, a new one.
 * Invariant: known and unknown addresses get the same answer after the same work.
 */
import { IsNull, MoreThan, type DataSource, type EntityManager } from 'typeorm';
import { mailKey, type RawForm } from '../../core/fields';
import { readFacts, visitorFacts, type Facts } from '../../core/facts';
import { HOUR, ok, refuse, type MemberId, type Result } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import type { Opened, Sessions } from '../callers';
import {
  accountById,
  accountByMail,
  factsOf,
  noteOnTimeline,
  setPasswordHash,
  type MemberAccount,
  changeProfile,
  type ProfileRefusal,
} from '../members';
import type { Outbox } from '../messages';
import { forgetSendings, type Acts, type AlreadySent, type Envelope } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import { digest, type Randomness } from '../platform/ids';
import type { Jobs } from '../platform/jobs';
import type { AccountJobs } from './accounts.jobs';
import type { ReadAlong } from '../platform/limits';
import type { LiveSetup } from '../setup';
import { OneTimeRow } from './account.entities';
import { keepOneTime, passwordLetter } from './one.time';
import { hashPassword, ownWords, verifyPassword, weakness } from './passwords';
import { accountsSays } from './accounts.sentences';

const RESET_LASTS = HOUR;
const UNOWNED_TRIED = 3;

export type PasswordRefusal =
  | { readonly code: 'wrong-password' }
  | { readonly code: 'token-used' }
  | { readonly code: 'weak-password'; readonly says: string }
  | AlreadySent;

export type NewPassword = { readonly current: string; readonly password: string };

/**
 * The accounts that an address may sign in to, a line each: whether it owns the address, its hash, its facts. Of those
 * who signed up with the address without owning it (it is not confirmed, or somebody else's) the newest few.
 */
export const accountsOf = (mail: string): ReadAlong => ({
  sql: `SELECT GROUP_CONCAT(m.owned_mail IS NOT NULL, ' ', m.password_hash, ' ', f.facts
          ORDER BY m.owned_mail IS NULL, m.joined_at DESC SEPARATOR '\n' LIMIT ${UNOWNED_TRIED + 1})
        FROM member m JOIN member_facts f ON f.member = m.id WHERE m.mail_key = ?`,
  values: [mailKey(mail)],
});

export class Accounts {
  constructor(
    private readonly db: DataSource,
    private readonly live: LiveSetup,
    private readonly sessions: Sessions,
    private readonly acts: Acts,
    private readonly outbox: Outbox,
    private readonly jobs: Jobs<AccountJobs>,
    private readonly clock: SiteClock,
    private readonly random: Randomness,
    private readonly address: string,
  ) {
    jobs.handle('resetMail', (manager, { mail }) => this.sendReset(manager, mail));
  }

  /**
   * The member whose address and password go together, or null. Those who do not own the address are tried first, the
   * same few whether it is known or not; its owner always. A failure costs the same number of verifications whoever
   * asks, so that the time tells nothing either.
   * @param found what `accountsOf` reads
   */
  async check(found: string | null, password: string): Promise<Facts | null> {
    const [owners, others] = candidatesIn(found);
    const tried = [...others.slice(0, UNOWNED_TRIED), ...owners];
    for (const { hash, facts } of tried) if (await verifyPassword(hash, password)) return readFacts(facts);
    for (let done = tried.length; done <= UNOWNED_TRIED; done++) await verifyPassword(null, password);
    return null;
  }

  openSession(member: MemberId, device: string, remember: boolean, old: string | null): Promise<Opened> {
    return this.sessions.signIn({ kind: 'member', subject: member, device, remember }, this.clock.now(), old);
  }

  /**
   * Only queues: the look-up and the mail happen after the answer, so that it takes the same time for all.
   * @param wait seconds to put the letter off, where many were asked for (of those put off one is sent); null: none
   */
  async askReset(mail: string, wait: number | null): Promise<void> {
    if (wait === null) return;
    const runAt = this.clock.now() + wait * 1000;
    const key = wait > 0 ? `reset:${digest(mailKey(mail)).toString('base64url')}` : undefined;
    await this.jobs.add(this.db.manager, { kind: 'resetMail', runAt, payload: { mail }, ...(key ? { key } : {}) });
  }

  private async sendReset(manager: EntityManager, mail: string): Promise<void> {
    const { setup } = this.live.must;
    const now = this.clock.now();
    const row = await accountByMail(manager, mail);
    if (!row) {
      const facts: Facts = { ...visitorFacts, mail };
      const secrets = { link: this.address };
      await this.outbox.post(
        manager,
        setup,
        { message: setup.doc.account.resetUnknown, to: mail, member: null, facts, secrets },
        now,
      );
      return;
    }
    const token = this.random.secret();
    const { id } = row;
    // Earlier links go on working until their hour is over: else asking again and again would void them all.
    await keepOneTime(manager, { hash: digest(token), purpose: 'reset', member: id, expiresAt: now + RESET_LASTS });
    const facts = (await factsOf(manager, id)) ?? visitorFacts;
    const secrets = { link: `${this.address}/reset/${token}` };
    await this.outbox.post(
      manager,
      setup,
      { message: setup.doc.account.resetPassword, to: row.mail, member: id, facts, secrets },
      now,
    );
  }

  /** Whether a reset link still works. Looking does not use it up. */
  async resetUsable(token: string): Promise<boolean> {
    const row = await this.db
      .getRepository(OneTimeRow)
      .findOneBy({ hash: digest(token), purpose: 'reset', usedAt: IsNull() });
    return row !== null && row.expiresAt > this.clock.now();
  }

  /** Chooses a new password by a link; all sessions end. @returns the member, to be signed in */
  async reset(token: string, password: string): Promise<Result<{ member: MemberId; facts: Facts }, PasswordRefusal>> {
    const hash = digest(token);
    const links = { hash, purpose: 'reset' as const, usedAt: IsNull(), expiresAt: MoreThan(this.clock.now()) };
    const whose = await this.db.getRepository(OneTimeRow).findOneBy(links);
    const owner = whose && (await accountById(this.db.manager, whose.member as MemberId));
    if (!owner) return refuse({ code: 'token-used' });
    const weak = await weakness(password, this.wordsOf(owner), this.live.reader);
    if (weak) return refuse({ code: 'weak-password', says: weak });
    const passwordHash = await hashPassword(password);
    const envelope = { who: { kind: 'member', id: owner.id }, act: 'password.reset', once: null } as const;
    const done = await this.acts.carryOut<Facts | null, PasswordRefusal>(envelope, async ({ manager, about }) => {
      // Looked at again and held: of two who use one link, one sets the password.
      const rows = manager.getRepository(OneTimeRow);
      const row = await rows.findOne({ where: { hash, purpose: 'reset' }, lock: { mode: 'pessimistic_write' } });
      if (!row || row.usedAt !== null || row.expiresAt <= this.clock.now()) return refuse({ code: 'token-used' });
      about({ subject: owner.id });
      if (!(await this.setPassword(manager, owner.id, passwordHash, null))) return refuse({ code: 'token-used' });
      return ok(await factsOf(manager, owner.id));
    });
    if (!done.ok) return refuse({ code: 'token-used' });
    return ok({ member: owner.id, facts: done.value.value ?? visitorFacts });
  }

  /** Changes the password of a signed-in member; all other sessions end. */
  async change(
    envelope: Envelope,
    id: MemberId,
    session: string,
    { current, password }: NewPassword,
  ): Promise<Result<true, PasswordRefusal>> {
    const row = await accountById(this.db.manager, id);
    if (!row || !(await verifyPassword(row.passwordHash, current))) return refuse({ code: 'wrong-password' });
    const weak = await weakness(password, this.wordsOf(row), this.live.reader);
    if (weak) return refuse({ code: 'weak-password', says: weak });
    const passwordHash = await hashPassword(password);
    const done = await this.acts.carryOut<null, PasswordRefusal>(envelope, async ({ manager, about }) => {
      about({ subject: id });
      return (await this.setPassword(manager, id, passwordHash, session))
        ? ok(null)
        : refuse({ code: 'wrong-password' });
    });
    return done.ok ? ok(true) : done;
  }

  /** Changes what a member may change of their own profile. @returns the labels of what has changed */
  changeProfile(envelope: Envelope, id: MemberId, raw: RawForm): Promise<Result<string[], ProfileRefusal>> {
    return changeProfile(this.acts, envelope, id, raw, 'member', this.live.must.setup);
  }

  /** The words that are tried first for this person: their own, and the site's. */
  wordsOf(person: Pick<MemberAccount, 'name' | 'mail'>): string[] {
    const site = this.live.current?.setup.doc.site;
    return ownWords(person.name, person.mail, site?.name, site?.shortName, new URL(this.address).hostname, 'Admissa');
  }

  /**
   * Sets a password within a transaction: all sessions but `keep` end, and so does every link that could set another
   * and every form that could be sent again.
   * @returns false, and does nothing, for whoever has left meanwhile
   */
  async setPassword(manager: EntityManager, id: MemberId, passwordHash: string, keep: string | null): Promise<boolean> {
    const { setup }: { setup: Setup } = this.live.must;
    const now = this.clock.now();
    if (!(await setPasswordHash(manager, id, passwordHash))) return false;
    await this.sessions.endOthers(manager, 'member', id, keep);
    await manager.getRepository(OneTimeRow).delete({ member: id, purpose: 'reset' });
    // Who has just chosen one is not asked to.
    await this.outbox.unsend(manager, id, passwordLetter(setup));
    await forgetSendings(manager, id);
    await noteOnTimeline(manager, id, [
      { at: now, what: 'password.changed', title: accountsSays(setup.doc.site).passwordChanged },
    ]);
    const row = await accountById(manager, id);
    const facts = await factsOf(manager, id);
    // Somebody who has never shown that the address is theirs gets no letter there.
    if (!row?.owned || !facts) return true;
    const secrets = { link: `${this.address}/forgotten` };
    await this.outbox.post(
      manager,
      setup,
      { message: setup.doc.account.passwordChanged, to: row.mail, member: id, facts, secrets },
      now,
    );
    return true;
  }
}

type Candidate = { readonly hash: string; readonly facts: string };

/** Takes apart what `accountsOf` reads: who owns the address, and who does not. */
function candidatesIn(found: string | null): [owners: Candidate[], others: Candidate[]] {
  const sorted: [Candidate[], Candidate[]] = [[], []];
  for (const line of found?.split('\n') ?? []) {
    const [, owns, hash = '', facts = ''] = /^([01]) (\S*) (.*)$/s.exec(line) ?? [];
    sorted[owns === '1' ? 0 : 1].push({ hash, facts });
  }
  return sorted;
}
