import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { NOW, person, quillmoor } from '../../tests/support/quillmoor';
import { anyFacts, anyRule } from '../../tests/support/rules';
import { standings, visitorFacts, type Facts } from '../facts';
import { DAY } from '../kernel';
import { alwaysOrNever, covers, doorsOf, type Rule } from './index';

const doors = doorsOf(quillmoor);
const opens = (rule: Rule, facts: Facts, now = NOW) => doors.meets(rule)(doors.prepare(facts, now));
const decided = (rule: Rule) => alwaysOrNever(rule, quillmoor, NOW);
const years = (op: 'atLeast' | 'atMost', value: number): Rule => ({
  fact: 'field',
  field: 'years-keeping' as never,
  test: { op, value },
});
const standing = (...is: string[]): Rule => ({ fact: 'standing', is: is as never });
const level = (id: string, heldDays?: number): Rule => ({
  fact: 'level',
  is: [id as never],
  when: 'now',
  ...(heldDays ? { heldDays } : {}),
});

describe('what a rule comes out as for everybody', () => {
  it.each<[string, Rule, string]>([
    ['everyone', { all: [] }, 'always'],
    ['nobody', { any: [] }, 'never'],
    ['two standings at once', { all: [standing('admitted'), standing('lapsed')] }, 'never'],
    [
      'a member of no standing',
      {
        all: [
          { fact: 'signedIn' },
          { none: [standing('applicant', 'admitted', 'paused', 'lapsed', 'declined', 'closed')] },
        ],
      },
      'never',
    ],
    ['signed in or not', { any: [{ fact: 'signedIn' }, { none: [{ fact: 'signedIn' }] }] }, 'always'],
    ['two levels at once', { all: [level('keeper'), level('friend')] }, 'may'],
    ['a level held for long and not held', { all: [level('keeper', 30), { none: [level('keeper')] }] }, 'never'],
    ['held for 30 days, and not for 29', { all: [level('keeper', 30), { none: [level('keeper', 29)] }] }, 'never'],
    ['held for 29 days, and not for 30', { all: [level('keeper', 29), { none: [level('keeper', 30)] }] }, 'may'],
    [
      'two levels one after the other, neither for long alone',
      {
        all: [
          { fact: 'level', is: ['keeper', 'friend'] as never, when: 'now', heldDays: 30 },
          { none: [level('keeper', 30), level('friend', 30)] },
        ],
      },
      'may',
    ],
    ['more than anybody may answer', years('atLeast', 91), 'never'],
    ['a gap between two numbers', { all: [years('atLeast', 5), years('atMost', 4)] }, 'never'],
    ['just one number', { all: [years('atLeast', 5), years('atMost', 5)] }, 'may'],
    [
      'answered, so at least the least',
      {
        any: [
          years('atLeast', 0),
          { none: [{ fact: 'field', field: 'years-keeping' as never, test: { op: 'answered' } }] },
        ],
      },
      'always',
    ],
    ['a day that is over', { fact: 'date', until: '2020-01-01' }, 'may'],
    [
      'before and after at once',
      {
        all: [
          { fact: 'date', until: '2020-01-01' },
          { fact: 'date', from: '2020-01-02' },
        ],
      },
      'never',
    ],
    ['in a group that does not exist', { fact: 'group', is: ['gone' as never] }, 'never'],
    [
      'two letters an answer cannot begin with',
      {
        all: [
          { fact: 'field', field: 'apiary-postcode' as never, test: { op: 'startsWith', value: 'qm' } },
          { fact: 'field', field: 'apiary-postcode' as never, test: { op: 'startsWith', value: 'xx' } },
        ],
      },
      'never',
    ],
  ])('%s', (_, rule, is) => {
    expect(decided(rule)).toBe(is);
  });

  it('is never claimed of what somebody passes, nor *always* of what shuts somebody out', () => {
    fc.assert(
      fc.property(
        anyRule,
        fc.array(anyFacts, { minLength: 5, maxLength: 12 }),
        fc.integer({ min: -400, max: 400 }),
        (rule, some, days) => {
          const is = decided(rule);
          for (const facts of [visitorFacts, ...some.map(possible)]) {
            const open = opens(rule, facts, NOW + days * DAY);
            if (open) expect(is).not.toBe('never');
            else expect(is).not.toBe('always');
          }
        },
      ),
      { numRuns: 400 },
    );
  });

  it('is exact where everybody who can be is tried', () => {
    // Visitors, and members of each standing, with and without a level and a group: all there are, and no day counts.
    const everybody: Facts[] = [
      visitorFacts,
      ...standings.flatMap((one) =>
        [[], [['keeper', NOW - DAY, null] as [string, number, null]]].flatMap((levels) =>
          [[], ['mentors']].map((groups) => person({ standing: one, levels, groups })),
        ),
      ),
    ];
    const condition = fc.oneof(
      fc.constant<Rule>({ fact: 'signedIn' }),
      fc.subarray([...standings], { minLength: 1 }).map((is) => standing(...is)),
      fc.constant(level('keeper')),
      fc.constant<Rule>({ fact: 'group', is: ['mentors' as never] }),
    );
    const small = fc.letrec<{ rule: Rule }>((tie) => ({
      rule: fc.oneof(
        { maxDepth: 3 },
        condition,
        fc.array(tie('rule'), { maxLength: 3 }).map((all): Rule => ({ all })),
        fc.array(tie('rule'), { maxLength: 3 }).map((any): Rule => ({ any })),
        fc.array(tie('rule'), { maxLength: 3 }).map((none): Rule => ({ none })),
      ),
    })).rule;
    const came = { always: 0, never: 0, may: 0 };
    fc.assert(
      fc.property(small, (rule) => {
        const open = everybody.map((facts) => opens(rule, facts));
        const is = open.every(Boolean) ? 'always' : open.some(Boolean) ? 'may' : 'never';
        came[is]++;
        expect(decided(rule)).toBe(is);
      }),
      { numRuns: 600, seed: 1911 },
    );
    expect(Math.min(...Object.values(came))).toBeGreaterThan(20);
  });

  it('finds that a rule and its opposite leave nobody and everybody', () => {
    fc.assert(
      fc.property(anyRule, (rule) => {
        // Of what does not exist nothing is known, so that its opposite opens nothing either.
        fc.pre(!JSON.stringify(rule).includes('unknown') && JSON.stringify(rule).length < 400);
        expect(['never', 'may']).toContain(decided({ all: [rule, { none: [rule] }] }));
        expect(['always', 'may']).toContain(decided({ any: [rule, { none: [rule] }] }));
      }),
      { numRuns: 200 },
    );
  });
});

/** Answers that the fields of Quillmoor take: what is made at random may hold others. */
const possible = (facts: Facts): Facts => {
  const { unknown: _, 'talk-title': __, ...fields } = facts.fields as Record<string, never>;
  return { ...facts, fields };
};

describe('one door within another', () => {
  it.each<[string, Rule, Rule, boolean]>([
    ['a standing within several', standing('admitted', 'paused'), standing('admitted'), true],
    ['several within one of them', standing('admitted'), standing('admitted', 'paused'), false],
    ['a longer time within a shorter', level('keeper', 10), level('keeper', 30), true],
    ['a larger number within a smaller', years('atLeast', 3), years('atLeast', 5), true],
    ['a smaller within a larger', years('atLeast', 5), years('atLeast', 3), false],
    ['anybody within everyone', { all: [] }, level('keeper'), true],
  ])('%s', (_, wide, narrow, is) => {
    expect(covers(wide, narrow, quillmoor, NOW)).toBe(is);
  });
});
