/** Where a form is reached, and how it comes into other sites. */
import { sentences } from '../../../../core/kernel/sentences';

export const shareSays = sentences({
  codeFor: 'A code to be scanned, which leads to {address}',
  stays: 'It stays the same whatever becomes of the questions.',
  copy: 'Copy the address',
  copyCode: 'Copy this',
  asPng: 'Code as PNG',
  asSvg: 'Code as SVG',
  mayStand: 'May stand in pages of other sites',
  embedHelp:
    'Put these lines into a page where the form is to stand. It fits its height, and leaves no cookie behind; what comes next comes by mail. Works once it is published.',
  embedCode: 'Lines for another site',
});
