/** What came of calls to web hooks. */
import { sentences } from '../../core/kernel';

export const hooksSays = sentences({
  jobCall: 'a web hook',
  taken: 'taken {moment}',
  onItsWay: 'on its way',
  givenUp: 'given up: {error}',
  triedAgain: '{error} Tried again {moment}.',
  silent: 'Nobody answered.',
  inside: 'This address is inside the network of the server, which is not called.',
  answered: 'It answered {status} instead of 200.',
  noSuchCall: 'This call has been taken, or is not there any more.',
});
