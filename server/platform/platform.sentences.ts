/** What goes wrong with a request as such. Told before it is known whose site it is, in the product's own language. */
import { owners, sentences } from '../../core/kernel';

export const platformSays = sentences({
  busy: 'Many people are at the door just now. Nothing is lost; try again in a moment.',
  request: 'the request',
  fault: '{label}: {says}',
  unreadable: 'The request could not be read.',
  tooManyMinutes: {
    one: 'Too many tries. Try again in a minute.',
    other: 'Too many tries. Try again in {count} minutes.',
  },
  tooManyHours: { one: 'Too many tries. Try again in an hour.', other: 'Too many tries. Try again in {count} hours.' },
  useKnownDevice: 'Or use a device you have signed in with before, or choose a new password by mail.',
  lookInMailbox: 'Look in the mailbox meanwhile: several letters from us are in it.',
  tooDeep: 'That goes deeper than anything here does. Make it flatter.',
  uploadTooLarge: 'It may have at most {size} MB. Choose a smaller one.',
  tooLarge: 'That is too large; 256 kB are the most.',
  unpacked: 'Send the request unpacked, without a Content-Encoding.',
  noBody: 'A request that reads has no body.',
  sendAs: 'Send the request as {type}.',
  away: 'We cannot reach our records just now. Nothing you typed is lost; try again in a minute.',
  failed: 'Something went wrong on our side. Nothing you typed is lost. If it stays so, tell us this number: {id}',
  otherSite: 'This request came from another site. Open the page here and try again.',
  wrongHost: 'This site answers at {address} only.',
  mailSilent: 'The mail server does not answer',
  mailPutsOff: 'The mail server puts us off',
  mailRefuses: 'The mail server refuses the letter',
  mailShutsOut: 'The mail server does not let us in',
  noFile: 'There is no such file.',
})(owners);
