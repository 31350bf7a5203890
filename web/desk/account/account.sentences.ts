/** The staff member’s own account. */
import { sentences } from '../../../core/kernel/sentences';

export const accountSays = sentences({
  asMachine: 'As this machine has it',
  light: 'Light',
  dark: 'Dark',
  passwordChanged: 'Your password is changed. All other devices are signed out.',
  deviceOut: 'That device is signed out.',
  othersOut: 'All other devices are signed out.',
  thisDevice: 'this device',
  presentPassword: 'Present password',
  newPassword: 'New password',
  tenOrMore: '10 characters or more.',
  changeMyPassword: 'Change my password',
  keys: 'Keys',
  letterKeys: 'Letter keys are on',
  whereSignedIn: 'Where you are signed in',
  signOutThere: 'Sign out there',
  signOutEverywhereElse: 'Sign out everywhere else',
});
