/**
 * Purpose: the API over HTTP: one handler for the whole contract, the description of it, and the check that a
 * changing request comes from this site.
 */
import type { OutgoingHttpHeaders } from 'node:http';
import { OpenAPIGenerator } from '@orpc/openapi';
import { OpenAPIHandler } from '@orpc/openapi/node';
import { ORPCError, implement } from '@orpc/server';
import { ZodToJsonSchemaConverter } from '@orpc/zod/zod4';
import type { NextFunction, Request, Response } from 'express';
import { Problem, contract } from '../../contract';
import { accountApi, staffApi, teamApi, type AccountPorts, type StaffPorts, type TeamPorts } from '../accounts';
import type { Call } from '../callers';
import { clockApi } from '../clock';
import {
  answersApi,
  formsApi,
  invitationsApi,
  joiningApi,
  reviewApi,
  type AnswersPorts,
  type SentFormsPorts,
  type InvitationsPorts,
  type JoiningPorts,
} from '../joining';
import { hooksApi, type HooksPorts } from '../hooks';
import { filesApi, type FilesPorts } from '../files';
import { insightApi, type InsightPorts } from '../insight';
import { membersApi, savedViewsApi, type MembersPorts, type SavedViewsPorts } from '../members';
import { lettersApi, type LettersPorts } from '../messages';
import { moneyApi, payApi, type MoneyPorts, type NoticePorts, type PayPorts, type ReceiptPorts } from '../money';
import { writeAudit } from '../platform/audit';
import { isUnreachable } from '../platform/database';
import type { OwnAddresses } from '../platform/hosts';
import { pathPattern, type Log } from '../platform/log';
import { asProblem, plainProblem, problem, problemBody } from '../platform/problem';
import { picturesApi, type PicturesPorts } from '../pictures';
import { setupApi, type SetupPorts } from '../setup';
import { siteApi, type PlaceSources } from '../site';
import { todayApi, type Today } from '../today';
import { madeUpApi, viewpointApi, type MadeUpPorts, type Sight } from '../viewpoint';
import type { ClockService } from '../clock';
import { platformSays as says } from '../platform/platform.sentences';

/** What the areas ask for, each its own part of it. */
export type ApiPorts = AccountPorts &
  StaffPorts &
  TeamPorts &
  JoiningPorts &
  AnswersPorts &
  SentFormsPorts &
  InvitationsPorts &
  HooksPorts &
  InsightPorts &
  MembersPorts &
  SavedViewsPorts &
  SetupPorts &
  LettersPorts &
  MadeUpPorts &
  PicturesPorts &
  FilesPorts &
  PayPorts &
  MoneyPorts &
  NoticePorts &
  ReceiptPorts & {
    readonly sources: PlaceSources;
    readonly today: Today;
    readonly sight: Sight;
    readonly clockService: ClockService;
  };

/** The areas' endpoints, mounted. */
export const areasOf = (ports: ApiPorts) => ({
  site: siteApi(ports),
  account: accountApi(ports),
  joining: joiningApi(ports),
  forms: formsApi(ports),
  hooks: hooksApi(ports),
  answers: answersApi(ports),
  invitations: invitationsApi(ports),
  team: teamApi(ports),
  staff: staffApi(ports),
  today: todayApi(ports),
  review: reviewApi(ports),
  members: membersApi(ports),
  savedViews: savedViewsApi(ports),
  viewpoint: viewpointApi(ports),
  letters: lettersApi(ports),
  madeUp: madeUpApi(ports),
  pictures: picturesApi(ports),
  files: filesApi(ports),
  clock: clockApi(ports),
  setup: setupApi(ports),
  insight: insightApi(ports),
  pay: payApi(ports),
  money: moneyApi(ports),
});
export type Areas = ReturnType<typeof areasOf>;

export function apiHandler(areas: Areas, ports: ApiPorts, log: Log) {
  const router = implement(contract).$context<Call>().router(areas);
  const handler = new OpenAPIHandler(router, {
    customErrorResponseBodyEncoder: problemBody,
    clientInterceptors: [
      async ({ next, path, ...options }) => {
        try {
          return await next();
        } catch (error) {
          if (error instanceof ORPCError && error.code === 'not-yours')
            await refused(ports, options.context, path.join('.'), log);
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
async function refused({ clock, db }: ApiPorts, { staff }: Call, endpoint: string, log: Log): Promise<void> {
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

export function sendProblem(res: Response, code: Parameters<typeof plainProblem>[0], detail?: string): void {
  const body = plainProblem(code, detail);
  res.status(body.status);
  res.setHeader('Content-Type', 'application/problem+json');
  res.end(JSON.stringify(body));
}

/**
 * Lets a changing request through only when it comes from this site: by Sec-Fetch-Site where the browser sends
 * it, and by Origin. A request with neither does not come from a browser and carries no one's cookie unasked.
 */
export function sameSite(own: OwnAddresses, log: Log) {
  return (req: Request, res: Response, next: NextFunction): void => {
    if (req.method === 'GET' || req.method === 'HEAD') return next();
    const site = req.headers['sec-fetch-site'];
    const { origin } = req.headers;
    const fromHere = origin === undefined || own.isOrigin(origin);
    if ((site === undefined || site === 'same-origin' || site === 'none') && fromHere) return next();
    log.warn({ path: pathPattern(req.originalUrl), site, from: req.ip }, 'http: from another site');
    sendProblem(res, 'other-site', says.otherSite);
  };
}

/** Answers only where the request names this product. */
export function ownHost(own: OwnAddresses, address: string) {
  return (req: Request, res: Response, next: NextFunction): void => {
    if (own.names(req)) return next();
    sendProblem(res, 'wrong-host', says.wrongHost({ address }));
  };
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
