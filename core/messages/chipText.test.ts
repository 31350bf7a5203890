import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quillmoor, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import type { ChipName, Words } from '../kernel';
import { chipNames } from './chipNames';
import { printWords, readWords } from './chipText';

const names = new Map<ChipName, string>([
  ['firstName', 'first name'],
  ['siteName', 'name of the site'],
  ['field:hive-type', 'Hive type {old|new}'],
]);

describe('text with personal words', () => {
  it('is typed with braces, and a fallback after a bar', () => {
    const words: Words = ['Hello ', { chip: 'firstName', or: 'there' }, ', from ', { chip: 'siteName', or: '' }];
    expect(printWords(words, names)).toBe('Hello {first name|there}, from {name of the site}');
    expect(readWords('Hello {First Name|there}, from {name of the site}', names)).toEqual({ ok: true, value: words });
  });

  it('says which word there is not, and that a brace is open', () => {
    expect(readWords('Hello {frist name}', names)).toEqual({ ok: false, refusal: { is: 'name', name: 'frist name' } });
    expect(readWords('Hello {first name', names)).toEqual({ ok: false, refusal: { is: 'open' } });
  });

  it('comes back as it was, whatever stands in it', () => {
    const piece = fc.oneof(
      fc.string({ minLength: 1 }),
      fc.record({ chip: fc.constantFrom<ChipName>('firstName', 'siteName', 'field:hive-type'), or: fc.string() }),
    );
    const joined = (words: readonly (string | { chip: ChipName; or: string })[]) =>
      words.reduce<(string | { chip: ChipName; or: string })[]>((done, one) => {
        const last = done.at(-1);
        if (typeof one === 'string' && typeof last === 'string') return [...done.slice(0, -1), last + one];
        return [...done, one];
      }, []);
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 8 }), (pieces) => {
        const words = joined(pieces);
        const read = readWords(printWords(words, names), names);
        const plain = words.length === 1 && typeof words[0] === 'string' ? words[0] : words;
        expect(read).toEqual({ ok: true, value: plain });
      }),
    );
  });

  it('every word has a name of its own, fields of the same name too', () => {
    const doc = quillmoorDocument();
    doc.fields.find(({ id }) => id === 'hive-type')!.label = 'Level';
    const named = chipNames(setupOf(doc));
    expect(new Set([...named.values()].map((name) => name.toLowerCase())).size).toBe(named.size);
    expect(named.get('field:hive-type')).toBe('Level (hive-type)');
    // The letters of Quillmoor are read back as they are.
    for (const { subject } of quillmoor.doc.messages)
      expect(readWords(printWords(subject, chipNames(quillmoor)), chipNames(quillmoor))).toEqual({
        ok: true,
        value: subject,
      });
  });
});
