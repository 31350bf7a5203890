/**
 * Purpose: the HTTP pipeline: headers, limits, static files, the API, the desk, the viewpoint, the site.
 */
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { type ErrorRequestHandler, type Express, type Request, type Response } from 'express';
import { apiHandler, openApi, sameSite, sendProblem, type Services } from './api';
import { isUnreachable } from './platform/database';
import type { Log } from './platform/log';
import { Site, loadTemplate } from './site';
import { viewpointRoute } from './viewpoint';

/** Builds the application. Reads the built browser parts; refuses to start without them. */
export async function makeApp(services: Services, log: Log): Promise<Express> {
  const { config, live, sessions, clock, sources, sight } = services;
  const template = await loadTemplate(config.dist);
  const site = new Site({ live, sessions, clock, sources, template, address: config.address });
  const deskFile = join(config.dist, 'desk/index.html');
  if (!existsSync(deskFile)) throw new Error('The desk has not been built; run npm run build.');
  const deskHtml = readFileSync(deskFile, 'utf8');
  const described = JSON.stringify(await openApi());

  const app = express();
  app.disable('x-powered-by');
  app.disable('etag');
  app.set('query parser', 'simple');
  if (config.proxy) app.set('trust proxy', 1);
  const headers = securityHeaders(config.secure);
  // Before everything else: a visitor's page is a buffer that is ready, and most requests are for one.
  app.use(site.visitors(headers));
  app.use(secure(headers), logged(log));

  app.get('/health/live', (_req, res) => void res.json({ live: true }));
  app.get('/health/ready', ready(services));
  app.get(/^\/look-\d+\.css$/, site.look);
  app.get(/^\/icon-\d+\.svg$/, site.icon);
  const files = { immutable: true, maxAge: '1y', index: false, fallthrough: false, redirect: false } as const;
  app.use('/assets/site', express.static(join(config.dist, 'site'), files));
  app.use('/assets/desk', express.static(join(config.dist, 'desk'), files));

  app.get('/api/openapi.json', (_req, res) => void res.type('json').send(described));
  app.get('/api/site/view', site.json);
  app.use('/api', sameSite(config.address), express.json({ limit: '256kb' }), apiHandler(services, log));

  app.get(/^\/viewpoint\//, viewpointRoute({ live, sessions, clock, sight, site, sources }));
  app.get(/^\/desk(\/.*)?$/, desk(deskHtml));
  app.get(/.*/, site.handle);
  app.use((_req: Request, res: Response) => sendProblem(res, 'not-found'));
  app.use(failed(log));
  return app;
}

/** Headers every answer carries. The desk and the viewpoint replace the content policy by their own. */
function securityHeaders(https: boolean): readonly [string, string][] {
  return Object.entries({
    'Content-Security-Policy':
      "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data:; connect-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'self'",
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

/** One line a request, when that much is asked for. Addresses that carry a secret are cut before it. */
function logged(log: Log) {
  if (!log.isLevelEnabled('debug')) return (_req: Request, _res: Response, next: () => void): void => next();
  return (req: Request, res: Response, next: () => void): void => {
    const began = performance.now();
    res.once('finish', () => {
      const path = req.originalUrl.split('?')[0]!.replace(/^\/(confirm|reset)\/.+/, '/$1/…');
      const ms = Math.round((performance.now() - began) * 10) / 10;
      const line = { method: req.method, path, status: res.statusCode, ms };
      log.debug(line, 'http');
    });
    next();
  };
}

/** Ready means: the database answers. A balancer takes the process out of service otherwise. */
function ready(services: Services) {
  return async (_req: Request, res: Response): Promise<void> => {
    try {
      await services.database.pool.query('SELECT 1');
      res.json({ ready: true, revision: services.live.current?.revision ?? 0 });
    } catch {
      sendProblem(res, 'not-available');
    }
  };
}

/** The desk's one page. Its style sheets made at run time carry a nonce; scripts come from files only. */
function desk(html: string) {
  return (_req: Request, res: Response): void => {
    const nonce = randomBytes(16).toString('base64');
    res.setHeader(
      'Content-Security-Policy',
      `default-src 'none'; script-src 'self'; style-src 'self' 'nonce-${nonce}'; font-src 'self'; img-src 'self' data:; connect-src 'self'; frame-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'`,
    );
    res.setHeader('Content-Type', 'text/html; charset=utf-8');
    res.setHeader('Cache-Control', 'no-store');
    res.end(html.replace('%NONCE%', () => nonce));
  };
}

function failed(log: Log): ErrorRequestHandler {
  return (error: { status?: number; type?: string }, req, res, _next) => {
    if (res.headersSent) {
      res.destroy();
      return;
    }
    if (error.status === 404) return sendProblem(res, 'not-found');
    if (error.status && error.status < 500)
      return sendProblem(
        res,
        'bad-input',
        error.type === 'entity.too.large'
          ? 'That is too large; 256 kB are the most.'
          : 'The request could not be read as JSON.',
      );
    log.error({ err: error, path: req.path }, 'http: failed');
    if (isUnreachable(error))
      return sendProblem(res, 'not-available', 'We cannot reach our records just now. Try again in a minute.');
    sendProblem(res, 'internal');
  };
}
