/** Purpose: the key of one sending, by which the server knows a repeat. */

/**
 * The key under which something is sent: the same for the same, and another once what is sent has changed, so that what was
 * put right after a lost answer is not taken for what was sent before.
 * @param once of one press; @param sent all that is sent
 */
export function keyFor(once: string, sent: unknown): string {
  // Told apart, not kept secret: FNV-1a, 32 bits.
  let hash = 0x811c9dc5;
  for (const char of JSON.stringify(sent)) hash = Math.imul(hash ^ char.codePointAt(0)!, 0x01000193);
  return `${once}-${(hash >>> 0).toString(16).padStart(8, '0')}`;
}

/** 128 bits by chance, as 32 hexadecimal digits. */
export const newKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');
