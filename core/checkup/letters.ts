/**
 * Purpose: chips of letters that may have no value for whoever gets the letter, and no fallback either.
 * How: a letter is sent in certain situations; each knows some words. A word is safe where every situation knows it.
 */
import { checkupSays } from './checkup.sentences';
import type { Check, Found } from './finding';
import { chipNames } from '../messages';
import { chipsOfMessage } from '../messages/message';
import type { OwnGate } from '../joining';
import { moneyLetters, type MoneyLetter } from '../money';
import { fieldOfChip, never, type ChipName } from '../kernel';
import type { Setup } from '../setup';

/** What is known of anybody who has filled in a form. */
const ofAnybody: readonly ChipName[] = ['firstName', 'fullName', 'mail', 'greeting', 'siteName', 'link'];

type Use = { readonly message: string; readonly knows: readonly ChipName[] };

function lettersOfGate(gate: OwnGate): Use[] {
  switch (gate.kind) {
    case 'confirmEmail':
      return [{ message: gate.message, knows: [...ofAnybody, 'code', 'codeUntil', 'sentAt'] }];
    case 'review':
      return [{ message: gate.reminder, knows: [...ofAnybody, 'memberName', 'waited'] }];
    case 'payment':
    case 'completeProfile':
      return [
        { message: gate.message, knows: ofAnybody },
        { message: gate.reminder, knows: ofAnybody },
      ];
    default:
      return never(gate);
  }
}

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
    ...forms.flatMap(({ letters = [], places }) => [
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

/** Letters without which somebody cannot go on: what they say stands nowhere else. */
export const neededOff: Check = (setup) => {
  const says = checkupSays(setup.doc.site);
  const { account, paths } = setup.doc;
  const confirms = paths
    .filter(({ retired }) => !retired)
    .flatMap(({ gates }) => gates.flatMap((gate) => (gate.kind === 'confirmEmail' ? [gate.message] : [])));
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
