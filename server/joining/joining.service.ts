/**
 * Purpose: joining, end to end: the form is sent, events reach the application, the clock knocks.
 * Invariant: each event is one transaction: lock, `advance`, save, effects.
 */
import { createHmac, randomBytes } from 'node:crypto';
import type { DataSource, EntityManager } from 'typeorm';
import { nameOfPart, readForm, type AnswerFault, type RawForm } from '../../core/fields';
import {
  advance,
  gateOf,
  readCode,
  relocate,
  storyOf,
  unsent,
  type Application,
  type JoiningEvent,
  type JoiningRefusal,
  type Step,
} from '../../core/joining';
import { ok, refuse, type ApplicationId, type Instant, type MemberId, type Result } from '../../core/kernel';

import { hashPassword, oneTimeBy, ownWords, weakness } from '../accounts';
import type { Opened, Sessions } from '../callers';
import { PersonInHand, accountById, noteOnTimeline, ownerOf } from '../members';
import { earlierSending, rememberSending, sendingOf, type Acts, type Envelope, type Sending } from '../platform/acts';
import { writeAudit, type About } from '../platform/audit';
import type { SiteClock } from '../platform/clock';
import { isDuplicate, transact } from '../platform/database';
import { digest } from '../platform/ids';
import type { Setup } from '../../core/setup';
import type { Live, LiveSetup, SetupStore } from '../setup';
import {
  applicationById,
  applicationOfMember,
  insertApplication,
  lockApplication,
  openApplications,
  saveApplication,
  type Stored,
} from './application.store';
import { carryOut, codeDigest, LetterGone, type EffectPorts } from './effects';
import type { FormItem } from '../../core/fields';
import { joiningSays } from './joining.sentences';

/** By then every process follows a new set-up. */
const SETTLED_AFTER = 3_000;

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

/** What came of an event; plain words and numbers, since a repeat of the act is answered with it. */
type Moved = Pick<Application, 'id' | 'member' | 'state'> & { readonly name: string; readonly canUndo: boolean };
/** What is written in the transaction of an event beside it: a password, a session. */
type Beside = (manager: EntityManager, moved: Moved, now: Instant) => Promise<void>;
export type ActRefusal = JoiningRefusal | { readonly code: 'not-found' } | { readonly code: 'already-sent' };

export class Joining {
  constructor(
    private readonly db: DataSource,
    private readonly live: LiveSetup,
    private readonly sessions: Sessions,
    private readonly acts: Acts,
    private readonly clock: SiteClock,
    private readonly ports: EffectPorts,
    setups: SetupStore,
  ) {
    ports.jobs.handle('applicationTimer', async (manager, payload, now) => {
      await this.move(manager, payload.application, { it: 'timePassed' }, now);
    });
    ports.jobs.handle('settlePaths', async (manager, _payload, now) => {
      await this.live.refresh();
      await this.relocateAll(manager, null, this.live.must.setup, now);
    });
    setups.onPublish(async (manager, before, after, now) => {
      if (!before) return;
      await this.relocateAll(manager, before, after, now);
      // Another process may act by the old set-up for a moment yet; whoever it moved is seen to afterwards.
      const settle = { kind: 'settlePaths', runAt: now + SETTLED_AFTER, payload: {}, key: 'settlePaths' } as const;
      await ports.jobs.add(manager, settle);
    });
  }

  /**
   * Sees to everybody who waits at a gate that is gone.
   * @param before the set-up that was live, for the messages of paths that are gone
   */
  private async relocateAll(manager: EntityManager, before: Setup | null, after: Setup, now: Instant): Promise<void> {
    const becomes = (application: Application) =>
      relocate(after.paths.get(application.path), application, now, after, before?.paths.get(application.path));
    for (const waiting of await openApplications(manager, before ?? after)) {
      if (!becomes(waiting)) continue;
      const stored = await lockApplication(manager, waiting.id, before ?? after);
      const step = stored ? becomes(stored.application) : null;
      if (stored && step) await this.store(manager, stored.application, step, now, after);
    }
  }

  /** Whom a set-up would move, were it live now, and where to: by the very function that will move them. */
  async moved(after: Setup): Promise<{ member: MemberId; name: string; says: string }[]> {
    const { setup } = this.live.must;
    const now = this.clock.now();
    const says = joiningSays(setup.doc.site);
    return (await openApplications(this.db.manager, setup)).flatMap((waiting) => {
      const step = relocate(after.paths.get(waiting.path), waiting, now, after, setup.paths.get(waiting.path));
      if (!step) return [];
      const { application } = step;
      const gate = gateOf(after.paths.get(application.path), application);
      const { name } = waiting.answers;
      const moved =
        application.state === 'admitted'
          ? says.wouldEnter({ name })
          : gate
            ? says.wouldMove({ name, gate: gate.title })
            : says.wouldEnd({ name });
      return [{ member: waiting.member, name, says: moved }];
    });
  }

