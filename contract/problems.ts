/**
 * Purpose: every refusal the product can answer with, in one list (RFC 9457).
 * Invariant: a code is never re-used for another meaning; a client may switch on it.
 */
import { z } from 'zod';

export const problems = {
  'bad-input': { status: 400, title: 'Something in the request is not as it must be' },
  'not-signed-in': { status: 401, title: 'Sign in first' },
  'wrong-sign-in': { status: 401, title: 'That address and password do not go together' },
  'not-yours': { status: 403, title: 'Your part does not include this' },
  'other-site': { status: 403, title: 'The request came from another site' },
  'wrong-host': { status: 421, title: 'This is not the address of the site' },
  'too-large': { status: 413, title: 'That is too large' },
  'wrong-type': { status: 415, title: 'The request is of a kind that is not read here' },
  busy: { status: 503, title: 'Too many at once' },
  'not-found': { status: 404, title: 'There is nothing here' },
  'already-done': { status: 409, title: 'Someone was quicker' },
  stale: { status: 409, title: 'This was changed meanwhile' },
  'already-sent': { status: 409, title: 'This form was sent a moment ago' },
  'too-late-to-undo': { status: 409, title: 'It is too late to take that back' },
  'form-faults': { status: 422, title: 'Some answers need another look' },
  'weak-password': { status: 422, title: 'That password is easy to guess' },
  'wrong-password': { status: 422, title: 'That is not your present password' },
  'token-used': { status: 410, title: 'This link no longer works' },
  'code-wrong': { status: 422, title: 'That is not the code we sent' },
  'code-void': { status: 410, title: 'This code no longer works' },
  'code-expired': { status: 410, title: 'This code is too old' },
  'code-replaced': { status: 410, title: 'There is a newer code' },
  'resend-too-soon': { status: 429, title: 'A new code was sent just now' },
  'resend-limit': { status: 429, title: 'That was the last code for today' },
  'not-at-this-gate': { status: 409, title: 'The application is at another gate' },
  'reason-needed': { status: 422, title: 'A reason is needed' },
  'text-needed': { status: 422, title: 'Write something first' },
  'too-many': { status: 429, title: 'That was too often' },
  'setup-faults': { status: 422, title: 'The set-up has a hole' },
  'not-available': { status: 503, title: 'We cannot reach our records just now' },
  internal: { status: 500, title: 'Something went wrong on our side' },
} as const satisfies Record<string, { status: number; title: string }>;
export type ProblemCode = keyof typeof problems;

/** The body of every refusal, `application/problem+json`. `type` is `/problems/<code>`. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  code: z.string(),
  detail: z.string().optional(),
  /** For forms: the input that is wrong. */
  faults: z.array(z.object({ at: z.string(), label: z.string(), says: z.string() })).optional(),
  /** For refusals that pass with time: seconds to wait. */
  wait: z.number().optional(),
  /** For the log: names the entry that holds the cause. */
  id: z.string().optional(),
});
export type Problem = z.infer<typeof Problem>;
