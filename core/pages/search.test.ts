import { describe, expect, it } from 'vitest';
import {
  NOW,
  applicant,
  keeper,
  lapsed,
  mentor,
  quillmoor,
  quillmoorDocument,
  setupOf,
} from '../../tests/support/quillmoor';
import { doorsOf } from '../doors';
import { visitorFacts, type Facts } from '../facts';
import type { Setup } from '../setup';
import { searchPages, termsOf, type Marked } from './index';

const search = (question: string, facts: Facts, setup: Setup = quillmoor) => {
  const doors = doorsOf(setup);
  return searchPages(question, doors.prepare(facts, NOW), doors);
};
const titles = (question: string, facts: Facts, setup?: Setup) =>
  search(question, facts, setup).found.map(({ title }) => title.map(({ text }) => text).join(''));
const hits = (marked: Marked) => marked.flatMap(({ text, hit }) => (hit ? [text] : []));

describe('searching the site', () => {
  it('finds what this viewer may read, and nothing by what they may not', () => {
    expect(titles('syrup', keeper)).toEqual(['Winter treatment guide']);
    for (const other of [visitorFacts, applicant, lapsed])
      expect(search('syrup', other)).toEqual({ count: 0, found: [] });
    // A block of its own door, within a page that is open to them.
    expect(titles('ring round first-year', keeper)).toEqual([]);
    expect(titles('ring round first-year', mentor)).toEqual(['Winter treatment guide']);
    // What stands outside is found outside, and no other words are shown.
    const outside = search('wastes syrup', visitorFacts);
    expect(outside.found.map(({ href }) => href)).toEqual([]);
    expect(titles('wastes', visitorFacts)).toEqual(['Winter treatment guide']);
    // The name of a page that shows no sign of itself is no sign either.
    expect(titles('mentor notes', keeper)).toEqual([]);
    expect(titles('mentor notes', mentor)[0]).toBe('Mentor notes');
  });

  it('marks the words, however they are written, and the beginning of a word', () => {
    const { found } = search('OXÁLIC treat', keeper);
    expect(found).toHaveLength(1);
    expect(hits(found[0]!.title)).toEqual(['treatment']);
    expect(hits(found[0]!.says).length).toBeGreaterThan(0);
  });

  it('asks for every word, of which there are not without end', () => {
    expect(titles('syrup elephants', keeper)).toEqual([]);
    expect(termsOf('a b c d e f g h i j')).toHaveLength(8);
    expect(termsOf('  ,.;  ')).toEqual([]);
    expect(search('', keeper)).toEqual({ count: 0, found: [] });
    expect(search('x'.repeat(5_000), keeper).count).toBe(0);
  });

  it('shows of a long text the words around', () => {
    const doc = quillmoorDocument();
    const long = `${'Heft your hives before the wind turns. '.repeat(20)}Feed fondant in January. ${'And wait. '.repeat(40)}`;
    doc.pages[1]!.blocks.push({
      kind: 'text',
      id: 'long' as never,
      text: [{ is: 'paragraph', runs: [long] }],
      outsideToo: false,
      aside: false,
    });
    const [found] = search('fondant', visitorFacts, setupOf(doc)).found;
    const text = found!.says.map((piece) => piece.text).join('');
    expect(text).toMatch(/^… .*Feed fondant in January\..* …$/);
    expect(text.length).toBeLessThan(200);
  });

  it('is ordered by what is seen alone: what is shut changes neither order nor count', () => {
    const with_ = (shut: string) => {
      const doc = quillmoorDocument();
      const bare = (page: (typeof doc.pages)[number]) => (page.id === doc.site.home ? { ...page, blocks: [] } : page);
      for (const [n, text] of ['hives and heather', 'heather', 'heather heather honey'].entries())
        doc.pages.push({
          ...doc.pages[1]!,
          id: `open-${n}` as never,
          address: `open-${n}`,
          title: `Open ${n}`,
          description: '',
          blocks: [
            { kind: 'heading', id: 'one' as never, text, outsideToo: false, aside: false },
            {
              kind: 'heading',
              id: 'shut' as never,
              text: n === 1 ? shut : 'nothing',
              door: { rule: { any: [] } },
              outsideToo: false,
              aside: false,
            },
          ],
        });
      // Of these pages alone.
      doc.pages = doc.pages.filter(({ id }) => id.startsWith('open-') || id === doc.site.home).map(bare);
      return search('heather', visitorFacts, setupOf(doc));
    };
    const plain = with_('x');
    expect(plain.count).toBe(3);
    expect(with_('heather '.repeat(300))).toEqual(plain);
  });
});
