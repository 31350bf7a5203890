/**
 * Purpose: what is sent of a page to one viewer.
 * Invariant: a view holds results only: no rule, no closed block, no chip.
 */
import { z } from 'zod';

const line = z.string();
export const BlockView = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('greeting'), id: line, title: line, text: line }),
  z.object({ kind: z.literal('heading'), id: line, text: line }),
  z.object({ kind: z.literal('text'), id: line, paragraphs: z.array(line) }),
  z.object({ kind: z.literal('points'), id: line, points: z.array(line) }),
  z.object({
    kind: z.literal('callToAction'),
    id: line,
    title: line,
    text: line,
    button: line,
    href: line,
    forWhom: line.nullable(),
  }),
  z.object({
    kind: z.literal('calendar'),
    id: line,
    title: line,
    months: z.array(line),
    rows: z.array(z.object({ label: line, marked: z.array(z.number()) })),
  }),
  z.object({
    kind: z.literal('card'),
    id: line,
    level: line,
    number: line,
    name: line,
    groups: line.nullable(),
    until: line.nullable(),
  }),
  z.object({
    kind: z.literal('levels'),
    id: line,
    title: line,
    levels: z.array(z.object({ title: line, price: line })),
  }),
]);
export type BlockView = z.infer<typeof BlockView>;

/** One way in, told to the viewer: a sentence and where it leads. */
export const WayView = z.object({ label: line, href: line, says: line });
export type WayView = z.infer<typeof WayView>;

export const PageView = z.object({
  title: line,
  heading: line.nullable(),
  description: line,
  blocks: z.array(BlockView),
  aside: z.array(BlockView),
  shut: z.object({ note: line, ways: z.array(WayView) }).nullable(),
});
export type PageView = z.infer<typeof PageView>;

export const MenuLink = z.object({ label: line, href: line });
export type MenuLink = z.infer<typeof MenuLink>;
