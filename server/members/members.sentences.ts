/** Members in the list and on their sheet. */
import { sentences } from '../../core/kernel';

export const membersSays = sentences({
  profileChanged: 'Changed {fields}',
  profileCorrected: '{by} changed {fields}',
  since: '{standing} since {date}',
  forGood: '{level}, for good',
  until: '{level} until {date}',
  ended: '{level}, ended {date}',
  endedShort: '{level}, ended',
  noLevelYet: 'no level yet',
  noLevel: 'no level',
  groups: 'Groups',
  newsByMail: 'News by mail',
  noneWanted: 'none wanted',
  applied: 'applied {date}',
  declined: 'declined {date}',
  closed: 'closed {date}',
  lasting: 'for good',
  endedOn: 'ended {date}',
  never: 'never',
  today: 'today',
  nobody: 'There is no such person, or not any more.',
  answers: { none: 'no answers', one: '{count} answer', other: '{count} answers' },
  terms: { none: 'no terms', one: '{count} term', other: '{count} terms' },
  peopleIn: { none: 'no people in it', one: '{count} person in it', other: '{count} people in it' },
  peopleWanting: {
    none: 'no people who want it',
    one: '{count} person who wants it',
    other: '{count} people who want it',
  },
});
