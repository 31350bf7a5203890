/** Purpose: secrets that work once, a link or a code, as rows: only the digest of each is stored. */
import type { EntityManager } from 'typeorm';
import { DAY, type ApplicationId, type Instant, type MemberId, type MessageId } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { insertRow } from '../platform/rows';
import { OneTimeRow } from './account.entities';

export type OneTime = {
  readonly hash: Buffer;
  readonly purpose: OneTimeRow['purpose'];
  /** Whose it is: a member's id, or for the desk a staff member's. */
  readonly member: string;
  readonly application?: ApplicationId;
  /** Which code of the application, counted from 1; 0 for other purposes. */
  readonly serial?: number;
  readonly expiresAt: Instant;
};

export async function keepOneTime(manager: EntityManager, first: OneTime, ...more: readonly OneTime[]): Promise<void> {
  const row = ({ hash, purpose, member, application, serial, expiresAt }: OneTime) => {
    return { hash, purpose, member, application: application ?? null, serial: serial ?? 0, expiresAt, usedAt: null };
  };
  await insertRow(manager, OneTimeRow, row(first), ...more.map(row));
}

/** The letter by which somebody chooses their first password. */
export const passwordLetter = ({ doc: { account } }: Setup): MessageId =>
  account.choosePassword ?? account.resetPassword;

/** The secret with this digest, of any age. */
export async function oneTimeBy(
  manager: EntityManager,
  purpose: OneTimeRow['purpose'],
  hash: Buffer,
): Promise<{ member: MemberId; application: ApplicationId | null; serial: number; expiresAt: Instant } | null> {
  const row = await manager.getRepository(OneTimeRow).findOneBy({ hash, purpose });
  if (!row) return null;
  const { member, application, serial, expiresAt } = row;
  return { member: member as MemberId, application: application as ApplicationId | null, serial, expiresAt };
}

/** Throws away what has been too old for a week; until then a late link is told that it is. */
export async function sweepOneTime(manager: EntityManager, now: Instant): Promise<void> {
  await manager.query('DELETE FROM one_time WHERE expires_at <= ? LIMIT 5000', [new Date(now - 7 * DAY)]);
}
