/**
 * Purpose: a letter of the draft as a page of its own, for the frame beside its editor: inert, and styled by itself as
 * in a mailbox.
 */
import type { Request, Response } from 'express';
import { letters, staffMay } from '../../contract';
import { type Viewers } from '../callers';
import { plainProblem } from '../platform/problem';
import type { LetterReading } from './letter.reading';

const NAMED = /^\/viewpoint\/letter\/([a-z][a-z0-9-]{0,47})\/(visitor|[a-z0-9]{20})(?:\/(\d{4}-\d{2}-\d{2}))?$/;

export const letterRoute =
  ({ viewers, reading }: { readonly viewers: Viewers; readonly reading: Pick<LetterReading, 'read'> }) =>
  async (req: Request, res: Response): Promise<void> => {
    const refuse = (code: 'not-signed-in' | 'not-yours' | 'not-found') => {
      const body = plainProblem(code);
      res.status(body.status).type('application/problem+json').send(JSON.stringify(body));
    };
    const staff = await viewers.staff(req);
    if (!staff) return refuse('not-signed-in');
    if (!staffMay(letters.read, staff.parts)) return refuse('not-yours');
    const [, id = '', person = '', on] = NAMED.exec(req.path) ?? [];
    const letter = id ? await reading.read({ id: id as never, person, on }) : null;
    if (!letter) return refuse('not-found');
    res.status(200);
    res.setHeader('Content-Type', 'text/html; charset=utf-8');
    res.setHeader('Cache-Control', 'no-store');
    // The look of a letter stands in its elements, since mailboxes take no style sheets.
    res.setHeader(
      'Content-Security-Policy',
      "default-src 'none'; style-src 'unsafe-inline'; img-src 'self' data:; frame-ancestors 'self'; sandbox",
    );
    res.end(letter.html);
  };
