/**
 * Purpose: a signup form that is sent: read, weighed, and made into somebody who applies.
 * Invariant: one transaction. An address that is known leads to the same answer and the same work as one that is not.
 */
import { createHmac, randomBytes } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { nameOfPart, readForm, type AnswerFault, type RawForm } from '../../core/fields';
import type { Facts } from '../../core/facts';
import { choosesLater, pathOfForm, type AnyForm } from '../../core/forms';
import { advance, seats, storyOf, unsent, withPlace, type Application, type Step } from '../../core/joining';
import { addressFault, placesSay, shutBecause } from '../../core/forms';
import { ok, refuse, type ApplicationId, type MemberId, type Result } from '../../core/kernel';
import type { Setup } from '../../core/setup';
import { hashPassword, ownWords, weakness } from '../accounts';
import type { Opened, Sessions } from '../callers';
import { PersonInHand, noteOnTimeline, type NewMember } from '../members';
import { sendingOf, type Acts, type Envelope, type ActContext } from '../platform/acts';
import type { SiteClock } from '../platform/clock';
import type { Live, LiveSetup } from '../setup';
import { insertApplication } from './application.store';
import { isDisposable } from './disposable';
import { carryOut } from './effects';
import type { EffectPorts } from './effect.ports';
import { useInvitation } from './invitations';
import { aboutOf } from './joining.service';
import { joiningSays } from './joining.sentences';
import { placesLeft, seated, waitingForPlace } from './places';

export type SubmitRefusal =
  | { readonly code: 'form-faults'; readonly faults: AnswerFault[] }
  /** The form was sent before: with other answers, or from a browser that has signed out since. */
  | { readonly code: 'already-sent' }
  /** It takes nobody now, or not this one. */
  | ShutForm;

export type ShutForm = { readonly code: 'form-shut'; readonly says: string };

export type Submission = {
  /** The key of this one sending. */
  readonly once: string;
  readonly device: string;
  /** The secret of the session this browser has now, which ends. */
  readonly old: string | null;
  /** The secret of an invitation, where it came by one. */
  readonly invitation: string;
  /**
   * Counts the letter that will be written.
   * @returns the facts of the one whose address it has been shown to be; null where it is nobody's
   * @throws when the mailbox has had enough of them
   */
  countLetter(mail: string): Promise<Facts | null>;
};

/** With the key of the sending it makes the session's secret again: for whoever sent the form, and for nobody else. */
type SignedUp = { readonly salt: string };
const secretOf = (once: string, salt: string): string => createHmac('sha256', salt).update(once).digest('base64url');

export class SignUps {
  constructor(
    private readonly db: DataSource,
    private readonly live: LiveSetup,
    private readonly acts: Acts,
    private readonly sessions: Sessions,
    private readonly clock: SiteClock,
    private readonly ports: EffectPorts,
  ) {}

