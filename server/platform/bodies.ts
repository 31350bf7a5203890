/**
 * Purpose: what of a request's body is read at all: JSON for the API, a plain form for the site's own pages, what is
 * signed as the bytes that came, at most 256 kB of each. Anything else is refused before a byte of it is kept, whatever its type and packing.
 */
import express, { type RequestHandler } from 'express';
import type { Request, Response } from 'express';
import type { ProblemCode, Takes } from '../../contract';
import { platformSays as says } from './platform.sentences';

export const MOST_BYTES = 256 * 1024;
/** A whole set-up, which is brought in as one. */
const MOST_SETUP = 20 * 1024 * 1024;
/** Pictures with the answers beside them. */
const MOST_UPLOADED = 9 * 1024 * 1024;
/** A file of the site. */
const MOST_BROUGHT = 11 * 1024 * 1024;
/** Parts within parts. */
const DEEPEST = 100;
/** So many uploads at once. */
const AT_ONCE = 8;
/** What a refused sender may still send before the line is cut: enough for most to read the answer. */
const HEARD_OUT = 1024 * 1024;
const PATIENCE = 2_000;

type Refuse = (res: Response, code: ProblemCode, detail: string) => void;

/** What may be sent to a path. */
export type Sendable = {
  /** A plain form, in the place of JSON. */
  readonly form: boolean;
  /** More than the usual: a whole set-up, or pictures or a file among what is sent. */
  readonly takes: Takes | null;
};
const MOST_OF: Readonly<Record<Takes, number>> = { setup: MOST_SETUP, picture: MOST_UPLOADED, file: MOST_BROUGHT };

/**
 * @param refuse answers with a problem
 * @param sendable what may be sent to a path
 */
export function bodies(refuse: Refuse, sendable: (path: string) => Sendable): RequestHandler[] {
  let under = 0;
  const json = (limit: number) => express.json({ limit, inflate: false, type: 'application/json' });
  const [usual, large] = [json(MOST_BYTES), json(MOST_SETUP)];
  const gate: RequestHandler = (req, res, next) => {
    const length = Number(req.headers['content-length'] ?? 0);
    const chunked = req.headers['transfer-encoding'] !== undefined;
    if (!chunked && length === 0) return next();
    const no = (code: ProblemCode, detail: string) => {
      hearOut(req);
      refuse(res, code, detail);
    };
    const { form, takes } = sendable(req.path);
    const room = takes === null || takes === 'setup' ? 0 : MOST_OF[takes];
    const uploaded = room > 0 && Boolean(req.is('multipart/form-data'));
    const most = uploaded ? room : takes === 'setup' ? MOST_SETUP : MOST_BYTES;
    const tooLarge = says.uploadTooLarge({ size: Math.floor(room / 1024 / 1024) - 1 });
    if (length > most) return no('too-large', uploaded ? tooLarge : says.tooLarge);
    const packed = req.headers['content-encoding'];
    if (packed !== undefined && packed !== 'identity') return no('wrong-type', says.unpacked);
    if (req.method === 'GET' || req.method === 'HEAD') return no('bad-input', says.noBody);
    if (uploaded) {
      // They lie in memory until they are made anew.
      if (under >= AT_ONCE) return no('busy', says.busy);
      under++;
      res.once('close', () => void under--);
      if (chunked) watch(req, most, () => no('too-large', tooLarge));
      return next();
    }
    const wanted = form ? 'application/x-www-form-urlencoded' : 'application/json';
    if (!req.is(wanted)) return no('wrong-type', says.sendAs({ type: wanted }));
    if (chunked) watch(req, most, () => no('too-large', says.tooLarge));
    next();
  };
  return [
    gate,
    (req, res, next) => (sendable(req.path).takes === 'setup' ? large : usual)(req, res, next),
    // What is read of a body walks down it; no screen sends anything nearly so deep.
    (req, res, next) => (isTooDeep(req.body) ? refuse(res, 'bad-input', says.tooDeep) : next()),
    express.urlencoded({ limit: MOST_BYTES, inflate: false, extended: false, parameterLimit: 400 }),
  ];
}

/** A body whose very bytes count, since they are signed; a buffer, whatever type it says it is. */
export const signedBytes = (refuse: Refuse): RequestHandler[] => [
  (req, res, next) => {
    const no = () => {
      hearOut(req);
      refuse(res, 'too-large', says.tooLarge);
    };
    if (Number(req.headers['content-length'] ?? 0) > MOST_BYTES) return no();
    if (req.headers['transfer-encoding'] !== undefined) watch(req, MOST_BYTES, no);
    next();
  },
  express.raw({ limit: MOST_BYTES, inflate: false, type: () => true }),
];

/** Level by level, so that looking does not itself go deep. */
function isTooDeep(body: unknown): boolean {
  let level: unknown[] = [body];
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST) return true;
    level = level.flatMap((value) => (typeof value === 'object' && value !== null ? Object.values(value) : []));
  }
  return false;
}

/**
 * Answers a body that comes without a length as soon as it is too long: the reader behind this one would first hear
 * it out to its end, which may never come.
 */
function watch(req: Request, most: number, tooLong: () => void): void {
  let read = 0;
  const count = (chunk: Buffer): void => {
    read += chunk.length;
    if (read <= most) return;
    req.off('data', count);
    tooLong();
  };
  req.on('data', count);
}

/** Lets a refused body run past, unkept, and cuts the line when it goes on for too long. */
function hearOut(req: Request): void {
  let heard = 0;
  const cut = setTimeout(() => req.destroy(), PATIENCE).unref();
  req.on('data', (chunk: Buffer) => {
    heard += chunk.length;
    if (heard > HEARD_OUT) req.destroy();
  });
  req.on('close', () => clearTimeout(cut));
  req.on('error', () => undefined);
}
