/** What the site itself says, whatever area a place is of. */
import { sentences } from '../../core/kernel';

export const siteSays = sentences({
  noPage: 'There is no such page',
  signedIn: 'You are signed in',
  presentPassword: 'Present password',
  newPassword: 'New password',
});
