/**
 * Purpose: a repeat of one and the same sending. A phone that lost the answer sends its form again with the same key,
 * and is led to where the first sending led.
 * Invariant: the key is kept nowhere, only its digest, and a digest of the answers made with it; both for minutes. A
 * repeat gives back the session that the first sending opened, and never another: once that has ended (signed out,
 * a new password), a repeat opens nothing.
 */
import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { EntityManager } from 'typeorm';
import type { RawForm } from '../../core/fields';
import { MINUTE, type MemberId } from '../../core/kernel';
import { SessionRow } from '../accounts/account.entities';
import { digest } from '../platform/ids';
import { SentFormRow } from './application.entity';

const REMEMBERED = 30 * MINUTE;

/** One sending: the key's digest, the answers' digest under the key, and the key itself, which is never stored. */
export type Sending = { readonly once: string; readonly onceHash: Buffer; readonly answersHash: Buffer };

export function sendingOf(form: string, raw: RawForm, once: string): Sending {
  const answers = Object.entries(raw).sort(([a], [b]) => (a < b ? -1 : 1));
  const answersHash = createHmac('sha256', once)
    .update(JSON.stringify([form, answers]))
    .digest();
  return { once, onceHash: digest(once), answersHash };
}

const secretOf = (once: string, salt: Buffer): string => createHmac('sha256', salt).update(once).digest('base64url');

/**
 * Remembers a sending within the transaction that takes it.
 * @returns the secret for the session it opens
 * @throws a duplicate-key error when the same key was sent before
 */
export async function rememberSending(manager: EntityManager, sent: Sending, member: MemberId): Promise<string> {
  const salt = randomBytes(32);
  const { onceHash, answersHash } = sent;
  await manager
    .getRepository(SentFormRow)
    .insert({ onceHash, answersHash, salt, member, expiresAt: Date.now() + REMEMBERED });
  return secretOf(sent.once, salt);
}

/**
 * What came of an earlier sending with this key: nothing was sent with it; the session it opened is still there; or
 * it leads nowhere any more, since the answers differ or the session has ended.
 */
export async function earlierSending(
  manager: EntityManager,
  sent: Sending,
): Promise<{ is: 'new' } | { is: 'same'; secret: string } | { is: 'other' }> {
  const row = await manager.getRepository(SentFormRow).findOneBy({ onceHash: sent.onceHash });
  if (!row || row.expiresAt <= Date.now()) {
    if (row) await manager.getRepository(SentFormRow).delete({ onceHash: sent.onceHash });
    return { is: 'new' };
  }
  if (!timingSafeEqual(row.answersHash, sent.answersHash)) return { is: 'other' };
  const secret = secretOf(sent.once, row.salt);
  const open = await manager.getRepository(SessionRow).countBy({ tokenHash: digest(secret) });
  return open > 0 ? { is: 'same', secret } : { is: 'other' };
}
