/** Purpose: the places of joining on the site: the form, the way through the gates, the link in a letter. */
import { randomUUID } from 'node:crypto';
import type { PlaceView } from '../../contract';
import { questionsOf, type FormItem } from '../../core/fields';
import { answersOf, gateOf, gatePromise, heldOf, kindOf, routeOf, type Application } from '../../core/joining';
import { say, sayDate, sayMoment, type Instant, type MemberId } from '../../core/kernel';
import { hrefOfPage } from '../../core/pages';
import type { Setup } from '../../core/setup';
import { alreadyIn, beforehand, signInFirst, type Asked, type Places } from '../site';
import type { Joining } from './joining.service';
import { joiningSays } from './joining.sentences';

type JoiningPlace = Extract<PlaceView, { kind: 'joining' }>;

export const joiningPlaces = (joining: Joining): Places => ({
  join: (asked) => {
    const { looker, live } = asked;
    const { setup } = live;
    const form = setup.formByAddress.get(asked.rest ?? '');
    if (!form || form.retired) return null;
    if (looker.facts.standing === 'applicant') return { elsewhere: '/joining' };
    return looker.facts.member ? alreadyIn(asked) : joinPlace(form, asked);
  },
  joining: async (asked) => {
    const { rest, looker, live } = asked;
    if (rest !== undefined) return null;
    if (!looker.facts.member) return signInFirst(asked);
    const application = await joining.applicationOf(looker.facts.member as MemberId, live.setup);
    return application && joiningPlace(application, looker.now, live.setup);
  },
  confirm: (asked) => (asked.rest ? confirmPlace(joining, asked.rest, asked) : null),
  withdrawn: ({ rest, live }) =>
    rest === undefined ? { kind: 'withdrawn', title: joiningSays(live.setup.doc.site).withdrawnTitle } : null,
});

async function confirmPlace(joining: Joining, token: string, { looker, live }: Asked): Promise<PlaceView> {
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
    choosesPassword: looker.facts.member !== application.member,
  };
}

function joiningPlace(application: Application, now: Instant, setup: Setup): JoiningPlace {
  const place = setup.doc.site;
  const words = joiningSays(place);
  const path = setup.paths.get(application.path);
  const form = setup.forms.get(application.form);
  const gate = gateOf(path, application);
  const landing = path && setup.pages.get(path.landing);
  const ended: Record<Exclude<Application['state'], 'open'>, { says: string; href: string; label: string }> = {
    admitted: {
      says: words.admittedOn({ date: sayDate(application.endedAt ?? now, place) }),
      href: landing ? hrefOfPage(landing, setup) : '/',
      label: words.goIn,
    },
    declined: {
      says: words.theReason({ reason: application.history.findLast((item) => item.what === 'declined')?.note ?? '' }),
      href: `mailto:${place.replyTo}`,
      label: words.writeToUs,
    },
    outOfTime: {
      says: words.weRanOut,
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
    act: gate ? kindOf(gate).see(gate, heldOf(application), application.answers.mail, now, place) : null,
    outcome: application.state === 'open' ? null : ended[application.state],
  };
}

function joinPlace(form: FormItem, asked: Asked): PlaceView {
  const { setup } = asked.live;
  const path = setup.paths.get(form.path);
  const from = beforehand(asked);
  return {
    kind: 'join',
    title: form.title,
    form: form.address,
    intro: form.intro ? say(form.intro, from.words) : '',
    questions: questionsOf(form.parts, setup, from),
    once: randomUUID(),
    opened: Date.now(),
    sendLabel: form.sendLabel,
    sendNote: form.sendNote ?? null,
    gates: (path?.gates ?? []).map((gate, at) => ({
      number: at + 1,
      ...gatePromise(gate, setup.doc.site),
      state: 'toCome',
    })),
  };
}
