/**
 * Purpose: carrying out the effects of joining within the transaction that stores the new state.
 * Invariant: nothing here leaves the database; mail and timers are rows that a job acts on after the commit.
 */
import type { EntityManager } from 'typeorm';
import type { Facts } from '../../core/facts';
import { codeFrom, gateOf, pathOf, sayCode, waitedFor, type Application, type Effect } from '../../core/joining';
import { choosesLater } from '../../core/forms';
import { DAY, never, sayDate, sayTime, type ApplicationId, type Instant, type MessageId } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { keepOneTime, passwordLetter } from '../accounts';
import type { PersonInHand } from '../members';
import { writeAudit } from '../platform/audit';
import { digest } from '../platform/ids';
import type { EffectPorts } from './effect.ports';
import { tellOfSending } from './telling';
import { decides } from './review';

/** A letter that was to be taken back has left: what it says stands. */
export class LetterGone extends Error {}

export const timerKey = (id: ApplicationId) => `application:${id}`;
export const codeDigest = (id: ApplicationId, code: string) => digest(`${id}:${code}`);

/** What the carrying out of effects needs to know. */
export type EffectContext = {
  readonly manager: EntityManager;
  readonly person: PersonInHand;
  readonly application: Application;
  readonly setup: Setup;
  readonly now: Instant;
  readonly ports: EffectPorts;
};

/** How long the link to choose a password works; after that a new one is asked for as a forgotten one. */
const CHOSEN_WITHIN = 7 * DAY;

/** Carries out effects in order, then writes what they changed of the person. */
export async function carryOut(scene: EffectContext, effects: readonly Effect[]): Promise<void> {
  // A timer that is set again takes the place of the one before by its key.
  const isSet = effects.some((effect) => effect.do === 'startTimer');
  for (const effect of effects) if (!(isSet && effect.do === 'cancelTimer')) await carryOutOne(scene, effect);
  if (!effects.some((effect) => effect.do === 'purge')) await scene.person.write(scene.setup);
}

async function carryOutOne(scene: EffectContext, effect: Effect): Promise<void> {
  const { manager, person, application, now, ports } = scene;
  switch (effect.do) {
    case 'signIn':
      // The session is opened by whoever answers the request, who alone can set the cookie.
      return;
    case 'sendCode':
      return sendCode(scene, effect);
    case 'send':
      return sendTo(scene, effect);
    case 'unsend':
      // Where the letter is switched off, nothing has told anybody yet.
      if ((await ports.outbox.unsend(manager, person.id)) === 0 && tellsOfAdmission(scene)) throw new LetterGone();
      return;
    case 'claimAddress': {
      await person.claimAddress();
      const form = scene.setup.forms.get(application.form);
      if (form && choosesLater(form)) await letChoosePassword(scene);
      return form && tellOfSending(scene, form, application.answers);
    }
    case 'tellReviewers':
      return tellReviewers(scene, effect.message);
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
      return person.setStanding(effect.standing, now);
    case 'giveLevel':
      return person.giveLevel(effect);
    case 'takeLevel':
      return person.takeLevel(effect.level, effect.from);
    case 'takeGroup':
      return person.takeGroup(effect.group);
    case 'giveGroup':
      return person.giveGroup(effect.group, now);
    case 'purge':
      // No trace of the person stays; that a sign-up was swept is counted.
      if (application.state === 'outOfTime' && !person.owner)
        await writeAudit(manager, { at: now, who: { kind: 'clock' }, act: 'joining.swept' });
      return ports.erase(manager, person.id, person.facts.mail ?? '');
    default:
      return never(effect);
  }
}

const tellsOfAdmission = ({ application, setup }: EffectContext): boolean =>
  setup.messages.get(pathOf(application, setup)?.admitted ?? '')?.off !== true;

/**
 * Makes the secrets of one code and sends them. For a shadow the same rows are written, but the mail goes to the
 * address's real owner and says that an account exists; its code opens nothing that anyone was told.
 */
async function sendCode(scene: EffectContext, effect: Extract<Effect, { do: 'sendCode' }>): Promise<void> {
  const { manager, person, application, setup, now, ports } = scene;
  const code = codeFrom(ports.random.bytes(64));
  const token = ports.random.secret();
  const { id: member, owner } = person;
  const { serial, expiresAt } = effect;
  const base = { member, application: application.id, serial, expiresAt };
  await keepOneTime(
    manager,
    { ...base, purpose: 'code', hash: codeDigest(application.id, code) },
    { ...base, purpose: 'confirm', hash: digest(token) },
  );
  if (owner) {
    const secrets = { link: `${ports.address}/sign-in` };
    const post = { message: setup.doc.account.addressKnown, to: owner.mail ?? '', member: owner.member, facts: owner };
    await ports.outbox.post(manager, setup, { ...post, secrets }, now);
    return;
  }
  const { site } = setup.doc;
  await ports.outbox.post(
    manager,
    setup,
    {
      message: effect.message,
      to: person.facts.mail ?? '',
      member,
      facts: person.facts,
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

/** A letter with a link by which somebody chooses their password, where the form asked for none. */
async function letChoosePassword({ manager, person, setup, now, ports }: EffectContext): Promise<void> {
  const token = ports.random.secret();
  await keepOneTime(manager, {
    hash: digest(token),
    purpose: 'reset',
    member: person.id,
    expiresAt: now + CHOSEN_WITHIN,
  });
  await ports.outbox.post(
    manager,
    setup,
    {
      message: passwordLetter(setup),
      to: person.facts.mail ?? '',
      member: person.id,
      facts: person.facts,
      secrets: { link: `${ports.address}/reset/${token}` },
    },
    now,
  );
}

async function sendTo(scene: EffectContext, effect: Extract<Effect, { do: 'send' }>): Promise<void> {
  const { manager, person, setup, now, ports } = scene;
  if (person.owner) return;
  const { message, reason, question, at } = effect;
  const post = {
    message,
    to: person.facts.mail ?? '',
    member: person.id,
    facts: person.facts,
    words: { reason, question },
    secrets: { link: `${ports.address}/joining` },
  };
  await ports.outbox.post(manager, setup, at === undefined ? post : { ...post, at }, now);
}

async function tellReviewers(
  { manager, person, application, setup, now, ports }: EffectContext,
  message: MessageId,
): Promise<void> {
  if (person.owner) return;
  const gate = gateOf(pathOf(application, setup), application);
  for (const staff of await ports.staff.reviewers(manager)) {
    if (!decides(gate, staff.id)) continue;
    const facts: Facts = { ...person.facts, name: staff.name, mail: staff.mail };
    await ports.outbox.post(
      manager,
      setup,
      {
        message,
        to: staff.mail,
        member: null,
        about: person.id,
        facts,
        words: { memberName: person.facts.name ?? '', waited: waitedFor(application, now, setup.doc.site) },
        secrets: { link: `${ports.address}/desk` },
      },
      now,
    );
  }
}
