import { sentences } from '../../core/kernel';

/** Where somebody is signed in. */
export const callersSays = sentences({
  lastUsed: 'last used {when}',
  device: '{browser} on {system}',
  someBrowser: 'A browser',
  someSystem: 'an unknown system',
});
