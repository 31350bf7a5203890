/** Finding people. */
import { sentences } from '../../../core/kernel/sentences';

export const peopleSays = sentences({
  noAnswer: 'no answer',
  yes: 'yes',
  no: 'no',
  from: '{label}, from',
  to: '{label}, to',
  nobodyBegins: 'Nobody’s name, email, postcode or number begins so.',
  peopleFound: 'People found',
  findAnyone: 'Find anyone',
});
