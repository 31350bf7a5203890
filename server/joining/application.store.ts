/** Purpose: applications as rows; the columns beside the document are there to be searched. */
import { In, LessThanOrEqual, type EntityManager, type FindOptionsWhere } from 'typeorm';
import {
  gateOf,
  kindsWaitingFor,
  needsDeskAt,
  pathOf,
  storedApplication,
  type Application,
  type GatesOf,
} from '../../core/joining';
import { type ApplicationId, type Instant, type MemberId } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { PersonInHand } from '../members';
import { LockedRows } from '../platform/locks';
import { changeRow, insertRow, rowOf, rowsFrom } from '../platform/rows';
import type { RowUses } from '../setup';
import { ApplicationEntity } from './application.entity';
import { joiningSays } from './joining.sentences';

export type Stored = { readonly application: Application; readonly shadow: boolean };

const applications = new LockedRows<Stored>(({ application }) => application.member);

const gatesOf =
  (setup: Setup): GatesOf =>
  (path) =>
    setup.paths.get(path)?.gates ?? [];

/** A stored application of any version. */
export const readApplication = (data: unknown, setup: Setup): Application =>
  storedApplication.read(data, gatesOf(setup));

const open = (row: ApplicationEntity, setup: Setup): Stored => ({
  application: readApplication(row.data, setup),
  shadow: row.shadow === 1,
});

export function columnsOf(application: Application, setup: Setup) {
  return {
    path: application.path,
    form: application.form,
    state: application.state,
    gateKind: application.state === 'open' ? (gateOf(pathOf(application, setup), application)?.kind ?? '') : '',
    gateSince: application.gateSince,
    needsAt: needsDeskAt(application),
    submittedAt: application.submittedAt,
    data: storedApplication.write(application),
  };
}

export async function insertApplication(manager: EntityManager, stored: Stored, setup: Setup): Promise<void> {
  const { application, shadow } = stored;
  applications.is(manager, application.id, stored);
  await insertRow(manager, ApplicationEntity, {
    id: application.id,
    member: application.member,
    shadow: shadow ? 1 : 0,
    ...columnsOf(application, setup),
  });
}

export async function saveApplication(manager: EntityManager, application: Application, setup: Setup): Promise<void> {
  const known = applications.known(manager, application.id);
  if (known) applications.is(manager, application.id, { ...known, application });
  await changeRow(manager, ApplicationEntity, { id: application.id }, columnsOf(application, setup));
}

/** Reads an application and holds it, and its person first, until the transaction ends. */
export const lockApplication = (manager: EntityManager, id: ApplicationId, setup: Setup): Promise<Stored | null> =>
  applications.take(manager, id, async () => {
    await PersonInHand.holdOwner(manager, ApplicationEntity, id);
    const row = await rowOf(manager, ApplicationEntity, { id }, true);
    return row ? open(row, setup) : null;
  });

export async function applicationById(manager: EntityManager, id: ApplicationId, setup: Setup): Promise<Stored | null> {
  const row = await rowOf(manager, ApplicationEntity, { id });
  return row ? open(row, setup) : null;
}

/** The newest application of a member. */
export async function applicationOfMember(
  manager: EntityManager,
  member: MemberId,
  setup: Setup,
): Promise<Stored | null> {
  const row = await manager
    .getRepository(ApplicationEntity)
    .findOne({ where: { member }, order: { submittedAt: 'DESC' } });
  return row ? open(row, setup) : null;
}

/** Applications that need somebody at the desk by now. */
const needing = (now: Instant): FindOptionsWhere<ApplicationEntity> => ({
  shadow: 0,
  state: 'open',
  needsAt: LessThanOrEqual(now),
});

/** How many things need somebody who reviews: applications to read, and people stuck at a gate. */
export const waitingCount = (manager: EntityManager, now: Instant): Promise<number> =>
  manager.getRepository(ApplicationEntity).countBy(needing(now));

/** Applications that need somebody, those who have waited longest first. @param most so many of them */
export async function waitingApplications(
  manager: EntityManager,
  whom: 'reviewers' | 'applicant',
  most: number,
  now: Instant,
  setup: Setup,
): Promise<{ total: number; applications: Application[] }> {
  const where = { ...needing(now), gateKind: In(kindsWaitingFor(whom)) };
  const rows = manager.getRepository(ApplicationEntity);
  const found = await rows.find({ where, order: { gateSince: 'ASC', id: 'ASC' }, take: most });
  const total = found.length < most ? found.length : await rows.countBy(where);
  return { total, applications: found.map((row) => readApplication(row.data, setup)) };
}

/** All that are open, as they are just now and held by nobody. */
export async function openApplications(manager: EntityManager, setup: Setup): Promise<Application[]> {
  const rows = await rowsFrom<{
    data: string;
  }>(manager, `SELECT data FROM application WHERE state = 'open' ORDER BY id`);
  return rows.map(({ data }) => readApplication(JSON.parse(data), setup));
}

/** What hangs on paths and forms. */
export const joiningUses: RowUses = {
  path: [
    async (manager, id, reader) => {
      const count = await manager.getRepository(ApplicationEntity).countBy({ path: id });
      return { count, what: joiningSays(reader).applications({ count }) };
    },
  ],
  form: [
    async (manager, id, reader) => {
      const count = await manager.getRepository(ApplicationEntity).countBy({ form: id });
      return { count, what: joiningSays(reader).applications({ count }) };
    },
  ],
};
