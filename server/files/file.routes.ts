/**
 * Purpose: files as they are looked at and taken along.
 * Invariant: who sees none of the blocks that show a file is answered as if there were none; nothing of a file runs.
 */
import type { Request, RequestHandler, Response } from 'express';
import { pipeline } from 'node:stream/promises';
import { files as contract, staffMay } from '../../contract';
import { visitorFacts } from '../../core/facts';
import { filesOf } from '../../core/pages';
import { lookerOf, type Viewers } from '../callers';
import type { SiteClock } from '../platform/clock';
import type { LiveSetup } from '../setup';
import type { FileRow } from './file.entity';
import type { Files } from './files';

const NAMED = /^\/files\/([a-z0-9]{20})(?:\/(\d{1,5})\.webp)?$/;

export type FileRoutePorts = {
  readonly files: Files;
  readonly viewers: Viewers;
  readonly live: LiveSetup;
  readonly clock: SiteClock;
};

export const fileRoute =
  ({ files, viewers, live: setups, clock }: FileRoutePorts): RequestHandler =>
  async (req: Request, res: Response, next): Promise<void> => {
    const [, id = '', asked] = NAMED.exec(req.path) ?? [];
    const live = setups.current;
    if (!id || !live) return next();
    res.setHeader('Cache-Control', 'private, no-cache');
    const none = () => void res.status(404).end();
    const staff = await viewers.staff(req);
    const rules = filesOf(live.setup).get(id) ?? [];
    if (!staff) {
      const member = await viewers.member(req, res);
      const facts = member ? lookerOf(member, clock.now()).facts : visitorFacts;
      const person = live.doors.prepare(facts, clock.now());
      if (!rules.some((rule) => live.doors.meets(rule)(person))) return none();
      // Whoever is at the desk looks at every page as everybody; what stands on none is for those who work on pages.
    } else if (rules.length === 0 && !staffMay(contract.list, staff.parts)) return none();
    const file = await files.one(id);
    const width = asked === undefined ? null : Number(asked);
    if (!file || !(file.picture ? file.picture.widths.includes(width ?? -1) : width === null)) return none();
    // A file under one id never changes, but who may see it does.
    const etag = `"${id}-${width ?? 'whole'}"`;
    res.setHeader('ETag', etag);
    res.setHeader('Content-Security-Policy', "default-src 'none'; sandbox");
    if (req.headers['if-none-match'] === etag) return void res.status(304).end();
    res.setHeader('Content-Type', /^text\//.test(file.type) ? `${file.type}; charset=utf-8` : file.type);
    if (file.picture) return send(res, await files.read(id, width));
    return whole(req, res, file, files, etag);
  };

/** A file to take along, or the part of it that is asked for (RFC 9110, section 14). */
async function whole(req: Request, res: Response, file: FileRow, files: Files, etag: string): Promise<void> {
  res.setHeader('Content-Disposition', `attachment; filename*=UTF-8''${encodeURIComponent(file.name)}`);
  res.setHeader('Accept-Ranges', 'bytes');
  const still = req.headers['if-range'];
  const ranges = still === undefined || still === etag ? req.range(file.bytes, { combine: true }) : undefined;
  if (ranges === -1) {
    res.setHeader('Content-Range', `bytes */${file.bytes}`);
    return void res.status(416).end();
  }
  const [part, ...more] = ranges === undefined || ranges === -2 || ranges.type !== 'bytes' ? [] : ranges;
  if (!part || more.length > 0) {
    res.setHeader('Content-Length', String(file.bytes));
    return send(res, await files.read(file.id, null));
  }
  res.status(206);
  res.setHeader('Content-Range', `bytes ${part.start}-${part.end}/${file.bytes}`);
  res.setHeader('Content-Length', String(part.end - part.start + 1));
  return send(res, await files.read(file.id, null, part));
}

async function send(res: Response, from: NodeJS.ReadableStream | null): Promise<void> {
  if (!from) {
    res.removeHeader('Content-Length');
    return void res.status(404).end();
  }
  // Whoever goes away meanwhile is no fault of anybody.
  await pipeline(from, res).catch(() => res.destroy());
}
