// @vitest-environment jsdom
import { Editor } from '@tiptap/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Rich, type Rich as RichText } from '../../../core/pages';
import { documentOf, richOf, type Node } from './document';
import { knownTo } from './editor';

const word = fc.stringMatching(/^[a-zA-Z ß{}]{1,12}$/);
const marks = { bold: fc.constant(true as const), italic: fc.constant(true as const) };
const run = fc.oneof(
  word,
  fc
    .record(
      {
        text: word,
        ...marks,
        to: fc.constantFrom({ page: 'about' as never }, { address: 'https://quillmoor.example/' }),
      },
      { requiredKeys: ['text'] },
    )
    .filter((one) => Object.keys(one).length > 1),
  fc.record(
    { chip: fc.constantFrom('firstName' as const, 'level' as const), or: word, ...marks },
    { requiredKeys: ['chip', 'or'] },
  ),
);
/** As a text is kept: what is of one kind stands together. */
const runs = fc.array(run, { minLength: 1, maxLength: 4 }).map((list) =>
  list.filter((one, at) => {
    const before = list[at - 1];
    const kind = (some: unknown) => JSON.stringify(some, (key, value: unknown) => (key === 'text' ? '' : value));
    if (at === 0 || typeof one !== typeof before) return true;
    if (typeof one === 'string') return false;
    return 'chip' in one || kind(one) !== kind(before);
  }),
);
const rich: fc.Arbitrary<RichText> = fc.array(
  fc.oneof(
    fc.record({ is: fc.constantFrom('paragraph' as const, 'heading' as const, 'quote' as const), runs }),
    fc.record({
      is: fc.constantFrom('bullets' as const, 'numbers' as const),
      items: fc.array(runs, { minLength: 1, maxLength: 3 }),
    }),
  ),
  { minLength: 1, maxLength: 5 },
) as never;

const throughEditor = (text: RichText): RichText => {
  const editor = new Editor({
    extensions: knownTo((chip) => chip),
    content: documentOf(text) as never,
    injectCSS: false,
  });
  const out = richOf(editor.getJSON() as Node);
  editor.destroy();
  return out;
};

describe('formatted text in its editor', () => {
  it('comes out as it went in', () => {
    fc.assert(
      fc.property(rich, (text) => {
        expect(Rich.safeParse(text).success).toBe(true);
        expect(richOf(documentOf(text))).toEqual(text);
        expect(throughEditor(text)).toEqual(text);
      }),
      { numRuns: 150 },
    );
  });

  const pasted = (html: string): RichText => {
    const editor = new Editor({ extensions: knownTo((chip) => chip), content: html, injectCSS: false });
    const out = richOf(editor.getJSON() as Node);
    editor.destroy();
    return out;
  };
  it('takes of what is pasted just what a text may hold', () => {
    const text = pasted(
      '<h1>Loud</h1><p onclick="x()">a <b>b</b> <a href="javascript:alert(1)">c</a> ' +
        '<a href="https://quillmoor.example/">d</a><script>alert(1)</script><img src=x onerror=alert(1)></p>' +
        '<table><tr><td>cell</td></tr></table><ul><li>one<ul><li>two</li></ul></li></ul>',
    );
    expect(Rich.safeParse(text).success).toBe(true);
    const said = JSON.stringify(text);
    expect(said).not.toMatch(/javascript|onclick|onerror|alert|img/);
    expect(said).toContain('{"text":"b","bold":true}');
    expect(said).toContain('"to":{"address":"https://quillmoor.example/"}');
    for (const word of ['Loud', 'cell', 'one', 'two']) expect(said).toContain(word);
  });

  it('leaves out the empty line one goes on writing in', () => {
    expect(pasted('<p>x</p><p></p>')).toEqual([{ is: 'paragraph', runs: ['x'] }]);
    expect(richOf(documentOf([]))).toEqual([]);
  });
});
