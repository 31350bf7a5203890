/**
 * Purpose: joining, end to end: events reach the application, the clock knocks, places come free.
 * Invariant: each event is one transaction: lock, `advance`, save, effects.
 */
import type { DataSource, EntityManager } from 'typeorm';
import { readForm, type AnswerFault, type RawForm } from '../../core/fields';
import { type AnyForm } from '../../core/forms';
import {
  advance,
  gateOf,
  kindOf,
  pathOf,
  readCode,
  relocate,
  seats,
  storyOf,
  type Application,
  type Happening,
  type JoiningEvent,
  type JoiningRefusal,
  type Step,
  type Offer,
} from '../../core/joining';
import { MINUTE, ok, refuse, type ApplicationId, type Instant, type MemberId, type Result } from '../../core/kernel';
import { oneTimeBy } from '../accounts';
import type { Applications } from '../money';
import { PersonInHand, accountById, noteOnTimeline } from '../members';
import type { Acts, Envelope } from '../platform/acts';
import type { About } from '../platform/audit';
import type { SiteClock } from '../platform/clock';
import { digest } from '../platform/ids';
import type { Setup } from '../../core/setup';
import type { LiveSetup, Publishing } from '../setup';
import {
  applicationById,
  applicationOfMember,
  lockApplication,
  openApplications,
  saveApplication,
  type Stored,
} from './application.store';
import { furtherForm } from './further';
import { invitationBy, type Invited } from './invitations';
import { nextForPlace, placesLeft, placesTaken, seated, waitingForPlace } from './places';
import { takeSending } from './sendings';
import { carryOut, codeDigest, LetterGone, timerKey } from './effects';
import type { EffectPorts } from './effect.ports';
import { joiningSays } from './joining.sentences';

/** By then every process follows a new set-up. */
const SETTLED_AFTER = 3_000;

/** What came of an event; plain words and numbers, since a repeat of the act is answered with it. */
type Moved = Pick<Application, 'id' | 'member' | 'state'> & {
  readonly name: string;
  readonly canUndo: boolean;
  readonly last: Happening['what'];
};
/** What is written in the transaction of an event beside it: a password, a session. */
type AlsoWrites = (manager: EntityManager, moved: Moved, now: Instant) => Promise<void>;
export type CompleteRefusal = ActRefusal | { readonly code: 'form-faults'; readonly faults: readonly AnswerFault[] };
export type ActRefusal = JoiningRefusal | { readonly code: 'not-found' } | { readonly code: 'already-sent' };

export class Joining {
  constructor(
    private readonly db: DataSource,
    private readonly live: LiveSetup,
    private readonly acts: Acts,
    private readonly clock: SiteClock,
    private readonly ports: EffectPorts,
  ) {
    ports.jobs.handle('applicationTimer', async (manager, payload, now) => {
      if (await this.waitsForHouse(manager, payload.application, now)) return;
      await this.move(manager, payload.application, { it: 'timePassed' }, now);
    });
    ports.jobs.handle('movePlacesUp', (manager, { form }, now) => this.movePlacesUp(manager, form, now));
    ports.jobs.handle('settlePaths', async (manager, _payload, now) => {
      await this.live.refresh();
      await this.relocateAll(manager, null, this.live.must.setup, now);
    });
  }

  /** Sees to everybody whom a new revision concerns. */
  follow: Publishing['follows'] = async (manager, before, after, now) => {
    if (!before) return;
    await this.relocateAll(manager, before, after, now);
    // Another process may act by the old set-up for a moment yet; whoever it moved is seen to afterwards.
    const settle = { kind: 'settlePaths', runAt: now + SETTLED_AFTER, payload: {}, key: 'settlePaths' } as const;
    await this.ports.jobs.add(manager, settle);
    // There may be more places than before.
    for (const { id, places } of after.doc.forms)
      if (places) await this.placeMayBeFree(manager, id, now + SETTLED_AFTER);
  };

  /**
   * Whether an application whose time is over may have been paid for a moment ago: what may be paid is closed first, and
   * the clock knocks again when that is known.
   */
  private async waitsForHouse(manager: EntityManager, id: ApplicationId, now: Instant): Promise<boolean> {
    const stored = await lockApplication(manager, id, this.live.must.setup);
    const latest = stored?.application.latestAt ?? null;
    if (latest === null || latest > now || !(await this.ports.closePayments(manager, id, now))) return false;
    const again = now + MINUTE;
    await this.ports.jobs.add(manager, {
      kind: 'applicationTimer',
      runAt: again,
      payload: { application: id },
      key: timerKey(id),
    });
    return true;
  }

