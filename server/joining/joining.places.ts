/** Purpose: the places of joining on the site: the form, the way through the gates, the link in a letter. */
import { randomUUID } from 'node:crypto';
import type { PayView, ShownForm, PlaceView, FieldQuestion } from '../../contract';
import { visitorFacts } from '../../core/facts';
import { questionsOf } from '../../core/fields';
import { choosesLater, pathOfForm, placesSay, type AfterSending, type AnyForm } from '../../core/forms';
import {
  againFrom,
  answersOf,
  asksForProof,
  costsOf,
  gateOf,
  gatePromise,
  hasPaid,
  gateStateOf,
  kindOf,
  pathOf,
  routeOf,
  type PathItem,
  type WalkedPath,
  type Application,
} from '../../core/joining';
import { shutBecause } from '../../core/forms';
import { never, say, sayDate, sayMoment, type Instant, type MemberId } from '../../core/kernel';
import { sayBeside, sayPrice } from '../../core/levels';
import { sayRate } from '../../core/kernel';
import { hrefOfPage, wordsFor } from '../../core/pages';
import type { Setup } from '../../core/setup';
import type { Looker } from '../callers';
import { choiceOf, type Paying } from '../money';
import { alreadyIn, beforehand, signInFirst, type PlaceRequest, type PlaceAnswer, type Places } from '../site';
import { furtherForm } from './further';
import type { Invited } from './invitations';
import type { Joining } from './joining.service';
import { joiningSays } from './joining.sentences';

type JoiningPlace = Extract<PlaceView, { kind: 'joining' }>;

export const joiningPlaces = (joining: Joining, paying: Paying): Places => ({
  join: (asked) => {
    const { looker, live } = asked;
    const form = live.setup.formByAddress.get(asked.rest ?? '');
    if (!form || form.retired || form.purpose.is !== 'signup') return null;
    if (asked.preview) return openForm(form, asked);
    if (looker.facts.standing === 'applicant') return { elsewhere: '/joining' };
    return looker.facts.member ? alreadyIn(asked) : joinPlace(joining, form, asked);
  },
  embed: async (asked) => {
    const { live, rest, query } = asked;
    const form = live.setup.formByAddress.get(rest ?? '');
    if (!form || form.retired || form.purpose.is !== 'signup' || !form.embed) return null;
    // Within another site everybody is a visitor.
    const visitor = { ...asked, looker: { ...asked.looker, facts: visitorFacts } };
    return query('sent') === 'yes' ? embeddedSent(form, visitor) : joinPlace(joining, form, visitor);
  },
  joining: async (asked) => {
    const { rest, looker, live } = asked;
    if (rest !== undefined) return null;
    if (!looker.facts.member) return signInFirst(asked);
    const application = await joining.applicationOf(looker.facts.member as MemberId, live.setup);
    if (!application) return null;
    const back = application.state !== 'open' && hasPaid(application) && (await paying.hasTaken(application.id));
    return joiningPlace(application, asked, await payAt(application, asked, paying), back);
  },
  confirm: (asked) => (asked.rest ? confirmPlace(joining, asked.rest, asked) : null),
  withdrawn: ({ rest, live }) =>
    rest === undefined ? { kind: 'withdrawn', title: joiningSays(live.setup.doc.site).withdrawnTitle } : null,
});

async function confirmPlace(joining: Joining, token: string, { looker, live }: PlaceRequest): Promise<PlaceView> {
  const { site } = live.setup.doc;
  const words = joiningSays(site);
  const found = await joining.byLink(token);
  const none = { kind: 'confirm' as const, token, answers: [], choosesPassword: false };
  const gone = (says: string): PlaceView => ({ ...none, title: words.confirmTitle, state: 'gone', says });
  if (!found) return gone(words.linkGone);
  const { application } = found.stored;
  const { mail, name } = application.answers;
  if (application.history.some((item) => item.what === 'emailConfirmed')) {
    return { ...none, title: words.confirmedTitle, state: 'done', says: words.linkDone({ mail }) };
  }
  if (found.stored.shadow) return gone(words.addressTaken({ mail }));
  const detail = application.detail;
  if (detail?.kind !== 'confirmEmail' || detail.serial !== found.serial) return gone(words.linkReplaced);
  if (detail.void || detail.expiresAt <= looker.now) return gone(words.linkOld);
  const when = sayMoment(application.submittedAt, looker.now, site);
  return {
    ...none,
    title: words.confirmTitle,
    state: 'ready',
    says: words.wasItYou({ name, site: site.name, mail, when }),
    answers: answersOf(application, live.setup),
    choosesPassword: looker.facts.member !== application.member || laterOn(application, live.setup),
  };
}

