/** What is said of money: parts of a bill, and what is wrong with a code. */
import { sentences } from '../kernel';

export const moneySays = sentences(
  {
    byTheDay: 'Choose days, weeks, months or years.',
    codeWord: 'Write 3 to 20 letters and digits, such as MARKET26.',
    percentOrAmount: 'Write how much comes off.',
    endsBeforeStart: 'Choose a last day that is not before the first.',
    fee: 'Sign-up fee',
    trial: '{level}, to begin with',
    term: '{level}',
    discount: 'Code {code}',
    credit: 'Left from before',
    percentOff: '{percent}% off',
    amountOff: '{amount} off',
    onFirst: '{off} the first payment',
    onEvery: '{off} every payment',
    taxAdded: '{tax} {rate}',
    noCode: 'There is no code “{code}”.',
    codeNotYet: 'The code {code} works from {date}.',
    codeOver: 'The code {code} worked until {date}.',
    codeSpent: 'The code {code} has been used up.',
    codeUsed: 'You have used the code {code} already.',
    codeNotHere: 'The code {code} is not for {level}.',
    tooLittle: 'Write {amount} or more.',
    tooMuch: 'Write {amount} or less.',
    sameAmount: 'That is the amount you pay already.',
    codeForNew: 'A discount code is for a membership you take newly.',
    noAmount: 'Write an amount such as {example}.',
  },
  'money',
);
