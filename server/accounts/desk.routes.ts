/** Purpose: the desk's pages: the door for whoever is not in, and the desk itself for whoever is. */
import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { RequestHandler } from 'express';
import type { Route, Web } from '../area';
import type { LiveSetup } from '../setup';
import { Door } from './door';
import type { StaffApi, StaffPorts } from './staff.api';

export type DeskPorts = Pick<StaffPorts, 'staff' | 'live' | 'viewers'> & {
  readonly config: { readonly dist: string };
};

export function deskRoutes(ports: DeskPorts, { sameSite, failed }: Web, api: StaffApi): readonly Route[] {
  const built = (file: string) => readFileSync(join(ports.config.dist, 'desk', file), 'utf8');
  const door = new Door(ports, api, built('door.html'), failed);
  return [
    {
      method: 'post',
      path: /^\/desk\/(sign-in|first-run|forgotten|reset\/[^/]+)$/,
      run: [sameSite, door.take],
      form: true,
    },
    { method: 'get', path: /^\/desk\/(forgotten|reset\/[^/]+)$/, run: door.show },
    { method: 'get', path: /^\/desk(\/.*)?$/, run: desk(built('index.html'), door, ports.live) },
  ];
}

/** The desk's one page. Its style sheets made at run time carry a nonce; scripts come from files only. */
function desk(html: string, door: Door, live: LiveSetup): RequestHandler {
  return async (req, res): Promise<void> => {
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
