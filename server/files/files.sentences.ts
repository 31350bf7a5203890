/** Files of the site. */
import { sentences } from '../../core/kernel';

export const filesSays = sentences({
  noSuchType:
    'Bring in a picture (JPEG, PNG, WebP, GIF), a PDF, an office document, a text, sound or a film, that opens on your own computer.',
  inUse: 'It is shown on {pages}. Take it off there first, and publish.',
  noFile: 'There is no such file, or not any more.',
});
