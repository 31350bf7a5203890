/**
 * Purpose: refusals on their way out: from the catalogue, as `application/problem+json` (RFC 9457).
 * Invariant: only what is listed says more than its title; everything else becomes a bare 500 with an id that
 * names the log entry.
 */
import { ORPCError } from '@orpc/server';
import type { Response } from 'express';
import { problems, type Problem, type ProblemCode } from '../../contract';
import { TooBusy } from './gate';
import { platformSays as says } from './platform.sentences';

type Extras = Pick<Problem, 'detail' | 'faults' | 'wait' | 'id'>;

/** The error to throw for a listed refusal. */
export function problem(code: ProblemCode, extras: Extras = {}): ORPCError<ProblemCode, Extras> {
  return new ORPCError(code, { status: problems[code].status, message: problems[code].title, data: extras });
}

export const busy = () => problem('busy', { wait: 3, detail: says.busy });

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

/** What a schema says of one part of an input (`core/kernel/schemaSays.ts`). */
type Issue = { readonly path?: PropertyKey[]; readonly message: string };

function inputFaults(data: unknown): Extras {
  const issues = (data as { issues?: Issue[] } | undefined)?.issues ?? [];
  const faults = issues.map((issue) => {
    const at = (issue.path ?? []).map(String).join('.');
    return { at, label: at || says.request, says: issue.message };
  });
  return {
    detail: faults.map((fault) => says.fault(fault)).join(' ') || says.unreadable,
    faults,
  };
}

/** A problem for routes outside the API handler. */
export function plainProblem(code: ProblemCode, detail?: string): Problem {
  return { type: `/problems/${code}`, title: problems[code].title, status: problems[code].status, code, detail };
}

/** Answers with a problem. */
export function sendProblem(res: Response, code: Parameters<typeof plainProblem>[0], detail?: string): void {
  const body = plainProblem(code, detail);
  res.status(body.status);
  res.setHeader('Content-Type', 'application/problem+json');
  res.end(JSON.stringify(body));
}

/** Answers with a problem; what a route is given to refuse with. */
export type Refuse = typeof sendProblem;
