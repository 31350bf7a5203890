/** What a board cannot be, and how entries are told. */
import { sentences } from '../kernel';

export const boardsSay = sentences({
  nameTaken: 'This name stands for something else on the form of an entry; choose another.',
  notOfEntry: 'Pictures and agreements are asked for in profiles; choose another kind of field.',
  notComputed: 'An entry cannot have a field that is made of others.',
  namedBy: 'Choose a field of words that must be answered: an entry is called by its answer.',
  untilBy: 'Choose a field that asks for a day.',
  leadsBy: 'Choose a field that asks for a web address.',
  oneWithin: 'Choose a category that stands by itself: there is one level within another and no more.',
  firstBegins: 'The first state is that in which an entry begins; let another one end it.',
  oneEnds: 'Let one of the states end the entry.',
  privateIsNotModerated:
    'On a private board nobody else sees an entry, so that nobody has to look at it first. Choose the other.',
  category: 'Category',
  draft: 'draft',
  waiting: 'waiting to be looked at',
  returned: 'sent back',
  ended: 'ended',
  changeWaits: 'a change waits to be looked at',
  notYours: 'Only whoever posted it may do that.',
  notNow: 'That cannot be done with this entry now: it is {stage}.',
  mayNotSet: '“{state}” is not set by you.',
  noSuchState: 'This board has no such state.',
  tooMany: {
    one: 'You have {count} entry here, which is as many as you may have at once. End one first.',
    other: 'You have {count} entries here, which is as many as you may have at once. End one first.',
  },
  notRenewed: 'This entry cannot be renewed any more.',
  noNeedToRenew: 'This entry stands until somebody ends it.',
});
