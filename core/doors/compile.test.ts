import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NOW, applicant, friend, keeper, lapsed, mentor, person, quillmoor } from '../../tests/support/quillmoor';
import { visitorFacts, type Facts } from '../facts';
import { DAY, type GroupId, type LessonId, type LevelId } from '../kernel';
import { anyFacts, anyRule } from '../../tests/support/rules';
import { setupOf, quillmoorDocument } from '../../tests/support/quillmoor';
import { compile, doorsOf, explain, layoutOf, prepare, ruleOf, type Condition, type Rule } from './index';

const layout = layoutOf(quillmoor);
const opens = (rule: Rule, facts: Facts, now = NOW) => compile(rule, layout, quillmoor)(prepare(layout, facts, now));

const keepers = ruleOf({ named: 'keepers' as never }, quillmoor);

describe('the door of the winter guide', () => {
  it.each([
    ['a Keeper', keeper, true],
    ['a Mentor who is a Friend', mentor, true],
    ['a Friend', friend, false],
    ['a lapsed Keeper', lapsed, false],
    ['an applicant', applicant, false],
    ['a visitor', visitorFacts, false],
    ['a paused Keeper', person({ standing: 'paused', levels: [['keeper', 0, null]] }), false],
  ])('%s', (_, facts, open) => {
    expect(opens(keepers, facts)).toBe(open);
  });

  it('shuts at the very instant a term ends', () => {
    const until = Date.UTC(2027, 2, 2);
    expect(opens(keepers, keeper, until - 1)).toBe(true);
    expect(opens(keepers, keeper, until)).toBe(false);
  });

  it('is shut before a term begins', () => {
    const later = person({ levels: [['keeper', NOW + DAY, null]] });
    expect(opens(keepers, later)).toBe(false);
    expect(opens(keepers, later, NOW + DAY)).toBe(true);
  });
});

