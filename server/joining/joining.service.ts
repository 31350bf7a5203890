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
import { hashPassword, weakness } from '../accounts/passwords';
import type { Opened, Sessions } from '../accounts/sessions';
import { MemberEntity } from '../members/member.entities';
import { createMember, noteOnTimeline, setProfile } from '../members/member.store';
import type { SiteClock } from '../platform/clock';
import { isDuplicate, transact } from '../platform/database';
import { digest } from '../platform/ids';
import type { Live, LiveSetup } from '../setup';
import {
  applicationByOnce,
  insertApplication,
  lockApplication,
  saveApplication,
  type Stored,
} from './application.store';
import { carryOut, codeDigest, type EffectPorts } from './effects';

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
   * Takes a signup form. A known address leads to the same answer and the same work: a shadow is made that waits
   * at the same gate, and the address's owner is told by mail.
   */
  async submit(form: SignupForm, raw: RawForm, once: string, device: string): Promise<Result<Opened, AnswerFault[]>> {
    const live = this.live.must;
    const read = readForm(form, live.setup, raw);
    const password = typeof raw['password'] === 'string' ? raw['password'] : '';
    const label = form.parts.find((part) => part.part === 'password');
    const own = Object.entries(raw).flatMap(([name, text]) =>
      typeof text === 'string' && name !== 'password' ? text.split(/[\s@.]+/).slice(0, 10) : [],
    );
    const weak = await weakness(password, own);
    if (!read.ok || weak) {
      const faults = read.ok ? [] : [...read.refusal];
      if (weak && !faults.some((fault) => fault.at === 'password'))
        faults.push({ at: 'password', label: label?.part === 'password' ? label.label : 'Password', says: weak });
      return refuse(inFormOrder(faults, form));
    }
    const passwordHash = await hashPassword(password);
    const answers = {
      name: read.value.name,
      mail: read.value.mail,
      fields: read.value.fields,
      agreed: [...read.value.agreed],
      topics: [...read.value.topics],
    };
    // Two sign-ups with one address at the same moment: the second finds the first and becomes its shadow.
    for (let attempt = 1; ; attempt++) {
      try {
        const opened = await transact(this.db, (manager) =>
          this.enter(manager, live, form, answers, passwordHash, once, device),
        );
        this.ports.jobs.nudge();
        return ok(opened);
      } catch (error) {
        if (!isDuplicate(error) || attempt === 3) throw error;
      }
    }
  }

  private async enter(
    manager: EntityManager,
    live: Live,
    form: SignupForm,
    answers: Application['answers'],
    passwordHash: string,
    once: string,
    device: string,
  ): Promise<Opened> {
    const now = this.clock.now();
    const sent = await applicationByOnce(manager, once);
    if (sent) return this.openSession(manager, sent.application.member, device, now);
    const owner = await manager.getRepository(MemberEntity).findOneBy({ mailKey: mailKey(answers.mail) });
    const member = this.ports.random.id<MemberId>();
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
    };
    const step = advance(live.setup.paths.get(form.path)!, blank, { it: 'submitted' }, now, live.setup);
    if (!step.ok) throw new Error(`A new application was refused: ${step.refusal.code}`);
    await insertApplication(
      manager,
      { application: step.value.application, shadow: shadowOf !== null },
      once,
      live.setup,
    );
    await noteOnTimeline(manager, member, storyOf(blank, step.value, now, live.setup));
    await carryOut(manager, step.value.effects, step.value.application, live.setup, now, this.ports);
    return this.openSession(manager, member, device, now);
  }

  private openSession(manager: EntityManager, member: MemberId, device: string, now: Instant): Promise<Opened> {
    return this.sessions.open(manager, { kind: 'member', subject: member, device, remember: false }, now);
  }

  /** Brings one event to an application. */
  async act(
    id: ApplicationId,
    event: JoiningEvent,
  ): Promise<Result<Application, JoiningRefusal | { code: 'not-found' }>> {
    const moved = await transact(this.db, (manager) => this.move(manager, id, event, this.clock.now()));
    this.ports.jobs.nudge();
    return moved;
  }

  /** A typed code: whether it is one of this application's decides the core by its number. */
  async enterCode(
    id: ApplicationId,
    typed: string,
  ): Promise<Result<Application, JoiningRefusal | { code: 'not-found' }>> {
    const hash = codeDigest(id, readCode(typed));
    const row = await this.db.getRepository(OneTimeRow).findOneBy({ hash, purpose: 'code' });
    return this.act(id, { it: 'codeEntered', serial: row?.serial ?? null });
  }

  /** The application a confirmation link belongs to, and which code it came with. */
  async byLink(token: string): Promise<{ stored: Stored; serial: number } | null> {
    const row = await this.db.getRepository(OneTimeRow).findOneBy({ hash: digest(token), purpose: 'confirm' });
    if (!row?.application) return null;
    const stored = await transact(this.db, (manager) => lockApplication(manager, row.application as ApplicationId));
    return stored ? { stored, serial: row.serial } : null;
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
