/** Purpose: the id of a new item, from what it is called. */
import { foldWord } from '../kernel/fold';

const LONGEST = 40;

/**
 * An id for something of this name: small letters, digits and hyphens, beginning with a letter.
 * @param taken ids that are not to be had any more
 * @param otherwise what it begins with where nothing of the name is left
 */
export function idFrom(name: string, taken: Iterable<string>, otherwise: string): string {
  const plain = foldWord(name)
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, LONGEST)
    .replace(/^-+|-+$/g, '');
  const base = /^[a-z]/.test(plain) ? plain : plain ? `${otherwise}-${plain}` : otherwise;
  const known = new Set(taken);
  let id = base;
  for (let n = 2; known.has(id) || id in {}; n++) id = `${base}-${n}`;
  return id;
}
