/**
 * Purpose: the HTTP pipeline: headers, limits, static files, the API, the desk, the viewpoint, the site.
 */
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { type ErrorRequestHandler, type Express, type Request, type Response } from 'express';
import { setupSchema } from '../core/setup';
import { Door, accountForms } from './accounts';
import { apiHandler, areasOf, openApi, ownHost, sameSite, sendProblem, type ApiPorts } from './api';
import { joiningForms } from './joining';
import { EMBED } from './site';
import { MOST_BROUGHT, MOST_UPLOADED, bodies, signedBytes } from './platform/bodies';
import { builtFiles } from './platform/built.files';
import type { Config } from './platform/config';
import { isUnreachable, type Database } from './platform/database';
import { ownAddresses } from './platform/hosts';
import { pathPattern, type Log } from './platform/log';
import { squeeze } from './platform/squeeze';
import { Site, loadTemplate, plainForms, sitePolicy } from './site';
import type { LiveSetup } from './setup';
import { fileRoute } from './files';
import { cardNotices, moneyForms, receiptRoute, termSend } from './money';
import { pictureRoute, picturesInForms } from './pictures';
import { letterRoute, viewpointRoute } from './viewpoint';
import { platformSays as says } from './platform/platform.sentences';

/** Where a plain form may be sent to: the site's own places, and the desk's sign-in. */
const plainForm =
  /^\/(join|embed|form|confirm|reset)\/[^/]+$|^\/(sign-in|sign-out|forgotten|joining|account|pay)$|^\/desk\/(sign-in|first-run|forgotten|reset\/[^/]+)$/;

/** Where pictures may come along. */
const brought = /^\/api\/desk\/files$/;
const pictured = /^\/(join|embed|form)\/[^/]+$|^\/(joining|account)$|^\/api\/(site|desk)\/pictures(\/logo)?$/;

export type AppPorts = ApiPorts & { readonly config: Config; readonly database: Database };

