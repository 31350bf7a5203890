/** The answers members have sent, as staff look through them. */
import { sentences } from '../../../../core/kernel/sentences';

export const answersSay = sentences({
  none: 'Nobody has sent it yet.',
  sentBy: { one: 'Sent {count} time', other: 'Sent {count} times' },
  person: 'Person',
  sent: 'Sent',
  nothing: 'not answered',
  takeAll: 'Take all as a CSV file',
  takeOne: 'as CSV',
  takeOneOf: 'The answers of {name} as a CSV file',
  taking: '{done} of {count}',
  stop: 'Stop',
  more: 'Show more',
});
