/** The mark of the site. */
import { sentences } from '../../../core/kernel/sentences';

export const markSays = sentences({
  logo: 'Logo',
  noLogo: 'No logo: the name stands alone. Bring in a picture (PNG, JPEG, WebP) or a drawing of lines (SVG).',
  bringHelp:
    'A picture (PNG, JPEG, WebP) stands as it is, up to 48 points high. Of an SVG file up to twelve lines are drawn in the accent.',
  bring: 'Bring in a file',
  tooLarge: 'That picture is larger than 8 MB. Save it smaller and try again.',
  replace: 'Replace',
  takeAway: 'Take away',
  noLines: 'That file holds no lines that can be used, or more than twelve. Save the drawing as paths and try again.',
});
