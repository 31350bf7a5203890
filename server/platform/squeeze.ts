/**
 * Purpose: answers made smaller for the way. Built files lie packed beside themselves; what is made at the moment is
 * packed at a cheap level.
 * Invariant: an answer that holds both a secret and something the asker chose is never packed: its length would tell
 * the one who chooses about the secret (BREACH). Whoever makes such an answer calls `unsqueezed`.
 */
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import compression from 'compression';
import type { RequestHandler, Response } from 'express';

const UNSQUEEZED = Symbol('unsqueezed');

/** Marks an answer to be sent as it is. */
export function unsqueezed(res: Response): void {
  (res.locals as Record<symbol, boolean>)[UNSQUEEZED] = true;
}

export const squeeze = (): RequestHandler =>
  compression({
    level: 3,
    brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 3 } },
    threshold: 1_000,
    filter: (req, res) => !(res.locals as Record<symbol, boolean>)[UNSQUEEZED] && compression.filter(req, res as never),
  }) as RequestHandler;

/** A body that is kept ready, packed once for all who come. */
export type Ready = { readonly plain: Buffer; readonly gzip: Buffer; readonly br: Buffer };

export const makeReady = (html: string): Ready => {
  const plain = Buffer.from(html);
  return {
    plain,
    gzip: gzipSync(plain, { level: 9 }),
    br: brotliCompressSync(plain, { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } }),
  };
};

/** Which of the three to send to who says so in Accept-Encoding (RFC 9110 section 12.5.3; `q=0` is a no). */
export function packing(accepted: string | undefined): 'br' | 'gzip' | 'plain' {
  if (!accepted) return 'plain';
  if (/\bbr\b(?!\s*;\s*q=0(\.0+)?\s*(,|$))/.test(accepted)) return 'br';
  return /\bgzip\b(?!\s*;\s*q=0(\.0+)?\s*(,|$))/.test(accepted) ? 'gzip' : 'plain';
}
