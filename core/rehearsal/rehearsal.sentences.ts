/** What a test send would do, in words. */
import { sentences } from '../kernel';

export const rehearsalSays = sentences({
  toField: 'profile, {field}',
  toName: 'profile, the person’s name',
  toMail: 'the address to sign in with',
  oncePaid: '{level}, once it is paid',
  toTopics: 'topics of mail',
  notYet: 'not yet',
  passwordByLink: 'by a link in a letter, once the address is confirmed',
  toPassword: 'the password, of which only a digest is kept',
  kept: 'chosen',
  goesBy: 'Goes by {path}',
  goesElsewhere: 'The answers lead to {path} instead',
  waitsForPlace: 'Waits for a place, where all are taken',
  waitsAt: 'Waits at gate {number}, {gate}',
  passesBy: 'Gate {number}, {gate}, is not asked of these answers',
  comesTo: 'Then comes to gate {number}, {gate}',
  isIn: 'Is admitted',
  isDeclined: 'Is declined at once: {reason}',
  codeBy: '{letter}, with the code',
  letterTo: '{letter}, to {whom}',
  sender: 'whoever sends it',
  staffWith: 'staff: {part}',
  onceConfirmed: '{letter}, to {whom}, once the address is confirmed',
  levelUntil: '{level} until {date}',
  sampleName: 'Perrin Oake',
});
