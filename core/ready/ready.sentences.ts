/** Ready set-ups in words. */
import { sentences } from '../kernel';

export const readySays = sentences({
  levels: { one: '{count} level', other: '{count} levels' },
  forms: { one: '{count} form', other: '{count} forms' },
  paths: { one: '{count} path', other: '{count} paths' },
  fields: { one: '{count} field', other: '{count} fields' },
  pages: { one: '{count} page', other: '{count} pages' },
  opens: 'Open to all',
  pagesOf: { one: 'the only page, {open}', other: '{number} of {count} pages: {open}' },
  asked: 'Is asked',
  askedFor: { none: '{roles}', one: '{roles}, and {count} more', other: '{roles}, and {count} more' },
  choosePassword: 'Choose a password',
  sendApplication: 'Send my application',
  sendIt: 'Send it',
  byGates: '{levels}, after {gates}',
});
