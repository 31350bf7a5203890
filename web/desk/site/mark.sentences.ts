/** The mark of the site. */
import { sentences } from '../../../core/kernel/sentences';

export const markSays = sentences({
  logo: 'Logo',
  noLogo: 'No logo: the name stands alone. Bring in a drawing of lines as an SVG file.',
  bringHelp: 'Of an SVG file the lines are taken, up to twelve, and drawn in the accent.',
  bring: 'Bring in a drawing',
  replace: 'Replace',
  takeAway: 'Take away',
  noLines: 'That file holds no lines that can be used, or more than twelve. Save the drawing as paths and try again.',
});
