/**
 * Purpose: the shape an owner asks of a text: pieces one after the other, each so many letters, digits or either, or a
 * text as it stands.
 * Invariant: matched by walking the text once with the set of places it may be at, so that no shape and no text takes
 * longer than one times the other; an expression with backtracking can take for ever (CWE-1333).
 */
import { z } from 'zod';
import { owners } from '../kernel/sentences';
import { fieldsSays } from './fields.sentences';

const MOST = 40;
const often = { least: z.int().min(0).max(MOST).default(1), most: z.int().min(1).max(MOST).default(1) };
const ordered = ({ least, most }: { least: number; most: number }) => least <= most;
const order = { error: fieldsSays(owners).leastOverMost, path: ['least'] };

export const ShapePiece = z.discriminatedUnion('of', [
  z.strictObject({ of: z.literal('letters'), ...often }).refine(ordered, order),
  z.strictObject({ of: z.literal('digits'), ...often }).refine(ordered, order),
  z.strictObject({ of: z.literal('lettersOrDigits'), ...often }).refine(ordered, order),
  /** Exactly this text, once, or not at all where it may be left out. */
  z.strictObject({ of: z.literal('text'), text: z.string().min(1).max(MOST), optional: z.boolean().default(false) }),
]);
export type ShapePiece = z.infer<typeof ShapePiece>;

type Fits = (letter: string) => boolean;
const fits: Record<Exclude<ShapePiece['of'], 'text'>, Fits> = {
  letters: (letter) => /\p{L}/u.test(letter),
  digits: (letter) => letter >= '0' && letter <= '9',
  lettersOrDigits: (letter) => /\p{L}|[0-9]/u.test(letter),
};

/** One letter's place: what fits there, and whether everything from here on within its piece may be left out. */
type Slot = { readonly fits: Fits; readonly skip: number };

function slotsOf(pieces: readonly ShapePiece[]): Slot[] {
  return pieces.flatMap((piece): Slot[] => {
    if (piece.of === 'text') {
      const letters = [...piece.text];
      return letters.map((letter, at) => ({
        fits: (other) => other === letter,
        skip: piece.optional && at === 0 ? letters.length : 0,
      }));
    }
    // Asked before the schema has refused what is longer.
    return Array.from({ length: Math.min(piece.most, MOST) || 0 }, (_, at) => ({
      fits: fits[piece.of],
      skip: at >= piece.least ? piece.most - at : 0,
    }));
  });
}

/** Whether the whole text has the shape. */
export function hasShape(text: string, pieces: readonly ShapePiece[]): boolean {
  const slots = slotsOf(pieces);
  const reach = (at: number, into: Set<number>): void => {
    if (into.has(at)) return;
    into.add(at);
    const skip = slots[at]?.skip ?? 0;
    if (skip > 0) reach(at + skip, into);
  };
  let places = new Set<number>();
  reach(0, places);
  for (const letter of text) {
    const next = new Set<number>();
    for (const at of places) if (slots[at]?.fits(letter)) reach(at + 1, next);
    if (next.size === 0) return false;
    places = next;
  }
  return places.has(slots.length);
}

/** The length of the shortest text that has a shape, in letters. */
export const leastOfShape = (pieces: readonly ShapePiece[]): number =>
  pieces.reduce((sum, piece) => {
    if (piece.of !== 'text') return sum + piece.least;
    return piece.optional ? sum : sum + piece.text.length;
  }, 0);
