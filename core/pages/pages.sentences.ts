/** Ways into a shut page, and what somebody can open. */
import { sentences } from '../kernel';

export const pagesSays = sentences(
  {
    memberUntil: 'Member until {date}',
    opensAll: { one: 'Opens {open} of {count} page.', other: 'Opens {open} of {count} pages.' },
    opensOnly: { one: 'Opens {open} of {count} page: {pages}.', other: 'Opens {open} of {count} pages: {pages}.' },
    opensBut: {
      one: 'Opens {open} of {count} page, all but {pages}.',
      other: 'Opens {open} of {count} pages, all but {pages}.',
    },
    signIn: 'Sign in',
    signInToRead: 'Already a member? Sign in to read on, if it is open to you.',
    joiningAs: 'Joining as {level} opens this page, {price}.',
    joining: 'Joining opens this page.',
    yourApplication: 'Your application',
    endPause: 'Come back from your pause',
    whilePaused: 'Your membership is paused. It opens again as soon as you come back.',
    onItsWay: 'Your application is on its way. This page opens once you are admitted.',
    writeToUs: 'Write to us',
    opensOn: 'It opens to you on {date}.',
    ask: 'If you think it should be open to you, write to us.',
    payToRenew: 'Renew your membership',
    becomeLevel: 'Become {level}',
    writeToRenew: 'Write to us to renew',
    renew: 'Renewing it opens this page again.',
    renewFor: 'Renewing it, {price}, opens this page again.',
    ended: 'Your {level} membership ended on {date}. {renew}',
    writeAbout: 'Write to us about {level}',
    asLevel: 'Membership as {level} opens this page, {price}.',
    myAccount: 'My account',
    signOut: 'Sign out',
    search: 'Search',
    placedTwice:
      'This stands on the page already, in another block. Choose something else, or take one of the two out.',
    notALink: 'Write a whole address that begins with https://, mailto: or tel:.',
    ownAddress: 'That address is the product’s own. Choose another, such as one with a word before it.',
  },
  'pages',
);
