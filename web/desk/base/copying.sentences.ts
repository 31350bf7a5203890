/** What was put on the clipboard. */
import { sentences } from '../../../core/kernel/sentences';

export const copyingSays = sentences({
  copied: 'Copied.',
  copyByHand: 'The browser does not let us copy; mark it and copy it yourself.',
});
