/** Searching the site. */
import { z } from 'zod';

const marked = z.array(z.object({ text: z.string(), hit: z.boolean() }));

export const searchPlaces = [
  z.object({
    kind: z.literal('search'),
    title: z.string(),
    question: z.string(),
    /** In words: how much was found; '' before anything was asked. */
    says: z.string(),
    found: z.array(z.object({ title: marked, href: z.string(), says: marked })),
  }),
] as const;
