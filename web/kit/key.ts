/** Purpose: the key of one sending, by which the server knows a repeat. */

/** 128 bits by chance, as 32 hexadecimal digits. */
export const newKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => byte.toString(16).padStart(2, '0')).join('');