describe('single conditions', () => {
  const held = (levels: [string, number, number | null][], days: number) =>
    opens({ fact: 'level', is: ['keeper' as LevelId], when: 'now', heldDays: days }, person({ levels }));

  it('counts a level held without a gap through renewals', () => {
    const year = 365 * DAY;
    expect(
      held(
        [
          ['keeper', NOW - 2 * year, NOW - year],
          ['keeper', NOW - year, null],
        ],
        700,
      ),
    ).toBe(true);
    expect(
      held(
        [
          ['keeper', NOW - 2 * year, NOW - year - DAY],
          ['keeper', NOW - year, null],
        ],
        700,
      ),
    ).toBe(false);
    expect(held([['keeper', NOW - 10 * DAY, null]], 10)).toBe(true);
    expect(held([['keeper', NOW - 10 * DAY, null]], 11)).toBe(false);
  });

  it.each<[string, Condition, Facts, boolean]>([
    ['ever held', { fact: 'level', is: ['keeper' as LevelId], when: 'ever' }, lapsed, true],
    ['never held', { fact: 'level', is: ['patron' as LevelId], when: 'ever' }, lapsed, false],
    [
      'number at least',
      { fact: 'field', field: 'years-keeping' as never, test: { op: 'atLeast', value: 10 } },
      person({ fields: { 'years-keeping': 10 } }),
      true,
    ],
    [
      'number below',
      { fact: 'field', field: 'years-keeping' as never, test: { op: 'atLeast', value: 10 } },
      person({ fields: { 'years-keeping': 9 } }),
      false,
    ],
    [
      'unanswered is not at most',
      { fact: 'field', field: 'years-keeping' as never, test: { op: 'atMost', value: 10 } },
      person({}),
      false,
    ],
    [
      'postcode begins',
      { fact: 'field', field: 'apiary-postcode' as never, test: { op: 'startsWith', value: 'qm4' } },
      person({ fields: { 'apiary-postcode': 'QM4 7TB' } }),
      true,
    ],
    ...(['is', 'startsWith'] as const).flatMap((op) =>
      [
        ['STRASSE 4', 'Strasse 4', true],
        ['qm4 7tb', 'QM4 7TB', true],
        ['ΟΔΟΣ', 'οδος', true],
        ['ΟΔΟΣ', 'Οδοσ', true],
        ['Quill', 'Moor', false],
      ].map(
        ([wanted, given, met]) =>
          [
            `${op} ${String(wanted)}, whatever the case of ${String(given)}`,
            { fact: 'field', field: 'apiary-postcode' as never, test: { op, value: String(wanted) } } as Condition,
            person({ fields: { 'apiary-postcode': String(given) } }),
            met === true,
          ] as [string, Condition, Facts, boolean],
      ),
    ),
    [
      'a beginning that ends in a sigma, within a word',
      { fact: 'field', field: 'apiary-postcode' as never, test: { op: 'startsWith', value: 'ΟΔΟΣ' } },
      person({ fields: { 'apiary-postcode': 'ΟΔΟΣΗΜΟ' } }),
      true,
    ],
    [
      'one of several',
      { fact: 'field', field: 'interests' as never, test: { op: 'includes', value: 'planting' } },
      person({ fields: { interests: ['planting'] } }),
      true,
    ],
    ['mail domain, whatever the case', { fact: 'mailDomain', is: ['MAIL.example'] }, keeper, true],
    ['no part of a domain', { fact: 'mailDomain', is: ['ail.example'] }, keeper, false],
    ['paid for', { fact: 'paidFor', is: ['keeper' as LevelId] }, person({ paid: [['keeper', NOW - DAY]] }), true],
    ['paid for another', { fact: 'paidFor', is: ['patron' as LevelId] }, person({ paid: [['keeper', 0]] }), false],
    [
      'paid today, in the last day',
      { fact: 'paidFor', is: ['keeper' as LevelId], within: 1 },
      person({ paid: [['keeper', NOW]] }),
      true,
    ],
    [
      'paid yesterday, in the last day',
      { fact: 'paidFor', is: ['keeper' as LevelId], within: 1 },
      person({ paid: [['keeper', NOW - DAY]] }),
      false,
    ],
    ['pays later', { fact: 'paidFor', is: ['keeper' as LevelId] }, person({ paid: [['keeper', NOW + 1]] }), false],
    ['their own', { fact: 'ownsThis' }, { ...keeper, owns: true }, true],
    ['somebody else’s', { fact: 'ownsThis' }, keeper, false],
    ['a lesson that is none', { fact: 'lessonDone', is: ['gone' as LessonId] }, keeper, false],
    ['admitted long enough', { fact: 'admittedFor', days: 226 }, keeper, true],
    ['not admitted', { fact: 'admittedFor', days: 0 }, applicant, false],
  ])('%s', (_, condition, facts, met) => {
    expect(opens(condition, facts)).toBe(met);
    expect(explain(condition, facts, NOW, quillmoor).open).toBe(met);
  });

  it('reads both days of a window in the site’s zone, through the change of the clocks', () => {
    const window: Condition = { fact: 'date', from: '2026-10-25', until: '2026-10-25' };
    // 25 October 2026 has 25 hours in London: from 23:00Z on the 24th to 24:00Z on the 25th.
    expect(opens(window, visitorFacts, Date.UTC(2026, 9, 24, 23, 0) - 1)).toBe(false);
    expect(opens(window, visitorFacts, Date.UTC(2026, 9, 24, 23, 0))).toBe(true);
    expect(opens(window, visitorFacts, Date.UTC(2026, 9, 26, 0, 0) - 1)).toBe(true);
    expect(opens(window, visitorFacts, Date.UTC(2026, 9, 26, 0, 0))).toBe(false);
  });

  it('is shut for everybody where a reference leads to nothing', () => {
    const gone: Rule = { fact: 'group', is: ['nobody-made-this' as GroupId] };
    const ghost = person({ groups: ['nobody-made-this'] });
    expect(opens(gone, ghost)).toBe(false);
    expect(explain(gone, ghost, NOW, quillmoor).open).toBe(false);
    expect(
      opens({ fact: 'level', is: ['gone' as LevelId], when: 'now' }, person({ levels: [['gone', 0, null]] })),
    ).toBe(false);
  });

  it.each<[string, Condition]>([
    ['group', { fact: 'group', is: ['gone' as GroupId] }],
    ['level', { fact: 'level', is: ['gone' as LevelId], when: 'ever' }],
    ['level held for days', { fact: 'level', is: ['gone' as LevelId], when: 'now', heldDays: 3 }],
    ['field', { fact: 'field', field: 'gone' as never, test: { op: 'answered' } }],
    ['group, beside one that exists', { fact: 'group', is: ['gone', 'mentors'] as GroupId[] }],
  ])('opens nothing by not being known: a %s inside “none”', (_, condition) => {
    const has = person({ groups: ['gone'], levels: [['gone', 0, null]], fields: { gone: 'x' } });
    for (const facts of [has, keeper, visitorFacts])
      for (const rule of [{ none: [condition] }, { none: [{ all: [condition] }] }, { any: [{ none: [condition] }] }]) {
        expect(opens(rule, facts)).toBe(false);
        expect(explain(rule, facts, NOW, quillmoor).open).toBe(false);
      }
    // What is known beside it still counts: met, it opens; and twice not is as unknown as once.
    expect(opens({ any: [condition, { fact: 'signedIn' }] }, keeper)).toBe(true);
    expect(opens({ none: [{ none: [condition] }] }, keeper)).toBe(false);
    expect(opens({ none: [{ all: [condition, { fact: 'standing', is: ['lapsed'] }] }] }, keeper)).toBe(true);
  });

  it('counts calendar days of the site’s zone, whatever the hour and the clocks', () => {
    const london = (month: number, day: number, hour: number) =>
      Date.UTC(2026, month, day, hour - (month < 9 || (month === 9 && day < 25) ? 1 : 0));
    const late = { ...keeper, admittedAt: london(9, 24, 23) };
    const oneDay: Condition = { fact: 'admittedFor', days: 1 };
    expect(opens(oneDay, late, london(9, 24, 24) - 1)).toBe(false);
    expect(opens(oneDay, late, london(9, 24, 24))).toBe(true);
    // The 25th has 25 hours in London.
    const two: Condition = { fact: 'admittedFor', days: 2 };
    expect(opens(two, late, Date.UTC(2026, 9, 26) - 1)).toBe(false);
    expect(opens(two, late, Date.UTC(2026, 9, 26))).toBe(true);
  });

  it('opens to nobody without a rule, and to everyone with an empty one', () => {
    expect(opens({ any: [] }, keeper)).toBe(false);
    expect(opens({ all: [] }, visitorFacts)).toBe(true);
    expect(opens({ none: [] }, visitorFacts)).toBe(true);
  });
});

