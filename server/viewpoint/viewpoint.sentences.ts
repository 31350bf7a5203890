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
  nobody: 'There is no such person, or not any more.',
});
