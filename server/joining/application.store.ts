/** Purpose: applications as rows; the columns beside the document are there to be searched. */
import type { EntityManager } from 'typeorm';
import { Application } from '../../core/joining';
import type { ApplicationId, MemberId } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { ApplicationEntity } from './application.entity';

export type Stored = { readonly application: Application; readonly shadow: boolean };

const open = (row: ApplicationEntity): Stored => ({
  application: Application.parse(row.data),
  shadow: row.shadow === 1,
});

export function columnsOf(application: Application, setup: Setup) {
  const gate = application.state === 'open' ? setup.paths.get(application.path)?.gates[application.gate] : undefined;
  return {
    path: application.path,
    state: application.state,
    gateKind: gate?.kind ?? '',
    gateSince: application.gateSince,
    submittedAt: application.submittedAt,
    data: application,
  };
}

export async function insertApplication(manager: EntityManager, stored: Stored, setup: Setup): Promise<void> {
  const { application, shadow } = stored;
  await manager.getRepository(ApplicationEntity).insert({
    id: application.id,
    member: application.member,
    shadow: shadow ? 1 : 0,
    ...columnsOf(application, setup),
  });
}

export async function saveApplication(manager: EntityManager, application: Application, setup: Setup): Promise<void> {
  await manager.getRepository(ApplicationEntity).update({ id: application.id }, columnsOf(application, setup));
}

/** Reads an application and holds it until the transaction ends. */
export async function lockApplication(manager: EntityManager, id: ApplicationId): Promise<Stored | null> {
  const row = await manager
    .getRepository(ApplicationEntity)
    .findOne({ where: { id }, lock: { mode: 'pessimistic_write' } });
  return row ? open(row) : null;
}

export async function applicationById(manager: EntityManager, id: ApplicationId): Promise<Stored | null> {
  const row = await manager.getRepository(ApplicationEntity).findOneBy({ id });
  return row ? open(row) : null;
}

/** The newest application of a member. */
export async function applicationOfMember(manager: EntityManager, member: MemberId): Promise<Stored | null> {
  const row = await manager
    .getRepository(ApplicationEntity)
    .findOne({ where: { member }, order: { submittedAt: 'DESC' } });
  return row ? open(row) : null;
}

export async function deleteApplications(manager: EntityManager, member: MemberId): Promise<void> {
  await manager.getRepository(ApplicationEntity).delete({ member });
}