  /**
   * Takes a signup form. An address that belongs to somebody leads to the same answer and the same work: a shadow is
   * made that waits at the same gate, and the address's owner is told by mail. Several may sign up with an address
   * that nobody has confirmed yet; it goes to the one who confirms.
   */
  async submit(form: AnyForm, raw: RawForm, how: Submission): Promise<Result<Opened, SubmitRefusal>> {
    const { once, device, old, countLetter, invitation } = how;
    const live = this.live.must;
    const shut = shutBecause(form, this.clock.now(), live.setup.doc.site);
    if (shut !== null) return refuse({ code: 'form-shut', says: shut });
    const faults = await this.faultsOf(form, raw, live);
    if (!faults.ok) return refuse({ code: 'form-faults', faults: faults.refusal });
    const { password, ...answers } = faults.value;
    const order = Object.entries(raw).sort(([a], [b]) => (a < b ? -1 : 1));
    const member = this.ports.random.id<MemberId>();
    const envelope: Envelope = {
      who: { kind: 'member', id: member },
      act: 'joining.submitted',
      once: sendingOf('', once, [form.id, order]),
    };
    const signedUp: SignedUp = { salt: randomBytes(32).toString('base64url') };
    const passwordHash = choosesLater(form) ? '' : await hashPassword(password);
    const acted = await this.acts.carryOut<SignedUp, SubmitRefusal>(
      envelope,
      async (context) => {
        const owner = await countLetter(answers.mail);
        const entered = await this.enter(context, live, form, answers, { member, passwordHash, owner, invitation });
        if (!entered.ok) return entered;
        const browser = { kind: 'member', subject: member, device, remember: false } as const;
        await this.sessions.open(context.manager, browser, context.now, secretOf(once, signedUp.salt));
        return ok(signedUp);
      },
      signedUp,
    );
    if (!acted.ok) return acted;
    const { value, repeated } = acted.value;
    if (repeated) return this.sameBrowser(once, value);
    if (old) await this.sessions.endBySecret(this.db.manager, old);
    return ok({ secret: secretOf(once, value.salt), maxAge: null });
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

  /** Reads the form and weighs address and password; all that is wrong, in the form's order. */
  private async faultsOf(
    form: AnyForm,
    raw: RawForm,
    live: Live,
  ): Promise<Result<Application['answers'] & { password: string }, AnswerFault[]>> {
    const read = readForm(form, live.setup, raw);
    const { site } = live.setup.doc;
    const faults = read.ok ? [] : [...read.refusal];
    const mailField = form.parts.find(
      (part) => part.part === 'field' && live.setup.fields.get(part.field)?.role === 'mail',
    );
    const at = mailField && nameOfPart(mailField);
    const mail = at ? raw[at] : null;
    if (at && typeof mail === 'string' && !faults.some((fault) => fault.at === at)) {
      const wrong =
        addressFault(form, mail.trim(), site) ?? (isDisposable(mail) ? joiningSays(site).throwAwayAddress : null);
      if (wrong) faults.push({ at, label: live.setup.fields.get(at)?.label ?? '', says: wrong });
    }
    const password = typeof raw['password'] === 'string' ? raw['password'] : '';
    const label = form.parts.find((part) => part.part === 'password');
    const own = Object.entries(raw).flatMap(([name, text]) =>
      typeof text === 'string' && name !== 'password' ? [text.slice(0, 200)] : [],
    );
    const { hostname } = new URL(this.ports.address);
    const weak = choosesLater(form)
      ? null
      : await weakness(password, ownWords(...own, site.name, site.shortName, hostname, 'Admissa'), site);
    if (weak && !faults.some((fault) => fault.at === 'password'))
      faults.push({
        at: 'password',
        label: label?.part === 'password' ? label.label : joiningSays(site).password,
        says: weak,
      });
    if (!read.ok || faults.length) return refuse(inFormOrder(faults, form));
    const { topics, ...rest } = read.value;
    return ok({ ...rest, topics: [...topics] });
  }

  private async enter(
    { manager, now, about }: ActContext,
    live: Live,
    form: AnyForm,
    answers: Application['answers'],
    how: Pick<NewMember, 'passwordHash' | 'owner'> & { readonly member: MemberId; readonly invitation: string },
  ): Promise<Result<null, ShutForm>> {
    const { setup } = live;
    const { member, passwordHash, owner } = how;
    const left = await placesLeft(manager, form);
    // Who has waited comes first, though the one who moves people up may not have come by yet.
    const free = left > 0 && (left === Infinity || left > (await waitingForPlace(manager, form.id)));
    if (!free && !form.places?.waitingList)
      return refuse({ code: 'form-shut', says: placesSay(setup.doc.site).allPlacesTaken });
    // Last of what may refuse: an invitation that is taken is used.
    if (form.invited && !(await useInvitation(manager, form.id, how.invitation, member, now)))
      return refuse({ code: 'form-shut', says: joiningSays(setup.doc.site).invitationUsed });
    const { name, mail, fields, topics } = answers;
    const one = { id: member, name, mail, passwordHash, owner, fields, topics, at: now };
    const person = await PersonInHand.create(manager, one, setup);
    const path = setup.paths.get(pathOfForm(form) ?? '');
    if (!path) throw new Error(`The form ${form.id} leads to no path.`);
    const blank = unsent({
      id: this.ports.random.id<ApplicationId>(),
      member,
      form: form.id,
      revision: live.revision,
      path: path.id,
      answers,
      submittedAt: now,
      ...(form.places ? { asksPlace: true } : {}),
    });
    const step = setOut(blank, withPlace(path, form, setup), free, now, setup);
    const { application, effects } = step;
    await insertApplication(manager, { application, shadow: owner !== null }, setup);
    await noteOnTimeline(manager, member, storyOf(blank, step, now, setup));
    const scene = { manager, person, application, setup, now, ports: this.ports };
    await carryOut(scene, effects);
    about(aboutOf(application));
    return ok(null);
  }
}

/** The first step, and the second where the form has only so many places. */
function setOut(
  blank: Application,
  path: NonNullable<Parameters<typeof advance>[0]>,
  free: boolean,
  now: number,
  setup: Setup,
): Step {
  const sent = advance(path, blank, { it: 'submitted' }, now, setup);
  if (!sent.ok) throw new Error(`A new application was refused: ${sent.refusal.code}`);
  return seats(sent.value.application) ? seated(sent.value, free, now, setup) : sent.value;
}

function inFormOrder(faults: AnswerFault[], form: AnyForm): AnswerFault[] {
  const order = form.parts.map(nameOfPart);
  return faults.sort((a, b) => order.indexOf(a.at) - order.indexOf(b.at));
}
