import { describe, expect, it } from 'vitest';
import { NOW, person, quillmoorDocument, setupOf } from '../../tests/support/quillmoor';
import { startPage } from './start';

const starting = (...starts: object[]) => {
  const doc = quillmoorDocument();
  doc.site.starts = starts as never;
  return setupOf(doc);
};
const [, guide] = ['welcome', 'winter-guide'];
const year = 365 * 86_400_000;
const keeper = person({ levels: [['keeper', NOW - year, NOW + year]] });
const mentor = person({ levels: [['friend', NOW - year, NOW + year]], groups: ['mentors'] });

describe('where somebody begins after signing in', () => {
  it('is the first page set up for what they hold or are in', () => {
    const setup = starting({ group: 'mentors', page: 'mentor-notes' }, { level: 'keeper', page: guide });
    expect(startPage(keeper, NOW, setup)).toBe('/winter-treatment-guide');
    expect(startPage(mentor, NOW, setup)).toBe('/mentor-notes');
    expect(startPage({ ...keeper, groups: mentor.groups }, NOW, setup)).toBe('/mentor-notes');
    expect(startPage(person({ levels: [['friend', NOW - year, NOW + year]] }), NOW, setup)).toBeNull();
    expect(startPage(keeper, NOW, starting())).toBeNull();
  });

  it('is none that is shut to them, and none of a level that has ended', () => {
    const setup = starting({ level: 'friend', page: guide }, { level: 'keeper', page: guide });
    expect(startPage(person({ levels: [['friend', NOW - year, NOW + year]] }), NOW, setup)).toBeNull();
    expect(startPage(keeper, NOW + 2 * year, setup)).toBeNull();
  });
});
