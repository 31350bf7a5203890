/** Staff: signing in at the desk, the first run, passwords and sessions. */
import { z } from 'zod';
import { SessionId } from '../core/kernel';
import { SessionView } from './account';
import { StaffPart, anyStaff, endpoint } from './access';

const text = z.string();
const done = z.object({ done: z.literal(true) });

/** How staff get in, and their own accounts. */
export const staff = {
  begin: endpoint('anyone', 'GET', '/desk/begin', 'What the sign-in page needs to know').output(
    z.object({ siteName: text, firstRun: z.boolean() }),
  ),
  firstRun: endpoint('anyone', 'POST', '/desk/first-run', 'Makes the owner and a plain set-up; works once')
    .input(
      z.object({
        siteName: z.string().trim().max(120),
        name: z.string().trim().max(120),
        mail: z.string().max(200),
        password: z.string().max(400),
      }),
    )
    .output(done),
  signIn: endpoint('anyone', 'POST', '/desk/sign-in', 'Signs a staff member in')
    .input(z.object({ mail: z.string().max(200), password: z.string().max(400) }))
    .output(done),
  signOut: endpoint('anyone', 'POST', '/desk/sign-out', 'Signs the staff member out').output(done),
  me: endpoint(anyStaff, 'GET', '/desk/me', 'The staff member who is signed in').output(
    z.object({
      name: text,
      firstName: text,
      mail: text,
      parts: z.array(StaffPart),
      siteName: text,
    }),
  ),
  changePassword: endpoint(anyStaff, 'POST', '/desk/password', 'Changes the password and ends all other sessions')
    .input(z.object({ current: z.string().max(400), password: z.string().max(400) }))
    .output(done),
  sessions: endpoint(anyStaff, 'GET', '/desk/sessions', 'Where the staff member is signed in').output(
    z.object({ sessions: z.array(SessionView) }),
  ),
  endSession: endpoint(anyStaff, 'POST', '/desk/sessions/end', 'Ends one session, or all others')
    .input(z.object({ id: z.union([z.literal('others'), SessionId]) }))
    .output(done),
  forgotten: endpoint('anyone', 'POST', '/desk/forgotten', 'Asks for a link to choose a new password at the desk')
    .input(z.object({ mail: z.string().max(200) }))
    .output(done),
  reset: endpoint('anyone', 'POST', '/desk/reset', 'Chooses a new password at the desk by a link')
    .input(z.object({ token: z.string().max(100), password: z.string().max(400) }))
    .output(done),
};
