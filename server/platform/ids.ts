/** Purpose: randomness, as a port: ids and secrets come from here and nowhere else. */
import { createHash, randomBytes } from 'node:crypto';

const alphabet = '23456789abcdefghjkmnpqrstuvwxyz0';

export type Randomness = {
  /** An opaque row id: 20 characters of 5 bits. */
  id<T extends string>(): T;
  /** A secret of 256 bits for cookies and links. */
  secret(): string;
  bytes(count: number): Uint8Array;
};

export const systemRandomness: Randomness = {
  id: <T extends string>() => Array.from(randomBytes(20), (byte) => alphabet[byte & 31]).join('') as T,
  secret: () => randomBytes(32).toString('base64url'),
  bytes: (count) => randomBytes(count),
};

/** What is stored of a secret: its SHA-256, so that a copy of the database opens nothing. */
export const digest = (secret: string): Buffer => createHash('sha256').update(secret).digest();
