/** Letters: as one person reads them, a test of one, and those that do not get through. */
import { z } from 'zod';
import { MemberId, MessageId } from '../core/kernel';
import { editors, endpoint, managers } from './access';

const text = z.string();
/** A letter of the draft, and through whose eyes on which day it is read. */
const reading = z.object({
  id: MessageId,
  person: z.union([z.literal('visitor'), MemberId]),
  on: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .optional(),
});

export const letters = {
  read: endpoint(editors, 'GET', '/desk/letters/{id}', 'A letter of the draft in the words of one person')
    .input(reading)
    .output(z.object({ subject: text, text })),
  test: endpoint(
    editors,
    'POST',
    '/desk/letters/{id}/test',
    'Sends a letter of the draft to whoever asks, and nobody else',
  )
    .input(reading)
    .output(z.object({ says: text })),
  retry: endpoint(managers, 'POST', '/desk/letters/retry', 'Tries the letters that are stuck again, now').output(
    z.object({ says: text }),
  ),
};
