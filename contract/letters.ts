/** Letters that do not get through. */
import { z } from 'zod';
import { endpoint, managers } from './access';

/** What is done about letters that are stuck. */
export const letters = {
  retry: endpoint(managers, 'POST', '/desk/letters/retry', 'Tries the letters that are stuck again, now').output(
    z.object({ says: z.string() }),
  ),
};
