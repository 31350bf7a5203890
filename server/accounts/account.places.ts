/** Purpose: the places of a member's account on the site. */
import type { OwnMoneyView, PlaceView } from '../../contract';
import { sayStanding, type Facts } from '../../core/facts';
import { ownFields, questionsOf, joinedOf, type PartOfForm } from '../../core/fields';
import { wordsFor } from '../../core/pages';
import type { Viewers } from '../callers';
import { alreadyIn, beforehand, safeNext, signInFirst, type PlaceRequest, type Places } from '../site';
import type { Accounts } from './account.service';
import type { Instant, Reader } from '../../core/kernel';
import { accountsSays } from './accounts.sentences';

const says = ({ live }: PlaceRequest) => accountsSays(live.setup.doc.site);

/** What the account says of money; null where somebody has nothing to do with it. */
export type OwnMoney = (facts: Facts, now: Instant) => Promise<OwnMoneyView | null>;

export const accountPlaces = (accounts: Accounts, viewers: Viewers, money: OwnMoney): Places => ({
  'sign-in': (asked) => {
    if (asked.rest !== undefined) return null;
    return asked.looker.facts.member
      ? alreadyIn(asked)
      : { kind: 'signIn', title: says(asked).signIn, next: safeNext(asked.query('next')) };
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
    return asked.looker.facts.member ? ownAccount(asked, viewers, money) : signInFirst(asked);
  },
});

async function ownAccount(asked: PlaceRequest, viewers: Viewers, money: OwnMoney): Promise<PlaceView> {
  const { looker, live } = asked;
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
    boards: setup.doc.boards.some(({ retired }) => !retired),
    money: looker.through && !looker.through.money ? null : await money(facts, now),
    ...profile(asked),
    sessions: session === null ? [] : await viewers.sessionsOf('member', facts.member ?? '', session, setup.doc.site),
  };
}

/** What the member sees of their own profile, apart what they may change: as a form that starts with what stands there. */
function profile(asked: PlaceRequest) {
  const { setup } = asked.live;
  const from = beforehand(asked);
  const own = ownFields(setup, asked.looker.facts);
  const parts = own.flatMap(({ field: { id, role }, mayChange }): PartOfForm[] =>
    mayChange ? [{ part: 'field', field: id, required: role === 'name', half: false, start: { from: 'profile' } }] : [],
  );
  return {
    questions: questionsOf(parts, setup, from),
    shown: own.flatMap(({ field, mayChange }) => {
      const value = from.profile(field.id);
      return mayChange || value === null ? [] : [joinedOf(field, value, setup.doc.site)];
    }),
  };
}

function levelLine(level: string | null, date: string | null, reader: Reader): string | null {
  if (level === null) return null;
  return date === null ? level : accountsSays(reader).levelUntil({ level, date });
}
