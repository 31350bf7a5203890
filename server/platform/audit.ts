/** Purpose: what staff did and what was tried in their name, written in the transaction of the act itself. */
import type { EntityManager } from 'typeorm';
import type { Instant } from '../../core/kernel';
import { AuditRow } from './audit.entity';

export type Act = {
  readonly at: Instant;
  /** The staff member's id; '' where nobody of the staff acted (the clock, somebody who could not sign in). */
  readonly staff: string;
  readonly act: string;
  /** The person it was done to. */
  readonly subject?: string | null;
  readonly detail?: unknown;
};

export async function writeAudit(manager: EntityManager, { at, staff, act, subject, detail }: Act): Promise<void> {
  const row = { at, staff, act, subject: subject ?? null, detail: (detail ?? null) as never };
  await manager.getRepository(AuditRow).insert(row);
}
