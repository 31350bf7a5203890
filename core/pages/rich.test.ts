import { describe, expect, it } from 'vitest';
import { OutsideAddress, Rich, chipsOfRich, plainRich, referencesOfRich, sayRich } from './index';

const text: Rich = [
  { is: 'heading', runs: ['For ', { chip: 'firstName', or: 'you' }] },
  {
    is: 'paragraph',
    runs: [
      'Read ',
      { text: 'the guide', bold: true, to: { page: 'winter-guide' as never } },
      ' or ',
      { text: 'elsewhere', to: { page: 'gone' as never } },
      '.',
    ],
  },
  { is: 'bullets', items: [['one ', 'and'], [{ chip: 'level', or: 'no level', italic: true }]] },
];
const hrefOf = (to: object) => ('page' in to && to.page === 'winter-guide' ? '/winter-treatment-guide' : null);

describe('formatted text', () => {
  it('is shown in the words of one reader, as results only', () => {
    expect(sayRich(text, (chip) => (chip === 'firstName' ? 'Ida' : null), hrefOf)).toEqual([
      { is: 'heading', runs: ['For Ida'] },
      {
        is: 'paragraph',
        runs: [
          'Read ',
          { text: 'the guide', bold: true, italic: false, href: '/winter-treatment-guide' },
          // What leads nowhere any more is words like others.
          ' or elsewhere.',
        ],
      },
      { is: 'bullets', items: [['one and'], [{ text: 'no level', bold: false, italic: true, href: null }]] },
    ]);
  });

  it('tells what it names and what it says', () => {
    expect(chipsOfRich(text)).toEqual(['firstName', 'level']);
    expect(referencesOfRich(text).map(({ id }) => id)).toEqual(['winter-guide', 'gone']);
    expect(plainRich(text, () => 'X')).toEqual(['For X', 'Read the guide or elsewhere.', 'one and', 'X']);
  });

  it.each([
    { is: 'paragraph', runs: [{ text: 'x', onclick: 'alert(1)' }] },
    { is: 'script', runs: ['x'] },
    { is: 'paragraph', runs: [{ text: 'x', to: { address: 'javascript:alert(1)' } }] },
    { is: 'bullets', items: [] },
    { is: 'paragraph', html: '<b>x</b>' },
  ])('takes nothing else: %j', (part) => expect(Rich.safeParse([part]).success).toBe(false));

  it.each([
    ['https://quillmoor.example/a?b=c#d', true],
    ['http://quillmoor.example', true],
    ['mailto:odile@quillmoor.example', true],
    ['tel:+44 1632 960000', true],
    ['javascript:alert(1)', false],
    ['JAVASCRIPT:alert(1)', false],
    ['data:text/html,x', false],
    ['//quillmoor.example', false],
    ['/about', false],
    ['https://user@quillmoor.example', false],
    ['https://', false],
    ['https://quillmoor.example/a b', false],
    ['java\nscript:alert(1)', false],
  ])('a link to %s: %s', (address, may) => expect(OutsideAddress.safeParse(address).success).toBe(may));
});
