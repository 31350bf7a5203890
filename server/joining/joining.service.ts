/**
 * Purpose: joining, end to end: the form is sent, events reach the application, the clock knocks.
 * Invariant: each event is one transaction: lock, `advance`, save, effects.
 */
import type { DataSource, EntityManager } from 'typeorm';
import { mailKey, readForm, type AnswerFault, type RawForm } from '../../core/fields';
import {
  advance,
  readCode,
  storyOf,
  type Application,
  type JoiningEvent,
  type JoiningRefusal,
} from '../../core/joining';
import { ok, refuse, type ApplicationId, type Instant, type MemberId, type Result } from '../../core/kernel';
import type { SignupForm } from '../../core/setup';
import { OneTimeRow } from '../accounts/account.entities';
import { hashPassword, ownWords, weakness } from '../accounts/passwords';
import type { Opened, Sessions } from '../accounts/sessions';
import { MemberEntity } from '../members/member.entities';
import { createMember, noteOnTimeline, setProfile } from '../members/member.store';
import type { SiteClock } from '../platform/clock';
import { isDuplicate, transact } from '../platform/database';
import { digest } from '../platform/ids';
import type { Live, LiveSetup } from '../setup';
import { applicationById, insertApplication, lockApplication, saveApplication, type Stored } from './application.store';
import { carryOut, codeDigest, LetterGone, type EffectPorts } from './effects';
import { earlierSending, rememberSending, sendingOf, type Sending } from './sent.forms';

export type SubmitRefusal =
  | { readonly code: 'form-faults'; readonly faults: AnswerFault[] }
  /** The form was sent before: with other answers, or from a browser that has signed out since. */
  | { readonly code: 'already-sent' };

export type Submission = {
  /** The key of this one sending. */
  readonly once: string;
  readonly device: string;
  /** The secret of the session this browser has now, which ends. */
  readonly old: string | null;
  /** Counts the letter that will be written. @throws when the mailbox has had enough of them */
  mayWrite(mail: string): Promise<void>;
};

/** What is written in the transaction of an event. */
type Beside<T> = (manager: EntityManager, application: Application, now: Instant) => Promise<T>;
type Acted<T> = Result<{ application: Application; beside: T }, JoiningRefusal | { code: 'not-found' }>;

export class Joining {
  constructor(
    private readonly db: DataSource,
    private readonly live: LiveSetup,
    private readonly sessions: Sessions,
    private readonly clock: SiteClock,
    private readonly ports: EffectPorts,
  ) {
    ports.jobs.handle<{ application: ApplicationId }>('applicationTimer', async (manager, payload, now) => {
      await this.move(manager, payload.application, { it: 'timePassed' }, now);
    });
  }

  /**
   * Takes a signup form. An address that belongs to somebody leads to the same answer and the same work: a shadow is
   * made that waits at the same gate, and the address's owner is told by mail. Several may sign up with an address
   * that nobody has confirmed yet; it goes to the one who confirms.
   */
  async submit(form: SignupForm, raw: RawForm, how: Submission): Promise<Result<Opened, SubmitRefusal>> {
    const { once, device, old, mayWrite } = how;
    const live = this.live.must;
    const faults = await this.faultsOf(form, raw, live);
    if (!faults.ok) return refuse({ code: 'form-faults', faults: faults.refusal });
    const { password, ...answers } = faults.value;
    const sent = sendingOf(form.id, raw, once);
    const { manager } = this.db;
    let passwordHash: string | null = null;
    // The same form twice in one moment: the second finds what the first has made.
    for (let attempt = 1; ; attempt++) {
      const earlier = await earlierSending(manager, sent);
      if (earlier.is === 'same') return ok({ secret: earlier.secret, maxAge: null });
      if (earlier.is === 'other') return refuse({ code: 'already-sent' });
      if (passwordHash === null) {
        await mayWrite(answers.mail);
        passwordHash = await hashPassword(password);
      }
      const hash = passwordHash;
      try {
        const opened = await transact(this.db, (within) => this.enter(within, live, form, answers, hash, sent, device));
        if (old) await this.sessions.endBySecret(manager, old);
        this.ports.jobs.nudge();
        return ok(opened);
      } catch (error) {
        if (!isDuplicate(error) || attempt === 3) throw error;
      }
    }
  }

  /** Reads the form and weighs the password; all that is wrong, in the form's order. */
  private async faultsOf(
    form: SignupForm,
    raw: RawForm,
    live: Live,
  ): Promise<Result<Application['answers'] & { password: string }, AnswerFault[]>> {
    const read = readForm(form, live.setup, raw);
    const password = typeof raw['password'] === 'string' ? raw['password'] : '';
    const label = form.parts.find((part) => part.part === 'password');
    const own = Object.entries(raw).flatMap(([name, text]) =>
      typeof text === 'string' && name !== 'password' ? [text.slice(0, 200)] : [],
    );
    const { name, shortName } = live.setup.doc.site;
    const { hostname } = new URL(this.ports.address);
    const weak = await weakness(password, ownWords(...own, name, shortName, hostname, 'Admissa'));
    if (read.ok && !weak) {
      const { agreed, topics, ...rest } = read.value;
      return ok({ ...rest, agreed: [...agreed], topics: [...topics] });
    }
    const faults = read.ok ? [] : [...read.refusal];
    if (weak && !faults.some((fault) => fault.at === 'password'))
      faults.push({ at: 'password', label: label?.part === 'password' ? label.label : 'Password', says: weak });
    return refuse(inFormOrder(faults, form));
  }

