/** From a signup form to the last gate, as an area. */
import type { ApplicationId, Instant, MemberId } from '../../core/kernel';
import type { EntityManager } from 'typeorm';
import type { Staff } from '../accounts';
import type { Area, Base } from '../area';
import type { Sessions } from '../callers';
import type { Hooks } from '../hooks';
import type { Outbox } from '../messages';
import { closeAllOf, type Booking, type CardHouse, type MoneyJobs, type PayApi, type Paying } from '../money';
import type { Jobs } from '../platform/jobs';
import { table } from '../platform/tables';
import type { LiveSetup, Publishing } from '../setup';
import type { PlaceSources } from '../site';
import { answersApi, type AnswersPorts } from './answers.api';
import { ApplicationEntity } from './application.entity';
import { applicationOfMember, joiningUses } from './application.store';
import { FormPutOffRow, InvitationRow } from './entrance.entities';
import { FollowUps } from './follow.ups';
import { formsApi, type SentFormsApi, type SentFormsPorts } from './forms.api';
import { formsPlaces, noticesOf } from './forms.places';
import { Invitations } from './invitations';
import { invitationsApi, type InvitationsPorts } from './invitations.api';
import { joiningApi, type JoiningApi, type JoiningPorts } from './joining.api';
import { joiningForms } from './joining.forms';
import { joiningJobs, type JoiningJobs } from './joining.jobs';
import { joiningPlaces } from './joining.places';
import { Joining } from './joining.service';
import { fullForms } from './places';
import { applicationView } from './review';
import { reviewApi, type ReviewPorts } from './review.api';
import { FormSendingRow } from './sending.entity';
import { SignUps } from './signups';

type Needs = Base & {
  readonly live: LiveSetup;
  readonly sessions: Sessions;
  readonly outbox: Outbox;
  readonly hooks: Hooks;
  readonly staff: Staff;
  readonly booking: Booking;
  readonly house: CardHouse | null;
  readonly jobs: Jobs<JoiningJobs> & Jobs<MoneyJobs>;
};

export const joiningArea = {
  name: 'joining',
  tables: [
    table(
      ApplicationEntity,
      { erased: 'member = ?' },
      'id member shadow path form state gate_kind gate_since needs_at submitted_at data',
    ),
    table(
      InvitationRow,
      { erased: 'used_by = ?' },
      'id form token_hash name mail invited_by created_at letter written_at used_by used_at',
    ),
    table(FormSendingRow, { erased: 'member = ?' }, 'id form member revision answers sent_at'),
    table(FormPutOffRow, { erased: 'member = ?' }, 'member form until_at'),
  ],
  jobs: joiningJobs,
  uses: joiningUses,
  unlisted: ['/joining', '/confirm', '/embed'],
  build: (ports: Needs) => {
    const { db, database, live, sessions, acts, clock, random, outbox, address } = ports;
    const { hooks, staff, jobs, erase, booking, house } = ports;
    const unwindPayments = (manager: EntityManager, application: ApplicationId, now: Instant) =>
      booking.unwindPayments(manager, application, now);
    const closePayments = (manager: EntityManager, application: ApplicationId, now: Instant) =>
      house ? closeAllOf(manager, jobs, application, now) : Promise.resolve(false);
    const effects = { outbox, hooks, jobs, staff, random, address, erase, unwindPayments, closePayments };
    const joining = new Joining(db, live, acts, clock, effects);
    const followUps = new FollowUps(database, live, acts, effects);
    live.follows((setup) => fullForms(db.manager, setup));
    const pathOf: PlaceSources['pathOf'] = async ({ facts }, { setup }) =>
      (await joining.applicationOf(facts.member as MemberId, setup))?.path ?? null;
    return {
      joining,
      followUps,
      signUps: new SignUps(db, live, acts, sessions, clock, effects),
      invitations: new Invitations(db, random, outbox, address),
      applications: joining.payments,
      offersAtGate: (member: MemberId) => joining.offersAtGate(member),
      moved: (setup: Parameters<Joining['moved']>[0]) => joining.moved(setup),
      /** Somebody's application as the desk shows it to one of the staff. */
      applicationOf: async (member: MemberId, reviewer: string | null, mayMoney: boolean) => {
        const { setup } = live.must;
        const stored = await applicationOfMember(db.manager, member, setup);
        return stored && applicationView(db.manager, stored.application, reviewer, mayMoney, clock.now(), setup);
      },
      pathOf,
      notice: noticesOf(followUps),
    };
  },
  published: ({ joining }: { readonly joining: Joining }, ...of: Parameters<Publishing['follows']>) =>
    joining.follow(...of),
  api: (ports: JoiningPorts & SentFormsPorts & AnswersPorts & InvitationsPorts & ReviewPorts) => ({
    joining: joiningApi(ports),
    forms: formsApi(ports),
    answers: answersApi(ports),
    invitations: invitationsApi(ports),
    review: reviewApi(ports),
  }),
  places: ({ joining, paying, followUps }: { joining: Joining; paying: Paying; followUps: FollowUps }) => ({
    ...joiningPlaces(joining, paying),
    ...formsPlaces(followUps),
  }),
  forms: (api: { readonly joining: JoiningApi; readonly forms: SentFormsApi; readonly pay: PayApi }) =>
    joiningForms(api.joining, api.forms, api.pay),
} satisfies Area;
