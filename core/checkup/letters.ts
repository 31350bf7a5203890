/**
 * Purpose: chips of letters that may have no value for whoever gets the letter, and no fallback either.
 * How: a letter is sent in certain situations; each knows some words. A word is safe where every situation knows it.
 */
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';
import { chipNames } from '../messages';
import { chipsOfMessage, type MessageItem } from '../messages/message';
import { kindOf, type OwnGate } from '../joining';
import { moneyLetters, type MoneyLetter } from '../money';
import { chipsIn, fieldOfChip, say, type ChipName } from '../kernel';
import { isRepeated } from '../levels';
import type { Setup } from '../setup';

/** What is known of anybody who has filled in a form. */
const ofAnybody: readonly ChipName[] = ['firstName', 'fullName', 'mail', 'greeting', 'siteName', 'link'];

type Use = { readonly message: string; readonly knows: readonly ChipName[] };

const lettersOfGate = (gate: OwnGate): Use[] =>
  kindOf(gate)
    .messages(gate)
    .map(({ message, knows = [] }) => ({ message, knows: [...ofAnybody, ...knows] }));

const paying: readonly ChipName[] = [...ofAnybody, 'number', 'level', 'groups'];
/** What is known when money is written about. */
const ofMoney: Readonly<Record<MoneyLetter, readonly ChipName[]>> = {
  paid: [...paying, 'amount', 'receipt'],
  asked: [...paying, 'amount', 'receipt', 'payTo'],
  failed: [...paying, 'amount', 'reason'],
  renews: [...paying, 'amount', 'dueDate'],
  cardExpires: [...paying, 'card', 'dueDate'],
  ended: [...paying, 'dueDate'],
  winBack: ofAnybody,
  refunded: [...paying, 'amount', 'receipt', 'reason'],
};

/** Each use of a letter, and what is known when it is written. */
function usesOf(setup: Setup): Use[] {
  const { account, paths, forms, money } = setup.doc;
  return [
    { message: account.addressKnown, knows: ofAnybody },
    { message: account.resetPassword, knows: ofAnybody },
    // Nobody is known by this address.
    { message: account.resetUnknown, knows: ['greeting', 'siteName', 'link', 'mail'] },
    { message: account.passwordChanged, knows: ofAnybody },
    ...(account.choosePassword ? [{ message: account.choosePassword, knows: ofAnybody }] : []),
    ...(account.staffInvited ? [{ message: account.staffInvited, knows: ofAnybody }] : []),
    ...paths.flatMap((path) => [
      { message: path.admitted, knows: [...ofAnybody, 'level', 'number', 'termEnd', 'groups'] as const },
      { message: path.declined, knows: [...ofAnybody, 'reason'] as const },
      { message: path.outOfTime, knows: ofAnybody },
      { message: path.asked, knows: [...ofAnybody, 'question'] as const },
      ...path.gates.flatMap((gate) => lettersOfGate(gate)),
    ]),
    ...moneyLetters.flatMap((letter) => {
      const message = money.letters[letter];
      return message ? [{ message, knows: ofMoney[letter] }] : [];
    }),
    ...forms.flatMap(({ letters = [], places, inviting }) => [
      ...(inviting ? [{ message: inviting, knows: ofAnybody }] : []),
      ...letters.map(({ message }) => ({
        message,
        knows: [...ofAnybody, 'memberName', 'answers', 'formTitle'] as const,
      })),
      ...(places?.waitingList
        ? [
            { message: places.waitingList.waiting, knows: ofAnybody },
            { message: places.waitingList.free, knows: ofAnybody },
          ]
        : []),
    ]),
  ];
}

/** The chips of a letter that stand without a fallback: their words, and the code and link of their parts. */
const bare = (message: { readonly subject: unknown; readonly parts: readonly unknown[] }): Set<string> => {
  const found = new Set<string>();
  const walk = (value: unknown): void => {
    if (Array.isArray(value)) return value.forEach(walk);
    if (typeof value !== 'object' || value === null) return;
    const { chip, or, part } = value as { chip?: string; or?: string; part?: string };
    if (chip !== undefined && or === '') found.add(chip);
    if (part === 'code') found.add('code');
    if (part === 'button') found.add('link');
    Object.values(value).forEach(walk);
  };
  walk(message.subject);
  walk(message.parts);
  return found;
};

/** Fields that every form asks for and that must be answered. */
function alwaysAnswered(setup: Setup): Set<string> {
  const forms = setup.doc.forms.filter(({ retired }) => !retired);
  const must = forms.map(
    ({ parts }) =>
      new Set<string>(parts.flatMap((part) => (part.part === 'field' && part.required ? [part.field] : []))),
  );
  return new Set([...(must[0] ?? [])].filter((id) => must.every((ids) => ids.has(id))));
}

/** The letters that carry the link of an invitation, of forms that are by invitation alone. */
const invitations = (setup: Setup): (string | undefined)[] =>
  setup.doc.forms.filter(({ retired, invited }) => !retired && invited).map(({ inviting }) => inviting);