  /**
   * Sees to everybody who waits at a gate that is gone.
   * @param before the set-up that was live, for the messages of paths that are gone
   */
  private async relocateAll(manager: EntityManager, before: Setup | null, after: Setup, now: Instant): Promise<void> {
    const becomes = (application: Application) =>
      relocate(pathOf(application, after), application, now, after, before ? pathOf(application, before) : undefined);
    for (const waiting of (await openApplications(manager, before ?? after)).sort(byMember)) {
      if (!becomes(waiting)) continue;
      await PersonInHand.read(manager, waiting.member);
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
      const step = relocate(pathOf(waiting, after), waiting, now, after, pathOf(waiting, setup));
      if (!step) return [];
      const { application } = step;
      const gate = gateOf(pathOf(application, after), application);
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
   * Brings one event to an application.
   * @param alsoWrites written in the same transaction, after the event has been taken
   */
  async act(
    envelope: Envelope,
    id: ApplicationId,
    event: JoiningEvent,
    alsoWrites?: AlsoWrites,
  ): Promise<Result<Moved, ActRefusal>> {
    const acted = await this.acts
      .carryOut<Moved, ActRefusal>(envelope, async ({ manager, now, about }) => {
        const done = await this.move(manager, id, event, now);
        if (!done.ok) return done;
        about(aboutOf(done.value));
        const { member, state, answers, undo, history } = done.value;
        const moved: Moved = {
          id,
          member,
          state,
          name: answers.name,
          canUndo: Boolean(undo),
          last: history.at(-1)!.what,
        };
        await alsoWrites?.(manager, moved, now);
        return ok(moved);
      })
      .catch((error: unknown) => {
        if (error instanceof LetterGone) return refuse({ code: 'too-late-to-undo' } as const);
        throw error;
      });
    return acted.ok ? ok(acted.value.value) : acted;
  }

  private placeMayBeFree = (manager: EntityManager, form: string, at: Instant): Promise<void> =>
    this.ports.jobs.add(manager, { kind: 'movePlacesUp', runAt: at, payload: { form }, key: `places:${form}` });

  /** Gives the places that are free to those who have waited longest. */
  private async movePlacesUp(manager: EntityManager, id: string, now: Instant): Promise<void> {
    const form = this.live.must.setup.forms.get(id);
    if (!form?.places) return;
    const most = form.places.count - (await placesTaken(manager, id));
    const next = await nextForPlace(manager, id, most);
    // All who may move up are held before the places are.
    for (const { member } of [...next].sort(byMember)) await PersonInHand.read(manager, member);
    const left = await placesLeft(manager, form);
    for (const one of next.slice(0, Math.max(0, left))) await this.move(manager, one.id, { it: 'placeGiven' }, now);
  }

  /**
   * Takes the further form that a gate asks for: what was answered goes into the profile and to the rules of the path,
   * and the gate is passed.
   */
  async complete(envelope: Envelope, id: ApplicationId, raw: RawForm): Promise<Result<Moved, CompleteRefusal>> {
    const { setup, revision } = this.live.must;
    const acted = await this.acts.carryOut<Moved, CompleteRefusal>(envelope, async ({ manager, now, about }) => {
      const stored = await lockApplication(manager, id, setup);
      if (!stored) return refuse({ code: 'not-found' });
      const form = furtherForm(stored.application, setup);
      if (!form) return refuse({ code: 'not-at-this-gate' });
      const read = readForm(form, setup, raw);
      if (!read.ok) return refuse({ code: 'form-faults', faults: read.refusal });
      const person = await PersonInHand.read(manager, stored.application.member);
      if (!person) return refuse({ code: 'not-found' });
      const sender = { manager, person, setup, revision, now, ports: this.ports };
      const given = await takeSending(sender, form, read.value);
      await person.write(setup);
      const { answers } = stored.application;
      const told: Application = {
        ...stored.application,
        answers: { ...answers, fields: { ...answers.fields, ...given.fields } },
      };
      const step = advance(pathOf(told, setup), told, { it: 'formCompleted' }, now, setup);
      if (!step.ok) return step;
      await this.store(manager, told, step.value, now, setup);
      about(aboutOf(step.value.application));
      const { member, state } = step.value.application;
      return ok({ id, member, state, name: answers.name, canUndo: false, last: 'profileCompleted' });
    });
    return acted.ok ? ok(acted.value.value) : acted;
  }

  /** A typed code: whether it is one of this application's decides the core by its number. */
  async enterCode(envelope: Envelope, id: ApplicationId, typed: string): Promise<Result<Moved, ActRefusal>> {
    const row = await oneTimeBy(this.db.manager, 'code', codeDigest(id, readCode(typed)));
    return this.act(envelope, id, { it: 'codeEntered', serial: row?.serial ?? null });
  }

  /** Whom an invitation that works is for; null for any other. */
  invited = (form: string, token: string): Promise<Invited | null> => invitationBy(this.db.manager, form, token);

  /** How many places of a form are left, as it is just now. */
  async placesFor({ id, places }: AnyForm): Promise<number> {
    const { manager } = this.db;
    const waiting = await waitingForPlace(manager, id);
    return (places?.count ?? Infinity) - (await placesTaken(manager, id)) - waiting;
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

  /** What payments mean to applications; told within the transaction that books them. */
  readonly payments: Applications = {
    waits: async (manager, id) => {
      const { setup } = this.live.must;
      const stored = await lockApplication(manager, id, setup);
      const gate = stored && gateOf(pathOf(stored.application, setup), stored.application);
      return gate ? kindOf(gate).offers(gate).length > 0 : false;
    },
    paid: async (manager, id, says, held, now) => {
      const { setup } = this.live.must;
      const stored = await lockApplication(manager, id, setup);
      const gate = stored && gateOf(pathOf(stored.application, setup), stored.application);
      // A letter that asks to pay and has not left says what is not so any more.
      if (stored && gate)
        for (const { message } of kindOf(gate).messages(gate))
          await this.ports.outbox.unsend(manager, stored.application.member, message);
      await this.move(manager, id, { it: 'paid', says, term: held }, now);
    },
    refused: async (manager, id, reason, now) => {
      await this.move(manager, id, { it: 'paymentRefused', reason }, now);
    },
  };

  /** What is offered to somebody whose application waits for its payment. */
  async offersAtGate(member: MemberId): Promise<{ application: ApplicationId; offers: readonly Offer[] } | null> {
    const { setup } = this.live.must;
    const application = await this.applicationOf(member);
    const gate = application && gateOf(pathOf(application, setup), application);
    const offers = gate ? kindOf(gate).offers(gate) : [];
    return application && offers.length > 0 ? { application: application.id, offers } : null;
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
    const path = pathOf(stored.application, live.setup);
    const stepped = advance(path, stored.application, event, now, live.setup);
    if (!stepped.ok) return stepped;
    const step = await this.placed(manager, stored.application, stepped.value, now, live.setup);
    await this.store(manager, stored.application, step, now, live.setup);
    const { application, told } = step;
    return told ? refuse(told) : ok(application);
  }

  /** Who has come to the place of a form, by being taken up again: there is one for them, or they wait. */
  private async placed(
    manager: EntityManager,
    before: Application,
    step: Step,
    now: Instant,
    setup: Setup,
  ): Promise<Step> {
    const comes = seats(step.application) && !seats(before);
    const form = comes && setup.forms.get(step.application.form);
    return form ? seated(step, (await placesLeft(manager, form)) > 0, now, setup) : step;
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
    const { state, asksPlace, form } = application;
    if (asksPlace && before.state === 'open' && state !== 'open' && state !== 'admitted')
      await this.placeMayBeFree(manager, form, now);
    if (before.state === 'open' && state !== 'open' && state !== 'admitted')
      await this.ports.unwindPayments(manager, application.id, now);
    if (effects.length === 0) return;
    const person = await PersonInHand.read(manager, application.member);
    if (!person) throw new Error('An application outlived its person.');
    await carryOut({ manager, person, application, setup, now, ports: this.ports }, effects);
  }
}

/** The order in which people are locked. */
const byMember = (a: { readonly member: MemberId }, b: { readonly member: MemberId }): number =>
  a.member < b.member ? -1 : 1;

export const aboutOf = ({ member, id }: Pick<Application, 'id' | 'member'>): About => ({
  subject: member,
  detail: { application: id },
});
