/** Finding people. */
import { sentences } from '../../../core/kernel/sentences';

export const peopleSays = sentences({
  noAnswer: 'no answer',
  yes: 'yes',
  no: 'no',
  choosePicture: 'Choose a picture',
  anotherPicture: 'Another picture',
  noPicture: 'That is no picture that can be read. Choose a JPEG, PNG, WebP or GIF file.',
  takeAway: 'Take it away',
  takeAwayNamed: 'Take away {name}',
  from: '{label}, from',
  to: '{label}, to',
  nobodyBegins: 'Nobody’s name, email, postcode or number begins so.',
  peopleFound: 'People found',
  findAnyone: 'Find anyone',
});
