/**
 * Purpose: the site's forms sent without script: the same endpoints decide; what they refuse comes back as the same
 * place with the faults and everything that was typed.
 */
import { ORPCError } from '@orpc/server';
import type { Request, Response } from 'express';
import type { Attempt } from '../../contract';
import type { Call, Viewers } from '../callers';
import { asProblem, problemBody } from '../platform/problem';
import type { LiveSetup } from '../setup';
import type { FormsTogether, PlainBody } from './plain.forms';
import type { Site } from './site.routes';
import { platformSays } from '../platform/platform.sentences';
import type { Reader } from '../../core/kernel';
import { siteSays } from './site.sentences';

export type PlainPorts = {
  readonly site: Site;
  readonly live: LiveSetup;
  readonly viewers: Viewers;
  readonly forms: FormsTogether;
  /** Notes an error and gives its number. */
  readonly failed: (error: unknown, path: string) => string;
};

export function plainForms({ site, live: setups, viewers, forms, failed }: PlainPorts) {
  return async (req: Request, res: Response, next: () => void): Promise<void> => {
    const live = setups.current;
    const send = live && forms.read(req.path, (req.body ?? {}) as PlainBody, live.setup);
    if (!send) return next();
    const context: Call = { req, res, member: await viewers.member(req, res), staff: null };
    const again = (attempt: Pick<Attempt, 'through'> & Partial<Attempt>, status: number) => {
      const blank = { form: send.form, faults: [], trouble: null, typed: {} };
      return site.again(req, res, { ...blank, ...attempt }, status);
    };
    try {
      const done = (await send.run(context)) as { next?: string };
      res.setHeader('Cache-Control', 'no-store');
      if (done.next !== undefined) return void res.redirect(303, done.next);
      if (send.form === 'forgotten' || send.form === 'resend') return await again({ through: true }, 200);
      res.redirect(303, send.done ? `${req.path}?done=${send.done}` : req.path);
    } catch (error) {
      const known = asProblem(error);
      if (!(known instanceof ORPCError) || known.code === 'INTERNAL_SERVER_ERROR') {
        const trouble = platformSays.failed({ id: failed(error, req.path) });
        return again({ through: false, trouble, typed: send.typed }, 500);
      }
      const { status, faults, detail, title } = problemBody(known);
      const beside = faults ?? faultsFor(known.code, setups.reader, detail);
      const trouble = beside.length ? null : (detail ?? `${title}.`);
      return again({ through: false, trouble, faults: beside, typed: send.typed }, status);
    }
  };
}

/** Refusals that are about one field, beside it. */
function faultsFor(code: string, reader: Reader, says = ''): Attempt['faults'] {
  const { presentPassword, newPassword } = siteSays(reader);
  if (code === 'wrong-password') return [{ at: 'current', label: presentPassword, says }];
  return code === 'weak-password' ? [{ at: 'password', label: newPassword, says }] : [];
}
