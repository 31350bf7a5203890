/**
 * Purpose: carrying out the effects of joining within the transaction that stores the new state.
 * Invariant: nothing here leaves the database; mail and timers are rows that a job acts on after the commit.
 */
import type { EntityManager } from 'typeorm';
import type { Facts } from '../../core/facts';
import { codeFrom, sayCode, waitedFor, type Application, type Effect } from '../../core/joining';
import {
  never,
  sayDate,
  sayTime,
  type ApplicationId,
  type ChipName,
  type Instant,
  type MemberId,
  type MessageId,
} from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { OneTimeRow, StaffRow } from '../accounts/account.entities';
import { MemberEntity } from '../members/member.entities';
import {
  claimAddress,
  gatherFacts,
  giveGroup,
  giveLevel,
  refreshFacts,
  setStanding,
  takeGroup,
  takeLevel,
} from '../members/member.store';
import type { Outbox } from '../messages';
import { writeAudit } from '../platform/audit';
import { digest, type Randomness } from '../platform/ids';
import type { Jobs } from '../platform/jobs';

export type EffectPorts = {
  readonly outbox: Outbox;
  readonly jobs: Jobs;
  readonly random: Randomness;
  readonly address: string;
  /** Erases a person and everything that hangs on them. */
  readonly erase: (manager: EntityManager, member: MemberId, mail: string) => Promise<void>;
};

/** A letter that was to be taken back has left: what it says stands. */
export class LetterGone extends Error {}

export const timerKey = (id: ApplicationId) => `application:${id}`;
export const codeDigest = (id: ApplicationId, code: string) => digest(`${id}:${code}`);

export async function carryOut(
  manager: EntityManager,
  effects: readonly Effect[],
  application: Application,
  setup: Setup,
  now: Instant,
  ports: EffectPorts,
): Promise<void> {
  for (const effect of effects) await one(manager, effect, application, setup, now, ports);
  if (!effects.some((effect) => effect.do === 'purge')) await refreshFacts(manager, application.member, setup);
}

async function one(
  manager: EntityManager,
  effect: Effect,
  application: Application,
  setup: Setup,
  now: Instant,
  ports: EffectPorts,
): Promise<void> {
  const { member } = application;
  switch (effect.do) {
    case 'signIn':
      // The session is opened by whoever answers the request, who alone can set the cookie.
      return;
    case 'sendCode':
      return sendCode(manager, effect, application, setup, now, ports);
    case 'send': {
      const words = { reason: effect.reason, question: effect.question };
      return sendTo(manager, application, { message: effect.message, at: effect.at }, words, setup, now, ports);
    }
    case 'unsend':
      if ((await ports.outbox.unsend(manager, member)) === 0) throw new LetterGone();
      return;
    case 'claimAddress':
      return claimAddress(manager, member);
    case 'tellReviewers':
      return tellReviewers(manager, effect.message, application, setup, now, ports);
    case 'startTimer':
      return ports.jobs.add(manager, {
        kind: 'applicationTimer',
        runAt: effect.at,
        payload: { application: application.id },
        key: timerKey(application.id),
      });
    case 'cancelTimer':
      await ports.jobs.cancel(manager, timerKey(application.id));
      return;
    case 'setStanding':
      return setStanding(manager, member, effect.standing, now);
    case 'giveLevel':
      return giveLevel(manager, member, effect);
    case 'takeLevel':
      return takeLevel(manager, member, effect.level, effect.from);
    case 'takeGroup':
      return takeGroup(manager, member, effect.group);
    case 'giveGroup':
      return giveGroup(manager, member, effect.group, now);
    case 'purge': {
      const row = await manager.getRepository(MemberEntity).findOneByOrFail({ id: member });
      // No trace of the person stays; that a sign-up was swept is counted.
      if (application.state === 'outOfTime' && !row.shadowOf)
        await writeAudit(manager, { at: now, staff: '', act: 'joining.swept' });
      return ports.erase(manager, member, row.mail);
    }
    default:
      return never(effect);
  }
}

/**
 * Makes the secrets of one code and sends them. For a shadow the same rows are written, but the mail goes to the
 * address's real owner and says that an account exists; its code opens nothing that anyone was told.
 */
async function sendCode(
  manager: EntityManager,
  effect: Extract<Effect, { do: 'sendCode' }>,
  application: Application,
  setup: Setup,
  now: Instant,
  ports: EffectPorts,
): Promise<void> {
  const code = codeFrom(ports.random.bytes(64));
  const token = ports.random.secret();
  const base = { member: application.member, application: application.id, serial: effect.serial, usedAt: null };
  await manager.getRepository(OneTimeRow).insert([
    { ...base, purpose: 'code', hash: codeDigest(application.id, code), expiresAt: effect.expiresAt },
    { ...base, purpose: 'confirm', hash: digest(token), expiresAt: effect.expiresAt },
  ]);
  const row = await manager.getRepository(MemberEntity).findOneByOrFail({ id: application.member });
  const { site } = setup.doc;
  if (row.shadowOf) {
    const owner = await gatherFacts(manager, row.shadowOf as MemberId);
    const secrets = { link: `${ports.address}/sign-in` };
    const post = { message: setup.doc.account.addressKnown, to: owner.mail ?? '', member: owner.member, facts: owner };
    return ports.outbox.post(manager, setup, { ...post, secrets }, now);
  }
  const facts = await gatherFacts(manager, application.member);
  await ports.outbox.post(
    manager,
    setup,
    {
      message: effect.message,
      to: row.mail,
      member: application.member,
      facts,
      // Time and day, since nobody knows on which day a mail is read.
      words: {
        codeUntil: `${sayTime(effect.expiresAt, site)} on ${sayDate(effect.expiresAt, site)}`,
        sentAt: `${sayTime(application.submittedAt, site)} on ${sayDate(application.submittedAt, site)}`,
      },
      secrets: { code: sayCode(code), link: `${ports.address}/confirm/${token}` },
    },
    now,
  );
}

async function sendTo(
  manager: EntityManager,
  application: Application,
  { message, at }: { message: MessageId; at: Instant | undefined },
  words: Partial<Record<ChipName, string>>,
  setup: Setup,
  now: Instant,
  ports: EffectPorts,
): Promise<void> {
  const row = await manager.getRepository(MemberEntity).findOneByOrFail({ id: application.member });
  if (row.shadowOf) return;
  const facts = await gatherFacts(manager, application.member);
  const secrets = { link: `${ports.address}/joining` };
  await ports.outbox.post(
    manager,
    setup,
    { message, to: row.mail, member: application.member, facts, words, secrets, ...(at === undefined ? {} : { at }) },
    now,
  );
}

async function tellReviewers(
  manager: EntityManager,
  message: MessageId,
  application: Application,
  setup: Setup,
  now: Instant,
  ports: EffectPorts,
): Promise<void> {
  const row = await manager.getRepository(MemberEntity).findOneByOrFail({ id: application.member });
  if (row.shadowOf) return;
  const reviewers = (await manager.getRepository(StaffRow).find()).filter((staff) => staff.parts.includes('reviewer'));
  const applicant = await gatherFacts(manager, application.member);
  for (const staff of reviewers) {
    const facts: Facts = { ...applicant, name: staff.name, mail: staff.mail };
    await ports.outbox.post(
      manager,
      setup,
      {
        message,
        to: staff.mail,
        member: null,
        about: application.member,
        facts,
        words: { memberName: applicant.name ?? '', waited: waitedFor(application, now) },
        secrets: { link: `${ports.address}/desk` },
      },
      now,
    );
  }
}
