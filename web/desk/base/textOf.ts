/**
 * Purpose: the text of a file that somebody chose, in whichever of the encodings spreadsheets and editors write.
 * How: a byte order mark says it (Unicode 17.0, section 23.8); else every second byte of a mostly Latin text in UTF-16
 * is zero; else it is UTF-8, or, where it cannot be, Windows-1252.
 */
const decoded = (bytes: Uint8Array, encoding: string, fatal = false): string =>
  new TextDecoder(encoding, { fatal }).decode(bytes);

/** Which half of the pairs of bytes is mostly zero: the first for big-endian, the second for little-endian. */
function withoutMark(bytes: Uint8Array): 'utf-16be' | 'utf-16le' | null {
  const zeros = [0, 0];
  for (const [at, byte] of bytes.subarray(0, 4096).entries()) if (byte === 0) zeros[at % 2]! += 1;
  const [first, second] = [zeros[0]!, zeros[1]!];
  if (first === second) return null;
  return first > second ? 'utf-16be' : 'utf-16le';
}

export function textIn(bytes: Uint8Array): string {
  const [one, two] = bytes;
  if (one === 0xff && two === 0xfe) return decoded(bytes, 'utf-16le');
  if (one === 0xfe && two === 0xff) return decoded(bytes, 'utf-16be');
  const wide = withoutMark(bytes);
  if (wide) return decoded(bytes, wide);
  try {
    return decoded(bytes, 'utf-8', true);
  } catch {
    return decoded(bytes, 'windows-1252');
  }
}

export const textOf = async (file: Blob): Promise<string> => textIn(new Uint8Array(await file.arrayBuffer()));
