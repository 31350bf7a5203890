/** The viewpoint: whose eyes, which day, and that it is a view. */
import { sentences } from '../../core/kernel';

export const viewpointSays = sentences({
  visitor: 'Visitor',
  aVisitor: 'a visitor',
  notYet: 'not here yet',
  notSignedIn: 'not signed in',
  todayAt: 'today, {time}',
  ahead: { one: 'in {count} day', other: 'in {count} days' },
  ago: { one: '{count} day ago', other: '{count} days ago' },
  before: '{name} was not here yet: first seen on {date}. As a visitor of that day: {sight}',
  wouldSee: 'A view: the site as {who} would see it on {date}. Nothing can be sent from here.',
  saw: 'A view: the site as {who} saw it on {date}. Nothing can be sent from here.',
  /** Before the subject of a letter that was only tried. */
  testOf: 'Test: {subject}',
  testSent: 'A test is on its way to {mail}.',
  name: 'Name',
  madeUpChanged: 'Somebody has changed this person meanwhile. What you have typed still stands here.',
  enoughMadeUp: 'A hundred people are made up already. Take out one of them first.',
  openToAll: 'This door is open to everybody.',
  shutForAll: 'This door is shut for everybody.',
  meetsIt: '{name} must meet this, and does.',
  missesIt: '{name} must meet this, and does not.',
  meetsAll: '{name} must meet all of these, and does.',
  missesSome: {
    one: '{name} must meet all of these and misses one.',
    other: '{name} must meet all of these and misses {count}.',
  },
  meetsSome: {
    one: '{name} must meet one of these, and does.',
    other: '{name} must meet one of these and meets {count}.',
  },
  meetsNone: '{name} must meet one of these and meets none.',
  isNoneOf: '{name} must meet none of these, and meets none.',
  isSomeOf: {
    one: '{name} must meet none of these and meets one.',
    other: '{name} must meet none of these and meets {count}.',
  },
  gotIn: '{name} got in on {date}, by revision {revision}',
  gotNotIn: '{name} did not get in on {date}, by revision {revision}',
  seesNothing: 'Shut out of this page. Sees no sign of it.',
  seesOther: 'Shut out of this page. Is led to {address} instead.',
  seesOutside: {
    none: 'Shut out of this page. Sees its name and the note.',
    one: 'Shut out of this page. Sees {seen} of {count} block and the note.',
    other: 'Shut out of this page. Sees {seen} of {count} blocks and the note.',
  },
  seesInside: {
    none: 'Gets in. The page has no blocks yet.',
    one: 'Gets in. Sees {seen} of {count} block.',
    other: 'Gets in. Sees {seen} of {count} blocks.',
  },
  nobody: 'There is no such person, or not any more.',
});