  private async enter(
    manager: EntityManager,
    live: Live,
    form: SignupForm,
    answers: Application['answers'],
    passwordHash: string,
    sent: Sending,
    device: string,
  ): Promise<Opened> {
    const now = this.clock.now();
    const member = this.ports.random.id<MemberId>();
    const secret = await rememberSending(manager, sent, member);
    const owner = await manager.getRepository(MemberEntity).findOneBy({ ownedMail: mailKey(answers.mail) });
    const shadowOf = (owner?.id ?? null) as MemberId | null;
    await createMember(manager, {
      id: member,
      name: answers.name,
      mail: answers.mail,
      passwordHash,
      shadowOf,
      at: now,
    });
    await setProfile(manager, member, answers, now);
    const blank: Application = {
      id: this.ports.random.id<ApplicationId>(),
      member,
      form: form.id,
      revision: live.revision,
      path: form.path,
      answers,
      submittedAt: now,
      state: 'open',
      gate: 0,
      gateSince: now,
      dueAt: null,
      limitAt: null,
      detail: null,
      history: [],
      endedAt: null,
      undo: null,
    };
    const step = advance(live.setup.paths.get(form.path)!, blank, { it: 'submitted' }, now, live.setup);
    if (!step.ok) throw new Error(`A new application was refused: ${step.refusal.code}`);
    await insertApplication(manager, { application: step.value.application, shadow: shadowOf !== null }, live.setup);
    await noteOnTimeline(manager, member, storyOf(blank, step.value, now, live.setup));
    await carryOut(manager, step.value.effects, step.value.application, live.setup, now, this.ports);
    return this.sessions.open(manager, { kind: 'member', subject: member, device, remember: false }, now, secret);
  }

  /**
   * Brings one event to an application.
   * @param beside written in the same transaction, after the event has been taken: the audit, a password
   */
  async act<T = undefined>(id: ApplicationId, event: JoiningEvent, beside?: Beside<T>): Promise<Acted<T>> {
    const done = async (): Promise<Acted<T>> =>
      transact(this.db, async (manager) => {
        const now = this.clock.now();
        const moved = await this.move(manager, id, event, now);
        if (!moved.ok) return moved;
        const more = beside ? await beside(manager, moved.value, now) : (undefined as T);
        return ok({ application: moved.value, beside: more });
      });
    // Of two who confirm one address in the same instant, the second finds that it is somebody's by now.
    const acted = await done().catch((error: unknown): Promise<Acted<T>> | Acted<T> => {
      if (isDuplicate(error)) return done();
      if (error instanceof LetterGone) return refuse({ code: 'too-late-to-undo' });
      throw error;
    });
    this.ports.jobs.nudge();
    return acted;
  }

  /** A typed code: whether it is one of this application's decides the core by its number. */
  async enterCode(id: ApplicationId, typed: string): Promise<Acted<undefined>> {
    const hash = codeDigest(id, readCode(typed));
    const row = await this.db.getRepository(OneTimeRow).findOneBy({ hash, purpose: 'code' });
    return this.act(id, { it: 'codeEntered', serial: row?.serial ?? null });
  }

  /** The application a confirmation link belongs to, and which code it came with. */
  async byLink(token: string): Promise<{ stored: Stored; serial: number; passwordHash: string } | null> {
    const row = await this.db.getRepository(OneTimeRow).findOneBy({ hash: digest(token), purpose: 'confirm' });
    if (!row?.application) return null;
    const stored = await applicationById(this.db.manager, row.application as ApplicationId);
    const member = await this.db.getRepository(MemberEntity).findOneBy({ id: row.member });
    return stored && member ? { stored, serial: row.serial, passwordHash: member.passwordHash } : null;
  }

  private async move(
    manager: EntityManager,
    id: ApplicationId,
    event: JoiningEvent,
    now: Instant,
  ): Promise<Result<Application, JoiningRefusal | { code: 'not-found' }>> {
    const live = this.live.must;
    const stored = await lockApplication(manager, id);
    if (!stored) return refuse({ code: 'not-found' });
    if (stored.shadow) {
      // Its address is somebody's: no code of it is right, whoever was told one before.
      if (event.it === 'codeEntered') event = { it: 'codeEntered', serial: null };
      if (event.it === 'linkOpened') return refuse({ code: 'code-replaced' });
    }
    const path = live.setup.paths.get(stored.application.path);
    if (!path) return refuse({ code: 'not-found' });
    const step = advance(path, stored.application, event, now, live.setup);
    if (!step.ok) return step;
    const { application, effects, told } = step.value;
    await saveApplication(manager, application, live.setup);
    await noteOnTimeline(manager, application.member, storyOf(stored.application, step.value, now, live.setup));
    if (effects.length) await carryOut(manager, effects, application, live.setup, now, this.ports);
    return told ? refuse(told) : ok(application);
  }
}

function inFormOrder(faults: AnswerFault[], form: SignupForm): AnswerFault[] {
  const order = form.parts.map((part) =>
    part.part === 'field' ? part.field : part.part === 'agreement' ? part.id : part.part,
  ) as string[];
  return faults.sort((a, b) => order.indexOf(a.at) - order.indexOf(b.at));
}