/** Builds the application. Reads the built browser parts; refuses to start without them. */
export async function makeApp(ports: AppPorts, log: Log): Promise<Express> {
  const { config, live, viewers, clock, sources, sight } = ports;
  const template = await loadTemplate(config.dist);
  const site = new Site({ live, viewers, clock, sources, template, address: config.address });
  const deskFile = join(config.dist, 'desk/index.html');
  if (!existsSync(deskFile)) throw new Error('The desk has not been built; run npm run build.');
  const deskHtml = readFileSync(deskFile, 'utf8');
  const doorHtml = readFileSync(join(config.dist, 'desk/door.html'), 'utf8');

  // By its scripts a page knows whether the house was built anew since it came.
  const build = [template.script, ...(/\/assets\/desk\/([\w.-]+\.js)"/.exec(deskHtml)?.slice(1) ?? [])].join(' ');

  const app = express();
  app.disable('x-powered-by');
  app.disable('etag');
  app.set('query parser', 'simple');
  if (config.proxy) app.set('trust proxy', 1);
  const headers = securityHeaders(config.secure);
  app.use('/health', secure(headers));
  app.get('/health/live', (_req, res) => void res.json({ live: true }));
  app.get('/health/ready', ready(ports));
  const own = ownAddresses(config.address, config.proxy);
  app.use(ownHost(own, config.address));
  // Before everything else: a visitor's page is a buffer that is ready, and most requests are for one.
  app.use(logged(log), site.visitors(headers));
  app.post('/notices/cards', secure(headers), signedBytes(sendProblem), cardNotices(ports, sendProblem));
  app.use(
    secure(headers),
    bodies(
      sendProblem,
      (path) => plainForm.test(path),
      (path) => path === '/api/desk/setup/draft',
      (path) => (brought.test(path) ? MOST_BROUGHT : pictured.test(path) ? MOST_UPLOADED : 0),
    ),
    squeeze(),
  );

  app.get(/^\/icon-\w+\.(svg|webp)$/, site.icon);
  app.get('/favicon.ico', site.favicon);
  app.get('/robots.txt', site.robots);
  app.get('/sitemap.xml', site.sitemap);
  app.get('/embed.js', embedScript);
  const noFile = (res: Response) => sendProblem(res, 'not-found');
  for (const part of ['site', 'desk']) app.use(`/assets/${part}`, builtFiles(join(config.dist, part), noFile));

  app.use('/api', (_req, res, next) => {
    res.setHeader('X-Build', build);
    next();
  });
  // Made when they are first asked for: most processes never are.
  let described: Promise<string> | undefined;
  app.get('/api/openapi.json', async (_req, res) => {
    described ??= openApi().then((api) => JSON.stringify(api));
    res.type('json').send(await described);
  });
  let schema: string | undefined;
  app.get('/api/setup-schema.json', (_req, res) => {
    schema ??= JSON.stringify(setupSchema());
    res.type('application/schema+json').send(schema);
  });
  app.get('/api/site/view', site.json);
  const areas = areasOf(ports);
  app.use('/api', sameSite(own, log), apiHandler(areas, ports, log));

  const noted = (error: unknown, path: string): string => {
    const id = crypto.randomUUID();
    log.error({ err: error, path: pathPattern(path), id }, 'http: form failed');
    return id;
  };
  const door = new Door(ports, areas.staff, doorHtml, noted);
  app.post(/^\/desk\/(sign-in|first-run|forgotten|reset\/[^/]+)$/, sameSite(own, log), door.take);
  const forms = {
    ...accountForms(areas.account, (body) => termSend(areas.pay, body)),
    ...joiningForms(areas.joining, areas.forms, areas.pay),
    ...moneyForms(areas.pay),
  };
  app.post(plainForm, sameSite(own, log), picturesInForms(areas.pictures));
  app.post(plainForm, plainForms({ site, live, viewers, forms, failed: noted }));
  app.get(/^\/receipts\/\d+\.pdf$/, receiptRoute(ports, sendProblem));
  app.get(/^\/picture\//, pictureRoute(ports));
  app.get(/^\/files\//, fileRoute(ports));
  app.get(/^\/viewpoint\/letter\//, letterRoute({ viewers, reading: ports.reading }));
  app.get(/^\/viewpoint\//, viewpointRoute({ live, viewers, clock, sight, site, sources }));
  app.get(/^\/desk\/(forgotten|reset\/[^/]+)$/, door.show);
  app.get(/^\/desk(\/.*)?$/, desk(deskHtml, door, live));
  app.get(/.*/, site.handle);
  app.use((_req: Request, res: Response) => sendProblem(res, 'not-found'));
  app.use(failed(log));
  return app;
}

/** What another site takes in to show a form: a frame that fits its height. The only thing others may load. */
function embedScript(_req: Request, res: Response): void {
  res.setHeader('Cross-Origin-Resource-Policy', 'cross-origin');
  res.setHeader('Cache-Control', 'public, max-age=3600');
  res.type('text/javascript').send(EMBED);
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
function ready({ database, letters, clock, live }: AppPorts) {
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

/** The desk's one page. Its style sheets made at run time carry a nonce; scripts come from files only. */
function desk(html: string, door: Door, live: LiveSetup) {
  return async (req: Request, res: Response): Promise<void> => {
    if (!(await door.isIn(req))) return door.show(req, res);
    const nonce = randomBytes(16).toString('base64');
    res.setHeader(
      'Content-Security-Policy',
      `default-src 'none'; script-src 'self'; style-src 'self' 'nonce-${nonce}'; font-src 'self'; img-src 'self' data:; connect-src 'self'; frame-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'`,
    );
    res.setHeader('Content-Type', 'text/html; charset=utf-8');
    res.setHeader('Cache-Control', 'no-store');
    res.end(html.replace('%NONCE%', () => nonce).replace('%LANG%', () => live.reader.locale));
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
