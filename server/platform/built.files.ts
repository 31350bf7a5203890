/** Purpose: the files of a build, each with its packed forms beside it, at addresses that change with their content. */
import type { Request, Response } from 'express';
import sirv from 'sirv';

/**
 * @param missing answers for what is not there
 * A file that cannot be read any more (taken away by the next build, no handle left for it) breaks its answer off: the
 * library reads without heeding errors, and one that nobody heeds would end the process.
 */
export function builtFiles(folder: string, missing: (res: Response) => void) {
  const serve = sirv(folder, { brotli: true, gzip: true, etag: false, immutable: true, maxAge: 31_536_000 });
  return (req: Request, res: Response): void => {
    res.once('pipe', (file) => file.once('error', () => res.destroy()));
    serve(req, res, () => missing(res));
  };
}
