/** A rule in words can be read one way only: what is read back of the sentence comes out the same for everybody. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { NOW, quillmoor } from '../../tests/support/quillmoor';
import { anyFacts, anyRule } from '../../tests/support/rules';
import { standings, visitorFacts } from '../facts';
import { DAY } from '../kernel';
import { conditionsOf, describe as describeRule, describeDoor, explain, type Condition, type Rule } from './index';

/**
 * Reads a sentence back by its brackets, *and* and *or*. A single condition is recognised by its own words, of which
 * this knows nothing: they are taken from the rule.
 */
function readBack(sentence: string, conditions: ReadonlyMap<string, Condition>): Rule {
  let at = 0;
  const lower = (text: string) => text.toLowerCase();
  const clauses = [...conditions.keys()].sort((one, other) => other.length - one.length);
  const take = (text: string) => {
    const there = lower(sentence.slice(at, at + text.length)) === lower(text);
    if (there) at += text.length;
    return there;
  };
  const inBrackets = (): Rule => {
    const inner = either();
    if (!take(')')) throw new Error(`a bracket stays open: ${sentence.slice(at)}`);
    return inner;
  };
  function term(): Rule {
    if (take('not (')) return { none: [inBrackets()] };
    if (take('(')) return inBrackets();
    const clause = clauses.find(take);
    if (clause !== undefined) return conditions.get(clause)!;
    if (take('everyone')) return { all: [] };
    if (take('nobody')) return { any: [] };
    throw new Error(`nothing is known that begins so: ${sentence.slice(at)}`);
  }
  function either(): Rule {
    const parts = [term()];
    const word = [' and ', ' or '].find(take);
    if (word === undefined) return parts[0]!;
    do parts.push(term());
    while (take(word));
    return word === ' and ' ? { all: parts } : { any: parts };
  }
  const rule = either();
  if (at < sentence.length) throw new Error(`left over: ${sentence.slice(at)}`);
  return rule;
}

it('is read back as the same rule', () => {
  fc.assert(
    fc.property(
      anyRule,
      fc.array(fc.oneof(anyFacts, fc.constant(visitorFacts)), { minLength: 3, maxLength: 8 }),
      fc.integer({ min: -40, max: 40 }),
      (rule, people, days) => {
        const clauses = new Map(conditionsOf(rule).map((one) => [describeRule(one, quillmoor), one]));
        const [said = '', visitors] = describeDoor(rule, quillmoor).split(/(, visitors too)$/);
        const again = readBack(said, clauses);
        const now = NOW + days * DAY;
        // Who is let in without being anybody is told beforehand.
        if (said.toLowerCase().includes('not (') && !said.includes('ate is') && !said.includes('does not exist'))
          expect([said, visitors !== undefined]).toEqual([said, explain(rule, visitorFacts, now, quillmoor).open]);
        for (const facts of people)
          expect(explain(again, facts, now, quillmoor).open).toBe(explain(rule, facts, now, quillmoor).open);
      },
    ),
    { numRuns: 2_000, seed: 1911 },
  );
});

it('tells every two conditions apart that come out otherwise', () => {
  const said = new Map<string, Condition>();
  fc.assert(
    fc.property(anyRule, anyFacts, (rule, facts) => {
      for (const one of conditionsOf(rule)) {
        const words = describeRule(one, quillmoor);
        const other = said.get(words);
        if (other) {
          const [mine, theirs] = [one, other].map((each) => explain(each, facts, NOW, quillmoor).open);
          expect([words, mine]).toEqual([words, theirs]);
        } else said.set(words, one);
      }
    }),
    { numRuns: 2_000, seed: 1912 },
  );
  expect(said.size).toBeGreaterThan(standings.length * 10);
});

it('keeps together what belongs together, wherever it stands', () => {
  const admitted: Rule = { fact: 'standing', is: ['admitted'] };
  const inside: Rule = { any: [{ fact: 'signedIn' }, { fact: 'group', is: ['mentors' as never] }] };
  expect(describeRule({ all: [inside, admitted] }, quillmoor)).toBe(
    '(Signed in or in the group Mentors) and standing is Admitted',
  );
});

it('says of days and nights what is counted', () => {
  const says = (rule: Rule) => describeRule(rule, quillmoor);
  const held = (is: string[]) => says({ fact: 'level', is: is as never, when: 'now', heldDays: 30 });
  expect(held(['keeper'])).toBe('Level has been Keeper for 30 nights');
  expect(held(['keeper', 'friend'])).toBe('Level has been Keeper or Friend for 30 nights, added up over these levels');
  expect(says({ fact: 'paidFor', is: ['keeper'] as never, within: 1 })).toBe('Has paid for Keeper today');
  expect(says({ fact: 'date', from: '2026-10-25', until: '2026-10-25' })).toMatch(/and no other$/);
});

it('says that visitors are let in where some are left out', () => {
  const keeper: Rule = { fact: 'level', is: ['keeper'] as never, when: 'now' };
  expect(describeDoor({ none: [keeper] }, quillmoor)).toBe('Not (level is Keeper), visitors too');
  expect(describeDoor({ all: [{ fact: 'signedIn' }, { none: [keeper] }] }, quillmoor)).toBe(
    'Signed in and not (level is Keeper)',
  );
});
