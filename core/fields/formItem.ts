/** Purpose: forms as the owner sets them up. */
import { z } from 'zod';
import { FormId, PathId } from '../kernel/ids';
import { Address, Text, Title } from '../kernel/texts';
import { Words } from '../kernel/words';
import { FormPart } from './parts';

export const FormItem = z.strictObject({
  id: FormId,
  address: Address,
  title: Title,
  intro: Words.optional(),
  parts: z.array(FormPart).min(1).max(80),
  path: PathId,
  sendLabel: Title,
  sendNote: Text.optional(),
  retired: z.boolean().optional(),
});
export type FormItem = z.infer<typeof FormItem>;
