/**
 * Purpose: sessions: who a cookie stands for.
 * Invariant: only the SHA-256 of a secret is stored; a password change ends all other sessions of its owner.
 */
import { staffParts } from './staff.parts';
import { rowsOf } from '../platform/database';
import type { Pool, RowDataPacket } from 'mysql2/promise';
import { Not, type EntityManager } from 'typeorm';
import type { StaffPart } from '../../contract';
import { readFacts, type Facts } from '../../core/facts';
import { DAY, HOUR, MINUTE, owners, type Instant, type SessionId } from '../../core/kernel';
import { digest, type Randomness } from '../platform/ids';
import { insertRow } from '../platform/rows';
import { callersSays } from './callers.sentences';
import { SessionRow } from './session.entity';

export type SessionKind = 'member' | 'staff';
export type Opening = { kind: SessionKind; subject: string; device: string; remember: boolean };
export type Opened = { readonly secret: string; readonly maxAge: number | null };
/** `renew`: how long its cookie is to last from now on, in milliseconds; null where it need not be set again. */
export type MemberViewer = { readonly session: SessionId; readonly facts: Facts; readonly renew: number | null };
export type StaffViewer = {
  readonly session: SessionId;
  readonly id: string;
  readonly name: string;
  readonly mail: string;
  readonly parts: readonly StaffPart[];
};

/** How long a session lasts without being used again, and how long however much it is used (ASVS 5.0, 7.3). */
const lasts = { short: 12 * HOUR, remembered: 60 * DAY, staff: 14 * DAY } as const;
const ends = { short: 7 * DAY, remembered: 180 * DAY, staff: 30 * DAY } as const;

type MemberHit = RowDataPacket & { id: SessionId; seen_at: Date; expires_at: Date; ends_at: Date; facts: string };
type StaffHit = RowDataPacket & {
  id: SessionId;
  seen_at: Date;
  expires_at: Date;
  staff: string;
  name: string;
  mail: string;
  parts: string;
};

/** Once a calendar day (in UTC, which is as good as any), and only for a session that is to outlast the browser. */
function renewal({ seen_at, expires_at, ends_at }: MemberHit, now: Instant): number | null {
  const outlasts = expires_at.getTime() - seen_at.getTime() > lasts.short;
  const again = Math.floor(seen_at.getTime() / DAY) !== Math.floor(now / DAY);
  return outlasts && again ? Math.min(lasts.remembered, ends_at.getTime() - now) : null;
}

export class Sessions {
  constructor(
    private readonly pool: Pool,
    private readonly random: Randomness,
  ) {}

  /** Opens a session within a transaction. @returns the secret for the cookie and how long it lasts in milliseconds (null: with the browser) */
  async open(manager: EntityManager, who: Opening, now: Instant, secret = this.random.secret()): Promise<Opened> {
    const { opened, row } = this.make(who, now, secret);
    await insertRow(manager, SessionRow, row);
    return opened;
  }