/** Letters without which somebody cannot go on: what they say stands nowhere else. */
export const neededOff: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const { account, paths } = setup.doc;
  const confirms = paths
    .filter(({ retired }) => !retired)
    .flatMap(({ gates }) =>
      gates.flatMap((gate) =>
        kindOf(gate)
          .messages(gate)
          .flatMap(({ message, needed }) => (needed ? [message] : [])),
      ),
    );
  const needed = new Set<string | undefined>([
    ...confirms,
    account.resetPassword,
    account.choosePassword,
    account.staffInvited,
  ]);
  return setup.doc.messages
    .filter(({ id, off }) => off && needed.has(id))
    .map(({ id, title }): Found => ({
      kind: 'message',
      id,
      at: 'off',
      grave: 'stops',
      blocks: false,
      says: says.off({ message: title }),
      why: says.offWhy,
      mend: says.offMend,
    }));
};

export const chipWithoutSource: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const answered = alwaysAnswered(setup);
  const uses = usesOf(setup);
  const names = chipNames(setup);
  return setup.doc.messages.flatMap((message): Found[] => {
    const used = uses.filter((use) => use.message === message.id);
    if (message.retired || used.length === 0) return [];
    const without = bare(message);
    const unsure = [...new Set(chipsOfMessage(message))].filter((chip) => {
      const field = fieldOfChip(chip);
      if (!without.has(chip)) return false;
      return field ? !answered.has(field) : used.some(({ knows }) => !knows.includes(chip));
    });
    return unsure.map((chip): Found => {
      const name = names.get(chip) ?? chip;
      const words = {
        says: says.chip({ message: message.title, chip: name }),
        why: says.chipWhy,
        mend: says.chipMend,
      };
      return { kind: 'message', id: message.id, at: chip, grave: 'misleads', blocks: false, ...words };
    });
  });
};

const hasLink = ({ parts, subject }: MessageItem): boolean =>
  parts.some(({ part }) => part === 'button') || chipsOfMessage({ parts, subject } as MessageItem).includes('link');

/** Letters whose link is the only way on, and that have none. */
export const linkMissing: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const { account } = setup.doc;
  const invited = new Set(invitations(setup));
  const needed = new Set<string | undefined>([
    account.resetPassword,
    account.choosePassword,
    account.staffInvited,
    ...invited,
  ]);
  return setup.doc.messages.flatMap((message): Found[] => {
    if (message.retired || !needed.has(message.id) || hasLink(message)) return [];
    const words = {
      says: says.linkMissing({ message: message.title }),
      why: invited.has(message.id) ? says.inviteNoLinkWhy : says.linkMissingWhy,
      mend: says.linkMissingMend,
    };
    return [{ kind: 'message', id: message.id, at: 'parts', grave: 'stops', blocks: false, ...words }];
  });
};

/** A letter that declines, on a path on which somebody may be declined, and does not say why. */
export const reasonMissing: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const declining = setup.doc.paths.filter(
    ({ retired, gates, turns = [] }) =>
      !retired &&
      (gates.some((gate) => kindOf(gate).readers(gate) !== null) || turns.some((turn) => 'decline' in turn)),
  );
  return [...new Set(declining.map(({ declined }) => declined))].flatMap((id): Found[] => {
    const message = setup.messages.get(id);
    if (!message || message.off || chipsOfMessage(message).includes('reason')) return [];
    const words = {
      says: says.reasonMissing({ message: message.title }),
      why: says.reasonMissingWhy,
      mend: says.reasonMissingMend,
    };
    return [{ kind: 'message', id, at: 'parts', grave: 'loses', blocks: false, ...words }];
  });
};

/** A letter without a subject. */
export const subjectEmpty: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  return setup.doc.messages.flatMap((message): Found[] => {
    if (message.retired || chipsIn(message.subject).length > 0 || say(message.subject, () => null).trim() !== '')
      return [];
    const words = {
      says: says.subjectEmpty({ message: message.title }),
      why: says.subjectEmptyWhy,
      mend: says.subjectEmptyMend,
    };
    return [{ kind: 'message', id: message.id, at: 'subject', grave: 'misleads', blocks: false, ...words }];
  });
};

/** What happens with money of which nobody is told: there is no letter for it, or it is off. */
export const moneyUntold: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const { money, levels } = setup.doc;
  const sold = levels.flatMap(({ prices, retired }) => (retired ? [] : prices.filter((price) => !price.retired)));
  const isSold = sold.some(({ kind }) => kind !== 'free');
  const renews = sold.some(isRepeated);
  if (!isSold || (!money.card && !money.transfer)) return [];
  const matters: Readonly<Record<MoneyLetter, boolean>> = {
    paid: true,
    asked: money.transfer !== undefined,
    failed: money.card,
    renews,
    cardExpires: money.card && renews,
    ended: sold.some(({ kind }) => kind !== 'free'),
    winBack: money.winBack !== undefined,
    refunded: true,
  };
  return moneyLetters.flatMap((letter): Found[] => {
    const message = setup.messages.get(money.letters[letter] ?? '');
    if (!matters[letter] || (message && !message.off)) return [];
    const named = { what: says[`about_${letter}`] };
    const words = {
      says: message ? says.moneyLetterOff(named) : says.moneyUntold(named),
      why: letter === 'asked' ? says.askedUntoldWhy : says.moneyUntoldWhy,
      mend: says.moneyUntoldMend,
    };
    const grave = letter === 'asked' ? 'stops' : 'loses';
    return [{ kind: 'money', id: 'money', at: `letters.${letter}`, grave, blocks: false, ...words }];
  });
};
