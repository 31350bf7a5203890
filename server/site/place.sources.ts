/** Purpose: the places that hang on rows: an application's way, a confirmation link, an account. */
import type { DataSource } from 'typeorm';
import type { PlaceView, SessionView } from '../../contract';
import { standingLabel, type Facts } from '../../core/facts';
import { answersOf, gateOf, heldOf, kindOf, routeOf, type Application } from '../../core/joining';
import { sayDate, sayMoment, type Instant, type MemberId } from '../../core/kernel';
import { hrefOfPage, wordsFor } from '../../core/pages';
import type { Setup } from '../../core/setup';
import type { Accounts, SessionRow, Sessions } from '../accounts';
import { applicationOfMember, type Joining } from '../joining';
import type { SiteClock } from '../platform/clock';
import type { PlaceSources } from './place';

type JoiningPlace = Extract<PlaceView, { kind: 'joining' }>;

export function placeSources(
  db: DataSource,
  joining: Joining,
  accounts: Accounts,
  sessions: Sessions,
  clock: SiteClock,
): PlaceSources {
  return {
    pathOf: async (looker, live) =>
      (await applicationOfMember(db.manager, looker.facts.member as MemberId, live.setup))?.application.path ?? null,
    resetUsable: (token) => accounts.resetUsable(token),
    async joining(looker, live) {
      const stored = await applicationOfMember(db.manager, looker.facts.member as MemberId, live.setup);
      return stored ? joiningPlace(stored.application, looker.now, live.setup) : null;
    },
    async confirm(token, looker, live) {
      const found = await joining.byLink(token);
      const none = { kind: 'confirm' as const, token, answers: [], choosesPassword: false };
      const gone = (says: string): PlaceView => ({ ...none, title: 'Confirm your email', state: 'gone', says });
      if (!found) return gone('This link no longer works. Sign in to ask for a new code.');
      const { application } = found.stored;
      const { mail, name } = application.answers;
      if (application.history.some((item) => item.what === 'emailConfirmed')) {
        const says = `${mail} is confirmed. Nothing more is to be done here.`;
        return { ...none, title: 'Email confirmed', state: 'done', says };
      }
      if (found.stored.shadow) return gone(`${mail} has been confirmed for another sign-up. Sign in to that one.`);
      const detail = application.detail;
      if (detail?.kind !== 'confirmEmail' || detail.serial !== found.serial)
        return gone('There is a newer mail from us. Use the link in that one.');
      if (detail.void || detail.expiresAt <= clock.now())
        return gone('This link is too old. Sign in to ask for a new code.');
      const { site } = live.setup.doc;
      const sent = sayMoment(application.submittedAt, clock.now(), site);
      return {
        ...none,
        title: 'Confirm your email',
        state: 'ready',
        says: `${name} applied to ${site.name} with ${mail}, ${sent}. Was it you? Then confirm that the address is yours.`,
        answers: answersOf(application, live.setup),
        choosesPassword: looker.facts.member !== application.member,
      };
    },
    async account(looker, live) {
      const { facts, now } = looker;
      const words = wordsFor(facts, now, live.setup);
      const rows = looker.session === null ? [] : await sessions.list(db.manager, 'member', facts.member ?? '', now);
      return {
        kind: 'account',
        title: 'My account',
        name: facts.name ?? '',
        mail: facts.mail ?? '',
        standing: facts.standing ? standingLabel[facts.standing] : '',
        level: levelLine(facts, words('level'), words('termEnd')),
        groups: words('groups'),
        sessions: rows.map((row) => sessionView(row, looker.session, now, live.setup)),
      };
    },
  };
}

function levelLine(facts: Facts, level: string | null, until: string | null): string | null {
  if (level === null) return null;
  return until === null ? level : `${level} until ${until}`;
}

export function sessionView(row: SessionRow, here: string | null, now: Instant, setup: Setup): SessionView {
  return {
    id: row.id,
    device: row.device,
    seen: `last used ${sayMoment(row.seenAt, now, setup.doc.site)}`,
    here: row.id === here,
  };
}

function joiningPlace(application: Application, now: Instant, setup: Setup): JoiningPlace {
  const place = setup.doc.site;
  const path = setup.paths.get(application.path);
  const form = setup.forms.get(application.form);
  const gate = gateOf(path, application);
  const landing = path && setup.pages.get(path.landing);
  const ended: Record<Exclude<Application['state'], 'open'>, { says: string; href: string; label: string }> = {
    admitted: {
      says: `You were admitted on ${sayDate(application.endedAt ?? now, place)}.`,
      href: landing ? hrefOfPage(landing, setup) : '/',
      label: 'Go in',
    },
    declined: {
      says: `The reason: ${application.history.findLast((item) => item.what === 'declined')?.note ?? ''}\nIf something has been misunderstood, write to us; we can open your application again.`,
      href: `mailto:${place.replyTo}`,
      label: 'Write to us',
    },
    outOfTime: {
      says: 'We ran out of time to read your application. Write to us and we open it again.',
      href: `mailto:${place.replyTo}`,
      label: 'Write to us',
    },
    withdrawn: { says: 'You withdrew this application.', href: '/', label: 'Back to the welcome page' },
  };
  const headings: Record<Application['state'], string> = {
    open: form?.title ?? 'Your application',
    admitted: 'You are in',
    declined: 'Your application was declined',
    outOfTime: 'Your application ran out of time',
    withdrawn: 'Application withdrawn',
  };
  return {
    kind: 'joining',
    title: 'Your application',
    heading: headings[application.state],
    sent: `Your application was sent ${sayMoment(application.submittedAt, now, place)}.`,
    state: application.state,
    answers: answersOf(application, setup),
    gates: path ? routeOf(path, application, setup) : [],
    act: gate ? kindOf(gate).see(gate, heldOf(application), application.answers.mail, now, place) : null,
    outcome: application.state === 'open' ? null : ended[application.state],
  };
}
