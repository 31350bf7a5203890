/** A session that has ended. */
import { sentences } from '../../../core/kernel/sentences';

export const signInSays = sentences({
  ended: 'Your session has ended',
  goOn: 'Sign in again and go on: what you have written is still here.',
  email: 'Email',
  password: 'Password',
  leaveTheDesk: 'Leave the desk',
  signInAndGoOn: 'Sign in and go on',
});
