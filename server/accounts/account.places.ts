/** Purpose: the places of a member's account on the site. */
import type { PlaceView } from '../../contract';
import { sayStanding } from '../../core/facts';
import { wordsFor } from '../../core/pages';
import type { Viewers } from '../callers';
import { alreadyIn, safeNext, signInFirst, type Asked, type Places } from '../site';
import type { Accounts } from './account.service';
import type { Reader } from '../../core/kernel';
import { accountsSays } from './accounts.sentences';

const says = ({ live }: Asked) => accountsSays(live.setup.doc.site);

export const accountPlaces = (accounts: Accounts, viewers: Viewers): Places => ({
  'sign-in': (asked) => {
    if (asked.rest !== undefined) return null;
    return asked.looker.facts.member
      ? alreadyIn(asked)
      : { kind: 'signIn', title: says(asked).signIn, next: safeNext(asked.next) };
  },
  forgotten: (asked) => (asked.rest === undefined ? { kind: 'forgotten', title: says(asked).forgotten } : null),
  reset: async (asked) => {
    const token = asked.rest;
    return token
      ? { kind: 'reset', title: says(asked).choose, token, usable: await accounts.resetUsable(token) }
      : null;
  },
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
    title: accountsSays(setup.doc.site).myAccount,
    name: facts.name ?? '',
    mail: facts.mail ?? '',
    standing: facts.standing ? sayStanding(facts.standing, setup.doc.site) : '',
    level: levelLine(words('level'), words('termEnd'), setup.doc.site),
    groups: words('groups'),
    sessions: session === null ? [] : await viewers.sessionsOf('member', facts.member ?? '', session, setup.doc.site),
  };
}

function levelLine(level: string | null, date: string | null, reader: Reader): string | null {
  if (level === null) return null;
  return date === null ? level : accountsSays(reader).levelUntil({ level, date });
}
