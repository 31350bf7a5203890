/** Purpose: the places of a member's account on the site. */
import type { PlaceView, QuestionView } from '../../contract';
import { sayStanding, type Facts, type FieldValue } from '../../core/facts';
import { fieldKindOf, ownFields, showValue, type FieldItem } from '../../core/fields';
import type { Setup } from '../../core/setup';
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
    ...profile(facts, setup),
    sessions: session === null ? [] : await viewers.sessionsOf('member', facts.member ?? '', session, setup.doc.site),
  };
}

/** What the member sees of their own profile, apart what they may change. */
function profile(facts: Facts, setup: Setup) {
  const { site } = setup.doc;
  const own = ownFields(setup, facts);
  const answers = facts.fields as Readonly<Record<string, FieldValue>>;
  const valueOf = ({ id, role }: FieldItem) => (role === 'name' ? facts.name : answers[id]) ?? null;
  const typed = (value: FieldValue | null): string | boolean | string[] | null =>
    typeof value === 'number' ? String(value) : value;
  const changes = own.flatMap(({ field, mayChange }) => (mayChange ? [field] : []));
  return {
    questions: changes.map((field) => ({
      name: field.id,
      label: field.label,
      help: field.help ?? null,
      required: field.role === 'name',
      half: false,
      of: field.of as QuestionView['of'],
      role: field.role ?? null,
      input: fieldKindOf(field.of).input(field.of, field.role ?? null, site),
    })),
    answers: Object.fromEntries(changes.map((field) => [field.id, typed(valueOf(field))])),
    shown: own.flatMap(({ field, mayChange }) => {
      const value = valueOf(field);
      return mayChange || value === null ? [] : [{ label: field.label, value: showValue(field.of, value, site) }];
    }),
  };
}

function levelLine(level: string | null, date: string | null, reader: Reader): string | null {
  if (level === null) return null;
  return date === null ? level : accountsSays(reader).levelUntil({ level, date });
}
