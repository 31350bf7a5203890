import { describe, expect, it } from 'vitest';
import { textIn, textOf } from './textOf';

const list = 'Ingrid Strauß,ingrid@mail.example\r\nÓdile Fell,odile@mail.example\r\n';
const utf16 = (text: string, littleEndian: boolean, mark: boolean): Uint8Array => {
  const bytes = new DataView(new ArrayBuffer((text.length + (mark ? 1 : 0)) * 2));
  [...(mark ? '\uFEFF' : ''), ...text].forEach((sign, at) => bytes.setUint16(at * 2, sign.charCodeAt(0), littleEndian));
  return new Uint8Array(bytes.buffer);
};

describe('a file that somebody chose is read as it was written', () => {
  it.each<[string, Uint8Array]>([
    ['UTF-8', new TextEncoder().encode(list)],
    ['UTF-8 with a mark', new TextEncoder().encode(`\uFEFF${list}`)],
    ['UTF-16, as spreadsheets write it', utf16(list, true, true)],
    ['UTF-16 the other way round', utf16(list, false, true)],
    ['UTF-16 without a mark', utf16(list, true, false)],
    ['UTF-16 without a mark, the other way round', utf16(list, false, false)],
    ['Windows-1252', Uint8Array.from(list, (sign) => sign.charCodeAt(0))],
  ])('%s', async (_, bytes) => {
    expect(textIn(bytes)).toBe(list);
    expect(await textOf(new Blob([Uint8Array.from(bytes)]))).toBe(list);
  });

  it('nothing is nothing', () => {
    expect(textIn(new Uint8Array())).toBe('');
  });
});