  /** Signs in: opens a session and ends the browser's old one. Each is one statement; nothing else changes with them. */
  async signIn(who: Opening, now: Instant, old: string | null): Promise<Opened> {
    const { opened, row } = this.make(who, now, this.random.secret());
    const at = new Date(now);
    await rowsOf(
      this.pool,
      `INSERT INTO session (token_hash, id, kind, subject, created_at, seen_at, expires_at, ends_at, device)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [row.tokenHash, row.id, row.kind, row.subject, at, at, new Date(row.expiresAt), new Date(row.endsAt), row.device],
    );
    if (old) await this.pool.execute('DELETE FROM session WHERE token_hash = ?', [digest(old)]);
    return opened;
  }

  private make(who: Opening, now: Instant, secret: string): { opened: Opened; row: SessionRow } {
    const sort = who.kind === 'staff' ? 'staff' : who.remember ? 'remembered' : 'short';
    const { kind, subject, device } = who;
    const row = {
      tokenHash: digest(secret),
      id: this.random.id<string>(),
      kind,
      subject,
      createdAt: now,
      seenAt: now,
      expiresAt: now + lasts[sort],
      endsAt: now + ends[sort],
      device,
    };
    return { opened: { secret, maxAge: who.remember ? lasts.remembered : null }, row };
  }

  /** The member behind a cookie's secret: session and facts in one indexed read. */
  async member(secret: string, now: Instant): Promise<MemberViewer | null> {
    const rows = await rowsOf<MemberHit>(
      this.pool,
      `SELECT s.id, s.seen_at, s.expires_at, s.ends_at, f.facts FROM session s JOIN member_facts f ON f.member = s.subject
       WHERE s.token_hash = ? AND s.kind = 'member'`,
      [digest(secret)],
    );
    const row = rows[0];
    if (!row || row.expires_at.getTime() <= now) return null;
    const facts = readFacts(row.facts);
    if (now - row.seen_at.getTime() > MINUTE) await this.seen(row.id, facts.member, now);
    return { session: row.id, facts, renew: renewal(row, now) };
  }

  async staff(secret: string, now: Instant): Promise<StaffViewer | null> {
    const [rows] = await this.pool.execute<StaffHit[]>(
      `SELECT s.id, s.seen_at, s.expires_at, t.id AS staff, t.name, t.mail, t.parts
       FROM session s JOIN staff t ON t.id = s.subject WHERE s.token_hash = ? AND s.kind = 'staff'`,
      [digest(secret)],
    );
    const row = rows[0];
    if (!row || row.expires_at.getTime() <= now) return null;
    if (now - row.seen_at.getTime() > MINUTE) await this.seen(row.id, null, now);
    const { staff, name, mail, parts } = row;
    return { session: row.id, id: staff, name, mail, parts: staffParts.read(parts) };
  }

  /** Notes that a session was used, at most once a minute, and puts its end off by as long as it lasts. */
  private async seen(id: SessionId, member: string | null, now: Instant): Promise<void> {
    await this.pool.execute(
      `UPDATE session SET expires_at =
         LEAST(ends_at, TIMESTAMPADD(SECOND, TIMESTAMPDIFF(SECOND, seen_at, expires_at), ?)), seen_at = ? WHERE id = ?`,
      [new Date(now), new Date(now), id],
    );
    if (member) await this.pool.execute('UPDATE member SET seen_at = ? WHERE id = ?', [new Date(now), member]);
  }

  /** Moves a session on by so many milliseconds, for who moves the clock and is not to be out by it. */
  async goWith(id: SessionId, span: number): Promise<void> {
    await this.pool.execute(
      `UPDATE session SET seen_at = seen_at + INTERVAL ? SECOND, expires_at = expires_at + INTERVAL ? SECOND,
         ends_at = ends_at + INTERVAL ? SECOND WHERE id = ?`,
      [...Array<number>(3).fill(Math.ceil(span / 1000)), id],
    );
  }

  async list(manager: EntityManager, kind: SessionKind, subject: string, now: Instant): Promise<SessionRow[]> {
    const rows = await manager.getRepository(SessionRow).find({ where: { kind, subject }, order: { seenAt: 'DESC' } });
    return rows.filter((row) => row.expiresAt > now);
  }

  async end(manager: EntityManager, kind: SessionKind, subject: string, id: string): Promise<void> {
    await manager.getRepository(SessionRow).delete({ kind, subject, id });
  }

  async endOthers(manager: EntityManager, kind: SessionKind, subject: string, except: string | null): Promise<void> {
    await manager.getRepository(SessionRow).delete({ kind, subject, ...(except ? { id: Not(except) } : {}) });
  }

  /** Whether the session of a secret is there, of any age. */
  async isOpen(manager: EntityManager, secret: string): Promise<boolean> {
    return (await manager.getRepository(SessionRow).countBy({ tokenHash: digest(secret) })) > 0;
  }

  async endBySecret(manager: EntityManager, secret: string): Promise<void> {
    await manager.getRepository(SessionRow).delete({ tokenHash: digest(secret) });
  }

  async sweep(now: Instant): Promise<void> {
    await this.pool.execute('DELETE FROM session WHERE expires_at <= ? LIMIT 5000', [new Date(now)]);
  }
}

/* The first that is found counts: each browser also names those it wants to be taken for. */
const browsers = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chromium'],
  [/Safari\//, 'Safari'],
] as const;
const systems = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS/, 'macOS'],
  [/Linux/, 'Linux'],
] as const;

/** `Firefox on Linux`, from what the browser says of itself; kept with the session as it is written here. */
export function deviceOf(userAgent: string): string {
  const says = callersSays(owners);
  const named = (list: typeof browsers | typeof systems) => list.find(([mark]) => mark.test(userAgent))?.[1];
  return says.device({ browser: named(browsers) ?? says.someBrowser, system: named(systems) ?? says.someSystem });
}
