/**
 * Purpose: pictures as they are looked at, and those that come with a form that was sent without script.
 * Invariant: who may not see a picture is answered as if there were none.
 */
import { call } from '@orpc/server';
import type { Request, RequestHandler, Response } from 'express';
import type { Viewers, Call } from '../callers';
import type { LiveSetup } from '../setup';
import { sizes, type Pictures, type Size } from './pictures';
import type { PicturesApi } from './pictures.api';

const NAMED = /^\/picture\/([a-z0-9]{20})\/(\w+)$/;

export type PictureRoutePorts = {
  readonly pictures: Pictures;
  readonly viewers: Viewers;
  readonly live: LiveSetup;
};

export const pictureRoute =
  ({ pictures, viewers, live }: PictureRoutePorts): RequestHandler =>
  async (req: Request, res: Response, next): Promise<void> => {
    const [, id = '', size = ''] = NAMED.exec(req.path) ?? [];
    const setup = live.current?.setup;
    if (!id || !setup || !(sizes as readonly string[]).includes(size)) return next();
    const staff = (await viewers.staff(req)) !== null;
    const viewer = staff ? null : await viewers.member(req, res);
    const bytes = await pictures.seen(id, size as Size, viewer?.facts ?? null, staff, setup);
    res.setHeader('Cache-Control', 'private, no-cache');
    if (!bytes) return void res.status(404).end();
    // A picture under one id never changes, but who may see it does.
    const etag = `"${id}-${size}"`;
    res.setHeader('ETag', etag);
    res.setHeader('Content-Security-Policy', "default-src 'none'; sandbox");
    if (req.headers['if-none-match'] === etag) return void res.status(304).end();
    res.type('image/webp').send(bytes);
  };

/** Puts the id of each picture that came with a plain form in the place of its answer; a faulty one is refused there. */
export function picturesInForms(api: PicturesApi): RequestHandler {
  return async (req, res, next) => {
    if (!req.is('multipart/form-data')) return next();
    const body: Record<string, string | string[]> = {};
    const context: Call = { req, res, member: null, staff: null };
    for (const [name, value] of await partsOf(req)) {
      if (typeof value === 'string') {
        const before = body[name];
        body[name] = before === undefined ? value : [before, value].flat();
      } else if (value.size > 0)
        body[name] = await call(api.keep, { picture: value }, { context }).then(
          ({ id }) => id,
          // What its field says of an answer that is none.
          () => 'no picture',
        );
    }
    req.body = body;
    next();
  };
}

/** The parts of a form as a browser sends them; none where they cannot be read. Its length was looked at before. */
async function partsOf(req: Request): Promise<[string, string | File][]> {
  const chunks: Buffer[] = [];
  for await (const chunk of req) chunks.push(chunk as Buffer);
  const headers = { 'content-type': req.headers['content-type'] ?? '' };
  try {
    const sent = new globalThis.Response(Buffer.concat(chunks), { headers });
    return [...(await sent.formData()).entries()];
  } catch {
    return [];
  }
}
