/** The site clock of a demo. */
import { sentences } from '../../core/kernel';

export const clockSays = sentences({
  onlyDemo: 'The site clock moves only in a demo.',
  ahead: '{span} ahead of real time',
  applicationOf: 'the application of {name}',
  moment: '{date}, {time}',
  movingOn: {
    none: '{now}, nothing happened yet',
    one: '{now}, {count} thing has happened',
    other: '{now}, {count} things have happened',
  },
  nothingEver: 'Nothing is due at any time.',
  nowNothing: 'It is now {now}. Nothing was due.',
  nowThings: {
    one: 'It is now {now}. {count} thing happened on the way.',
    other: 'It is now {now}. {count} things happened on the way.',
  },
  applicationTimer: 'an application',
  callHook: 'a web hook',
  computeAnswers: 'answers that are made of others',
  convertAnswers: 'answers turned into another kind',
  movePlacesUp: 'a place that came free',
  settlePaths: 'a look at changed paths',
  resetMail: 'a letter for a forgotten password',
  staffResetMail: 'a letter for a forgotten password',
  termTimer: 'a membership',
  membershipOf: 'the membership of {name}',
  takePayment: 'a payment by card',
  lookAtPayment: 'a look at a payment',
  giveBack: 'money that goes back',
  sendMail: 'a letter',
  somethingElse: 'something',
});
