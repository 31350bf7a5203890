/** Purpose: what a store of files is. */
import type { Readable } from 'node:stream';

/** Both ends belong to it. */
export type Part = { readonly start: number; readonly end: number };

/** Keys are small letters, digits, hyphens, points and strokes, made by the product alone. */
export interface Blobs {
  /** Whole or not at all: what is read under a key is what one `put` wrote. */
  put(key: string, bytes: Buffer): Promise<void>;
  /** Null where nothing lies under the key. `part` must lie within what is there. */
  get(key: string, part?: Part): Promise<Readable | null>;
  /** Nothing happens where nothing lies there. */
  remove(key: string): Promise<void>;
}
