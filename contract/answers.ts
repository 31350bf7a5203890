/** What members have answered on forms that were put to them. */
import { z } from 'zod';
import { AnyFormId, MemberId } from '../core/kernel';
import { endpoint, managers } from './access';

const text = z.string();

export const SentView = z.object({
  id: text,
  member: MemberId,
  name: text,
  sent: text,
  /** In the order of the columns; '' where nothing was answered. */
  values: z.array(text),
});
export type SentView = z.infer<typeof SentView>;

export const answers = {
  answers: endpoint(managers, 'GET', '/desk/forms/{form}/answers', 'Answers to a form, newest first, page by page')
    .input(
      z.object({
        form: AnyFormId,
        after: z
          .string()
          .regex(/^\d{1,15} [a-z0-9]{20}$/)
          .optional(),
      }),
    )
    .output(
      z.object({
        total: z.number(),
        columns: z.array(text),
        rows: z.array(SentView),
        /** Where the next page begins; null at the end. */
        next: text.nullable(),
      }),
    ),
};
