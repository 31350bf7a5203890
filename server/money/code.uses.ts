/**
 * Purpose: how often a discount code is used, counted from the moment a payment with it begins.
 * Invariant: a use is taken under a lock on the code, in the transaction that begins what it is for, and given back when
 * that falls away; so of a code for one member one takes it, however many ask at once. A member uses a code once.
 */
import { rowsFrom } from '../platform/rows';
import type { EntityManager } from 'typeorm';
import type { Instant, MemberId } from '../../core/kernel';
import type { Used } from '../../core/money';
import { CodeUseRow } from './money.entities';

/**
 * How often a code is used, by all and by one.
 * @param instead what is begun with it already and would be given up for the new choice: payments, a change of a term
 */
export async function usesOf(
  manager: EntityManager,
  code: string,
  member: MemberId,
  instead: readonly string[],
): Promise<Used> {
  const [row] = await rowsFrom<{ n: string; own: string }>(
    manager,
    'SELECT COUNT(*) AS n, COALESCE(SUM(member = ?), 0) AS own FROM code_use WHERE code = ? AND payment NOT IN (?)',
    [member, code, ['', ...instead]],
  );
  return { inAll: Number(row?.n ?? 0), byThem: Number(row?.own ?? 0) };
}

/** Takes a use. @param of the payment that is begun, or the term that changes at its end */
export async function takeUse(
  manager: EntityManager,
  code: string,
  member: MemberId,
  of: string,
  now: Instant,
): Promise<void> {
  await manager.getRepository(CodeUseRow).upsert({ code, member, payment: of, at: now }, ['code', 'member']);
}

/** Gives back the use of what falls away. */
export async function giveBackUse(manager: EntityManager, of: string): Promise<void> {
  await manager.getRepository(CodeUseRow).delete({ payment: of });
}
