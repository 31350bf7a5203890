import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { quillmoor } from '../../../tests/support/quillmoor';
import { PageItem, type Rich } from '../../../core/pages';
import { pageFromMarkdown, pageToMarkdown } from './markdown';

const page = (text: Rich): PageItem => ({
  id: 'tried' as never,
  address: 'tried',
  title: 'Tried: “it”',
  description: 'What was # tried',
  door: { named: 'members' as never },
  outside: { view: 'nothing' },
  blocks: [{ kind: 'text', id: 'text' as never, text, outsideToo: false, aside: false }],
});
const through = (text: Rich) => pageFromMarkdown(pageToMarkdown(page(text), quillmoor), 'x', quillmoor);

describe('a page as Markdown', () => {
  it('comes back as it went out: title, description, door, marks, links and personal words', () => {
    const text: Rich = [
      {
        is: 'paragraph',
        runs: ['Plain ', { text: 'strong', bold: true }, ' and ', { text: 'both', bold: true, italic: true }, '.'],
      },
      { is: 'heading', runs: ['Hello ', { chip: 'firstName', or: 'you' }] },
      { is: 'bullets', items: [['one'], [{ text: 'there', to: { page: 'about' as never } }]] },
      { is: 'numbers', items: [['first'], ['second']] },
      { is: 'quote', runs: ['Said once.'] },
      {
        is: 'paragraph',
        runs: [
          { text: 'join', to: { form: 'join-quillmoor' as never } },
          ' or ',
          { text: 'go', to: { address: 'https://quillmoor.example/a?b=1' } },
        ],
      },
    ];
    const back = through(text);
    expect(back.blocks).toEqual(page(text).blocks);
    expect(back).toMatchObject({
      title: 'Tried: “it”',
      description: 'What was # tried',
      address: 'tried',
      door: { named: 'members' },
    });
    expect(PageItem.safeParse(back).success).toBe(true);
  });

  const sign = fc.constantFrom(...'ab cß*_`#>[]()<!-+.1{}\\~|&:"');
  const words = fc
    .array(sign, { minLength: 1, maxLength: 14 })
    .map((list) => list.join('').replace(/\s+/g, ' ').trim())
    .filter((text) => text !== '' && !/\{[\w:-]+(\|[^}]*)?\}/.test(text));
  it('keeps every sign that is written, whatever it means in Markdown', () => {
    fc.assert(
      fc.property(fc.array(words, { minLength: 1, maxLength: 4 }), (lines) => {
        const text: Rich = lines.map((line) => ({ is: 'paragraph', runs: [line] }));
        expect(through(text).blocks).toEqual(page(text).blocks);
      }),
      { numRuns: 300 },
    );
  });

  it('is read of what others have written, losing no words and letting nothing run', () => {
    const back = pageFromMarkdown(
      '---\ntitle: Swarms\ndoor: nobody knows\n---\n# Big\n\nText with `code`, ![alt](x.png), <b onclick="x()">html</b> and [bad](javascript:alert(1)).\n\n' +
        '| a | b |\n|---|---|\n| cell | two |\n\n```\nsome code\n```\n\n- one\n  - deeper\n',
      'file.md',
      quillmoor,
    );
    expect(PageItem.safeParse(back).success).toBe(true);
    expect(back.title).toBe('Swarms');
    expect(back.door).toEqual({ rule: { any: [] } });
    const said = JSON.stringify(back.blocks);
    for (const word of ['Big', 'code', 'html', 'bad', 'cell', 'some code', 'one', 'deeper'])
      expect(said).toContain(word);
    expect(said).not.toMatch(/onclick|javascript/);
  });

  it.each(['', '---\n: [\n---\nText', 'Only words', '---\ntitle: 3\n---\n'])('makes a page of %j too', (text) => {
    const back = pageFromMarkdown(text, 'Notes', quillmoor);
    expect(PageItem.safeParse(back).success).toBe(true);
    expect(back.title).toBe('Notes');
  });
});
