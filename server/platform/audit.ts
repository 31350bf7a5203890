/** Purpose: what was done, by whom, written in the transaction of the act itself. */
import type { EntityManager } from 'typeorm';
import type { Instant } from '../../core/kernel';
import { AuditRow } from './audit.entity';
import { insertRow } from './rows';

/** Who acts: an id, and for staff the name as it is now. */
export type Actor =
  | { readonly kind: 'staff'; readonly id: string; readonly name: string }
  | { readonly kind: 'member'; readonly id: string }
  | { readonly kind: 'clock' }
  | { readonly kind: 'stranger' };

/** What an act was about: the person it was done to, and more in words or numbers. No secret, no answer of a form. */
export type About = { readonly subject?: string | null; readonly detail?: AuditRow['detail'] };

export type Noted = About & { readonly at: Instant; readonly who: Actor; readonly act: string };

export async function writeAudit(manager: EntityManager, { at, who, act, subject, detail }: Noted): Promise<void> {
  await insertRow(manager, AuditRow, {
    at,
    kind: who.kind,
    who: 'id' in who ? who.id : '',
    name: who.kind === 'staff' ? who.name : '',
    act,
    subject: subject ?? null,
    detail: detail ?? null,
  });
}
