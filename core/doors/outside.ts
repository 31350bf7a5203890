/** Purpose: what those see whom a door does not let in. */
import { z } from 'zod';
import { PageId, Words, never, referencesOfWords, type Reference } from '../kernel';

const nothing = z.strictObject({ view: z.literal('nothing') });
const note = z.strictObject({ view: z.literal('note'), note: Words });
const otherPage = z.strictObject({ view: z.literal('otherPage'), page: PageId });

/** Of what has no parts of its own that could stand outside. */
export const ShutView = z.discriminatedUnion('view', [nothing, note, otherPage]);
export type ShutView = z.infer<typeof ShutView>;

export const OutsideView = z.discriminatedUnion('view', [
  nothing,
  note,
  z.strictObject({ view: z.literal('openBlocks'), note: Words }),
  otherPage,
]);
export type OutsideView = z.infer<typeof OutsideView>;

/** What an outside view names, and the words in it. */
export function outsideParts(outside: OutsideView): { readonly page: PageId | null; readonly note: Words } {
  switch (outside.view) {
    case 'nothing':
      return { page: null, note: '' };
    case 'note':
    case 'openBlocks':
      return { page: null, note: outside.note };
    case 'otherPage':
      return { page: outside.page, note: '' };
    default:
      return never(outside);
  }
}

export function referencesOfOutside(outside: OutsideView): Reference[] {
  const { page, note: words } = outsideParts(outside);
  return [
    ...(page ? [{ at: 'outside', kind: 'pages', id: page } as const] : []),
    ...referencesOfWords('outside', words),
  ];
}
