/** The first steps of a new site. */
import { sentences } from '../../../core/kernel/sentences';

export const firstStepsSay = sentences({
  firstSteps: 'First steps',
  workedOut: 'Worked out from the set-up. Nothing is ticked by hand.',
  done: 'done',
  next: 'next',
  letters: 'See that letters go out',
  lettersWhy: 'A test comes to your own mailbox. If it does not, nobody can confirm an address either.',
  lettersDo: 'Send me a letter',
  asks: 'Say what people must tell',
  asksWhy: 'The form asks for a name, an address and a password. Add what you need to decide.',
  asksDo: 'Make a field and ask it',
  eyes: 'Make somebody up to look as',
  eyesWhy: 'A member, somebody whose term has ended: you see each page as they do, on any day.',
  eyesDo: 'Make somebody up',
  whole: 'Mend what Check-up has found',
  wholeWhy: 'Holes in the set-up, each with what it does to people and how to mend it.',
  wholeDo: 'To Check-up',
  live: 'Publish',
  liveWhy: 'Until then people meet what every site begins with.',
  liveDo: 'Publish…',
  joined: 'Let the first one in',
  joinedWhy: 'Hand on the address of the form, or show its code to be scanned.',
  joinedDo: 'Address and code',
});
