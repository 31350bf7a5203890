/**
 * Purpose: the HTTP pipeline: headers, limits, static files, the API, the desk, the viewpoint, the site.
 */
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { type ErrorRequestHandler, type Express, type Request, type Response } from 'express';
import { contract, sentTo, type Takes } from '../contract';
import { setupSchema } from '../core/setup';
import { apiHandler, apiOf, openApi } from './api';
import type { Route, Web } from './area';
import { areas, type Ports } from './areas';
import { picturesInForms } from './pictures';
import { bodies, type Sendable } from './platform/bodies';
import { builtFiles } from './platform/built.files';
import { isUnreachable } from './platform/database';
import { ownHost, sameSite } from './platform/guards';
import { ownAddresses } from './platform/hosts';
import { pathPattern, type Log } from './platform/log';
import { platformSays as says } from './platform/platform.sentences';
import { sendProblem } from './platform/problem';
import { squeeze } from './platform/squeeze';
import { FormsTogether, Site, loadTemplate, plainForms, sitePolicy, type PlainForms } from './site';

/** Builds the application. Reads the built browser parts; refuses to start without them. */
export async function makeApp(ports: Ports): Promise<Express> {
  const { config, live, viewers, clock, sources, log, unlisted } = ports;
  const template = await loadTemplate(config.dist);
  const site = new Site({ live, viewers, clock, sources, template, unlisted, address: config.address });
  const deskFile = join(config.dist, 'desk/index.html');
  if (!existsSync(deskFile)) throw new Error('The desk has not been built; run npm run build.');
  // By its scripts a page knows whether the house was built anew since it came.
  const deskScripts = /\/assets\/desk\/([\w.-]+\.js)"/.exec(readFileSync(deskFile, 'utf8'))?.slice(1) ?? [];
  const build = [template.script, ...deskScripts].join(' ');

  const own = ownAddresses(config.address, config.proxy);
  const fromHere = sameSite(own, log);
  const web: Web = {
    refuse: sendProblem,
    sameSite: fromHere,
    site,
    failed: (error, path) => {
      const id = crypto.randomUUID();
      log.error({ err: error, path: pathPattern(path), id }, 'http: form failed');
      return id;
    },
  };
  const api = apiOf(ports);
  const routes = areas.flatMap<Route>(({ routes: given }) => given?.(ports, web, api) ?? []);
  const forms = new FormsTogether(areas.flatMap<PlainForms>(({ forms: given }) => given?.(api) ?? []));

  const app = express();
  const mount = ({ method, path, run }: Route) => app[method](path, ...[run].flat());
  app.disable('x-powered-by');
  app.disable('etag');
  app.set('query parser', 'simple');
  if (config.proxy) app.set('trust proxy', 1);
  const headers = securityHeaders(config.secure);
  app.use('/health', secure(headers));
  app.get('/health/live', (_req, res) => void res.json({ live: true }));
  app.get('/health/ready', ready(ports));
  app.use(ownHost(own, config.address));
  // Before everything else: a visitor's page is a buffer that is ready, and most requests are for one.
  app.use(logged(log), site.visitors(headers));
  app.use(secure(headers));
  for (const route of routes) if (route.signed) mount(route);
  app.use(bodies(sendProblem, sendableTo(forms, routes)), squeeze());

  const noFile = (res: Response) => sendProblem(res, 'not-found');
  for (const part of ['site', 'desk']) app.use(`/assets/${part}`, builtFiles(join(config.dist, part), noFile));

  app.use('/api', (_req, res, next) => {
    res.setHeader('X-Build', build);
    next();
  });
  // Made when they are first asked for: most processes never are.
  let described: Promise<string> | undefined;
  app.get('/api/openapi.json', async (_req, res) => {
    described ??= openApi().then((all) => JSON.stringify(all));
    res.type('json').send(await described);
  });
  let schema: string | undefined;
  app.get('/api/setup-schema.json', (_req, res) => {
    schema ??= JSON.stringify(setupSchema());
    res.type('application/schema+json').send(schema);
  });
  app.get('/api/site/view', site.json);
  app.use('/api', fromHere, apiHandler(api, ports));

  app.post(forms.paths, fromHere, picturesInForms(api.pictures));
  app.post(forms.paths, plainForms({ site, live, viewers, forms, failed: web.failed }));
  for (const route of routes) if (!route.signed) mount(route);
  app.get(/.*/, site.handle);
  app.use((_req: Request, res: Response) => sendProblem(res, 'not-found'));
  app.use(failed(log));
  return app;
}

