/** A form over the wire: as it is shown, and an answer as it comes back. */
import { z } from 'zod';
import { FieldQuestion } from '../core/fields';

export { FieldQuestion };

/** A form as the site shows it. */
export const ShownForm = z.object({
  title: z.string(),
  form: z.string(),
  intro: z.string(),
  questions: z.array(FieldQuestion),
  sendLabel: z.string(),
  sendNote: z.string().nullable(),
});
export type ShownForm = z.infer<typeof ShownForm>;

/** An answer beside its label; `picture`: the id of the one it is, where it is one. */
export const AnswerLine = z.object({ label: z.string(), value: z.string(), picture: z.string().optional() });

/** An answer as it is typed: read by the definition of its field. */
export const RawAnswerInput = z.union([
  z.string().max(20_000),
  z.number(),
  z.boolean(),
  z.array(z.string().max(200)).max(100),
  z.null(),
]);
