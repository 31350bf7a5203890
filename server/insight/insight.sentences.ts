/** What a change means for everybody, in words. */
import { sentences } from '../../core/kernel';

export const insightSays = sentences({
  blockOf: '{page}, {block}',
  greeting: 'its greeting',
  heading: 'a heading',
  text: 'a text',
  picture: 'a picture',
  file: 'a file',
  columns: 'its columns',
  cards: 'its cards',
  questions: 'its questions',
  video: 'a film',
  directory: 'its directory',
  placed: 'what it asks',
  callToAction: 'a call to action',
  calendar: 'its calendar',
  card: 'the member’s card',
  levels: 'the levels',
  noLevel: 'without a level',
});
