/** Purpose: the places of a member's account on the site. */
import type { PlaceView } from '../../contract';
import { standingLabel } from '../../core/facts';
import { wordsFor } from '../../core/pages';
import type { Viewers } from '../callers';
import { alreadyIn, safeNext, signInFirst, type Asked, type Places } from '../site';
import type { Accounts } from './account.service';

export const accountPlaces = (accounts: Accounts, viewers: Viewers): Places => ({
  'sign-in': (asked) => {
    if (asked.rest !== undefined) return null;
    return asked.looker.facts.member
      ? alreadyIn(asked)
      : { kind: 'signIn', title: 'Sign in', next: safeNext(asked.next) };
  },
  forgotten: ({ rest }) => (rest === undefined ? { kind: 'forgotten', title: 'Forgotten password' } : null),
  reset: async ({ rest: token }) =>
    token ? { kind: 'reset', title: 'Choose a new password', token, usable: await accounts.resetUsable(token) } : null,
  account: async (asked) => {
    if (asked.rest !== undefined) return null;
    return asked.looker.facts.member ? ownAccount(asked, viewers) : signInFirst(asked);
  },
});

async function ownAccount({ looker, live }: Asked, viewers: Viewers): Promise<PlaceView> {
  const { facts, session, now } = looker;
  const { setup } = live;
  const words = wordsFor(facts, now, setup);
  return {
    kind: 'account',
    title: 'My account',
    name: facts.name ?? '',
    mail: facts.mail ?? '',
    standing: facts.standing ? standingLabel[facts.standing] : '',
    level: levelLine(words('level'), words('termEnd')),
    groups: words('groups'),
    sessions: session === null ? [] : await viewers.sessionsOf('member', facts.member ?? '', session, setup.doc.site),
  };
}

function levelLine(level: string | null, until: string | null): string | null {
  if (level === null) return null;
  return until === null ? level : `${level} until ${until}`;
}
