/**
 * Purpose: the API over HTTP: one handler for the whole contract, carried out by the areas, and the description of it.
 */
import type { OutgoingHttpHeaders } from 'node:http';
import { OpenAPIGenerator } from '@orpc/openapi';
import { OpenAPIHandler } from '@orpc/openapi/node';
import { ORPCError, implement } from '@orpc/server';
import { ZodToJsonSchemaConverter } from '@orpc/zod/zod4';
import type { Request, Response } from 'express';
import { Problem, contract } from '../contract';
import { areas, type Api, type Ports } from './areas';
import type { Call } from './callers';
import { writeAudit } from './platform/audit';
import { isUnreachable } from './platform/database';
import type { Log } from './platform/log';
import { platformSays as says } from './platform/platform.sentences';
import { asProblem, problem, problemBody, sendProblem } from './platform/problem';
import { together } from './together';

/** The endpoints of all areas. */
export const apiOf = (ports: Ports): Api =>
  together(
    'endpoints of',
    areas.map(({ api }) => api?.(ports) ?? {}),
  );

/** Does not compile where an endpoint of the contract has no area that carries it out. */
export function apiHandler(api: Api, ports: Ports) {
  const { log } = ports;
  const router = implement(contract).$context<Call>().router(api);
  const handler = new OpenAPIHandler(router, {
    customErrorResponseBodyEncoder: problemBody,
    clientInterceptors: [
      async ({ next, path, ...options }) => {
        try {
          return await next();
        } catch (error) {
          if (error instanceof ORPCError && error.code === 'not-yours')
            await refused(ports, options.context, path.join('.'));
          throw unforeseen(error, path.join('.'), log);
        }
      },
    ],
  });
  return async (req: Request, res: Response): Promise<void> => {
    const { viewers } = ports;
    res.setHeader('Cache-Control', 'no-store');
    const deskCall = req.path.startsWith('/desk');
    const member = deskCall ? null : await viewers.member(req, res);
    const staff = deskCall ? await viewers.staff(req) : null;
    nameProblems(res);
    const { matched } = await handler.handle(req, res, {
      prefix: '/api',
      context: { req, res, member, staff },
    });
    if (!matched) sendProblem(res, 'not-found');
  };
}

/** A staff member tried what is not theirs to do: in the log, and in the audit. */
async function refused({ clock, db, log }: Ports, { staff }: Call, endpoint: string): Promise<void> {
  log.warn({ endpoint, staff: staff?.id }, 'api: not theirs');
  if (!staff) return;
  const who = { kind: 'staff', id: staff.id, name: staff.name } as const;
  const act = { at: clock.now(), who, act: 'refused', detail: { endpoint } };
  await writeAudit(db.manager, act).catch((error: unknown) => log.warn({ err: error }, 'audit'));
}

/** The handler names every body application/json; a refusal is named what it is, just before it is sent. */
function nameProblems(res: Response): void {
  const writeHead = res.writeHead.bind(res) as (status: number, headers?: OutgoingHttpHeaders) => Response;
  res.writeHead = ((status: number, headers: OutgoingHttpHeaders = {}) =>
    writeHead(
      status,
      status >= 400 ? { ...headers, 'content-type': 'application/problem+json' } : headers,
    )) as typeof res.writeHead;
}

/** Errors that are not refusals: an outage is a 503, anything else a 500 whose cause is only in the log. */
function unforeseen(thrown: unknown, endpoint: string, log: Log): unknown {
  const error = asProblem(thrown);
  if (error instanceof ORPCError && error.code !== 'INTERNAL_SERVER_ERROR') return error;
  const id = crypto.randomUUID();
  log.error({ err: error, endpoint, id }, 'api: failed');
  return isUnreachable(error)
    ? problem('not-available', {
        id,
        detail: says.away,
      })
    : problem('internal', {
        id,
        detail: says.failed({ id }),
      });
}

/** The contract as OpenAPI 3.1. */
export async function openApi(): Promise<object> {
  const generator = new OpenAPIGenerator({ schemaConverters: [new ZodToJsonSchemaConverter()] });
  return generator.generate(contract, {
    info: {
      title: 'Admissa',
      version: '1',
      description:
        'What the desk and the public site ask of the server. Refusals are application/problem+json (RFC 9457).',
    },
    servers: [{ url: '/api' }],
    commonSchemas: { Problem: { schema: Problem } },
    customErrorResponseBodySchema: { $ref: '#/components/schemas/Problem' },
  } as Parameters<typeof generator.generate>[1]);
}
