/** The site clock of a demo. */
import { sentences } from '../../core/kernel';

export const clockSays = sentences({
  onlyDemo: 'The site clock moves only in a demo.',
  ahead: '{span} ahead of real time',
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
  nowTold: {
    one: 'It is now {now}. {count} thing happened on the way: {what}.',
    other: 'It is now {now}. {count} things happened on the way: {what}.',
  },
  renewed: { one: '{count} renewal paid', other: '{count} renewals paid' },
  refused: { one: '{count} payment refused', other: '{count} payments refused' },
  lapsed: { one: '{count} member lapsed', other: '{count} members lapsed' },
  admitted: { one: '{count} admitted', other: '{count} admitted' },
  ended: { one: '{count} application out of time', other: '{count} applications out of time' },
  reminded: { one: '{count} reminder', other: '{count} reminders' },
  somethingElse: 'something',
});
