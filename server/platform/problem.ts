/**
 * Purpose: refusals on their way out: from the catalogue, as `application/problem+json` (RFC 9457).
 * Invariant: only what is listed says more than its title; everything else becomes a bare 500 with an id that
 * names the log entry.
 */
import { ORPCError } from '@orpc/server';
import { problems, type Problem, type ProblemCode } from '../../contract';
import { TooBusy } from './gate';

type Extras = Pick<Problem, 'detail' | 'faults' | 'wait' | 'id'>;

/** The error to throw for a listed refusal. */
export function problem(code: ProblemCode, extras: Extras = {}): ORPCError<ProblemCode, Extras> {
  return new ORPCError(code, { status: problems[code].status, message: problems[code].title, data: extras });
}

export const busy = () =>
  problem('busy', { wait: 3, detail: 'Many people are at the door just now. Nothing is lost; try again in a moment.' });

/** The refusal that an error stands for, or the error itself where it stands for none. */
export function asProblem(error: unknown): unknown {
  return error instanceof TooBusy ? busy() : error;
}

/** Any error as the body that is sent. */
export function problemBody(error: ORPCError<string, unknown>): Problem {
  const listed = error.code in problems;
  const code: ProblemCode = listed
    ? (error.code as ProblemCode)
    : error.code === 'BAD_REQUEST'
      ? 'bad-input'
      : error.code === 'NOT_FOUND'
        ? 'not-found'
        : 'internal';
  const extras = listed ? ((error.data ?? {}) as Extras) : code === 'bad-input' ? inputFaults(error.data) : {};
  return { type: `/problems/${code}`, title: problems[code].title, status: problems[code].status, code, ...extras };
}

/** What Zod says of one part of an input, as far as it is used here. */
type Issue = {
  path?: PropertyKey[];
  message: string;
  code?: string;
  origin?: string;
  minimum?: number;
  maximum?: number;
};

function sayIssue({ message, code, origin, minimum, maximum }: Issue): string {
  if (message.endsWith('received undefined')) return 'This is missing.';
  if (code === 'too_big')
    return origin === 'string' ? `There is room for ${maximum} characters.` : `${maximum} is the most.`;
  if (code === 'too_small')
    return origin === 'string' ? `At least ${minimum} characters are needed.` : `${minimum} is the least.`;
  return message;
}

function inputFaults(data: unknown): Extras {
  const issues = (data as { issues?: Issue[] } | undefined)?.issues ?? [];
  const faults = issues.map((issue) => {
    const at = (issue.path ?? []).map(String).join('.');
    return { at, label: at || 'the request', says: sayIssue(issue) };
  });
  return {
    detail: faults.map((fault) => `${fault.label}: ${fault.says}`).join(' ') || 'The request could not be read.',
    faults,
  };
}

/** A problem for routes outside the API handler. */
export function plainProblem(code: ProblemCode, detail?: string): Problem {
  return { type: `/problems/${code}`, title: problems[code].title, status: problems[code].status, code, detail };
}