const laterOn = ({ form: id }: Application, setup: Setup): boolean => {
  const form = setup.forms.get(id);
  return form !== undefined && choosesLater(form);
};

/** What is to be paid at the gate; null where nothing is. */
async function payAt(application: Application, asked: PlaceRequest, paying: Paying): Promise<PayView | null> {
  const gate = gateOf(pathOf(application, asked.live.setup), application);
  const offers = gate ? kindOf(gate).offers(gate) : [];
  if (offers.length === 0) return null;
  const choosing = { member: application.member, application: application.id, offers };
  const view = await paying.view(choosing, choiceOf(asked), '/joining', asked.looker.now);
  const { through } = asked.looker;
  // What is awaited of them is for those whose part money is.
  return view && through && !through.money ? { ...view, waits: null } : view;
}

const declinedFor = ({ history }: Application): string =>
  history.findLast(({ what }) => what === 'declined' || what === 'declinedByRule')?.note ?? '';

function joiningPlace(application: Application, asked: PlaceRequest, pay: PayView | null, back: boolean): JoiningPlace {
  const { looker, live } = asked;
  const { now } = looker;
  const { setup } = live;
  const place = setup.doc.site;
  const words = joiningSays(place);
  const path = pathOf(application, setup);
  const form = setup.forms.get(application.form);
  const gate = gateOf(path, application);
  const further = furtherForm(application, setup);
  const landing = path && setup.pages.get(path.landing);
  const paidBack = back ? [words.paidBack] : [];
  const ended: Record<Exclude<Application['state'], 'open'>, { says: string; href: string; label: string }> = {
    admitted: {
      says: words.admittedOn({ date: sayDate(application.endedAt ?? now, place) }),
      href: landing ? hrefOfPage(landing, setup) : '/',
      label: words.goIn,
    },
    declined: {
      says: [words.theReason({ reason: declinedFor(application) }), ...paidBack].join('\n'),
      href: `mailto:${place.replyTo}`,
      label: words.writeToUs,
    },
    outOfTime: {
      says: [words.weRanOut, ...paidBack].join('\n'),
      href: `mailto:${place.replyTo}`,
      label: words.writeToUs,
    },
    withdrawn: { says: words.youWithdrew, href: '/', label: words.backToWelcome },
  };
  const headings: Record<Application['state'], string> = {
    open: form?.title ?? words.yourApplication,
    admitted: words.youAreIn,
    declined: words.wasDeclined,
    outOfTime: words.wasOutOfTime,
    withdrawn: words.wasWithdrawn,
  };
  return {
    kind: 'joining',
    title: words.yourApplication,
    heading: headings[application.state],
    sent: words.sent({ when: sayMoment(application.submittedAt, now, place) }),
    state: application.state,
    answers: answersOf(application, setup),
    gates: path ? routeOf(path, application, setup) : [],
    act: gate ? kindOf(gate).see(gate, gateStateOf(application), application.answers.mail, now, place) : null,
    further: further && formView(further, asked),
    pay,
    again: againOf(path, application, now, setup),
    outcome: application.state === 'open' ? null : ended[application.state],
  };
}

function againOf(
  path: WalkedPath | undefined,
  application: Application,
  now: Instant,
  setup: Setup,
): JoiningPlace['again'] {
  const from = againFrom(path, application, setup);
  if (from === null) return null;
  const words = joiningSays(setup.doc.site);
  return from <= now
    ? { says: words.againNow, now: true }
    : { says: words.againFrom({ date: sayDate(from, setup.doc.site) }), now: false };
}

async function joinPlace(joining: Joining, form: AnyForm, asked: PlaceRequest): Promise<PlaceView> {
  const { looker, live, query } = asked;
  const { setup } = live;
  const { site } = setup.doc;
  const says = joiningSays(site);
  const shut = (why: string): PlaceView => ({
    kind: 'notice',
    title: form.title,
    says: [why],
    way: { href: '/', label: says.backToWelcome },
  });
  const closed = shutBecause(form, looker.now, site);
  if (closed) return shut(closed);
  const token = form.invited ? (query('invitation') ?? '') : '';
  const invited = form.invited ? await joining.invited(form.id, token) : null;
  if (form.invited && !invited) return shut(token ? says.invitationUsed : says.invitedOnly);
  const left = form.places ? await joining.placesFor(form) : Infinity;
  if (left <= 0 && !form.places?.waitingList) return shut(placesSay(site).allPlacesTaken);
  const view = openForm(form, asked);
  return {
    ...view,
    questions: invited ? view.questions.map((question) => forInvited(question, invited)) : view.questions,
    invitation: token,
    before: left <= 0 ? says.goesOnWaitingList : null,
  };
}

