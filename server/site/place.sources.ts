/** Purpose: the places that hang on rows: an application's way, a confirmation link, an account. */
import type { DataSource } from 'typeorm';
import type { PlaceView, SessionView } from '../../contract';
import { standingLabel, type Facts } from '../../core/facts';
import { answersOf, routeOf, type Application } from '../../core/joining';
import { DAY, sayDate, sayMoment, sayUntil, type Instant, type MemberId } from '../../core/kernel';
import { addSpan } from '../../core/kernel/calendar';
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
    resetUsable: (token) => accounts.resetUsable(token),
    async joining(looker, live) {
      const stored = await applicationOfMember(db.manager, looker.facts.member as MemberId);
      return stored ? joiningPlace(stored.application, looker.now, live.setup) : null;
    },
    async confirm(token, live) {
      const found = await joining.byLink(token);
      const title = 'Confirm your email';
      const gone = (says: string): PlaceView => ({ kind: 'confirm', title, token, state: 'gone', says });
      if (!found) return gone('This link no longer works. Sign in to ask for a new code.');
      const { application } = found.stored;
      const mail = application.answers.mail;
      const confirmed = application.history.some((item) => item.what === 'emailConfirmed');
      if (confirmed)
        return {
          kind: 'confirm',
          title: 'Email confirmed',
          token,
          state: 'done',
          says: `${mail} is confirmed. Nothing more is to be done here.`,
        };
      const detail = application.detail;
      if (detail?.kind !== 'confirmEmail' || detail.serial !== found.serial)
        return gone('There is a newer mail from us. Use the link in that one.');
      if (detail.void || detail.expiresAt <= clock.now())
        return gone('This link is too old. Sign in to ask for a new code.');
      const { name } = live.setup.doc.site;
      return {
        kind: 'confirm',
        title,
        token,
        state: 'ready',
        says: `You are joining ${name} as ${application.answers.name}, with ${mail}.`,
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
  const path = setup.paths.get(application.path)!;
  const form = setup.forms.get(application.form);
  const gate = application.state === 'open' ? path.gates[application.gate] : undefined;
  const detail = application.detail;
  const landing = setup.pages.get(path.landing);
  const ended: Record<Exclude<Application['state'], 'open'>, { says: string; href: string; label: string }> = {
    admitted: {
      says: `You were admitted on ${sayDate(application.endedAt ?? now, place)}.`,
      href: landing ? hrefOfPage(landing, setup) : '/',
      label: 'Go in',
    },
    declined: {
      says: application.history.findLast((item) => item.what === 'declined')?.note ?? '',
      href: '/',
      label: 'Back to the welcome page',
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
    gates: routeOf(path, application, setup),
    confirm:
      gate?.kind === 'confirmEmail' && detail?.kind === 'confirmEmail'
        ? {
            mail: application.answers.mail,
            until: sayUntil(detail.expiresAt, now, place),
            usable: !detail.void && detail.expiresAt > now,
            fault: detail.void
              ? 'That code no longer works after too many wrong tries. Ask for a new one.'
              : detail.expiresAt <= now
                ? `That code worked until ${sayUntil(detail.expiresAt, now, place)}. Ask for a new one.`
                : null,
            wait: Math.max(0, Math.ceil((addSpan(detail.sentAt, gate.resendEvery, place.zone) - now) / 1000)),
          }
        : null,
    review:
      gate?.kind === 'review' && detail?.kind === 'review'
        ? {
            says: reviewLine(gate, application, now, setup),
            question: detail.question && detail.question.answer === null ? detail.question.text : null,
          }
        : null,
    outcome: application.state === 'open' ? null : ended[application.state],
  };
}

function reviewLine(
  gate: Extract<Setup['doc']['paths'][number]['gates'][number], { kind: 'review' }>,
  application: Application,
  now: Instant,
  setup: Setup,
): string {
  const late = application.limitAt !== null && application.limitAt - now < 2 * DAY;
  const by =
    application.limitAt === null || late
      ? ''
      : ` You hear from us by ${sayDate(application.limitAt, setup.doc.site)} at the latest.`;
  return `${gate.reader} reads every application. You need do nothing for now.${by}`;
}
