/**
 * Purpose: the cards of a card house that is none: numbers that are nobody's, each with a behaviour of its own. They pass
 * the check that every card number passes.
 * Source: ISO/IEC 7812-1, annex B (the Luhn check).
 */

/** Why a card is refused. `final` says that trying again is of no use. */
export const refusals = {
  'not-enough': { says: 'Not enough in the account', final: false },
  lost: { says: 'The card was reported lost', final: true },
  'too-old': { says: 'The card has run out', final: true },
  'confirm-needed': { says: 'The bank wants its owner to confirm', final: false },
  unknown: { says: 'The bank does not know this card', final: true },
  away: { says: 'The bank did not answer', final: false },
} as const;
export type RefusalReason = keyof typeof refusals;

type Behaviour = {
  readonly title: string;
  /** Where its owner sits in front of it; `ask`: a further step in which they say yes. */
  readonly present: 'pay' | 'ask' | RefusalReason;
  /** Where it is charged again later. */
  readonly later: 'pay' | RefusalReason;
  readonly slow?: boolean;
};

export const testCards: Readonly<Record<string, Behaviour>> = {
  '9704191101370531': { title: 'Pays, every time', present: 'pay', later: 'pay' },
  '9704191102741060': { title: 'Pays once, then there is not enough', present: 'pay', later: 'not-enough' },
  '9704191104111593': { title: 'Asks its owner to confirm, then pays', present: 'ask', later: 'pay' },
  '9704191105482126': { title: 'Asks its owner each time', present: 'ask', later: 'confirm-needed' },
  '9704191106852657': { title: 'Not enough in the account', present: 'not-enough', later: 'not-enough' },
  '9704191108223188': { title: 'Reported lost', present: 'lost', later: 'lost' },
  '9704191109593712': { title: 'Pays, then is reported lost', present: 'pay', later: 'lost' },
  '9704191110964241': { title: 'Pays, but takes its time', present: 'pay', later: 'pay', slow: true },
};

export const behaviourOf = (number: string): Behaviour | undefined => testCards[number];

export function luhn(number: string): boolean {
  let sum = 0;
  [...number].reverse().forEach((digit, at) => {
    const value = Number(digit) * (at % 2 ? 2 : 1);
    sum += value > 9 ? value - 9 : value;
  });
  return /^\d{12,19}$/.test(number) && sum % 10 === 0;
}

/** `9704 1911 0137 0536`. */
export const spaced = (number: string): string => number.replace(/(.{4})(?=.)/g, '$1 ');
