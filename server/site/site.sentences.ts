/** What the site itself says, whatever area a place is of. */
import { sentences } from '../../core/kernel';

export const siteSays = sentences(
  {
    search: 'Search',
    foundNothing: 'Nothing was found that you can read. Try other words, or fewer.',
    foundPages: { one: 'One page was found.', other: '{count} pages were found.' },
    noPage: 'There is no such page',
    signedIn: 'You are signed in',
    presentPassword: 'Present password',
    newPassword: 'New password',
  },
  'places',
);