function costsFor(path: PathItem, setup: Setup): Extract<PlaceView, { kind: 'join' }>['costs'] {
  const { site, money } = setup.doc;
  const { tax } = money;
  const { offered, surely } = costsOf(path, setup);
  if (offered.length === 0) return null;
  const says = joiningSays(site);
  return {
    says: surely ? says.whatItCosts : says.whatItMayCost,
    prices: offered.map(({ level, price }) => {
      const rate = level.tax ?? tax?.rate ?? 0;
      const onTop = tax?.mode === 'added' && rate > 0 && price.kind !== 'free';
      const beside = [
        sayBeside(price, site),
        onTop ? says.taxOnTop({ rate: sayRate(rate, site), tax: tax.name }) : '',
      ].filter(Boolean);
      const named = { level: level.title, price: sayPrice(price, site) };
      return beside.length ? says.costsBeside({ ...named, beside: beside.join(', ') }) : says.costs(named);
    }),
  };
}

/** A signup form as it is filled in. */
function openForm(form: AnyForm, asked: PlaceRequest): Extract<PlaceView, { kind: 'join' }> {
  const { setup } = asked.live;
  const { site } = setup.doc;
  const path = setup.paths.get(pathOfForm(form) ?? '');
  return {
    kind: 'join',
    ...formView(form, asked),
    invitation: '',
    before: null,
    costs: path ? costsFor(path, setup) : null,
    once: randomUUID(),
    opened: Date.now(),
    gates: (path?.gates ?? []).map((gate, at) => ({ number: at + 1, ...gatePromise(gate, site), state: 'toCome' })),
  };
}

/** A form as whoever asks sees it. */
export function formView(form: AnyForm, asked: PlaceRequest): ShownForm {
  const from = beforehand(asked);
  return {
    title: form.title,
    form: form.address,
    intro: form.intro ? say(form.intro, from.words) : '',
    questions: questionsOf(form.parts, asked.live.setup, from),
    sendLabel: form.sendLabel,
    sendNote: form.sendNote ?? null,
  };
}

/** What the invitation knows stands there already. */
const forInvited = (question: FieldQuestion, { name, mail }: Invited): FieldQuestion => {
  const known = question.role === 'name' ? name : question.role === 'mail' ? mail : '';
  return known ? { ...question, start: known } : question;
};

/** What whoever has sent a form sees, where its owner has something to say. */
export function sentPlace(form: AnyForm, after: AfterSending, { facts, now }: Looker, setup: Setup): PlaceAnswer {
  const says = joiningSays(setup.doc.site);
  const onWay = facts.standing === 'applicant';
  const way = onWay ? { href: '/joining', label: says.whereItStands } : { href: '/', label: says.goOn };
  switch (after.then) {
    case 'words':
      return { kind: 'notice', title: form.title, says: paragraphs(say(after.text, wordsFor(facts, now, setup))), way };
    case 'page': {
      const page = setup.pages.get(after.page);
      return { elsewhere: page ? hrefOfPage(page, setup) : '/' };
    }
    case 'address': {
      const label = says.goesOnAt({ place: new URL(after.address).hostname });
      return { kind: 'notice', title: form.title, says: [says.thanksSent], way: { href: after.address, label } };
    }
    default:
      return never(after);
  }
}

/** What whoever has sent a form from within another site sees: the rest comes by mail. */
function embeddedSent(form: AnyForm, { looker, live }: PlaceRequest): PlaceAnswer {
  const { setup } = live;
  const says = joiningSays(setup.doc.site);
  const path = setup.paths.get(pathOfForm(form) ?? '');
  const own =
    form.after?.then === 'words' ? paragraphs(say(form.after.text, wordsFor(looker.facts, looker.now, setup))) : [];
  const confirms = path !== undefined && asksForProof(path);
  return {
    kind: 'notice',
    title: form.title,
    says: [...(own.length ? own : [says.thanksSent]), ...(confirms ? [says.confirmByMail] : [])],
    way: { href: '/', label: says.toSite({ site: setup.doc.site.name }) },
  };
}

const paragraphs = (text: string): string[] => text.split(/\n+/).filter(Boolean);