  /**
   * Takes a signup form. An address that belongs to somebody leads to the same answer and the same work: a shadow is
   * made that waits at the same gate, and the address's owner is told by mail. Several may sign up with an address
   * that nobody has confirmed yet; it goes to the one who confirms.
   */
  async submit(form: FormItem, raw: RawForm, how: Submission): Promise<Result<Opened, SubmitRefusal>> {
    const { once, device, old, mayWrite } = how;
    const live = this.live.must;
    const faults = await this.faultsOf(form, raw, live);
    if (!faults.ok) return refuse({ code: 'form-faults', faults: faults.refusal });
    const { password, ...answers } = faults.value;
    const order = Object.entries(raw).sort(([a], [b]) => (a < b ? -1 : 1));
    const sent = sendingOf('', once, [form.id, order]);
    const { manager } = this.db;
    let passwordHash: string | null = null;
    // The same form twice in one moment: the second finds what the first has made.
    for (let attempt = 1; ; attempt++) {
      const earlier = await earlierSending(manager, sent);
      if (earlier.is === 'other') return refuse({ code: 'already-sent' });
      if (earlier.is === 'same') return this.sameBrowser(once, earlier.answer as SignedUp);
      if (passwordHash === null) {
        await mayWrite(answers.mail);
        passwordHash = await hashPassword(password);
      }
      const hash = passwordHash;
      try {
        const opened = await transact(this.db, (within) =>
          this.enter(within, live, form, answers, hash, { sent, once, device }),
        );
        if (old) await this.sessions.endBySecret(manager, old);
        this.ports.jobs.nudge();
        return ok(opened);
      } catch (error) {
        if (!isDuplicate(error) || attempt === 3) throw error;
      }
    }
  }

  /**
   * A repeat gives back the session that the first sending opened, and never another: once that has ended (signed out,
   * a new password), a repeat opens nothing.
   */
  private async sameBrowser(once: string, { salt }: SignedUp): Promise<Result<Opened, SubmitRefusal>> {
    const secret = secretOf(once, salt);
    const open = await this.sessions.isOpen(this.db.manager, secret);
    return open ? ok({ secret, maxAge: null }) : refuse({ code: 'already-sent' });
  }

  /** Reads the form and weighs the password; all that is wrong, in the form's order. */
  private async faultsOf(
    form: FormItem,
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
    const weak = await weakness(password, ownWords(...own, name, shortName, hostname, 'Admissa'), live.setup.doc.site);
    if (read.ok && !weak) {
      const { agreed, topics, ...rest } = read.value;
      return ok({ ...rest, agreed: [...agreed], topics: [...topics] });
    }
    const faults = read.ok ? [] : [...read.refusal];
    if (weak && !faults.some((fault) => fault.at === 'password'))
      faults.push({
        at: 'password',
        label: label?.part === 'password' ? label.label : joiningSays(live.setup.doc.site).password,
        says: weak,
      });
    return refuse(inFormOrder(faults, form));
  }

  private async enter(
    manager: EntityManager,
    live: Live,
    form: FormItem,
    answers: Application['answers'],
    passwordHash: string,
    { sent, once, device }: { readonly sent: Sending; readonly once: string; readonly device: string },
  ): Promise<Opened> {
    const now = this.clock.now();
    const member = this.ports.random.id<MemberId>();
    const signedUp: SignedUp = { salt: randomBytes(32).toString('base64url') };
    await rememberSending(manager, sent, member, signedUp);
    const owner = await ownerOf(manager, answers.mail);
    const { name, mail, fields, topics } = answers;
    const about = { id: member, name, mail, passwordHash, owner, fields, topics, at: now };
    const person = await PersonInHand.create(manager, about, live.setup);
    const blank = unsent({
      id: this.ports.random.id<ApplicationId>(),
      member,
      form: form.id,
      revision: live.revision,
      path: form.path,
      answers,
      submittedAt: now,
    });
    const step = advance(live.setup.paths.get(form.path), blank, { it: 'submitted' }, now, live.setup);
    if (!step.ok) throw new Error(`A new application was refused: ${step.refusal.code}`);
    const { application, effects } = step.value;
    await insertApplication(manager, { application, shadow: owner !== null }, live.setup);
    await noteOnTimeline(manager, member, storyOf(blank, step.value, now, live.setup));
    const scene = { manager, person, application, setup: live.setup, now, ports: this.ports };
    await carryOut(scene, effects);
    const who = { kind: 'member', id: member } as const;
    await writeAudit(manager, { at: now, who, act: 'joining.submitted', ...aboutOf(application) });
    const browser = { kind: 'member', subject: member, device, remember: false } as const;
    return this.sessions.open(manager, browser, now, secretOf(once, signedUp.salt));
  }

