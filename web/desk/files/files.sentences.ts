/** Files at the desk: choosing one that is there, or bringing one in. */
import { sentences } from '../../../core/kernel/sentences';

export const filesSay = sentences({
  choosePicture: 'Choose a picture',
  chooseFile: 'Choose a file',
  chooseOther: 'Choose another',
  takeOff: 'Take it off',
  bring: 'Bring one in',
  bringing: 'Bringing in {name}…',
  nothing: 'Nothing here yet. What you bring in stands here.',
  cancel: 'Cancel',
  choose: 'Choose',
  chooseNamed: 'Choose {name}',
  remove: 'Take out',
  removeNamed: 'Take out {name}',
  shownOn: 'shown on {pages}',
  shownNowhere: 'shown nowhere',
  about: '{size} kB, {at}, {by}',
  thePicture: 'Picture',
  theFile: 'File',
  none: 'None',
});
