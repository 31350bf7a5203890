/**
 * Purpose: the refusals any endpoint can answer with (RFC 9457). Those of one area stand in its own file; `problems` of
 * the whole contract is all of them.
 * Invariant: a code is never re-used for another meaning; a client may switch on it.
 */
import { z } from 'zod';

export type ProblemList = Readonly<Record<string, { readonly status: number; readonly title: string }>>;

export const generalProblems = {
  'bad-input': { status: 400, title: 'Something in the request is not as it must be' },
  'not-signed-in': { status: 401, title: 'Sign in first' },
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
  'form-faults': { status: 422, title: 'Some answers need another look' },
  'too-many': { status: 429, title: 'That was too often' },
  'not-available': { status: 503, title: 'We cannot reach our records just now' },
  internal: { status: 500, title: 'Something went wrong on our side' },
} as const satisfies ProblemList;

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
