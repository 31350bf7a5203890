/** Purpose: where something leads: a page, a form, a board, or an address elsewhere. */
import { z } from 'zod';
import { AnyFormId, BoardId, PageId, owners, type Reference } from '../kernel';
import { pagesSays } from './pages.sentences';

/** Nothing that runs can stand behind a link: of all the schemes there are these three are let through. */
const scheme = /^(https?:\/\/[^\s@/]+(\/\S*)?|mailto:[^\s@]+@[^\s@]+|tel:[+0-9() -]{3,30})$/;

export const OutsideAddress = z
  .string()
  .trim()
  .max(500)
  .refine((address) => scheme.test(address) && URL.canParse(address), { error: pagesSays(owners).notALink });

export const Target = z.union([
  z.strictObject({ page: PageId }),
  z.strictObject({ form: AnyFormId }),
  z.strictObject({ board: BoardId }),
  z.strictObject({ address: OutsideAddress }),
]);
export type Target = z.infer<typeof Target>;

export function referencesOfTarget(to: Target): Reference[] {
  if ('page' in to) return [{ at: 'to', kind: 'pages', id: to.page }];
  if ('board' in to) return [{ at: 'to', kind: 'boards', id: to.board }];
  return 'form' in to ? [{ at: 'to', kind: 'forms', id: to.form }] : [];
}
