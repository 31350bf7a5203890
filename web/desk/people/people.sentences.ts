/** Finding people. */
import { sentences } from '../../../core/kernel/sentences';

export const peopleSays = sentences({
  nobodyBegins: 'Nobody’s name, email, postcode or number begins so.',
  peopleFound: 'People found',
  findAnyone: 'Find anyone',
});
