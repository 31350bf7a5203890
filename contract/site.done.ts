/** What can be done at the account without script; apart, so that a page carries it without the contract. */
import type { siteSays } from './site.sentences';

/** Acts of the account that are told once they are done, each by its line of the site. */
export const doneLines = {
  profile: 'profileKept',
  password: 'passwordChanged',
  device: 'deviceOut',
  others: 'othersOut',
  cancel: 'cancelled',
  resume: 'resumed',
  pause: 'paused',
  unpause: 'unpaused',
  stay: 'stayed',
} as const satisfies Record<string, keyof ReturnType<typeof siteSays>>;
export type DoneAct = keyof typeof doneLines;