  /**
   * Brings one event to an application.
   * @param beside written in the same transaction, after the event has been taken
   */
  async act(
    envelope: Envelope,
    id: ApplicationId,
    event: JoiningEvent,
    beside?: Beside,
  ): Promise<Result<Moved, ActRefusal>> {
    const acted = await this.acts
      .carryOut<Moved, ActRefusal>(envelope, async ({ manager, now, about }) => {
        const done = await this.move(manager, id, event, now);
        if (!done.ok) return done;
        about(aboutOf(done.value));
        const { member, state, answers, undo } = done.value;
        const moved: Moved = { id, member, state, name: answers.name, canUndo: Boolean(undo) };
        await beside?.(manager, moved, now);
        return ok(moved);
      })
      .catch((error: unknown) => {
        if (error instanceof LetterGone) return refuse({ code: 'too-late-to-undo' } as const);
        throw error;
      });
    this.ports.jobs.nudge();
    return acted.ok ? ok(acted.value.value) : acted;
  }

  /** A typed code: whether it is one of this application's decides the core by its number. */
  async enterCode(envelope: Envelope, id: ApplicationId, typed: string): Promise<Result<Moved, ActRefusal>> {
    const row = await oneTimeBy(this.db.manager, 'code', codeDigest(id, readCode(typed)));
    return this.act(envelope, id, { it: 'codeEntered', serial: row?.serial ?? null });
  }

  async byId(id: ApplicationId): Promise<Application | null> {
    return (await applicationById(this.db.manager, id, this.live.must.setup))?.application ?? null;
  }

  /** The newest application of a member. */
  async applicationOf(member: MemberId, setup = this.live.must.setup): Promise<Application | null> {
    return (await applicationOfMember(this.db.manager, member, setup))?.application ?? null;
  }

  /** The application a confirmation link belongs to, and which code it came with. */
  async byLink(token: string): Promise<{ stored: Stored; serial: number; passwordHash: string } | null> {
    const row = await oneTimeBy(this.db.manager, 'confirm', digest(token));
    if (!row?.application) return null;
    const stored = await applicationById(this.db.manager, row.application, this.live.must.setup);
    const member = await accountById(this.db.manager, row.member);
    return stored && member ? { stored, serial: row.serial, passwordHash: member.passwordHash } : null;
  }

  private async move(
    manager: EntityManager,
    id: ApplicationId,
    event: JoiningEvent,
    now: Instant,
  ): Promise<Result<Application, JoiningRefusal | { code: 'not-found' }>> {
    const live = this.live.must;
    const stored = await lockApplication(manager, id, live.setup);
    if (!stored) return refuse({ code: 'not-found' });
    if (stored.shadow) {
      // Its address is somebody's: no code of it is right, whoever was told one before.
      if (event.it === 'codeEntered') event = { it: 'codeEntered', serial: null };
      if (event.it === 'linkOpened') return refuse({ code: 'code-replaced' });
    }
    const path = live.setup.paths.get(stored.application.path);
    const step = advance(path, stored.application, event, now, live.setup);
    if (!step.ok) return step;
    await this.store(manager, stored.application, step.value, now, live.setup);
    const { application, told } = step.value;
    return told ? refuse(told) : ok(application);
  }

  /** Stores a step: the application, its story, what it brings about. */
  private async store(
    manager: EntityManager,
    before: Application,
    step: Step,
    now: Instant,
    setup: Setup,
  ): Promise<void> {
    const { application, effects } = step;
    await saveApplication(manager, application, setup);
    await noteOnTimeline(manager, application.member, storyOf(before, step, now, setup));
    if (effects.length === 0) return;
    const person = await PersonInHand.read(manager, application.member);
    if (!person) throw new Error('An application outlived its person.');
    await carryOut({ manager, person, application, setup, now, ports: this.ports }, effects);
  }
}

/** With the key of the sending it makes the session's secret again: for whoever sent the form, and for nobody else. */
type SignedUp = { readonly salt: string };
const secretOf = (once: string, salt: string): string => createHmac('sha256', salt).update(once).digest('base64url');

const aboutOf = ({ member, id }: Application): About => ({ subject: member, detail: { application: id } });

function inFormOrder(faults: AnswerFault[], form: FormItem): AnswerFault[] {
  const order = form.parts.map(nameOfPart);
  return faults.sort((a, b) => order.indexOf(a.at) - order.indexOf(b.at));
}