describe('twins', () => {
  it('compiled and explained agree on every rule and person', () => {
    fc.assert(
      fc.property(
        anyRule,
        fc.oneof(anyFacts, fc.constant(visitorFacts)),
        fc.integer({ min: -40, max: 40 }),
        (rule, facts, days) => {
          const now = NOW + days * DAY;
          expect(opens(rule, facts, now)).toBe(explain(rule, facts, now, quillmoor).open);
        },
      ),
      { numRuns: 1500 },
    );
  });

  it('agree as well where facts need more than one word of bits', () => {
    const doc = quillmoorDocument();
    for (let n = 0; n < 70; n++) doc.groups.push({ id: `extra-${n}` as GroupId, title: `Extra ${n}` });
    const large = setupOf(doc);
    const wide = layoutOf(large);
    expect(wide.words).toBeGreaterThan(2);
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 69 }), { maxLength: 8 }),
        fc.array(fc.integer({ min: 0, max: 69 }), { minLength: 1, maxLength: 8 }),
        fc.constantFrom('all', 'any', 'none'),
        (own, asked, how) => {
          const facts = person({ groups: own.map((n) => `extra-${n}`) });
          const parts = asked.map((n): Rule => ({ fact: 'group', is: [`extra-${n}` as GroupId] }));
          const rule = { [how]: parts } as Rule;
          expect(compile(rule, wide, large)(prepare(wide, facts, NOW))).toBe(explain(rule, facts, NOW, large).open);
        },
      ),
    );
  });

  it('a door keeps its predicate', () => {
    const doors = doorsOf(quillmoor);
    const use = quillmoor.pages.get('winter-guide')!.door;
    expect(doors.predicate(use)).toBe(doors.predicate(use));
  });
});