/** What may be sent to an address: said by the endpoint, the plain form or the route that stands there. */
function sendableTo(forms: FormsTogether, routes: readonly Route[]): (path: string) => Sendable {
  const takes = new Map<string, Takes | null>();
  for (const part of Object.values(contract))
    for (const declared of Object.values(part)) {
      const { path, takes: more } = sentTo(declared);
      takes.set(`/api${path}`, more);
    }
  const plain = routes.flatMap(({ form, path }) => (form && path instanceof RegExp ? path : []));
  return (path) => {
    const form = forms.at(path);
    return {
      form: form !== null || plain.some((one) => one.test(path)),
      takes: form?.pictures ? 'picture' : (takes.get(path) ?? null),
    };
  };
}

/** Headers every answer carries. Pages, the desk and the viewpoint replace the content policy by their own. */
function securityHeaders(https: boolean): readonly [string, string][] {
  return Object.entries({
    'Content-Security-Policy': sitePolicy(),
    'X-Content-Type-Options': 'nosniff',
    'Referrer-Policy': 'strict-origin-when-cross-origin',
    'Cross-Origin-Opener-Policy': 'same-origin',
    'Cross-Origin-Resource-Policy': 'same-origin',
    'Permissions-Policy': 'camera=(), microphone=(), geolocation=()',
    ...(https ? { 'Strict-Transport-Security': 'max-age=31536000; includeSubDomains' } : {}),
  });
}

function secure(headers: readonly [string, string][]) {
  return (_req: Request, res: Response, next: () => void): void => {
    for (const [name, value] of headers) res.setHeader(name, value);
    next();
  };
}

/** One line a request, when that much is asked for. Paths by their pattern: the rest of one may be a secret. */
function logged(log: Log) {
  if (!log.isLevelEnabled('debug')) return (_req: Request, _res: Response, next: () => void): void => next();
  return (req: Request, res: Response, next: () => void): void => {
    const began = performance.now();
    res.once('finish', () => {
      const ms = Math.round((performance.now() - began) * 10) / 10;
      log.debug({ method: req.method, path: pathPattern(req.originalUrl), status: res.statusCode, ms }, 'http');
    });
    next();
  };
}

/** Ready means: the database answers. A balancer takes the process out of service otherwise. */
function ready({ database, letters, clock, live }: Ports) {
  return async (_req: Request, res: Response): Promise<void> => {
    try {
      await database.pool.query('SELECT 1');
      const mail = await letters.state(clock.now());
      res.json({ ready: true, revision: live.current?.revision ?? 0, mail });
    } catch {
      sendProblem(res, 'not-available');
    }
  };
}

function failed(log: Log): ErrorRequestHandler {
  return (error: { status?: number; type?: string }, req, res, _next) => {
    if (res.headersSent) {
      res.destroy();
      return;
    }
    if (error.status === 404) return sendProblem(res, 'not-found');
    if (error.status === 413) return sendProblem(res, 'too-large', says.tooLarge);
    if (error.status === 415) return sendProblem(res, 'wrong-type');
    if (error.status && error.status < 500) return sendProblem(res, 'bad-input', says.unreadable);
    log.error({ err: error, path: pathPattern(req.originalUrl) }, 'http: failed');
    if (isUnreachable(error)) return sendProblem(res, 'not-available', says.away);
    sendProblem(res, 'internal');
  };
}
