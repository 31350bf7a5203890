/** Letters that do not get through. */
import { sentences } from '../../core/kernel';

export const messagesSays = sentences({
  jobLetter: 'a letter',
  toStaff: 'somebody at the desk, or no member',
  givenUp: '{error}. It is not tried any more.',
  triedAgain: '{error}. Tried again {when}.',
  noLetter: 'There is no such letter in the draft, or no such person.',
  noneStuck: 'No letter is stuck.',
  tried: { one: '{Count} letter tried again now.', other: '{Count} letters tried again now.' },
});
