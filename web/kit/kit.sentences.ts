/** What the kit’s own parts say. */
import { sentences } from '../../core/kernel/sentences';

export const kitSays = sentences({
  away: 'We could not be reached. Nothing you typed is lost; try again in a moment.',
  onItsWay: '{what} is on its way',
  waiting: 'On its way',
  hide: 'Hide',
  show: 'Show',
  thePassword: 'the password',
  ifYouLike: 'if you like',
  tryAgain: 'Try again',
  move: 'Move {name}',
  moveHow: 'Drag, or Alt and an arrow key',
  movedTo: { other: '{name}, now {place} of {count}' },
});
