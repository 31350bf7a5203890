/**
 * Purpose: the typed client of the contract, and refusals as values a screen can show.
 */
import { createORPCClient, ORPCError } from '@orpc/client';
import type { AnyContractRouter, ContractRouterClient } from '@orpc/contract';
import { OpenAPILink } from '@orpc/openapi-client/fetch';
import { keyFor } from './key';
import { kitSays } from './kit.sentences';
import { pageReader } from './reader';
import type { Problem } from '../../contract';

/** What a call may be given beside its input: the key of one sending, so that a repeat is known as one. */
export type Sent = { readonly once?: string };

/** Makes a client for some areas of the contract. @param answered hears of each answer before its caller does */
export function makeClient<T extends AnyContractRouter>(
  areas: T,
  answered: (response: Response) => void = () => undefined,
): ContractRouterClient<T, Sent> {
  const link = new OpenAPILink<Sent>(areas, {
    url: `${location.origin}/api`,
    headers: ({ context }, path, input): Record<string, string> =>
      context.once ? { 'idempotency-key': keyFor(context.once, [path, input]) } : {},
    fetch: async (request, init) => {
      const response = await fetch(request, init as RequestInit);
      answered(response);
      return asJson(response);
    },
    customErrorResponseBodyDecoder: (body, response) => {
      const problem = body as Problem | null;
      if (!problem || typeof problem !== 'object' || !('code' in problem)) return null;
      return new ORPCError(problem.code, { status: response.status, message: problem.title, data: problem });
    },
  });
  return createORPCClient(link);
}

/** The client reads bodies as JSON only under that name; a problem is JSON too. */
function asJson(response: Response): Response {
  if (!response.headers.get('content-type')?.startsWith('application/problem+json')) return response;
  return new Response(response.body, { status: response.status, headers: { 'content-type': 'application/json' } });
}

export type Trouble = Pick<Problem, 'code' | 'detail' | 'faults' | 'wait'> & { readonly says: string };

/** Any error of a call as something to show. */
export function troubleOf(error: unknown): Trouble {
  if (error instanceof ORPCError) {
    const problem = error.data as Partial<Problem> | undefined;
    return {
      code: error.code,
      says: problem?.detail ?? `${error.message}.`,
      detail: problem?.detail,
      faults: problem?.faults,
      wait: problem?.wait,
    };
  }
  return { code: 'offline', says: kitSays(pageReader()).away };
}
