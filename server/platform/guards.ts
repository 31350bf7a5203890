/** Purpose: what stands in front of everything: a changing request comes from this site, and every request names it. */
import type { NextFunction, Request, Response } from 'express';
import type { OwnAddresses } from './hosts';
import { pathPattern, type Log } from './log';
import { platformSays as says } from './platform.sentences';
import { sendProblem } from './problem';

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
